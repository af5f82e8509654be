using Rhabdon.Core.Catalog;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Verification;

namespace Rhabdon.Core.Bench;

/// <summary>What happened at a cable's end, once for all its strands. Any of them may begin the stream.</summary>
/// <param name="Job">That the cable belongs to.</param>
public abstract record CableEndEvent(Guid Job, Guid Cable, CableEnd End) : EventBody
{
    public sealed override StreamKind? Stream() => StreamKind.CableEnd;

    public sealed override StreamOpening Opens() => new(StreamKind.CableEnd, Job);

    public override bool MayBeRetracted() => false;

    public override bool MayBeSetAside() => false;

    internal override Refusal? Malformed(BenchEvent happened) =>
        happened.About.Count == 1 && happened.About[0].Id == CableEndId.Of(Job, Cable, End) ? null : EventFields.Bad("subjects", PhraseKeys.Event.CableEnd);

    /// <summary>The state after it. Two people who did the same step did it once.</summary>
    internal abstract CableEndState Apply(CableEndState state, BenchEvent happened);
}

/// <summary>A step at a cable's end was done, with what was read and how it was judged then.</summary>
public sealed record EndStepDone(Guid Job, Guid Cable, CableEnd End, string Step, Reading? Reading = null, Verdict? Verdict = null)
    : CableEndEvent(Job, Cable, End)
{
    internal override Refusal? Malformed(BenchEvent happened) =>
        base.Malformed(happened)
        ?? EventFields.Text("body.step", Step)
        ?? EventFields.Text("body.reading.check", Reading?.Check)
        ?? EventFields.Text("body.reading.choice", Reading?.Choice)
        ?? EventFields.Text("body.reading.text", Reading?.Text)
        ?? EventFields.Text("body.verdict.sign", Verdict?.Sign)
        ?? (Reading is { Value: null } || (Reading is null) != (Verdict is null) ? EventFields.Bad("body.reading", PhraseKeys.Event.Reading) : null)
        ?? (happened.Recipe is null ? EventFields.Bad("recipe", PhraseKeys.Event.RecipeUnknown) : null);

    // The recipe must have such a step, and the same rules must come to the same verdict.
    internal override Refusal? Unfounded(BenchEvent happened, IReadOnlyDictionary<Guid, FoldedStream> streams, RecipeBook book) =>
        book.Find(happened.Recipe)?.Recipe is not { EndWork: not null } recipe
        || recipe.Steps.FirstOrDefault(s => s.Id == Step && s.Once == Once.CableEnd) is not { } step
            ? new Refusal(false, "body.step", Phrase.Of(PhraseKeys.Event.EndStep))
        : (step.Ask is null) != (Reading is null) || (step.Ask is { } ask && (ask.Check != Reading!.Check || !Reading.Answers(ask.Reads)))
            ? new Refusal(false, "body.reading", Phrase.Of(PhraseKeys.Conflict.Reading, ("step", Step)))
        : Reading is not null && ReadingJudge.Judge(step, Reading, null) != Verdict ? new Refusal(false, "body.verdict", Phrase.Of(PhraseKeys.Event.Verdict))
        : null;

    internal override CableEndState Apply(CableEndState state, BenchEvent happened) =>
        state.HasDone(Step)
            ? state
            : state with
            {
                Steps = [.. state.Steps.Where(s => s.Step != Step), new StepRecord(Step, happened.Actor, happened.When, happened.Id, Reading, Verdict)],
                Recipe = happened.Recipe,
            };

    internal override string Tell(StoryWords story, BenchEvent happened, Recipe? recipe, Guid strand) => story.StepName(recipe, Step);
}

/// <summary>A step at a cable's end was recorded wrongly, or is to be done anew.</summary>
public sealed record EndStepTakenBack(Guid Job, Guid Cable, CableEnd End, string Step, string Reason) : CableEndEvent(Job, Cable, End)
{
    internal override Refusal? Malformed(BenchEvent happened) => base.Malformed(happened) ?? EventFields.Text("body.step", Step) ?? EventFields.Needed(Reason);

    internal override CableEndState Apply(CableEndState state, BenchEvent happened) => state with { Steps = [.. state.Steps.Where(s => s.Step != Step)] };

    internal override string Tell(StoryWords story, BenchEvent happened, Recipe? recipe, Guid strand) =>
        story.Say(PhraseKeys.Story.RetractedWhat, ("what", story.StepName(recipe, Step)));

    internal override string Remark(StoryWords story, BenchEvent happened) => Reason;
}
