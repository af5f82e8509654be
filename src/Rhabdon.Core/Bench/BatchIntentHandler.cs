using System.Globalization;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Units;

namespace Rhabdon.Core.Bench;

/// <summary>One event to be: its body, the recipe it is worked by, and every strand it concerns.</summary>
public sealed record SharedAct(EventBody Body, RecipeRef? Recipe, IReadOnlyList<TerminationState> Strands);

/// <summary>The acts that an intent for several strands comes to, or why it makes none.</summary>
/// <param name="At">The strand at which the fault lies.</param>
public sealed record BatchAnswer(IReadOnlyList<SharedAct> Acts, BenchFault? Fault = null, Guid? At = null);

/// <summary>What one person does to several strands at once. Strands that stand alike share one event; all are done or none.</summary>
public static class BatchIntentHandler
{
    public static BatchAnswer Answer(IReadOnlyList<FoldedTermination> streams, RecipeBook book, BenchIntent intent, LengthUnit unit, DateTimeOffset? now = null)
    {
        var states = streams.Select(s => s.State).ToList();
        if (PartOfARibbon(states, book, intent) is { } part)
        {
            return part;
        }

        if (intent is DoneWith { Face: not null } && states.Count > 1)
        {
            return new BatchAnswer([], new BenchFault("face", Phrase.Of(PhraseKeys.Bench.OneFace)));
        }

        var answers = new List<(TerminationState State, EventBody Body, RecipeRef? Recipe)>(states.Count);
        foreach (var stream in streams)
        {
            var state = stream.State;
            var answer = IntentHandler.Answer(stream, book, intent, unit, now);
            if (answer.Fault is { } fault)
            {
                return new BatchAnswer([], fault, state.Termination);
            }

            answers.Add((state, answer.Body!, state.Recipe ?? book.Latest(state.Plan?.RecipeId ?? string.Empty)?.Ref));
        }

        return new BatchAnswer([.. answers.GroupBy(a => (a.Body, a.Recipe), a => a.State).Select(g => new SharedAct(g.Key.Body, g.Key.Recipe, [.. g]))]);
    }

    // A ribbon begins whole; from there on the queue takes its strands together.
    private static BatchAnswer? PartOfARibbon(IReadOnlyList<TerminationState> states, RecipeBook book, BenchIntent intent)
    {
        var given = states.Select(s => s.Termination).ToHashSet();
        return intent is BeginWork && states.FirstOrDefault(s => Ribbon.Of(s, book)?.All(given.Contains) == false) is { } alone
            ? new BatchAnswer(
                [],
                new BenchFault(
                    "strands",
                    Phrase.Of(PhraseKeys.Bench.Together, ("count", Ribbon.Of(alone, book)!.Count.ToString(CultureInfo.InvariantCulture)))
                ),
                alone.Termination
            )
            : null;
    }

    /// <summary>
    /// Moves work that was recorded on one strand to the strand it was done on: the entry named and every later one that counts. The work must fit there.
    /// </summary>
    public static BatchAnswer Move(FoldedTermination fromStream, FoldedTermination toStream, RecipeBook book, Guid first, string reason)
    {
        var (from, to) = (fromStream.State, toStream.State);
        var work = from.History.Where(h => h.Effect == EntryEffect.Counts && h.Event.Body.IsWork()).Select(h => h.Event).ToList();
        var moved = work.SkipWhile(e => e.Id != first).ToList();
        if (moved.Count is 0 or > Reattributed.MostMoved)
        {
            return No("event", Phrase.Of(PhraseKeys.Event.Moved));
        }

        if (reason.Trim().Length is 0 or > BenchEvent.MostReason)
        {
            return No("reason", Phrase.Of(PhraseKeys.Bench.ReasonLong));
        }

        var body = new Reattributed(from.Termination, to.Termination, moved, reason.Trim());
        var trial = moved[^1] with { Id = Guid.AllBitsSet, Body = body, Clock = HybridTime.After(HybridTime.Latest(from.LastClock, to.LastClock), 0) };
        var there = TerminationFold.Fold(to.Termination, toStream.Events.Append(trial), book);
        return from.Termination == to.Termination || from.Plan?.RecipeId != to.Plan?.RecipeId || (there.NeedsALook && !to.NeedsALook)
            ? No("to", there.History.FirstOrDefault(h => h.Effect == EntryEffect.Conflict)?.Why ?? Phrase.Of(PhraseKeys.Conflict.MoveHere))
            : new BatchAnswer([new SharedAct(body, from.Recipe, [from, to])]);

        BatchAnswer No(string field, Phrase says) => new([], new BenchFault(field, says), from.Termination);
    }
}
