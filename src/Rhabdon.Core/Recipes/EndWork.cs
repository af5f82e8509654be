using System.Text.Json.Serialization;
using Rhabdon.Core.Catalog;

namespace Rhabdon.Core.Recipes;

/// <summary>
/// The steps of a recipe that are done once for the cable's end, or the module, and all the strands it holds: they are no strand's, but the end's own work.
/// </summary>
/// <param name="Title">What is worked at: <c>Cable end</c>, <c>Module</c>.</param>
/// <param name="IsFirst">No strand begins before what comes before the strands is done: a module's route is marked with its ribbons laid in.</param>
/// <param name="By">The shared steps that are written in when the recipe is published; null where the recipe tells its own.</param>
public sealed record EndWork(Wording Title, [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingDefault)] bool IsFirst = false, string? By = null);

/// <summary>What is done at a cable's end, before its strands and after them.</summary>
public sealed record EndSteps(IReadOnlyList<Step> Before, IReadOnlyList<Step> After)
{
    public IEnumerable<Step> All => Before.Concat(After);
}

/// <summary>Steps at a cable's end that recipes share.</summary>
/// <param name="FormatVersion">1.</param>
public sealed record EndSequence(int FormatVersion, string Id, IReadOnlyList<Stage> Stages, IReadOnlyList<Step> Before, IReadOnlyList<Step> After);

public static class EndSequences
{
    /// <summary>The recipe with the steps that it shares with others in place, around its own. A recipe that refers to none is returned as it is.</summary>
    /// <exception cref="KeyNotFoundException">There are no such steps.</exception>
    public static Recipe With(this Recipe recipe, IReadOnlyCollection<EndSequence> sequences)
    {
        if (recipe.EndWork?.By is not { } wanted)
        {
            return recipe;
        }

        var shared = sequences.FirstOrDefault(s => s.Id == wanted) ?? throw new KeyNotFoundException($"There are no steps of a cable end {wanted}.");
        var (before, after) = (OnServed(recipe, shared.Before), OnServed(recipe, shared.After));
        return recipe with
        {
            EndWork = recipe.EndWork with { By = null },
            Stages = [.. shared.Stages.Where(s => Holds(before, s)), .. recipe.Stages, .. shared.Stages.Where(s => Holds(after, s))],
            Steps = [.. before, .. recipe.Steps, .. after],
        };
    }

    /// <summary>What is done at the end of a cable of this build; nothing for a recipe that leaves it to the strands.</summary>
    public static EndSteps OfTheEnd(this Recipe recipe, CableBuild build, Technique technique, FiberGrade? grade = null)
    {
        var strands = recipe.Steps.ToList().FindIndex(s => s.Once is null or Once.Pair);
        var its = recipe
            .Steps.Index()
            .Where(s => recipe.EndWork is not null && s.Item.Once == Once.CableEnd && s.Item.When?.Holds(build, technique, recipe, grade, null) != false)
            .ToLookup(s => s.Index < strands, s => s.Item);
        return new EndSteps([.. its[true]], [.. its[false]]);
    }

    // Only what is done on a build that the recipe serves, and said of those builds alone.
    private static List<Step> OnServed(Recipe recipe, IReadOnlyList<Step> steps) =>
        [
            .. from step in steps
            let builds = step.When?.Builds?.Intersect(recipe.Serves.Builds).ToList()
            where builds is not { Count: 0 }
            select builds is null || builds.Count == recipe.Serves.Builds.Count ? step with { When = null } : step with { When = new Condition(builds) },
        ];

    private static bool Holds(IReadOnlyList<Step> steps, Stage stage) => steps.Any(s => s.Stage == stage.Id);
}
