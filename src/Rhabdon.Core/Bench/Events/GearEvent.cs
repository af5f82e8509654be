using System.Globalization;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Rights;
using Rhabdon.Core.Tools;
using Rhabdon.Core.Units;

namespace Rhabdon.Core.Bench;

/// <summary>What happened to a tool, or to a lot of what is used up.</summary>
public abstract record GearEvent : EventBody
{
    public sealed override StreamKind? Stream() => StreamKind.Gear;

    public override bool MayBeRetracted() => false;

    public override bool MayBeSetAside() => false;

    internal override Refusal? Malformed(BenchEvent happened) => happened.About.Count == 1 ? null : EventFields.Bad("subjects", PhraseKeys.Event.OneGear);

    /// <summary>The state after it, or the same state and why it does not fit there.</summary>
    internal abstract (GearState State, Phrase? Conflict) Apply(GearState state, BenchEvent happened);
}

/// <summary>A crew takes a tool or a lot in.</summary>
/// <param name="Amount">Of a lot: how much there is of it, in its kind's unit; null where nobody counts.</param>
public sealed record GearTakenIn(GearCard Card, decimal? Amount = null) : GearEvent
{
    public override StreamOpening Opens() => new(StreamKind.Gear, null);

    internal override Refusal? Malformed(BenchEvent happened) =>
        base.Malformed(happened) ?? Card.Malformed() ?? (Amount is { } amount ? GearCounted.Refused(amount, GearKind.Of(Card.Gear)!) : null);

    internal override (GearState State, Phrase? Conflict) Apply(GearState state, BenchEvent happened) =>
        state.Card is null
            ? (state with { Card = Card, Since = happened.When, Counted = Amount is { } amount ? new StockCount(amount, happened.When) : null }, null)
            : (state, Phrase.Of(PhraseKeys.Conflict.GearTakenIn));

    internal override string Tell(StoryWords story, BenchEvent happened, Recipe? recipe, Guid strand) =>
        story.Say(PhraseKeys.Story.GearTakenIn, ("name", Card.Name));
}

/// <summary>What people know it by is other now: its name, crew, place, setting or last day. Its kind stays.</summary>
public sealed record GearChanged(GearCard Card) : GearEvent
{
    internal override Refusal? Malformed(BenchEvent happened) => base.Malformed(happened) ?? Card.Malformed();

    internal override (GearState State, Phrase? Conflict) Apply(GearState state, BenchEvent happened) =>
        state.Card!.Gear == Card.Gear ? (state with { Card = Card }, null) : (state, Phrase.Of(PhraseKeys.Conflict.GearKind));

    internal override string Tell(StoryWords story, BenchEvent happened, Recipe? recipe, Guid strand) =>
        story.Say(PhraseKeys.Story.GearChanged, ("name", Card.Name));
}

/// <summary>A tool was calibrated or looked over.</summary>
/// <param name="IsGood">It may be worked with.</param>
/// <param name="Place">Where it was; null where nobody says.</param>
/// <param name="Temperature">Of the air; null where nobody measured it.</param>
public sealed record GearChecked(bool IsGood, string? Place = null, Temperature? Temperature = null, string? Note = null) : GearEvent
{
    internal override Refusal? Malformed(BenchEvent happened) =>
        base.Malformed(happened) ?? EventFields.Text("body.place", Place) ?? EventFields.Reason(Note, "body.note");

    internal override (GearState State, Phrase? Conflict) Apply(GearState state, BenchEvent happened) =>
        (state with { Checked = new GearCheckRecord(happened.When, happened.Actor, IsGood, Place, Temperature) }, null);

    internal override string Tell(StoryWords story, BenchEvent happened, Recipe? recipe, Guid strand) =>
        story.Say(IsGood ? PhraseKeys.Story.GearChecked : PhraseKeys.Story.GearCheckFailed);

    internal override string Remark(StoryWords story, BenchEvent happened) => Note ?? string.Empty;
}

/// <summary>A part of a tool that wears was turned to its next position, or is new.</summary>
/// <param name="IsNew">It is new, and stands at its first position.</param>
public sealed record GearRenewed(string Counter, bool IsNew = false) : GearEvent
{
    internal override Refusal? Malformed(BenchEvent happened) => base.Malformed(happened) ?? EventFields.Text("body.counter", Counter);

