using Rhabdon.Core.Phrases;
using Rhabdon.Core.Preparation;
using Rhabdon.Core.Recipes;

namespace Rhabdon.Core.Bench;

/// <summary>The way out of trouble that was taken. A reason is wanted when it is not the ladder's proposal, or accepts in doubt.</summary>
public sealed record ActionChosen(int Attempt, int Try, string Sign, string Action, string? Reason = null) : TerminationEvent
{
    public override bool IsWork() => true;

    internal override Refusal? Malformed(BenchEvent happened) =>
        EventFields.Text("body.sign", Sign) ?? EventFields.Text("body.action", Action) ?? EventFields.Reason(Reason);

    internal override Phrase? Apply(TerminationFolder to, BenchEvent happened, IReadOnlyDictionary<Guid, BenchEvent> all)
    {
        if (to.Trouble is null || to.Trouble.Sign != Sign || Attempt != to.Attempt || Try != to.Try)
        {
            return Phrase.Of(PhraseKeys.Conflict.NoTrouble);
        }

        var offer = ActionOffers.For(to.State(0), to.Worked!, to.Book.LadderOf(to.Worked!)).FirstOrDefault(o => o.CorrectiveAction.Id == Action);
        if (offer is null || offer.Barred is not null)
        {
            return offer?.Barred ?? Phrase.Of(PhraseKeys.Conflict.Action, ("action", Action));
        }

        if (offer.NeedsReason && string.IsNullOrWhiteSpace(Reason))
        {
            return Phrase.Of(PhraseKeys.Conflict.Reason);
        }

        to.Use(FiberLeft.Use(offer.CorrectiveAction.Uses, to.Worked!));
        to.Follow(offer.CorrectiveAction, this);
        return null;
    }

    internal override string Tell(StoryWords story, BenchEvent happened, Recipe? recipe, Guid strand) =>
        story.Say(PhraseKeys.Story.Action, ("action", story.ActionTitle(recipe, this)));

    internal override string Remark(StoryWords story, BenchEvent happened) => Reason ?? string.Empty;
}
