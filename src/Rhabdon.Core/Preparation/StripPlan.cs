using System.Collections.Concurrent;
using System.Runtime.CompilerServices;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Units;

namespace Rhabdon.Core.Preparation;

/// <summary>
/// What comes off the cable end and what is left, computed from the recipe as it is worked. Positions are measured from the tip as it was before any
/// cut (T0; of a ribbon, as it is once cut to length), toward the closet.
/// </summary>
/// <param name="Marks">In working order, the marks that cut nothing last.</param>
/// <param name="Strip">From T0 to the innermost edge: what a whole preparation takes.</param>
/// <param name="Glass">Bare glass beyond the last edge when ready: cleaved, or all that was stripped.</param>
/// <param name="Scrap">Glass the cleave takes off; zero without a cleave.</param>
/// <param name="Bare">Where bare glass begins, and <paramref name="BareEdge"/> which edge that is.</param>
/// <param name="Profile">How the end looks when ready.</param>
public sealed record StripPlan(IReadOnlyList<PenMark> Marks, Length Strip, Length Glass, Length Scrap, Length Bare, Edge BareEdge, ReadyEnd Profile)
{
    private static readonly ConditionalWeakTable<Recipe, ConcurrentDictionary<bool, StripPlan>> Made = [];

    /// <summary>The plan of a whole preparation, or of what a re-cleave needs: on bare 900 µm buffer a shorter strip (cleave length and what the
    /// cleaver holds); under a jacket or tube everything again, since aramid and jacket must be redone too.</summary>
    /// <exception cref="InvalidOperationException">A length must still be taken from the maker's sheet, or a re-cleave is asked of a recipe that does
    /// not cleave.</exception>
    public static StripPlan For(Recipe recipe, bool isRecleave) =>
        Made.GetOrCreateValue(recipe).GetOrAdd(isRecleave, static (again, of) => Of(of, again), recipe);

    private static StripPlan Of(Recipe recipe, bool isRecleave)
    {
        if (recipe.FromTheSheet is [var missing, ..])
        {
            throw new InvalidOperationException($"The length of {missing} in recipe {recipe.Id} must be taken from the maker's sheet first.");
        }

        var (walk, marks) = (new EdgeWalk(), new List<PenMark>());
        foreach (var cut in isRecleave ? RecleaveCuts(recipe) : recipe.Cuts)
        {
            marks.Add(MarkOf(cut, walk.Make(cut), walk));
        }

        foreach (var mark in isRecleave && !IsCovered(recipe) ? [] : recipe.Marks ?? [])
        {
            var position = walk.Place(mark.From, mark.Toward, mark.Length!.Value);
            marks.Add(
                new PenMark(
                    mark.Id,
                    position,
                    mark.From,
                    mark.Toward,
                    mark.Length.Value,
                    mark.Tolerance,
                    position,
                    null,
                    [],
                    AtLeast: mark.AtLeast,
                    Standing: mark.Standing
                )
            );
        }

        var profile = ReadyEnd.Of(walk, recipe.Cleave);
        return new StripPlan(
            marks,
            walk.Innermost,
            profile.Glass,
            profile.Stripped - profile.Glass,
            walk.Bare,
            recipe.Cuts.LastOrDefault(c => c.BaresGlass)?.Makes ?? Edge.Tip,
            profile
        );
    }

    /// <summary>The plan as far as one cut: how the end stands when just that much has been cut.</summary>
    public static StripPlan After(Recipe recipe, Cut cut) =>
        For(recipe with { Cuts = [.. recipe.Cuts.TakeWhile(c => c.Id != cut.Id), cut], Marks = null, Cleave = null }, isRecleave: false);

    public PenMark? MarkOf(string id) => Marks.FirstOrDefault(m => m.Id == id);

