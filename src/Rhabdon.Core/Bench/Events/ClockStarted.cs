using Rhabdon.Core.Phrases;
using Rhabdon.Core.Recipes;

namespace Rhabdon.Core.Bench;

/// <summary>The time that a step must run was started.</summary>
public sealed record ClockStarted(int Attempt, int Try, string Step) : TerminationEvent
{
    public override bool IsWork() => true;

    internal override Refusal? Malformed(BenchEvent happened) => EventFields.Text("body.step", Step);

    internal override Phrase? Apply(TerminationFolder to, BenchEvent happened, IReadOnlyDictionary<Guid, BenchEvent> all)
    {
        if (to.NotAt(Attempt, Try, Step) is { } fault)
        {
            return fault;
        }

        if (to.StepAt(Step).Clock is null)
        {
            return Phrase.Of(PhraseKeys.Conflict.Clock, ("step", Step));
        }

        to.Clock = new RunningClock(Step, happened.At);
        return null;
    }

    internal override string Tell(StoryWords story, BenchEvent happened, Recipe? recipe, Guid strand) =>
        story.Say(PhraseKeys.Story.Clock, ("step", story.StepName(recipe, Step)));
}
