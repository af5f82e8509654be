using Rhabdon.Core.Catalog;
using Rhabdon.Core.Recipes;

namespace Rhabdon.Core.Preparation;

/// <summary>
/// Where lengths are measured from. Some measure everything from the tip, some each layer from the edge of the one outside it; the same glass is meant,
/// and the two are never mixed silently. A recipe that leaves it open has the practice choice <c>measure</c>: <c>given</c>, <c>tip</c> or <c>edge</c>.
/// </summary>
public static class Measuring
{
    public const string Choice = "measure";

    /// <summary>The recipe as it is worked on a build in a technique, its cuts told as that technique measures them.</summary>
    public static Recipe Worked(
        Recipe recipe,
        CableBuild build,
        Technique technique,
        FiberGrade? grade = null,
        ConnectorType? connector = null,
        int? positions = null
    )
    {
        var worked = recipe.For(build, technique, grade, connector, positions);
        if (technique.Of(recipe, Choice) is not ("tip" or "edge") || worked.FromTheSheet.Count > 0)
        {
            return worked;
        }

        var plan = StripPlan.For(worked, isRecleave: false);
        var isFromTip = technique.Of(recipe, Choice) == "tip";
        return worked with { Cuts = [.. worked.Cuts.Zip(plan.Marks, (cut, mark) => isFromTip ? FromTip(cut, mark) : FromOuter(cut, mark))] };
    }

    private static Cut FromTip(Cut cut, PenMark mark) => mark.FromTip is { } length ? cut with { From = Edge.Tip, Toward = null, Length = length } : cut;

    private static Cut FromOuter(Cut cut, PenMark mark) =>
        mark.FromOuter is { } outer ? cut with { From = outer.Edge, Toward = null, Length = outer.Length } : cut;
}
