using Rhabdon.Core.EndFaces;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Preparation;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Verification;

namespace Rhabdon.Core.Bench;

/// <summary>A step was done, with what was read and how it was judged then.</summary>
/// <param name="From">The step from which on all was done on one card with this one; null for this step alone.</param>
public sealed record StepDone(int Attempt, int Try, string Step, Reading? Reading = null, Verdict? Verdict = null, string? From = null) : TerminationEvent
{
    public override bool IsWork() => true;

    internal override Refusal? Malformed(BenchEvent happened) =>
        EventFields.Text("body.step", Step)
        ?? EventFields.Text("body.from", From)
        ?? EventFields.Text("body.reading.check", Reading?.Check)
        ?? EventFields.Text("body.reading.choice", Reading?.Choice)
        ?? EventFields.Text("body.reading.text", Reading?.Text)
        ?? (Reading is { Value: null } ? EventFields.Bad("body.reading", PhraseKeys.Event.Reading) : null)
        ?? EventFields.Text("body.verdict.sign", Verdict?.Sign)
        ?? EventFields.Reason(Reading?.Overruled, "body.reading.overruled")
        ?? FaceFault(Reading?.Face);

    internal override Phrase? Apply(TerminationFolder to, BenchEvent happened, IReadOnlyDictionary<Guid, BenchEvent> all)
    {
        if (to.NotAt(Attempt, Try, Step, From) is { } fault)
        {
            return fault;
        }

        var done = to.StepAt(Step);
        if (done.Clock is not null && to.Clock is null)
        {
            return Phrase.Of(PhraseKeys.Conflict.Clock, ("step", done.Id));
        }

        if ((done.Ask is null) != (Reading is null) || (done.Ask is null) != (Verdict is null))
        {
            return Phrase.Of(PhraseKeys.Conflict.Reading, ("step", done.Id));
        }

        if (done.Ask is { } ask && (ask.Check != Reading!.Check || !Reading.Answers(ask.Reads)))
        {
            return Phrase.Of(PhraseKeys.Conflict.Reading, ("step", done.Id));
        }

        if (done.Ask is { } asked && FaceReading.Fault(asked, Reading!) is { } unseen)
        {
            return unseen.Says;
        }

        to.PassTo(done, happened);
        to.Record(done, new StepRecord(done.Id, happened.Actor, happened.When, happened.Id, Reading, Verdict));
        return null;
    }

    // The limits that a face was held against must be there.
    internal override Refusal? Unfounded(BenchEvent happened, IReadOnlyDictionary<Guid, FoldedStream> streams, RecipeBook book) =>
        Reading?.Face is { } face && book.Profile(face.Profile, face.Version) is null
            ? new Refusal(false, "body.reading.face.profile", Phrase.Of(PhraseKeys.Event.ProfileUnknown))
            : null;

    // The same rules must come to the same verdict.
    internal override Refusal? Unfit(FoldedStream before, FoldedStream after, BenchEvent happened, bool knewAll, RecipeBook book) =>
        after.History.Last(h => h.Event.Id == happened.Id).Effect == EntryEffect.Counts
        && !VerdictStands(((FoldedTermination)before).Before(happened).State, book)
            ? new Refusal(false, "body.verdict", Phrase.Of(PhraseKeys.Event.Verdict))
            : null;

    internal override string Tell(StoryWords story, BenchEvent happened, Recipe? recipe, Guid strand) => story.Card(recipe, From, Step);

    internal override string Remark(StoryWords story, BenchEvent happened) =>
        Reading is { Face: { } face, Overruled: { } reason }
            ? story.Say(
                PhraseKeys.Story.Overruled,
                ("picture", face.Sign is { } sign ? story.SymptomTitle(happened.Recipe, sign) : story.Say(PhraseKeys.Face.ViewPass)),
                ("reason", reason)
            )
            : string.Empty;

    private bool VerdictStands(TerminationState state, RecipeBook book)
    {
        if (Reading is null)
        {
            return true;
        }

        var recipe = state.Worked!;
        var step = recipe.Steps[recipe.IndexOf(Step)];
        if (Reading.Face is { } face && !face.Agrees(book.Profile(face.Profile, face.Version)!))
        {
            return false;
        }

        var isOffered = step.Ask!.Choices.Count == 0 || IntentHandler.OpenChoices(state, step.Ask).Any(c => c.Value == Reading.Choice);
        return isOffered && ReadingJudge.Judge(step, Reading, ResolvedDimension.Of(step, recipe, state.Recleave)) == Verdict;
    }

    private static Refusal? FaceFault(FaceSeen? face) =>
        face is null ? null
        : !FaceSeen.IsHash(face.Picture) ? EventFields.Bad("body.reading.face.picture", PhraseKeys.Event.Hash)
        : face.Grade.Findings.Count > FaceSeen.MostFindings
        || face.Grade.Reasons.Count > FaceSeen.MostFindings
        || face.Grade.Zones.Count > FaceSeen.MostFindings
            ? EventFields.Bad("body.reading.face.grade", PhraseKeys.Event.Marks)
        : EventFields.Text("body.reading.face.profile", face.Profile) ?? EventFields.Text("body.reading.face.sign", face.Sign);
}
