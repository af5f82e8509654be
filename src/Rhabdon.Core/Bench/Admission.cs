using System.Text.Json;
using Rhabdon.Core.EndFaces;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Preparation;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Verification;

namespace Rhabdon.Core.Bench;

/// <summary>Whether an event may join its streams.</summary>
/// <param name="Refusal">Null when it may.</param>
public sealed record Admission(Refusal? Refusal, IReadOnlyDictionary<Guid, TerminationState> States);

/// <param name="IsMalformed">True when no state could make sense of it; false when its sender, knowing the latest state, could not have made it.</param>
public sealed record Refusal(bool IsMalformed, string Field, Phrase Says);

/// <summary>
/// Refuse or keep. Malformed events are refused. An event whose sender knew the latest state and could not have made it is refused.
/// One made on an older state is kept, and if it makes no sense the fold marks the strand.
/// </summary>
public static class Admissions
{
    /// <summary>A clock this far ahead of the server's would push every other clock ahead for good.</summary>
    public const long MaxMillisecondsAhead = 24L * 60 * 60 * 1000;

    private const long Year2000 = 946_684_800_000;

    public static Refusal? Malformed(BenchEvent happened, long nowMilliseconds)
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

        if (happened.Clock.Milliseconds < Year2000 || happened.Clock.Milliseconds > nowMilliseconds + MaxMillisecondsAhead || happened.Clock.Count < 0)
        {
            return Bad("clock", "event.clock");
        }

        if (happened.At.Year is < 2000 or > 2200)
        {
            return Bad("at", "event.at");
        }

        if (happened.Rules.Length is 0 or > 20)
        {
            return Bad("rules", "event.text");
        }

