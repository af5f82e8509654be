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

    /// <summary>The last step of the work at which a sign is met: where it is read, or may be reported; else the last of all.</summary>
    public static Step MetAt(Recipe recipe, Symptom sign) =>
        recipe.Steps.LastOrDefault(s => s.Ask is { } ask && (ask.Sign == sign.Id || ask.Choices.Any(c => c.Sign == sign.Id)))
        ?? recipe.Steps.LastOrDefault(s => s.Id == sign.ReportableTo)
        ?? recipe.Steps[^1];
}
