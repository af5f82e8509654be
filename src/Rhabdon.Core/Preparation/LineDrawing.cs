using System.Collections.Concurrent;
using System.Globalization;
using System.Runtime.CompilerServices;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Units;

namespace Rhabdon.Core.Preparation;

/// <summary>
/// The cable end to scale, now and after a step. Positions are millimeters from the tip before any cut, growing toward the closet;
/// the screen and the 1:1 print scale them and compute nothing.
/// </summary>
/// <param name="Ticks">The ruler, its zero at the edge the step measures from.</param>
/// <param name="Bites">Where the stripper bites, tip side first; only while stripping.</param>
/// <param name="Span">What the step's dimension spans, if it has one.</param>
public sealed record LineDrawing(
    decimal From,
    decimal To,
    IReadOnlyList<Tick> Ticks,
    IReadOnlyList<Segment> Now,
    IReadOnlyList<Segment> After,
    IReadOnlyList<decimal> Bites,
    Span? Span = null
)
{
    private const decimal ClosetSide = 36;

    private static readonly ConditionalWeakTable<Recipe, ConcurrentDictionary<(int First, int Step, bool IsRecleave, LengthUnit Unit), LineDrawing>> Made = [];

    /// <summary>The drawing for a step of the recipe as it is worked.</summary>
    /// <param name="first">The first step of the card that ends with it, so that the end is drawn as it is before them all; null for the step alone.</param>
    /// <exception cref="ArgumentOutOfRangeException">No such step.</exception>
    public static LineDrawing For(Recipe recipe, int step, bool isRecleave, LengthUnit unit, int? first = null)
    {
        ArgumentOutOfRangeException.ThrowIfNegative(step);
        ArgumentOutOfRangeException.ThrowIfGreaterThanOrEqual(step, recipe.Steps.Count);
        return Made.GetOrCreateValue(recipe)
            .GetOrAdd((first ?? step, step, isRecleave, unit), static (which, of) => Of(of, which.First, which.Step, which.IsRecleave, which.Unit), recipe);
    }

    private static LineDrawing Of(Recipe recipe, int first, int step, bool isRecleave, LengthUnit unit)
    {
        var plan = StripPlan.For(recipe, isRecleave);
        var doing = recipe.Steps[step];
        var (now, after) = (EndShape.Before(recipe, plan, first), EndShape.Before(recipe, plan, step + 1));
        var dimension = ResolvedDimension.Of(doing, recipe, isRecleave);
        var span = dimension is null || dimension.From == Edge.Entry ? null : SpanOf(dimension);
        var to = Math.Max(plan.Strip.Millimeters, span?.To ?? 0) + ClosetSide;
        var from = Math.Min(-2, (plan.Bare - plan.Glass - recipe.Body.FrontOfTip).Millimeters - 2);
        var bites = doing.Work == StepWork.Strip && doing.Cut is { } cut && plan.MarkOf(cut) is { } mark ? BitePositions(mark) : [];
        var holder = doing.Dimension is { Of: DimensionOf.Given, From: Edge.HolderEnd } ? span : null;
        return new LineDrawing(from, to, Ruler(from, to, span?.Zero ?? 0, unit), now.Segments(to, holder), after.Segments(to, null), bites, span);
    }

    private static Span SpanOf(ResolvedDimension dimension)
    {
        var (zero, end) = (dimension.Zero.Millimeters, dimension.End.Millimeters);
        return new Span(Math.Min(zero, end), Math.Max(zero, end), zero);
    }

    private static List<decimal> BitePositions(PenMark mark)
    {
        var (positions, at) = (new List<decimal>(mark.Bites.Count), Length.Zero);
        foreach (var bite in mark.Bites)
        {
            at += bite;
            positions.Add(at.Millimeters);
        }

        return positions;
    }

    private static List<Tick> Ruler(decimal from, decimal to, decimal zero, LengthUnit unit)
    {
        var (step, perLabel, perMiddle) = unit == LengthUnit.Millimeter ? (1m, 10, 5) : (25.4m / 16, 16, 8);
        var ticks = new List<Tick>();
        for (var count = (int)Math.Ceiling((from - zero) / step); zero + (count * step) <= to; count++)
        {
            var label =
                count % perLabel != 0
                    ? null
                    : (unit == LengthUnit.Millimeter ? Math.Abs(count) : Math.Abs(count) / perLabel).ToString(CultureInfo.InvariantCulture);
            ticks.Add(
                new Tick(
                    zero + (count * step),
                    label is not null ? 3
                        : count % perMiddle == 0 ? 2
                        : 1,
                    label
                )
            );
        }

        return ticks;
    }
}

/// <summary>A mark of the ruler.</summary>
/// <param name="Rank">1 shortest to 3 longest.</param>
public sealed record Tick(decimal At, int Rank, string? Label = null);

/// <summary>A length of one thing along the line: <c>glass</c>, a layer (<c>coating</c>, <c>buffer</c>, <c>tube</c>, <c>aramid</c>, <c>jacket</c>,
/// <c>sheath</c>,
/// <c>ribbon</c>), <c>connector</c>, <c>boot</c> or <c>holder</c>. What is drawn first lies under what follows.</summary>
public sealed record Segment(string What, decimal From, decimal To);

/// <summary>A dimension along the line, and where the ruler's zero stands for it.</summary>
public sealed record Span(decimal From, decimal To, decimal Zero);
