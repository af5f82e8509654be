using Rhabdon.Core.Catalog;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Units;

namespace Rhabdon.Core.Recipes;

/// <summary>Whether a recipe's lengths are sane by themselves, and its edges in order however it is worked.</summary>
internal static class LengthChecks
{
    // No cable end is stripped further than this; a longer figure is a slip of the unit.
    private static readonly Length Longest = Length.Mm(2_000);

    // No stripper bites less.
    private static readonly Length LeastBite = Length.Mm(1);

    public static IEnumerable<RecipeFault> Faults(Recipe recipe)
    {
        var alone = recipe
            .Cuts.SelectMany((cut, index) => OfCut(cut, $"cuts[{index}]"))
            .Concat((recipe.Marks ?? []).SelectMany((mark, index) => Sane($"marks[{index}]", mark.Length, mark.Tolerance, false)))
            .Concat(recipe.Cleave is { } cleave ? Sane("cleave", cleave.Length, cleave.Tolerance, false) : [])
            .Concat(recipe.Cleave is { } held ? Bounded("cleave.holds", held.Holds) : [])
            .Concat(Bounded("body.frontOfTip", recipe.Body.FrontOfTip))
            .Concat(Bounded("body.backOfBufferEdge", recipe.Body.BackOfBufferEdge))
            .Concat(recipe.Steps.SelectMany((step, index) => step.Dimension?.Length is { } given ? Bounded($"steps[{index}].dimension.length", given) : []))
            .Concat(RecipeCheck.Twice("cuts", [.. recipe.Cuts.Select(c => c.Id)]))
            .Concat(RecipeCheck.Twice("marks", [.. (recipe.Marks ?? []).Select(m => m.Id)]))
            .ToList();
        return alone.Count > 0 || recipe.FromTheSheet.Count > 0 ? alone : InOrder(recipe);
    }

    private static IEnumerable<RecipeFault> OfCut(Cut cut, string place)
    {
        // Aramid may be cut flush with the edge outside it.
        foreach (var fault in Sane(place, cut.Length, cut.Tolerance, cut.Makes is null))
        {
            yield return fault;
        }

        if (cut.Layers.Count == 0)
        {
            yield return RecipeCheck.Fault($"{place}.layers", PhraseKeys.Recipe.NoLayer);
        }

        if (cut.Bite is { } bite && bite < LeastBite)
        {
            yield return RecipeCheck.Fault($"{place}.bite", PhraseKeys.Recipe.Bite, ("least", LeastBite.ToString()));
        }
    }

    private static IEnumerable<RecipeFault> Bounded(string place, Length length) =>
        length > Longest ? [RecipeCheck.Fault(place, PhraseKeys.Recipe.TooLong, ("most", Longest.ToString()))] : [];

    private static IEnumerable<RecipeFault> Sane(string place, Length? length, Length tolerance, bool mayBeZero)
    {
        if (length < Length.Zero || (length == Length.Zero && !mayBeZero))
        {
            yield return RecipeCheck.Fault($"{place}.length", PhraseKeys.Recipe.AboveZero);
        }

        if (length > Longest)
        {
            yield return RecipeCheck.Fault($"{place}.length", PhraseKeys.Recipe.TooLong, ("most", Longest.ToString()));
        }

        if (tolerance <= Length.Zero || (length > Length.Zero && tolerance >= length))
        {
            yield return RecipeCheck.Fault($"{place}.tolerance", PhraseKeys.Recipe.Tolerance);
        }
    }

    // Each way of working is walked once; a fault is told once, however many ways have it.
    private static IEnumerable<RecipeFault> InOrder(Recipe recipe) =>
        RecipeCheck.Ways(recipe).SelectMany(way => OfWay(recipe, way.Build, way.Technique)).DistinctBy(f => (f.Place, f.Says.Key));

    private static IEnumerable<RecipeFault> OfWay(Recipe recipe, CableBuild build, Technique technique)
    {
        var (walk, worked) = (new EdgeWalk(), recipe.For(build, technique));
        foreach (var cut in worked.Cuts)
        {
            var place = $"cuts[{recipe.Cuts.ToList().FindIndex(c => c.Id == cut.Id)}]";
            if (walk.Find(cut.From) is null && !cut.Layers.Contains(Layer.Ribbon))
            {
                yield return RecipeCheck.Fault($"{place}.from", PhraseKeys.Recipe.NoEdgeYet, ("cut", cut.Id));
                yield break;
            }

            var position = walk.Make(cut);
            if (position < Length.Zero)
            {
                yield return RecipeCheck.Fault($"{place}.length", PhraseKeys.Recipe.BeyondTip);
            }

            if (cut.Makes is { } made && walk.Outside(made) is { } outer && walk.Find(outer) < position)
            {
                yield return RecipeCheck.Fault($"{place}.length", PhraseKeys.Recipe.Edges, ("cut", cut.Id));
            }
        }

        foreach (var mark in (worked.Marks ?? []).Where(m => walk.Find(m.From) is null))
        {
            yield return RecipeCheck.Fault(
                $"marks[{recipe.Marks!.ToList().FindIndex(m => m.Id == mark.Id)}].from",
                PhraseKeys.Recipe.NoEdgeYet,
                ("cut", mark.Id)
            );
        }

        if (walk.AramidEnd is { } aramid && aramid > (walk.Find(Edge.JacketEdge) ?? walk.Find(Edge.SheathEdge) ?? aramid))
        {
            yield return RecipeCheck.Fault(
                $"cuts[{recipe.Cuts.ToList().FindLastIndex(c => c.Layers.Contains(Layer.Aramid))}].length",
                PhraseKeys.Recipe.Aramid
            );
        }

        if (recipe.Cleave is { } cleave && cleave.Length + cleave.Holds > walk.Bare)
        {
            yield return RecipeCheck.Fault("cleave.length", PhraseKeys.Recipe.CleaveOutside, ("glass", walk.Bare.ToString()));
        }
    }
}
