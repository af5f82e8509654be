using Rhabdon.Core.Catalog;
using Rhabdon.Core.Phrases;

namespace Rhabdon.Core.Recipes;

/// <summary>How near a recipe comes to what is wanted at an end.</summary>
/// <param name="Reasons">Everything against it, each with the field it lies in; empty when it fits.</param>
public sealed record RecipeFit(PublishedRecipe Published, IReadOnlyList<(string Field, Phrase Says)> Reasons)
{
    public bool Fits => Reasons.Count == 0;
}

/// <summary>Which recipes make a connector on a cable; and where none does, the nearest that can, with what would have to be otherwise.</summary>
public static class NearestRecipes
{
    // What costs more to change is farther: the fiber lies in the building, the cable too; a connector is bought, a polish chosen.
    private static readonly Dictionary<string, int> Weights = new()
    {
        ["grade"] = 100,
        ["build"] = 30,
        ["connector"] = 12,
        ["polish"] = 5,
    };

    // Another kind of build altogether; nearer still than another connector.
    private const decimal FarthestKind = 10;

    /// <summary>Those that fit; or, where none does, the nearest ones.</summary>
    /// <param name="most">How many at most where none fits.</param>
    public static IReadOnlyList<RecipeFit> Of(IEnumerable<PublishedRecipe> recipes, Combination wanted, int most = 3)
    {
        var all = recipes
            .Select(r => new RecipeFit(r, CompatibilityCheck.Faults(r.Recipe, wanted)))
            .OrderBy(f => f.Reasons.Sum(r => Weights.GetValueOrDefault(r.Field, 1)) + Away(f.Published.Recipe, wanted.Build))
            .ThenBy(f => f.Published.Ref.Id, StringComparer.Ordinal)
            .ToList();
        return all.Exists(f => f.Fits) ? all.FindAll(f => f.Fits) : all[..Math.Min(most, all.Count)];
    }

    // Among recipes for other builds, one for the same kind of build is nearer, and of those the one for the nearest diameter.
    private static decimal Away(Recipe recipe, CableBuild build) =>
        recipe.Serves.Builds.Contains(build)
            ? 0
            : recipe.Serves.Builds.Min(b => Kind(b).Name == Kind(build).Name ? Math.Abs(Kind(b).Millimeters - Kind(build).Millimeters) : FarthestKind);

    private static (string Name, decimal Millimeters) Kind(CableBuild build) =>
        build switch
        {
            CableBuild.Cordage16 => ("cordage", 1.6m),
            CableBuild.Cordage20 => ("cordage", 2),
            CableBuild.Cordage30 => ("cordage", 3),
            CableBuild.TightBuffer900 => ("buffer", 0.9m),
            CableBuild.Furcation900 => ("buffer", 1),
            _ => (build.ToString(), 0),
        };
}
