using Rhabdon.Core.Recipes;

namespace Rhabdon.Core.Bench;

/// <summary>Which troubles an installer may report by hand, and where.</summary>
public static class ReportableSymptoms
{
    public static IEnumerable<Symptom> Reportable(Recipe recipe, ReworkLadder ladder, string step)
    {
        var here = recipe.IndexOf(step);
        return ladder.Signs.Where(s =>
            s.ReportableFrom is not null && s.ReportableTo is not null && recipe.IndexOf(s.ReportableFrom) <= here && here <= recipe.IndexOf(s.ReportableTo)
        );
    }
}
