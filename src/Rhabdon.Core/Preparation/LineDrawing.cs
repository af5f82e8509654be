using System.Globalization;
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
    Span? Span = null)
{
    private const decimal ClosetSide = 36;
    private const decimal BootLength = 14;

    /// <summary>The drawing for a step of the recipe.</summary>
    /// <exception cref="ArgumentOutOfRangeException">No such step.</exception>
    public static LineDrawing For(Recipe recipe, int step, bool isRecleave, LengthUnit unit)
    {
        ArgumentOutOfRangeException.ThrowIfNegative(step);
        ArgumentOutOfRangeException.ThrowIfGreaterThanOrEqual(step, recipe.Steps.Count);
        var plan = StripPlan.For(recipe, isRecleave);
        var doing = recipe.Steps[step];
        var (now, after) = (EndShape.Before(recipe, plan, step), EndShape.Before(recipe, plan, step + 1));
        var to = plan.Strip.Millimeters + ClosetSide;
        var from = Math.Min(-2, plan.Strip.Millimeters - plan.Glass.Millimeters - recipe.Body.FrontOfTip.Millimeters - 2);
        var dimension = ResolvedDimension.Of(doing, recipe, isRecleave);
        var span = dimension is null ? null : SpanOf(dimension, plan);
        var bites = doing.Work == StepWork.Strip && doing.Cut is { } cut ? BitePositions(plan.MarkOf(cut)!) : [];
        return new LineDrawing(from, to, Ruler(from, to, span?.Zero ?? 0, unit), now.Segments(recipe, to, span), after.Segments(recipe, to, null), bites, span);
    }

    private static Span SpanOf(ResolvedDimension dimension, StripPlan plan)
    {
        var edge = plan.Strip.Millimeters;
        return dimension.From switch
        {
            Edge.BufferEdge => new Span(edge - dimension.Target.Millimeters, edge, edge),
            Edge.HolderEnd => new Span(edge, edge + dimension.Target.Millimeters, edge + dimension.Target.Millimeters),
            _ => new Span(0, dimension.Target.Millimeters, 0),
        };
    }

    private static List<decimal> BitePositions(Mark mark)
    {
        var positions = new List<decimal>(mark.Bites.Count);
        var at = mark.At - mark.Cut.Length;
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
            var label = count % perLabel != 0 ? null
                : (unit == LengthUnit.Millimeter ? Math.Abs(count) : Math.Abs(count) / perLabel).ToString(CultureInfo.InvariantCulture);
            ticks.Add(new Tick(zero + (count * step), label is not null ? 3 : count % perMiddle == 0 ? 2 : 1, label));
        }

        return ticks;
    }

    /// <summary>The cable end at one moment, as edges and parts.</summary>
    private sealed record EndShape(decimal Tip, decimal? BufferEdge, bool HasParts, bool HasConnector, bool HasBootHome)
    {
        public static EndShape Before(Recipe recipe, StripPlan plan, int step)
        {
            var shape = new EndShape(0, null, false, false, false);
            foreach (var done in recipe.Steps.Take(step))
            {
                shape = done.Work switch
                {
                    StepWork.LoadParts => shape with { HasParts = true },
                    StepWork.Strip when plan.MarkOf(done.Cut ?? string.Empty) is { } mark => shape with { BufferEdge = mark.At.Millimeters },
                    StepWork.Cleave => shape with { Tip = (shape.BufferEdge ?? 0) - plan.Glass.Millimeters },
                    StepWork.Insert => shape with { HasConnector = true },
                    StepWork.Boot => shape with { HasBootHome = true },
                    _ => shape,
                };
            }

            return shape;
        }

        public List<Segment> Segments(Recipe recipe, decimal to, Span? span)
        {
            var edge = BufferEdge ?? Tip;
            var segments = new List<Segment>();
            if (edge > Tip)
            {
                segments.Add(new Segment("glass", Tip, edge));
            }

            segments.Add(new Segment("buffer", edge, to));
            var back = edge + recipe.Body.BackOfBufferEdge.Millimeters;
            if (HasConnector)
            {
                segments.Add(new Segment("connector", Tip - recipe.Body.FrontOfTip.Millimeters, back));
            }

            if (HasParts)
            {
                segments.Add(HasBootHome ? new Segment("boot", back, Math.Min(back + BootLength, to)) : new Segment("boot", to - BootLength, to));
            }

            if (span is not null && span.Zero > edge)
            {
                segments.Add(new Segment("holder", span.Zero, to));
            }

            return segments;
        }
    }
}

/// <summary>A mark of the ruler.</summary>
/// <param name="Rank">1 shortest to 3 longest.</param>
public sealed record Tick(decimal At, int Rank, string? Label = null);

/// <summary>A length of one thing along the line: <c>glass</c>, <c>buffer</c>, <c>connector</c>, <c>boot</c> or <c>holder</c>.</summary>
public sealed record Segment(string What, decimal From, decimal To);

/// <summary>A dimension along the line, and where the ruler's zero stands for it.</summary>
public sealed record Span(decimal From, decimal To, decimal Zero);
