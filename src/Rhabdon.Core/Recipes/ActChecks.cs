using Rhabdon.Core.Catalog;
using Rhabdon.Core.Phrases;

namespace Rhabdon.Core.Recipes;

/// <summary>
/// Whether the order of what the hand does makes a connector: nothing goes on that has no place later, no cap is in the way, nothing is polished before it is
/// scribed. Each way of working the recipe is walked once. A recipe whose steps tell no acts is not judged by them.
/// </summary>
internal static class ActChecks
{
    /// <summary>The practice choice whose options <c>before-scribe</c> and <c>after-scribe</c> say where the crimp belongs.</summary>
    private const string CrimpChoice = "crimp";

    public static IEnumerable<RecipeFault> Faults(Recipe recipe) =>
        recipe.Steps.All(s => s.Acts is null)
            ? []
            : Ways(recipe).SelectMany(way => OfWay(recipe, way.Worked, way.Technique)).DistinctBy(f => (f.Place, f.Says));

    private static IEnumerable<(Recipe Worked, Technique Technique)> Ways(Recipe recipe) =>
        RecipeCheck
            .Ways(recipe)
            .SelectMany(_ => recipe.Serves.Connectors, (way, connector) => (recipe.For(way.Build, way.Technique, connector: connector), way.Technique));

    private static IEnumerable<RecipeFault> OfWay(Recipe recipe, Recipe worked, Technique technique)
    {
        var acts = worked.Steps.SelectMany(s => s.Acts ?? [], (step, act) => new Done(recipe.IndexOf(step.Id), act)).ToList();
        return OfCaps(worked, acts)
            .Concat(OfPairs(acts))
            .Concat(OfParts(recipe, worked, acts))
            .Concat(OfOrder(acts, technique.Of(recipe, CrimpChoice)))
            .Concat(OfAramid(worked, acts));
    }

    // Glass goes in where the rear cap was, light goes in where the front cap was, and what is finished is covered.
    private static IEnumerable<RecipeFault> OfCaps(Recipe worked, List<Done> acts)
    {
        if (worked.Caps is not { } caps)
        {
            yield break;
        }

        var on = caps.ToHashSet();
        foreach (var (step, act) in acts)
        {
            switch (act)
            {
                case { Does: ActKind.CapOff or ActKind.CapOn, Of: var named } when CapOf(named ?? string.Empty) is null:
                    yield return At(step, PhraseKeys.Recipe.NoCap, ("cap", named ?? "-"));
                    break;
                case { Does: ActKind.CapOff, Of: { } cap }:
                    on.Remove(CapOf(cap)!.Value);
                    break;
                case { Does: ActKind.CapOn, Of: { } cap }:
                    on.Add(CapOf(cap)!.Value);
                    break;
                case { Does: ActKind.Insert } when on.Contains(Cap.Rear):
                    yield return At(step, PhraseKeys.Recipe.RearCapOn);
                    break;
                case { Does: ActKind.LightOn } when on.Contains(Cap.Front):
                    yield return At(step, PhraseKeys.Recipe.FrontCapOn);
                    break;
                default:
                    break;
            }
        }

        if (!on.Contains(Cap.Front))
        {
            yield return RecipeCheck.Fault("steps", PhraseKeys.Recipe.Uncapped);
        }
    }

    // What holds the connector or the cable only while it is made must let go of it.
    private static IEnumerable<RecipeFault> OfPairs(List<Done> acts)
    {
        foreach (
            var (begins, ends, says) in ((ActKind, ActKind, string)[])
                [
                    (ActKind.ClampOn, ActKind.ClampOff, PhraseKeys.Recipe.ClampStays),
                    (ActKind.ToolLoad, ActKind.ToolUnload, PhraseKeys.Recipe.ToolStays),
                    (ActKind.LightOn, ActKind.LightOff, PhraseKeys.Recipe.LightStays),
                ]
        )
        {
            if (acts.FindLastIndex(d => d.Act.Does == begins) is >= 0 and var at && !acts.Skip(at).Any(d => d.Act.Does == ends))
            {
                yield return At(acts[at].Step, says);
            }
        }
    }

    private static IEnumerable<RecipeFault> OfParts(Recipe recipe, Recipe worked, List<Done> acts)
    {
        foreach (var part in worked.Parts)
        {
            var place = $"parts[{recipe.Parts.ToList().FindIndex(p => p.Id == part.Id)}].id";
            var loaded = acts.FindIndex(d => d.Act.Does == ActKind.Load && d.Act.Of == part.Id);
            if (loaded < 0)
            {
                yield return RecipeCheck.Fault(place, PhraseKeys.Recipe.NeverLoaded, ("part", part.Id));
            }
            else if (!acts.Skip(loaded).Any(d => d.Act.Of == part.Id && d.Act.Does is ActKind.Seat or ActKind.TakeOff or ActKind.Sleeve))
            {
                yield return RecipeCheck.Fault(place, PhraseKeys.Recipe.NeverSeated, ("part", part.Id));
            }
        }

        foreach (var (step, act) in acts.Where(d => d.Act.Does is ActKind.Load or ActKind.Seat && !recipe.Parts.Any(p => p.Id == d.Act.Of)))
        {
            yield return At(step, PhraseKeys.Recipe.NoPart, ("part", act.Of ?? "-"));
        }
    }

    private static IEnumerable<RecipeFault> OfOrder(List<Done> acts, string crimpChosen)
    {
        var scribe = acts.FindIndex(d => d.Act.Does == ActKind.Scribe);
        var polish = acts.FindIndex(d => d.Act.Does == ActKind.Polish);
        if (polish >= 0 && polish < scribe)
        {
            yield return At(acts[polish].Step, PhraseKeys.Recipe.PolishFirst);
        }

        var crimp = acts.FindIndex(d => d.Act.Does == ActKind.Crimp);
        if (scribe >= 0 && crimp >= 0 && (crimpChosen == "before-scribe" ? crimp > scribe : crimpChosen == "after-scribe" && crimp < scribe))
        {
            yield return At(acts[crimp].Step, PhraseKeys.Recipe.CrimpOrder);
        }
    }

    // Aramid takes the pull only where something holds it.
    private static IEnumerable<RecipeFault> OfAramid(Recipe worked, List<Done> acts)
    {
        if (
            worked.Cuts.Any(c => c.Layers.Contains(Layer.Jacket))
            && !acts.Exists(d => d.Act is { Of: "aramid", Does: ActKind.Crimp or ActKind.Cut or ActKind.Pull })
        )
        {
            yield return RecipeCheck.Fault("steps", PhraseKeys.Recipe.AramidLoose);
        }
    }

    private static Cap? CapOf(string name) =>
        name switch
        {
            "front" => Cap.Front,
            "rear" => Cap.Rear,
            _ => null,
        };

    private static RecipeFault At(int step, string key, params ReadOnlySpan<(string Name, string Value)> args) =>
        RecipeCheck.Fault($"steps[{step}].acts", key, args);

    /// <param name="Step">Its index in the whole recipe.</param>
    private sealed record Done(int Step, Act Act);
}
