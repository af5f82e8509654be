using Rhabdon.Core.Phrases;
using Rhabdon.Core.Recipes;

namespace Rhabdon.Core.Bench;

/// <summary>Work recorded on one strand was done on another. It stands in both streams, and carries what it moves, so that each can be folded alone.</summary>
public sealed record Reattributed(Guid From, Guid To, IReadOnlyList<BenchEvent> Moved, string Reason) : EventBody
{
    /// <summary>Most events one act may move.</summary>
    public const int MostMoved = 500;

    public override bool SettlesOthers() => true;

    public override IEnumerable<Guid> Names() => Moved.Select(m => m.Id);

    // A move names just the two strands it is between, and only work can be moved.
    internal override Refusal? Malformed(BenchEvent happened) =>
        happened.Strands.Count != 2 || !happened.Strands.Any(s => s.Termination == From) || !happened.Strands.Any(s => s.Termination == To)
            ? EventFields.Bad("strands", "event.move-strands")
        : Moved.Count is 0 or > MostMoved || Moved.Any(e => !e.Body.IsWork()) ? EventFields.Bad("body.moved", "event.moved")
        : EventFields.Needed(Reason);

    internal override Phrase? Apply(TerminationFolder to, BenchEvent happened, IReadOnlyDictionary<Guid, BenchEvent> all) =>
        From == To || (From != to.Termination && To != to.Termination) ? Phrase.Of("conflict.move-here") : null;

    internal override string Tell(StoryWords story, BenchEvent happened, Recipe? recipe, Guid strand) =>
        story.Say(To == strand ? "story.moved-here" : "story.moved-out");

    internal override string Remark(StoryWords story, BenchEvent happened) => Reason;
}
