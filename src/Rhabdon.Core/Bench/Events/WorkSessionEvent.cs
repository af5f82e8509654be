using Rhabdon.Core.Phrases;
using Rhabdon.Core.Recipes;

namespace Rhabdon.Core.Bench;

/// <summary>What happened to a work session.</summary>
public abstract record WorkSessionEvent : EventBody
{
    public sealed override StreamKind? Stream() => StreamKind.WorkSession;

    public override bool MayBeRetracted() => false;

    public override bool MayBeSetAside() => false;

    /// <summary>The state after it, or the same state and why it does not fit there.</summary>
    internal abstract (WorkSessionState State, Phrase? Conflict) Apply(WorkSessionState state, BenchEvent happened);
}

/// <summary>A person begins to work in a place.</summary>
/// <param name="Place">A room or a closet, as people there call it.</param>
/// <param name="Job">That the work is for; null for none in particular.</param>
public sealed record SessionBegun(string Place, Guid? Job = null) : WorkSessionEvent
{
    public override StreamOpening Opens() => new(StreamKind.WorkSession, Job);

    internal override Refusal? Malformed(BenchEvent happened) =>
        happened.About.Count != 1 ? EventFields.Bad("subjects", PhraseKeys.Event.OneSession)
        : string.IsNullOrWhiteSpace(Place) ? EventFields.Bad("body.place", PhraseKeys.Event.Text)
        : EventFields.Text("body.place", Place);

    internal override (WorkSessionState State, Phrase? Conflict) Apply(WorkSessionState state, BenchEvent happened) =>
        state.Began is null
            ? (state with { Person = happened.Actor, Place = Place, Job = Job, Began = happened.When }, null)
            : (state, Phrase.Of(PhraseKeys.Conflict.SessionBegun));

    internal override string Tell(StoryWords story, BenchEvent happened, Recipe? recipe, Guid strand) =>
        story.Say(PhraseKeys.Story.SessionBegun, ("place", Place));
}

/// <summary>Its person leaves the place, or ends the day.</summary>
public sealed record SessionEnded(string? Note = null) : WorkSessionEvent
{
    internal override Refusal? Malformed(BenchEvent happened) =>
        happened.About.Count != 1 ? EventFields.Bad("subjects", PhraseKeys.Event.OneSession) : EventFields.Reason(Note, "body.note");

    internal override (WorkSessionState State, Phrase? Conflict) Apply(WorkSessionState state, BenchEvent happened) =>
        state.Began is null ? (state, Phrase.Of(PhraseKeys.Conflict.SessionNotBegun))
        : state.Ended is not null ? (state, Phrase.Of(PhraseKeys.Conflict.SessionEnded))
        : state.Person != happened.Actor ? (state, Phrase.Of(PhraseKeys.Conflict.SessionOther))
        : (state with { Ended = happened.When }, null);

    internal override string Tell(StoryWords story, BenchEvent happened, Recipe? recipe, Guid strand) => story.Say(PhraseKeys.Story.SessionEnded);

    internal override string Remark(StoryWords story, BenchEvent happened) => Note ?? string.Empty;
}
