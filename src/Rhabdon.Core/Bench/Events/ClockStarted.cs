using Rhabdon.Core.Phrases;
using Rhabdon.Core.Recipes;

namespace Rhabdon.Core.Bench;

/// <summary>The time that a step must run was started.</summary>
/// <param name="From">The step from which on all before it was done on the same card; null for none.</param>
public sealed record ClockStarted(int Attempt, int Try, string Step, string? From = null) : TerminationEvent
{
    public override bool IsWork() => true;

    internal override Refusal? Malformed(BenchEvent happened) => EventFields.Text("body.step", Step) ?? EventFields.Text("body.from", From);

    internal override Phrase? Apply(TerminationFolder to, BenchEvent happened, IReadOnlyDictionary<Guid, BenchEvent> all)
    {
        if (to.NotAt(Attempt, Try, Step, From) is { } fault)
        {
            return fault;
        }

        if (to.StepAt(Step).Clock is null)
        {
            return Phrase.Of(PhraseKeys.Conflict.Clock, ("step", Step));
        }

        to.PassTo(to.StepAt(Step), happened);
        to.Clock = new RunningClock(Step, happened.At, happened.Id);
        return null;
    }

    internal override string Tell(StoryWords story, BenchEvent happened, Recipe? recipe, Guid strand) =>
        story.Say(PhraseKeys.Story.Clock, ("step", story.StepName(recipe, Step)));
}
