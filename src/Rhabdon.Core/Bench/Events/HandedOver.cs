using Rhabdon.Core.Phrases;
using Rhabdon.Core.Recipes;

namespace Rhabdon.Core.Bench;

/// <summary>The strands named are in another person's hands from here on.</summary>
public sealed record HandedOver(Guid To, string? Note = null) : TerminationEvent
{
    public override IEnumerable<Guid> People() => [To];

    internal override Refusal? Malformed(BenchEvent happened) => EventFields.Reason(Note, "body.note");

    internal override Phrase? Apply(TerminationFolder to, BenchEvent happened, IReadOnlyDictionary<Guid, BenchEvent> all)
    {
        if (to.Recipe is null)
        {
            return Phrase.Of(PhraseKeys.Conflict.NotBegun);
        }

        to.InHand = To;
        return null;
    }

    internal override string Tell(StoryWords story, BenchEvent happened, Recipe? recipe, Guid strand) => story.Say(PhraseKeys.Story.HandedOver);

    internal override string Remark(StoryWords story, BenchEvent happened) => Note ?? string.Empty;
}
