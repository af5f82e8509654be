using Rhabdon.Core.Phrases;
using Rhabdon.Core.Recipes;

namespace Rhabdon.Core.Bench;

/// <summary>
/// The strands named are now taken together in this batch; null takes them out of theirs. The latest word on a strand holds, so that batches split
/// and joined on two tablets come to the same in any order.
/// </summary>
public sealed record Batched(Guid? Batch = null) : TerminationEvent
{
    internal override Phrase? Apply(TerminationFolder to, BenchEvent happened, IReadOnlyDictionary<Guid, BenchEvent> all)
    {
        if (to.Plan is null)
        {
            return Phrase.Of(PhraseKeys.Conflict.NotPlanned);
        }

        to.Batch = Batch;
        return null;
    }

    internal override string Tell(StoryWords story, BenchEvent happened, Recipe? recipe, Guid strand) =>
        story.Say(Batch is null ? PhraseKeys.Story.Unbatched : PhraseKeys.Story.Batched);
}
