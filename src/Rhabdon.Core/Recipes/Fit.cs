using Rhabdon.Core.Catalog;
using Rhabdon.Core.Phrases;

namespace Rhabdon.Core.Recipes;

/// <summary>Whether a recipe may be used for a connector on a cable, and why not.</summary>
public static class Fit
{
    /// <summary>Every reason against, each with the field it lies in: <c>connector</c>, <c>polish</c>, <c>build</c> or <c>grade</c>; empty when it fits.</summary>
    public static IReadOnlyList<(string Field, Phrase Says)> Faults(Recipe recipe, ConnectorType connector, Polish polish, CableBuild build, FiberGrade grade)
    {
        var (serves, faults) = (recipe.Serves, new List<(string, Phrase)>());
        if (!serves.Connectors.Contains(connector))
        {
            faults.Add(("connector", Phrase.Of("fit.makes", ("recipe", recipe.Id), ("what", string.Join(", ", serves.Connectors)))));
        }

        if (!serves.Polishes.Contains(polish))
        {
            faults.Add(("polish", polish == Polish.APC && serves.Method is "adhesive" or "hot-melt"
                ? Phrase.Of("fit.apc-by-hand")
                : Phrase.Of("fit.makes", ("recipe", recipe.Id), ("what", string.Join(", ", serves.Polishes)))));
        }

        if (!serves.Builds.Contains(build))
        {
            faults.Add(("build", Phrase.Of("fit.build", ("recipe", recipe.Id))));
        }

        if (!serves.Modes.Contains(grade.Mode()))
        {
            faults.Add(("grade", Phrase.Of("fit.mode", ("recipe", recipe.Id))));
        }

        return faults;
    }
}
