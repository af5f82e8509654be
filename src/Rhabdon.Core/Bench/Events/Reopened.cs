using Rhabdon.Core.Phrases;
using Rhabdon.Core.Recipes;

namespace Rhabdon.Core.Bench;

/// <summary>An end that was accepted goes back to the bench, since its link does not pass: its attempt goes on with the trouble that is suspected.</summary>
/// <param name="Sign">Of the ladder.</param>
/// <param name="Reading">The event of the link that told the loss.</param>
public sealed record Reopened(int Attempt, string Sign, Guid Reading) : TerminationEvent
{
    public override bool IsWork() => true;

    internal override Refusal? Malformed(BenchEvent happened) =>
        EventFields.Text("body.sign", Sign) ?? (Reading == Guid.Empty ? EventFields.Bad("body.reading", PhraseKeys.Event.LinkReading) : null);

    internal override Phrase? Apply(TerminationFolder to, BenchEvent happened, IReadOnlyDictionary<Guid, BenchEvent> all)
    {
        if (!to.IsAccepted || Attempt != to.Attempt)
        {
            return Phrase.Of(PhraseKeys.Conflict.NotAccepted);
        }

        if (to.Book.LadderOf(to.Worked!).Find(Sign) is not { } sign)
        {
            return Phrase.Of(PhraseKeys.Conflict.Sign, ("sign", Sign));
        }

        to.Reopen(sign);
        return null;
    }

    internal override string Tell(StoryWords story, BenchEvent happened, Recipe? recipe, Guid strand) =>
        story.Say(PhraseKeys.Story.Reopened, ("sign", story.SymptomTitle(recipe, Sign)));
}
