using Rhabdon.Core.Phrases;
using Rhabdon.Core.Recipes;

namespace Rhabdon.Core.Bench;

/// <summary>The installer reports trouble that no reading shows.</summary>
/// <param name="From">The step from which on all before it was done on the same card; null for none.</param>
public sealed record TroubleFound(int Attempt, int Try, string Step, string Sign, string? From = null) : TerminationEvent
{
    public override bool IsWork() => true;

    internal override Refusal? Malformed(BenchEvent happened) =>
        EventFields.Text("body.step", Step) ?? EventFields.Text("body.sign", Sign) ?? EventFields.Text("body.from", From);

    internal override Phrase? Apply(TerminationFolder to, BenchEvent happened, IReadOnlyDictionary<Guid, BenchEvent> all)
    {
        if (to.NotAt(Attempt, Try, Step, From) is { } fault)
        {
            return fault;
        }

        if (!ReportableSymptoms.Reportable(to.Worked!, to.Book.LadderOf(to.Worked!), Step).Any(s => s.Id == Sign))
        {
            return Phrase.Of(PhraseKeys.Conflict.Sign, ("sign", Sign));
        }

        to.PassTo(to.StepAt(Step), happened);
        to.Trouble = new Trouble(Sign, Step, null);
        return null;
    }

    internal override string Tell(StoryWords story, BenchEvent happened, Recipe? recipe, Guid strand) =>
        story.Say(PhraseKeys.Story.Trouble, ("sign", story.SymptomTitle(recipe, Sign)));
}
