using Rhabdon.Core.Phrases;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Tools;
using Rhabdon.Core.Verification;

namespace Rhabdon.Core.Bench;

/// <summary>Whether an event may join its streams.</summary>
/// <param name="Refusal">Null when it may.</param>
/// <param name="Streams">The streams that it is about, with it.</param>
public sealed record AdmissionResult(Refusal? Refusal, IReadOnlyDictionary<Guid, FoldedStream> Streams);

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
        happened.Receipt is not null || happened.Signature?.Length > MostSignature
            ? Bad(happened.Receipt is null ? "signature" : "receipt", PhraseKeys.Event.Receipt)
        : !happened.Body.ComesFromTheBench() ? Bad("body.kind", PhraseKeys.Event.Planned)
        : MalformedInFile(happened);

    /// <summary>The same of an event in a job's file, which may hold what does not come from the bench.</summary>
    public static Refusal? MalformedInFile(BenchEvent happened)
    {
        if (happened.Format is < 1 or > BenchEvent.CurrentFormat)
        {
            return Bad("format", PhraseKeys.Event.Format);
        }

        if (happened.Id == Guid.Empty || happened.Id.Version != 7)
        {
            return Bad("id", PhraseKeys.Event.Uuid7);
        }

        if (happened.Device == Guid.Empty || happened.Device.Version != 7)
        {
            return Bad("device", PhraseKeys.Event.Uuid7);
        }

        if (happened.Sequence < 1)
        {
            return Bad("sequence", PhraseKeys.Event.Sequence);
        }

        if (happened.Clock.Milliseconds is < 0 or >= 1L << 48 || happened.Clock.Count is < 0 or int.MaxValue)
        {
            return Bad("clock", PhraseKeys.Event.Clock);
        }

        if (happened.At.Year is < 1970 or > 2200)
        {
            return Bad("at", PhraseKeys.Event.At);
        }

        if (happened.Rules.Length is 0 or > 20)
        {
            return Bad("rules", PhraseKeys.Event.Text);
        }

        if (happened.Recipe is { } recipe && (recipe.Id.Length is 0 or > BenchEvent.MostText || recipe.Version is < 1 or > LatestVersion))
        {
            return Bad("recipe", PhraseKeys.Event.RecipeUnknown);
        }

        return SubjectFault(happened) ?? WithFault(happened) ?? happened.Body.Malformed(happened);
    }

    /// <summary>Folds the event into each stream it is about and says whether it may stay.</summary>
    /// <param name="streams">Every one of those streams so far, without this event.</param>
    public static AdmissionResult Judge(IReadOnlyDictionary<Guid, FoldedStream> streams, BenchEvent happened, RecipeBook book)
    {
        var after = new Dictionary<Guid, FoldedStream>(happened.About.Count);
        if ((Unfounded(happened, streams, book) ?? happened.Body.Unfounded(happened, streams, book)) is { } unfounded)
        {
            return new AdmissionResult(unfounded, after);
        }

        foreach (var subject in happened.About)
        {
            var before = streams[subject.Id];
            var with = after[subject.Id] = before.With(happened);
            var entry = with.History.Last(h => h.Event.Id == happened.Id);
            var knewAll = subject.Known >= before.Events.Count;
            var refusal =
                knewAll && entry.Effect == EntryEffect.Conflict
                    ? new Refusal(false, "body", entry.Why!)
                    : happened.Body.Unfit(before, with, happened, knewAll, book);
            if (refusal is not null)
            {
                return new AdmissionResult(refusal, after);
            }
        }

        return new AdmissionResult(null, after);
    }

    /// <summary>What keeps somebody from making an event of such a body on a stream as it stands, with its field; null when nothing does.</summary>
    public static BenchFault? Fault(FoldedStream stream, EventBody body, Guid actor, DateTimeOffset at)
    {
        var trial = new BenchEvent(
            Guid.AllBitsSet,
            Guid.AllBitsSet,
            1,
            HybridTime.After(stream.LastClock, 0),
            at,
            actor,
            Rulebook.Version,
            [new Subject(stream.Id, 0)],
            body
        );
        return body.Malformed(trial) is { } malformed ? new BenchFault(malformed.Field, malformed.Says)
            : stream.With(trial).History[^1].Why is { } why ? new BenchFault("body", why)
            : null;
    }

    // What every event refers to must be there: the rules that judged, the recipe, streams of its own kind.
    private static Refusal? Unfounded(BenchEvent happened, IReadOnlyDictionary<Guid, FoldedStream> streams, RecipeBook book) =>
        !Rulebook.Knows(happened.Rules) ? new Refusal(false, "rules", Phrase.Of(PhraseKeys.Event.Rules, ("known", Rulebook.Version)))
        : happened.Recipe is { } recipe && book.Find(recipe) is null ? new Refusal(false, "recipe", Phrase.Of(PhraseKeys.Event.RecipeUnknown))
        : happened.Body.Stream() is { } kind && happened.About.Any(s => streams[s.Id].Kind != kind)
            ? new Refusal(false, SubjectsIn(happened), happened.Body.Misplaced())
        : null;

    private static Refusal? SubjectFault(BenchEvent happened) =>
        !NamesThemInItsFormat(happened) || happened.About.Count is 0 or > BenchEvent.MostSubjects ? Bad(SubjectsIn(happened), PhraseKeys.Event.Subjects)
        : happened.About.Select(s => s.Id).Distinct().Count() != happened.About.Count ? Bad(SubjectsIn(happened), PhraseKeys.Event.SubjectsTwice)
        : happened.About.Any(s => s.Known < 0) ? Bad($"{SubjectsIn(happened)}.known", PhraseKeys.Event.Known)
        : null;

    // Gear that nobody here knows of is told all the same: what was done counts, whatever it was done with.
    private static Refusal? WithFault(BenchEvent happened) =>
        happened.With is not { } with ? null
        : with.Count is 0 or > GearUsed.Most || with.Select(g => g.Id).Distinct().Count() != with.Count ? Bad("with", PhraseKeys.Event.With)
        : with.Select(g => EventFields.Text("with.gear", g.Gear)).FirstOrDefault(f => f is not null);

    // Format 1 has strands and their terminations, later ones subjects and their streams.
    private static bool NamesThemInItsFormat(BenchEvent happened) =>
        happened.Format == 1
            ? happened is { Strands: not null, Subjects: null } && happened.Strands.All(s => s is { Termination: not null, Stream: null })
            : happened is { Strands: null, Subjects: not null } && happened.Subjects.All(s => s is { Termination: null, Stream: not null });

    private static string SubjectsIn(BenchEvent happened) => happened.Format == 1 ? "strands" : "subjects";

    private static Refusal Bad(string field, string key) => EventFields.Bad(field, key);
}