    private static PenMark MarkOf(Cut cut, Length position, EdgeWalk walk)
    {
        var isOnLine = cut.From != Edge.Entry && cut.Makes != Edge.Tip;
        var outer = isOnLine && cut.Makes is { } made && walk.Outside(made) is { } edge ? new OuterDistance(edge, walk.Find(edge)!.Value - position) : null;
        var bites = position > Length.Zero && cut.Makes is Edge.BufferEdge or Edge.CoatingEdge ? Bites.Of(position, cut.Bite) : [];
        return new PenMark(
            cut.Id,
            position,
            cut.From,
            EdgeWalk.TowardOf(cut),
            cut.Length!.Value,
            cut.Tolerance,
            isOnLine ? position : null,
            outer,
            bites,
            cut,
            cut.AtLeast,
            cut.Standing
        );
    }

    /// <summary>True when something lies over the buffer that a re-cleave must redo.</summary>
    private static bool IsCovered(Recipe recipe) => recipe.Cuts.Any(c => c.Makes is Edge.JacketEdge or Edge.SheathEdge or Edge.TubeEdge or Edge.Tip);

    private static IReadOnlyList<Cut> RecleaveCuts(Recipe recipe)
    {
        var cleave = recipe.Cleave ?? throw new InvalidOperationException($"Recipe {recipe.Id} does not cleave, so it cannot re-cleave.");
        return IsCovered(recipe)
            ? recipe.Cuts
            : [recipe.Cuts.Last(c => c.BaresGlass) with { From = Edge.Tip, Toward = null, Length = cleave.Length + cleave.Holds }];
    }
}

/// <summary>A mark to make.</summary>
/// <param name="Id">Of its cut, or of the mark that cuts nothing.</param>
/// <param name="At">Where it stands from T0; of a mark from the entry, how far it is from there.</param>
/// <param name="Length">As the recipe gives it, from <paramref name="From"/>.</param>
/// <param name="FromTip">The same mark measured from the tip as it is when the mark is made; null when it is not on the line of the end.</param>
/// <param name="FromOuter">The same mark measured from the edge of the layer outside it, and which edge that is; null where there is none.</param>
/// <param name="Bites">The bites that reach it, tip side first; empty for a mark that cuts nothing.</param>
/// <param name="AtLeast">The length is a least: more is good.</param>
public sealed record PenMark(
    string Id,
    Length At,
    Edge From,
    Toward Toward,
    Length Length,
    Length Tolerance,
    Length? FromTip,
    OuterDistance? FromOuter,
    IReadOnlyList<Length> Bites,
    Cut? Cut = null,
    bool AtLeast = false,
    FigureStanding? Standing = null
);

/// <summary>How far a mark is from the edge of the layer outside it, toward the tip.</summary>
public sealed record OuterDistance(Edge Edge, Length Length);

/// <summary>The end when it is ready. A distance that the cable build does not have is null.</summary>
/// <param name="Aramid">Beyond the jacket's edge.</param>
/// <param name="Buffer">Beyond the jacket's edge, or beyond the sheath's where there is no jacket.</param>
/// <param name="Coating">Beyond the tube's edge.</param>
/// <param name="Stripped">Bare glass before the cleave.</param>
/// <param name="Tip">Of the glass when ready, beyond the outermost edge.</param>
public sealed record ReadyEnd(Length? Aramid, Length? Buffer, Length? Coating, Length Stripped, Length Glass, Length Tip)
{
    internal static ReadyEnd Of(EdgeWalk walk, Cleave? cleave)
    {
        var tip = cleave is null ? Length.Zero : walk.Bare - cleave.Length;
        var jacket = walk.Find(Edge.JacketEdge) ?? walk.Find(Edge.SheathEdge);
        var outermost = EdgeWalk.Inward.Select(walk.Find).OfType<Length>().DefaultIfEmpty(walk.Bare).First();
        return new ReadyEnd(
            jacket - walk.AramidEnd,
            jacket - walk.Find(Edge.BufferEdge),
            walk.Find(Edge.TubeEdge) - walk.Find(Edge.CoatingEdge),
            walk.Bare,
            walk.Bare - tip,
            (walk.Find(Edge.JacketEdge) ?? outermost) - tip
        );
    }
}
