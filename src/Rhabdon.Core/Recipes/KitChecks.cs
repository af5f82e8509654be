using Rhabdon.Core.Catalog;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Units;

namespace Rhabdon.Core.Recipes;

/// <summary>Whether what a recipe uses up, holds at once and joins is known and possible.</summary>
internal static class KitChecks
{
    public static IEnumerable<RecipeFault> Faults(Recipe recipe) =>
        OfParts(recipe)
            .Concat(OfConsumption(recipe))
            .Concat(OfKit(recipe))
            .Concat(OfCapacities(recipe))
            .Concat(recipe.Joint is { } joint ? OfJoint(joint) : []);

    private static IEnumerable<RecipeFault> OfParts(Recipe recipe)
    {
        for (var index = 0; index < recipe.Parts.Count; index++)
        {
            if (recipe.Parts[index].When is { } when && when != "first" && recipe.IndexOf(when) < 0)
            {
                yield return RecipeCheck.Fault($"parts[{index}].when", PhraseKeys.Recipe.NoStep, ("step", when));
            }
        }
    }

    private static IEnumerable<RecipeFault> OfKit(Recipe recipe)
    {
        var kit = recipe.Kit ?? [];
        for (var index = 0; index < kit.Count; index++)
        {
            if (kit[index].Count < 1 || kit[index].Among < 1)
            {
                yield return RecipeCheck.Fault($"kit[{index}].count", PhraseKeys.Recipe.AboveZero);
            }

            if (kit[index] is { NeededFor: { } act } item && !recipe.Steps.Any(item.IsNeededAt) && recipe.Polishing is null)
            {
                yield return RecipeCheck.Fault($"kit[{index}].neededFor", PhraseKeys.Recipe.NoAct, ("act", act.Does.ToString()));
            }

            if (string.IsNullOrWhiteSpace(kit[index].Title.In("en")))
            {
                yield return RecipeCheck.Fault($"kit[{index}].title", PhraseKeys.Recipe.NoWords);
            }
        }
    }

    private static IEnumerable<RecipeFault> OfConsumption(Recipe recipe)
    {
        var consumes = recipe.Consumes ?? [];
        for (var index = 0; index < consumes.Count; index++)
        {
            var (used, place) = (consumes[index], $"consumes[{index}]");
            if (!Catalogs.All.Consumables.Contains(used.Consumable))
            {
                yield return RecipeCheck.Fault($"{place}.consumable", PhraseKeys.Recipe.NoConsumable, ("consumable", used.Consumable));
            }

            if (!Catalogs.All.Units.Contains(used.Unit))
            {
                yield return RecipeCheck.Fault($"{place}.unit", PhraseKeys.Recipe.NoUnit, ("units", string.Join(", ", Catalogs.All.Units)));
            }

            if (used.Amount <= 0)
            {
                yield return RecipeCheck.Fault($"{place}.amount", PhraseKeys.Recipe.AboveZero);
            }

            if (used.Every < 1)
            {
                yield return RecipeCheck.Fault($"{place}.every", PhraseKeys.Recipe.AboveZero);
            }
        }
    }

    private static IEnumerable<RecipeFault> OfCapacities(Recipe recipe)
    {
        var capacities = recipe.Capacities ?? [];
        for (var index = 0; index < capacities.Count; index++)
        {
            if (!Catalogs.All.Capacities.Contains(capacities[index].Of))
            {
                yield return RecipeCheck.Fault($"capacities[{index}].of", PhraseKeys.Recipe.NoCapacity, ("of", capacities[index].Of));
            }

            if (capacities[index].Places < 1)
            {
                yield return RecipeCheck.Fault($"capacities[{index}].places", PhraseKeys.Recipe.AboveZero);
            }
        }

        if (recipe.Together is < 2 or > 24)
        {
            yield return RecipeCheck.Fault("together", PhraseKeys.Recipe.Together);
        }
    }

    private static IEnumerable<RecipeFault> OfJoint(Joint joint)
    {
        if (joint.Stop <= Length.Zero)
        {
            yield return RecipeCheck.Fault("joint.stop", PhraseKeys.Recipe.AboveZero);
        }

        if (joint.Stub <= joint.Stop)
        {
            yield return RecipeCheck.Fault("joint.stub", PhraseKeys.Recipe.StubBehindStop);
        }

        if (joint.StopTolerance <= Length.Zero || joint.StubTolerance <= Length.Zero)
        {
            yield return RecipeCheck.Fault("joint", PhraseKeys.Recipe.Tolerance);
        }

        if (joint.BowLeast < Length.Zero || joint.BowMost <= joint.BowLeast)
        {
            yield return RecipeCheck.Fault("joint.bowMost", PhraseKeys.Recipe.Bow);
        }
    }
}