    internal override (GearState State, Phrase? Conflict) Apply(GearState state, BenchEvent happened) =>
        GearKind.Of(state.Card!.Gear)?.Counters?.Any(c => c.Id == Counter) == true
            ? (
                state with
                {
                    Renewals =
                    [
                        .. (state.Renewals ?? []).Where(r => r.Counter != Counter),
                        new GearRenewal(Counter, happened.When, IsNew ? 1 : (state.Renewed(Counter)?.Turn ?? 1) + 1),
                    ],
                },
                null
            )
            : (state, Phrase.Of(PhraseKeys.Conflict.GearCounter));

    internal override string Tell(StoryWords story, BenchEvent happened, Recipe? recipe, Guid strand) =>
        story.Say(IsNew ? PhraseKeys.Story.GearNew : PhraseKeys.Story.GearTurned, ("part", story.Say($"gear.counter-{Counter}")));
}

/// <summary>Somebody counted what is left of a lot, whatever was reckoned.</summary>
/// <param name="Amount">0 to 1,000,000, in its kind's unit.</param>
public sealed record GearCounted(decimal Amount) : GearEvent
{
    private const int Most = 1_000_000;

    internal override Refusal? Malformed(BenchEvent happened) => base.Malformed(happened) ?? Refused(Amount);

    internal override (GearState State, Phrase? Conflict) Apply(GearState state, BenchEvent happened) =>
        GearKind.Of(state.Card!.Gear)?.Stock is null
            ? (state, Phrase.Of(PhraseKeys.Conflict.GearNotCounted))
            : (state with { Counted = new StockCount(Amount, happened.When) }, null);

    internal override string Tell(StoryWords story, BenchEvent happened, Recipe? recipe, Guid strand) =>
        story.Say(PhraseKeys.Story.GearCounted, ("amount", Amount.ToString("0.####", CultureInfo.InvariantCulture)));

    /// <summary>Why a lot of a kind cannot be taken in with this amount; null where it can.</summary>
    internal static Refusal? Refused(decimal amount, GearKind kind) =>
        kind.Stock is null ? EventFields.Bad("body.amount", PhraseKeys.Conflict.GearNotCounted) : Refused(amount);

    private static Refusal? Refused(decimal amount) => amount is < 0 or > Most ? EventFields.Bad("body.amount", PhraseKeys.Gear.AmountWanted) : null;
}

/// <summary>Nobody may work with it until a lead releases it: it is suspected, dropped, or gone off.</summary>
public sealed record GearQuarantined(string Reason) : GearEvent
{
    internal override Refusal? Malformed(BenchEvent happened) => base.Malformed(happened) ?? EventFields.Needed(Reason);

    internal override (GearState State, Phrase? Conflict) Apply(GearState state, BenchEvent happened) => (state with { Quarantine = Reason }, null);

    internal override string Tell(StoryWords story, BenchEvent happened, Recipe? recipe, Guid strand) => story.Say(PhraseKeys.Story.GearQuarantined);

    internal override string Remark(StoryWords story, BenchEvent happened) => Reason;
}

/// <summary>A lead found that it may be worked with again.</summary>
public sealed record GearReleased(string Reason) : GearEvent
{
    public override Permission Needs(IEnumerable<BenchEvent> named) => Permission.Decide;

    internal override Refusal? Malformed(BenchEvent happened) => base.Malformed(happened) ?? EventFields.Needed(Reason);

    internal override (GearState State, Phrase? Conflict) Apply(GearState state, BenchEvent happened) =>
        state.Quarantine is null ? (state, Phrase.Of(PhraseKeys.Conflict.NotQuarantined)) : (state with { Quarantine = null }, null);

    internal override string Tell(StoryWords story, BenchEvent happened, Recipe? recipe, Guid strand) => story.Say(PhraseKeys.Story.GearReleased);

    internal override string Remark(StoryWords story, BenchEvent happened) => Reason;
}

/// <summary>It is gone for good: used up, broken, lost, given back.</summary>
public sealed record GearRetired(string Reason) : GearEvent
{
    internal override Refusal? Malformed(BenchEvent happened) => base.Malformed(happened) ?? EventFields.Needed(Reason);

    internal override (GearState State, Phrase? Conflict) Apply(GearState state, BenchEvent happened) => (state with { Retired = Reason }, null);

    internal override string Tell(StoryWords story, BenchEvent happened, Recipe? recipe, Guid strand) => story.Say(PhraseKeys.Story.GearRetired);

    internal override string Remark(StoryWords story, BenchEvent happened) => Reason;
}