        return StrandFault(happened) ?? BodyFault(happened, happened.Body);
    }

    /// <summary>Folds the event into each stream it names and says whether it may stay.</summary>
    /// <param name="streams">Every named termination's events so far, without this one.</param>
    public static Admission Judge(IReadOnlyDictionary<Guid, IReadOnlyList<BenchEvent>> streams, BenchEvent happened, RecipeBook book)
    {
        var states = new Dictionary<Guid, TerminationState>(happened.Strands.Count);
        if (Forged(streams, happened) is { } forged)
        {
            return new Admission(forged, states);
        }

        foreach (var (termination, known) in happened.Strands)
        {
            var before = streams[termination];
            var state = TerminationFold.Fold(termination, before.Append(happened), book);
            states[termination] = state;
            if (Impossible(termination, before, happened, state, known, book) is { } refusal)
            {
                return new Admission(refusal, states);
            }
        }

        return new Admission(null, states);
    }

    // What is moved must be, word for word, what the other strand's stream holds.
    private static Refusal? Forged(IReadOnlyDictionary<Guid, IReadOnlyList<BenchEvent>> streams, BenchEvent happened) =>
        happened.Body is Reattributed moved && !moved.Moved.All(m => streams[moved.From].Any(held => held.Id == m.Id && Text(held) == Text(m)))
            ? new Refusal(false, "body.moved", Phrase.Of("event.moved-other"))
            : null;

    private static string Text(BenchEvent happened) => JsonSerializer.Serialize(happened, CoreJson.Default.BenchEvent);

    private static Refusal? Impossible(Guid termination, IReadOnlyList<BenchEvent> before, BenchEvent happened, TerminationState after, int known, RecipeBook book)
    {
        var entry = after.History.First(h => h.Event.Id == happened.Id);
        if (known >= before.Count)
        {
            if (before.Count > 0 && happened.Clock <= before.Max(e => e.Clock))
            {
                return new Refusal(false, "clock", Phrase.Of("event.clock-behind"));
            }

            if (entry.Standing == EntryStanding.Conflict)
            {
                return new Refusal(false, "body", entry.Why!);
            }

            if (happened.Body is Begun && BenchDesk.Unconfirmed(after.Plan, book.Find(happened.Recipe)) is { } unconfirmed)
            {
                return new Refusal(false, "recipe", unconfirmed);
            }

            if (happened.Body is Reattributed && after.NeedsALook && !TerminationFold.Fold(termination, before, book).NeedsALook)
            {
                return new Refusal(false, "body.to", Phrase.Of("event.move-unfit"));
            }
        }

        return entry.Standing == EntryStanding.Counts && !VerdictStands(termination, before, happened, book)
            ? new Refusal(false, "body.verdict", Phrase.Of("event.verdict"))
            : null;
    }

    // The same rules must come to the same verdict; older or newer rules may differ, and what was shown then is what is kept.
    private static bool VerdictStands(Guid termination, IReadOnlyList<BenchEvent> before, BenchEvent happened, RecipeBook book)
    {
        if (happened.Body is not StepDone { Reading: { } reading } done || happened.Rules != Rulebook.Version)
        {
            return true;
        }

        var state = TerminationFold.Fold(termination, before.Where(e => TerminationFold.Compare(e, happened) < 0), book);
        var recipe = book.RecipeOf(state)!;
        var step = recipe.Steps[recipe.IndexOf(done.Step)];
        if (reading.Face is { } face && book.Profile(face.Profile, face.Version) is { } profile && !face.Agrees(profile))
        {
            return false;
        }

        var isOffered = step.Ask!.Choices.Count == 0 || BenchDesk.OpenChoices(state, step.Ask).Any(c => c.Value == reading.Choice);
        return isOffered && Judgement.Judge(step, reading, ResolvedDimension.Of(step, recipe, state.Recleave)) == done.Verdict;
    }

    private static Refusal? StrandFault(BenchEvent happened) =>
        happened.Strands.Count is 0 or > BenchEvent.MaxStrands ? Bad("strands", "event.strands")
        : happened.Strands.Select(s => s.Termination).Distinct().Count() != happened.Strands.Count ? Bad("strands", "event.strands-twice")
        : happened.Strands.Any(s => s.Known < 0) ? Bad("strands.known", "event.known")
        : null;

    private static Refusal? BodyFault(BenchEvent happened, EventBody body) => body switch
    {
        Planned => Bad("body.kind", "event.planned"),
        StepDone done => Text("body.step", done.Step) ?? Text("body.reading.check", done.Reading?.Check) ?? Text("body.reading.choice", done.Reading?.Choice) ?? Text("body.verdict.sign", done.Verdict?.Sign)
            ?? Reason(done.Reading?.Overruled, "body.reading.overruled") ?? FaceFault(done.Reading?.Face),
        Begun begun => begun.School?.Options.Count > 20 || begun.School?.Options.Any(o => o.Key.Length > 60 || o.Value is null or { Length: > 60 }) == true ? Bad("body.school", "event.text") : null,
        ClockStarted started => Text("body.step", started.Step),
        TroubleFound found => Text("body.step", found.Step) ?? Text("body.sign", found.Sign),
        ActionChosen chosen => Text("body.sign", chosen.Sign) ?? Text("body.action", chosen.Action) ?? Reason(chosen.Reason),
        Retracted retracted => Reason(retracted.Reason),
        HandedOver handed => Reason(handed.Note, "body.note"),
        Reattributed moved => MoveFault(happened, moved),
        Resolved resolved => resolved.SetAside.Count is 0 or > Reattributed.MostMoved ? Bad("body.setAside", "event.set-aside") : Needed(resolved.Note, "body.note"),
        _ => null,
    };

    private static Refusal? Text(string field, string? text) => text is null or { Length: > 0 and <= 60 } ? null : Bad(field, "event.text");

    private static Refusal? Reason(string? reason, string field = "body.reason") => reason is null or { Length: <= BenchDesk.MaxReason } ? null : Bad(field, "bench.reason-long");

    private static Refusal? Needed(string reason, string field) => string.IsNullOrWhiteSpace(reason) ? Bad(field, "bench.reason-long") : Reason(reason, field);

    private static Refusal? FaceFault(FaceSeen? face) =>
        face is null ? null
        : !FaceSeen.IsHash(face.Picture) ? Bad("body.reading.face.picture", "event.hash")
        : face.Grade.Findings.Count > FaceSeen.MostFindings || face.Grade.Reasons.Count > FaceSeen.MostFindings || face.Grade.Zones.Count > FaceSeen.MostFindings ? Bad("body.reading.face.grade", "event.marks")
        : Text("body.reading.face.profile", face.Profile) ?? Text("body.reading.face.sign", face.Sign);

    // A move names just the two strands it is between, and only work can be moved.
    private static Refusal? MoveFault(BenchEvent happened, Reattributed moved) =>
        happened.Strands.Count != 2 || !happened.Strands.Any(s => s.Termination == moved.From) || !happened.Strands.Any(s => s.Termination == moved.To) ? Bad("strands", "event.move-strands")
        : moved.Moved.Count is 0 or > Reattributed.MostMoved || moved.Moved.Any(e => e.Body is not (Begun or ClockStarted or StepDone or TroubleFound or ActionChosen)) ? Bad("body.moved", "event.moved")
        : Needed(moved.Reason, "body.reason");

    private static Refusal Bad(string field, string key) => new(true, field, Phrase.Of(key));
}
