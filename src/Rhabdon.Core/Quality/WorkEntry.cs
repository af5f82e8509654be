using Rhabdon.Core.Bench;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Tools;
using Rhabdon.Core.Verification;

namespace Rhabdon.Core.Quality;

/// <summary>
/// One piece of work on one strand that counts, with all that schedule, quality and cost reckon with: a step done, trouble, an action taken.
/// </summary>
/// <param name="Method">Of the recipe: <c>wedge-lock</c>, ...</param>
/// <param name="Step">Null for what belongs to no step.</param>
/// <param name="Reads">What was read, if anything was.</param>
/// <param name="Value">The reading as a number in its kind's unit (mm, °, dB, dBm, °C, s, strokes); null where it is none.</param>
/// <param name="Choice">The answer that was chosen or the text that was given.</param>
/// <param name="Sign">The cause: of trouble, or of the action taken.</param>
/// <param name="Seconds">
/// Since the same person's entry before it on this strand; null where there is none, or where it is more than <see cref="Pause"/> ago.
/// </param>
/// <param name="Strands">How many strands the act was about: its time is theirs together.</param>
/// <param name="Outcome">How the attempt ended, on the entry that ended it.</param>
/// <param name="Uses">The tools and lots it was done with.</param>
public sealed record WorkEntry(
    Guid Strand,
    Guid Event,
    DateTimeOffset At,
    string Kind,
    Guid Actor,
    string Method,
    RecipeRef Recipe,
    int Attempt,
    int Try,
    string? Step,
    ReadingKind? Reads,
    decimal? Value,
    string? Choice,
    ReadingGrade? Verdict,
    string? Sign,
    string? Action,
    int? Seconds,
    int Strands,
    AttemptOutcome? Outcome,
    IReadOnlyList<GearUse> Uses
)
{
    /// <summary>A longer time between two entries is a pause and not work (ours: an hour is longer than any cure that hands wait for).</summary>
    public static readonly TimeSpan Pause = TimeSpan.FromHours(1);

    /// <summary>What an append changes: entries that are no more, or stand otherwise now, and the entries in their place and after them.</summary>
    /// <param name="before">Null for everything.</param>
    public static (IReadOnlyList<Guid> Gone, IReadOnlyList<WorkEntry> New) Changes(FoldedTermination? before, FoldedTermination after)
    {
        var (held, history) = (before?.History ?? [], after.History);
        var same = 0;
        while (same < held.Count && same < history.Count && (ReferenceEquals(held[same], history[same]) || held[same] == history[same]))
        {
            same++;
        }

        // An attempt that was over goes on again, or no longer does: whether the entry before it ended the attempt is said anew.
        if (held.Skip(same).Concat(history.Skip(same)).Any(h => h.Event.Body is Reopened))
        {
            same = history.Take(same).ToList().FindLastIndex(h => h.Effect == EntryEffect.Counts && h.Event.Body.IsWork());
        }

        var further = Of(after, Math.Max(0, same)).ToList();
        var stays = further.Select(e => e.Event).ToHashSet();
        return ([.. held.Skip(Math.Max(0, same)).Select(h => h.Event.Id).Where(id => !stays.Contains(id))], further);
    }

    private static IEnumerable<WorkEntry> Of(FoldedTermination stream, int from)
    {
        var history = stream.History;
        for (var index = from; index < history.Count; index++)
        {
            var entry = history[index];
            if (entry.Effect == EntryEffect.Counts && entry.Event.Body.IsWork() && stream.State is { Worked: { } worked, Recipe: { } recipe })
            {
                yield return Of(stream, index, worked, entry.Event.Recipe ?? recipe);
            }
        }
    }

    private static WorkEntry Of(FoldedTermination stream, int index, Recipe worked, RecipeRef recipe)
    {
        var happened = stream.History[index].Event;
        var done = happened.Body as StepDone;
        var (attempt, tryNumber, step) = PlaceOf(happened.Body);
        return new WorkEntry(
            stream.Id,
            happened.Id,
            happened.When,
            happened.Body.Kind,
            happened.Actor,
            worked.Serves.Method,
            recipe,
            attempt,
            tryNumber,
            step,
            done?.Reading?.Value?.Kind,
            done?.Reading?.Value is { } value ? NumberOf(value) : null,
            done?.Reading?.Choice ?? done?.Reading?.Text,
            done?.Verdict?.Grade,
            done?.Verdict?.Sign ?? (happened.Body as TroubleFound)?.Sign ?? (happened.Body as Reopened)?.Sign ?? (happened.Body as ActionChosen)?.Sign,
            (happened.Body as ActionChosen)?.Action,
            SecondsBefore(stream.History, index),
            happened.About.Count,
            EndsAttempt(stream, index, attempt),
            UsesOf(happened, worked, stream.Id)
        );
    }

    // The same empty list for all that were done with nothing: two entries that say the same are equal.
    private static IReadOnlyList<GearUse> UsesOf(BenchEvent happened, Recipe worked, Guid strand) =>
        happened.With is null ? [] : [.. GearUse.Of(happened, worked, strand)];

    private static decimal? NumberOf(ReadingValue value) =>
        value switch
        {
            ReadingValue.OfLength l => l.Length.Millimeters,
            ReadingValue.OfAngle a => a.Angle.Amount,
            ReadingValue.OfAngles a => a.Angles.Worse.Amount,
            ReadingValue.OfLoss l => l.Loss.Amount,
            ReadingValue.OfReflectance r => r.Reflectance.Amount,
            ReadingValue.OfPower p => p.Power.Amount,
            ReadingValue.OfTemperature t => t.Temperature.Amount,
            ReadingValue.OfDuration d => d.Seconds,
            ReadingValue.OfCount c => c.Count,
            _ => null,
        };

    private static int? SecondsBefore(IReadOnlyList<HistoryEntry> history, int index)
    {
        var happened = history[index].Event;
        for (var earlier = index - 1; earlier >= 0; earlier--)
        {
            var before = history[earlier].Event;
            if (before.Actor == happened.Actor && before.Body.IsWork())
            {
                var between = happened.When - before.When;
                return between >= TimeSpan.Zero && between <= Pause ? (int)between.TotalSeconds : null;
            }
        }

        return null;
    }

    // The last entry of an attempt that is over is the one that ended it.
    private static AttemptOutcome? EndsAttempt(FoldedTermination stream, int index, int attempt)
    {
        if (stream.State.Attempts.FirstOrDefault(a => a.Number == attempt) is not { Outcome: not AttemptOutcome.Open } over)
        {
            return null;
        }

        for (var later = index + 1; later < stream.History.Count; later++)
        {
            if (stream.History[later] is { Effect: EntryEffect.Counts } entry && entry.Event.Body.IsWork() && PlaceOf(entry.Event.Body).Attempt == attempt)
            {
                return null;
            }
        }

        return over.Outcome;
    }

    private static (int Attempt, int Try, string? Step) PlaceOf(EventBody body) =>
        body switch
        {
            StepDone done => (done.Attempt, done.Try, done.Step),
            TroubleFound trouble => (trouble.Attempt, trouble.Try, trouble.Step),
            ActionChosen action => (action.Attempt, action.Try, null),
            Reopened reopened => (reopened.Attempt, 1, null),
            ClockStarted clock => (clock.Attempt, clock.Try, clock.Step),
            _ => (1, 1, null),
        };
}
