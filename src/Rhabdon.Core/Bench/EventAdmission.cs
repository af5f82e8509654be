using Rhabdon.Core.EndFaces;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Preparation;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Verification;

namespace Rhabdon.Core.Bench;

/// <summary>Whether an event may join its streams.</summary>
/// <param name="Refusal">Null when it may.</param>
/// <param name="Streams">The streams that it names, with it.</param>
public sealed record AdmissionResult(Refusal? Refusal, IReadOnlyDictionary<Guid, FoldedTermination> Streams);

/// <param name="IsMalformed">True when no state could make sense of it; false when its sender, knowing the latest state, could not have made it.</param>
public sealed record Refusal(bool IsMalformed, string Field, Phrase Says);

/// <summary>
/// Refuse or keep. Malformed events are refused. An event whose sender knew the latest state and could not have made it is refused.
/// One made on an older state is kept, and if it makes no sense the fold marks the strand.
/// </summary>
public static class EventAdmission
{
    private const int MostSignature = 200;

    // A newer version than anyone publishes.
    private const int LatestVersion = 100_000;

    /// <summary>What no state could make sense of; null when there is nothing of the kind. A wrong clock is none: see <see cref="ClockCheck"/>.</summary>
    public static Refusal? Malformed(BenchEvent happened) =>
        happened.Receipt is not null || happened.Signature?.Length > MostSignature ? Bad(happened.Receipt is null ? "signature" : "receipt", "event.receipt")
        : !happened.Body.ComesFromTheBench() ? Bad("body.kind", "event.planned")
        : MalformedInFile(happened);

    /// <summary>The same of an event in a job's file, which may hold what does not come from the bench.</summary>
    public static Refusal? MalformedInFile(BenchEvent happened)
    {
        if (happened.Format != BenchEvent.CurrentFormat)
        {
            return Bad("format", "event.format");
        }

        if (happened.Id == Guid.Empty || happened.Id.Version != 7)
        {
            return Bad("id", "event.uuid7");
        }

        if (happened.Device == Guid.Empty || happened.Device.Version != 7)
        {
            return Bad("device", "event.uuid7");
        }

        if (happened.Sequence < 1)
        {
            return Bad("sequence", "event.sequence");
        }

        if (happened.Clock.Milliseconds is < 0 or >= 1L << 48 || happened.Clock.Count is < 0 or int.MaxValue)
        {
            return Bad("clock", "event.clock");
        }

        if (happened.At.Year is < 1970 or > 2200)
        {
            return Bad("at", "event.at");
        }

        if (happened.Rules.Length is 0 or > 20)
        {
            return Bad("rules", "event.text");
        }

        if (happened.Recipe is { } recipe && (recipe.Id.Length is 0 or > BenchEvent.MostText || recipe.Version is < 1 or > LatestVersion))
        {
            return Bad("recipe", "event.recipe-unknown");
        }

        return StrandFault(happened) ?? happened.Body.Malformed(happened);
    }

    /// <summary>Folds the event into each stream it names and says whether it may stay.</summary>
    /// <param name="streams">Every named termination's stream so far, without this event.</param>
    public static AdmissionResult Judge(IReadOnlyDictionary<Guid, FoldedTermination> streams, BenchEvent happened, RecipeBook book)
    {
        var after = new Dictionary<Guid, FoldedTermination>(happened.Strands.Count);
        if ((Unfounded(happened, book) ?? Forged(streams, happened)) is { } unfounded)
        {
            return new AdmissionResult(unfounded, after);
        }

        foreach (var (termination, known) in happened.Strands)
        {
            var before = streams[termination];
            after[termination] = before.With(happened);
            if (Impossible(before, happened, after[termination].State, known, book) is { } refusal)
            {
                return new AdmissionResult(refusal, after);
            }
        }

        return new AdmissionResult(null, after);
    }

    // What an event refers to must be there: the rules that judged, the recipe, the limits that a face was held against.
    private static Refusal? Unfounded(BenchEvent happened, RecipeBook book) =>
        !Rulebook.Knows(happened.Rules) ? new Refusal(false, "rules", Phrase.Of("event.rules", ("known", Rulebook.Version)))
        : happened.Recipe is { } recipe && book.Find(recipe) is null ? new Refusal(false, "recipe", Phrase.Of("event.recipe-unknown"))
        : happened.Body is StepDone { Reading.Face: { } face } && book.Profile(face.Profile, face.Version) is null
            ? new Refusal(false, "body.reading.face.profile", Phrase.Of("event.profile-unknown"))
        : null;

    // What is moved must be, word for word, what the other strand's stream holds.
    private static Refusal? Forged(IReadOnlyDictionary<Guid, FoldedTermination> streams, BenchEvent happened)
    {
        if (happened.Body is not Reattributed moved)
        {
            return null;
        }

        var held = streams[moved.From].Events.ToDictionary(e => e.Id);
        return moved.Moved.All(m => held.TryGetValue(m.Id, out var own) && Same(own, m, moved.From))
            ? null
            : new Refusal(false, "body.moved", Phrase.Of("event.moved-other"));
    }

    // A shared act may be moved whole or with only the strand that it is moved from.
    private static bool Same(BenchEvent held, BenchEvent moved, Guid from) => EventText.Canonical(held.For(from)) == EventText.Canonical(moved.For(from));

    private static Refusal? Impossible(FoldedTermination before, BenchEvent happened, TerminationState after, int known, RecipeBook book)
    {
        var entry = after.History.Last(h => h.Event.Id == happened.Id);
        if (known >= before.Events.Count)
        {
            if (entry.Standing == EntryEffect.Conflict)
            {
                return new Refusal(false, "body", entry.Why!);
            }

            if (happened.Body is Begun && Begun.Unconfirmed(after.Plan, book.Find(happened.Recipe)) is { } unconfirmed)
            {
                return new Refusal(false, "recipe", unconfirmed);
            }

            if (happened.Body is Reattributed && after.NeedsALook && !before.State.NeedsALook)
            {
                return new Refusal(false, "body.to", Phrase.Of("event.move-unfit"));
            }
        }

        return entry.Standing == EntryEffect.Counts && !VerdictStands(before, happened, book)
            ? new Refusal(false, "body.verdict", Phrase.Of("event.verdict"))
            : null;
    }

    // The same rules must come to the same verdict.
    private static bool VerdictStands(FoldedTermination before, BenchEvent happened, RecipeBook book)
    {
        if (happened.Body is not StepDone { Reading: { } reading } done)
        {
            return true;
        }

        var state = before.Before(happened).State;
        var recipe = book.RecipeOf(state)!;
        var step = recipe.Steps[recipe.IndexOf(done.Step)];
        if (reading.Face is { } face && !face.Agrees(book.Profile(face.Profile, face.Version)!))
        {
            return false;
        }

        var isOffered = step.Ask!.Choices.Count == 0 || IntentHandler.OpenChoices(state, step.Ask).Any(c => c.Value == reading.Choice);
        return isOffered && Judgement.Judge(step, reading, ResolvedDimension.Of(step, recipe, state.Recleave)) == done.Verdict;
    }

    private static Refusal? StrandFault(BenchEvent happened) =>
        happened.Strands.Count is 0 or > BenchEvent.MaxStrands ? Bad("strands", "event.strands")
        : happened.Strands.Select(s => s.Termination).Distinct().Count() != happened.Strands.Count ? Bad("strands", "event.strands-twice")
        : happened.Strands.Any(s => s.Known < 0) ? Bad("strands.known", "event.known")
        : null;

    private static Refusal Bad(string field, string key) => EventFields.Bad(field, key);
}
