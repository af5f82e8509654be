using Rhabdon.Core.Catalog;
using Rhabdon.Core.Units;

namespace Rhabdon.Core.Recipes;

/// <summary>Whether what a recipe uses up, holds at once and joins is known and possible.</summary>
internal static class KitChecks
{
    public static IEnumerable<RecipeFault> Faults(Recipe recipe) =>
        OfParts(recipe).Concat(OfConsumption(recipe)).Concat(OfCapacities(recipe)).Concat(recipe.Joint is { } joint ? OfJoint(joint) : []);

    private static IEnumerable<RecipeFault> OfParts(Recipe recipe)
    {
        for (var index = 0; index < recipe.Parts.Count; index++)
        {
            if (recipe.Parts[index].When is { } when && when != "first" && recipe.IndexOf(when) < 0)
            {
                yield return RecipeCheck.Fault($"parts[{index}].when", "recipe.no-step", ("step", when));
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
                yield return RecipeCheck.Fault($"{place}.consumable", "recipe.no-consumable", ("consumable", used.Consumable));
            }

            if (!Catalogs.All.Units.Contains(used.Unit))
            {
                yield return RecipeCheck.Fault($"{place}.unit", "recipe.no-unit", ("units", string.Join(", ", Catalogs.All.Units)));
            }

            if (used.Amount <= 0)
            {
                yield return RecipeCheck.Fault($"{place}.amount", "recipe.above-zero");
            }

            if (used.Every < 1)
            {
                yield return RecipeCheck.Fault($"{place}.every", "recipe.above-zero");
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
                yield return RecipeCheck.Fault($"capacities[{index}].of", "recipe.no-capacity", ("of", capacities[index].Of));
            }

            if (capacities[index].Places < 1)
            {
                yield return RecipeCheck.Fault($"capacities[{index}].places", "recipe.above-zero");
            }
        }

        if (recipe.Together is < 2 or > 24)
        {
            yield return RecipeCheck.Fault("together", "recipe.together");
        }
    }

    private static IEnumerable<RecipeFault> OfJoint(Joint joint)
    {
        if (joint.Stop <= Length.Zero)
        {
            yield return RecipeCheck.Fault("joint.stop", "recipe.above-zero");
        }

        if (joint.Stub <= joint.Stop)
        {
            yield return RecipeCheck.Fault("joint.stub", "recipe.stub-behind-stop");
        }

        if (joint.StopTolerance <= Length.Zero || joint.StubTolerance <= Length.Zero)
        {
            yield return RecipeCheck.Fault("joint", "recipe.tolerance");
        }

        if (joint.BowLeast < Length.Zero || joint.BowMost <= joint.BowLeast)
        {
            yield return RecipeCheck.Fault("joint.bowMost", "recipe.bow");
        }
    }
}
