using System.Globalization;
using Rhabdon.Core.Bench;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Recipes;

namespace Rhabdon.Core.Timing;

/// <summary>What an interruption may have spoiled on a strand, told before its next step is done.</summary>
public static class Spoilage
{
    // Adhesive with its primer on sets in about a minute; after so long a look comes first (ours). A mix has its pot life instead.
    private static readonly TimeSpan Longest = TimeSpan.FromMinutes(2);

    /// <returns>Null where nothing can have spoiled, as far as is known.</returns>
    /// <param name="standing">What was said to be done once; null where nobody knows.</param>
    public static Phrase? Of(TerminationState state, DateTimeOffset now, SessionSteps? standing = null)
    {
        if (state is not { Worked: { } worked, StepToDo: { } step, Trouble: null, Clock: null })
        {
            return null;
        }

        var done = state.Attempts.Count == 0 ? [] : state.Attempts[^1].Tries.SelectMany(t => t.Steps).ToList();
        if (
            step.Within is { } mix
            && MixedAt(mix) is { } since
            && worked.Steps.First(s => s.Id == mix).Starts is { } life
            && since.AddSeconds(life.Seconds) < now
        )
        {
            return Phrase.Of(PhraseKeys.Now.PotLifeOver);
        }

        var waited = done.Count == 0 ? TimeSpan.Zero : now - done[^1].At;
        return step is { AtOnce: true, Within: null } && waited > Longest && IsWet(worked, state.StepIndex)
            ? Phrase.Of(PhraseKeys.Now.Spoiling, ("minutes", ((int)waited.TotalMinutes).ToString(CultureInfo.InvariantCulture)))
            : null;

        DateTimeOffset? MixedAt(string once) =>
            standing?.Said.TryGetValue(SessionSteps.ItemOf(worked, worked.Steps.First(s => s.Id == once)), out var said) == true
                ? said
                : done.LastOrDefault(s => s.Step == once && !s.IsPassed)?.At;
    }

    // Adhesive is in the connector or primer on the glass, and the fiber is not yet held by it.
    private static bool IsWet(Recipe worked, int at) =>
        worked.Steps.Take(at).Any(s => s.Acts?.Any(a => a.Does is ActKind.Fill or ActKind.Prime) == true)
        && worked.Steps[at].Acts?.Any(a => a.Does is ActKind.Insert or ActKind.Hold) == true;
}
