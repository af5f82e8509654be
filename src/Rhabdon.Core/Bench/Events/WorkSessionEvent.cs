using Rhabdon.Core.Phrases;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Tools;
using Rhabdon.Core.Units;

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
/// <param name="Temperature">Of the air there; null where nobody measured it.</param>
public sealed record SessionBegun(string Place, Guid? Job = null, Temperature? Temperature = null) : WorkSessionEvent
{
    public override StreamOpening Opens() => new(StreamKind.WorkSession, Job);

    internal override Refusal? Malformed(BenchEvent happened) =>
        happened.About.Count != 1 ? EventFields.Bad("subjects", PhraseKeys.Event.OneSession)
        : string.IsNullOrWhiteSpace(Place) ? EventFields.Bad("body.place", PhraseKeys.Event.Text)
        : EventFields.Text("body.place", Place);

    internal override (WorkSessionState State, Phrase? Conflict) Apply(WorkSessionState state, BenchEvent happened) =>
        state.Began is null
            ? (state with { Person = happened.Actor, Place = Place, Job = Job, Began = happened.When, Temperature = Temperature }, null)
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

/// <summary>What of the crew's gear its person has in hand from now on: all of it, in place of what was in hand before.</summary>
public sealed record GearInUse(IReadOnlyList<GearInHand> Gear) : WorkSessionEvent
{
    private const int Most = 60;

    internal override Refusal? Malformed(BenchEvent happened) =>
        happened.About.Count != 1 ? EventFields.Bad("subjects", PhraseKeys.Event.OneSession)
        : Gear.Count > Most || Gear.Select(g => g.Id).Distinct().Count() != Gear.Count ? EventFields.Bad("body.gear", PhraseKeys.Event.InHand)
        : Gear.Select(g => EventFields.Text("body.gear.gear", g.Gear) ?? EventFields.Text("body.gear.setting", g.Setting)).FirstOrDefault(f => f is not null);

    internal override (WorkSessionState State, Phrase? Conflict) Apply(WorkSessionState state, BenchEvent happened) =>
        state.OpenFault is { } closed ? (state, closed) : (state with { InHand = Gear }, null);

    internal override string Tell(StoryWords story, BenchEvent happened, Recipe? recipe, Guid strand) => story.Say(PhraseKeys.Story.GearInUse);
}

/// <summary>A question of the ready check was answered.</summary>
/// <param name="Item">Which; see <see cref="Sessions.ReadyCheck"/>.</param>
/// <param name="IsSo">It is as it should be.</param>
public sealed record ReadySaid(string Item, bool IsSo, string? Note = null) : WorkSessionEvent
{
    internal override Refusal? Malformed(BenchEvent happened) =>
        happened.About.Count != 1
            ? EventFields.Bad("subjects", PhraseKeys.Event.OneSession)
            : EventFields.Text("body.item", Item) ?? EventFields.Reason(Note, "body.note");

    internal override (WorkSessionState State, Phrase? Conflict) Apply(WorkSessionState state, BenchEvent happened) =>
        state.OpenFault is { } closed
            ? (state, closed)
            : (state with { Said = [.. (state.Said ?? []).Where(s => s.Item != Item), new ReadyRecord(Item, IsSo, happened.When, happened.Id)] }, null);

    internal override string Tell(StoryWords story, BenchEvent happened, Recipe? recipe, Guid strand) =>
        story.Say(IsSo ? PhraseKeys.Story.ReadySo : PhraseKeys.Story.ReadyNot, ("item", Item));

    internal override string Remark(StoryWords story, BenchEvent happened) => Note ?? string.Empty;
}
