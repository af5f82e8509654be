using Rhabdon.Core.Recipes;
using Rhabdon.Core.Units;

namespace Rhabdon.Core.Preparation;

/// <summary>
/// What comes off the cable end and what is left, computed from the recipe. Positions are measured from the tip as it was before any cut (T0),
/// toward the closet.
/// </summary>
/// <param name="Strip">From T0 to the innermost edge: what a whole preparation takes.</param>
/// <param name="Glass">Bare glass beyond the buffer's edge when ready: cleaved, or all that was stripped.</param>
/// <param name="Scrap">Glass the cleave takes off; zero without a cleave.</param>
public sealed record StripPlan(IReadOnlyList<Mark> Marks, Length Strip, Length Glass, Length Scrap)
{
    /// <summary>The plan of a whole preparation, or of the shorter strip that a re-cleave needs (cleave length and what the cleaver holds).</summary>
    /// <exception cref="InvalidOperationException">A re-cleave is asked of a recipe that does not cleave.</exception>
    public static StripPlan For(Recipe recipe, bool isRecleave)
    {
        var cuts = isRecleave ? [RecleaveCut(recipe)] : recipe.Cuts;
        var edges = new Dictionary<Edge, Length> { [Edge.Tip] = Length.Zero };
        var marks = new List<Mark>(cuts.Count);
        foreach (var cut in cuts)
        {
            var at = edges[cut.From] + cut.Length;
            var outer = cut.Layers.Contains(Layer.Jacket) ? Edge.JacketEdge : Edge.BufferEdge;
            if (!cut.Layers.All(l => l == Layer.Aramid))
            {
                edges[outer] = at;
            }

            marks.Add(new Mark(cut, at, Bites.Of(cut.Length, cut.Bite)));
        }

        var strip = marks.Select(m => m.At).DefaultIfEmpty(Length.Zero).Max();
        var bare = edges.GetValueOrDefault(Edge.BufferEdge);
        var glass = recipe.Cleave?.Length ?? bare;
        return new StripPlan(marks, strip, glass, recipe.Cleave is null ? Length.Zero : bare - glass);
    }

    public Mark? MarkOf(string cut) => Marks.FirstOrDefault(m => m.Cut.Id == cut);

    private static Cut RecleaveCut(Recipe recipe)
    {
        var cleave = recipe.Cleave ?? throw new InvalidOperationException($"Recipe {recipe.Id} does not cleave, so it cannot re-cleave.");
        var buffer = recipe.Cuts.Last(c => c.Layers.Contains(Layer.Buffer));
        return buffer with { From = Edge.Tip, Length = cleave.Length + cleave.Holds };
    }
}

/// <summary>A mark to make: its cut, where it stands from T0, and the bites that reach it.</summary>
public sealed record Mark(Cut Cut, Length At, IReadOnlyList<Length> Bites);
