namespace Rhabdon.Core.Recipes;

/// <summary>Steps that are done once for a session's work: what they are called where they are asked and answered, and which of them stand.</summary>
/// <param name="Said">When each was said to be done, by what it is called; only what still holds by hours and place.</param>
public sealed record SessionSteps(IReadOnlyDictionary<string, DateTimeOffset> Said, DateTimeOffset Now)
{
    /// <summary>What a step is asked and answered by.</summary>
    public static string ItemOf(Recipe recipe, Step step) => $"step {recipe.Id} {step.Id}";

    /// <summary>The ids of the recipe and the step that an item is of; null for any other item.</summary>
    public static (string? Recipe, string? Step) StepIn(string item) => item.Split(' ') is ["step", var recipe, var step] ? (recipe, step) : (null, null);

    /// <summary>
    /// True for one that is asked before any work: a machine made ready. What comes between the work, as a syringe that is filled for a batch, is asked there.
    /// </summary>
    public static bool IsAskedBefore(Recipe recipe, Step step) =>
        step.Once == Once.Session && recipe.Steps.TakeWhile(s => s != step).All(s => s.Once == Once.Session);

    /// <summary>True for one whose doing is told to the session: it is asked before any work, or a time runs from it on.</summary>
    public static bool IsTold(Recipe recipe, Step step) => IsAskedBefore(recipe, step) || (step.Once == Once.Session && step.Starts is not null);

    /// <summary>True where it need not be done again: said in this session's work, and a mix still within its pot life.</summary>
    public bool Stands(Recipe recipe, Step step) =>
        step.Once == Once.Session
        && Said.TryGetValue(ItemOf(recipe, step), out var at)
        && (IsAskedBefore(recipe, step) || (step.Starts is { } starts && at.AddSeconds(starts.Seconds) > Now));
}
