using Rhabdon.Core.Phrases;
using Rhabdon.Core.Recipes;

namespace Rhabdon.Core.Bench;

/// <summary>
/// A stored event that this program cannot read: of a kind or form that it does not know, or stored wrongly by an earlier one. It keeps its place and its
/// text, counts for nothing, and the strand needs a look.
/// </summary>
/// <param name="Content">The event's text as it was stored.</param>
/// <param name="Why">What the reader said.</param>
public sealed record Unreadable(string Content, string Why) : EventBody
{
    public override bool ComesFromTheBench() => false;

    public override bool MayBeRetracted() => false;

    public override StreamKind? Stream() => null;

    internal override Phrase Misplaced() => Phrase.Of(PhraseKeys.Conflict.Unreadable);

    internal override string Tell(StoryWords story, BenchEvent happened, Recipe? recipe, Guid strand) => story.Say(PhraseKeys.Story.Unreadable);
}
