using Rhabdon.Core.Phrases;
using Rhabdon.Core.Recipes;

namespace Rhabdon.Core.Bench;

/// <summary>Work recorded on one strand was done on another. It stands in both streams, and carries what it moves, so that each can be folded alone.</summary>
public sealed record Reattributed(Guid From, Guid To, IReadOnlyList<BenchEvent> Moved, string Reason) : TerminationEvent
{
    /// <summary>Most events one act may move.</summary>
    public const int MostMoved = 500;

    public override bool SettlesOthers() => true;

    public override IEnumerable<Guid> Names() => Moved.Select(m => m.Id);

    // A move names just the two strands it is between, and only work can be moved.
    internal override Refusal? Malformed(BenchEvent happened) =>
        happened.About.Count != 2 || !happened.About.Any(s => s.Id == From) || !happened.About.Any(s => s.Id == To)
            ? EventFields.Bad("subjects", PhraseKeys.Event.MoveStrands)
        : Moved.Count is 0 or > MostMoved || Moved.Any(e => !e.Body.IsWork()) ? EventFields.Bad("body.moved", PhraseKeys.Event.Moved)
        : EventFields.Needed(Reason);

    internal override Phrase? Apply(TerminationFolder to, BenchEvent happened, IReadOnlyDictionary<Guid, BenchEvent> all) =>
        From == To || (From != to.Termination && To != to.Termination) ? Phrase.Of(PhraseKeys.Conflict.MoveHere) : null;

    // What is moved must be, word for word, what the other strand's stream holds.
    internal override Refusal? Unfounded(BenchEvent happened, IReadOnlyDictionary<Guid, FoldedStream> streams, RecipeBook book)
    {
        var held = streams[From].Events.ToDictionary(e => e.Id);
        return Moved.All(m => held.TryGetValue(m.Id, out var own) && IsSame(own, m))
            ? null
            : new Refusal(false, "body.moved", Phrase.Of(PhraseKeys.Event.MovedOther));
    }

    internal override Refusal? Unfit(FoldedStream before, FoldedStream after, BenchEvent happened, bool knewAll, RecipeBook book) =>
        knewAll && after.NeedsALook && !before.NeedsALook ? new Refusal(false, "body.to", Phrase.Of(PhraseKeys.Event.MoveUnfit)) : null;

    internal override string Tell(StoryWords story, BenchEvent happened, Recipe? recipe, Guid strand) =>
        story.Say(To == strand ? PhraseKeys.Story.MovedHere : PhraseKeys.Story.MovedOut);

    internal override string Remark(StoryWords story, BenchEvent happened) => Reason;

    // A shared act may be moved whole or with only the strand that it is moved from.
    private bool IsSame(BenchEvent held, BenchEvent moved) => EventText.Canonical(held.For(From)) == EventText.Canonical(moved.For(From));
}
