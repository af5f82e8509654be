using System.Text.Json.Serialization;
using Rhabdon.Core.Bench;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Units;

namespace Rhabdon.Core.Tools;

/// <summary>What people know a tool or lot by.</summary>
/// <param name="Gear">Its kind.</param>
/// <param name="Name">As the crew calls it.</param>
/// <param name="Code">Printed on its label: short, and the crew's own.</param>
/// <param name="Crew">Whose it is.</param>
/// <param name="Place">Where it lies; null where nobody says.</param>
/// <param name="Setting">A film's grit in micrometers, a die, a dial, the type of a lot's connectors; null where there is nothing to set.</param>
/// <param name="Expires">The last day on which it is good; null where it does not go off.</param>
/// <param name="Life">Of its first counter, where this one's differs from what is usual.</param>
/// <param name="IsReferenceGrade">Picked for its low loss: of a kind that has such a grade.</param>
public sealed record GearCard(
    string Gear,
    string Name,
    string Code,
    Guid Crew,
    string? Place = null,
    string? Setting = null,
    DateOnly? Expires = null,
    int? Life = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingDefault)] bool IsReferenceGrade = false
)
{
    private const int MostLife = 1_000_000;

    internal Refusal? Malformed() =>
        GearKind.Of(Gear) is null
            ? new Refusal(true, "body.card.gear", Phrase.Of(PhraseKeys.Gear.KindWanted, ("known", string.Join(", ", GearKind.All.Select(k => k.Id)))))
            : Needed("body.card.name", Name)
                ?? Needed("body.card.code", Code)
                ?? EventFields.Text("body.card.place", Place)
                ?? EventFields.Text("body.card.setting", Setting)
                ?? (Crew == Guid.Empty ? EventFields.Bad("body.card.crew", PhraseKeys.Gear.CrewWanted) : null)
                ?? (Life is < 1 or > MostLife ? EventFields.Bad("body.card.life", PhraseKeys.Gear.LifeWanted) : null);

    private static Refusal? Needed(string field, string text) =>
        string.IsNullOrWhiteSpace(text) ? EventFields.Bad(field, PhraseKeys.Event.Text) : EventFields.Text(field, text);
}

/// <summary>That a tool was calibrated or looked over.</summary>
/// <param name="IsGood">It may be worked with.</param>
/// <param name="Place">Where it was; null where nobody says.</param>
/// <param name="Temperature">Of the air; null where nobody measured it.</param>
public sealed record GearCheckRecord(DateTimeOffset At, Guid Actor, bool IsGood, string? Place, Temperature? Temperature);

/// <summary>When a part of a tool was last turned or renewed.</summary>
/// <param name="Turn">The position it stands at, from 1.</param>
public sealed record GearRenewal(string Counter, DateTimeOffset At, int Turn);

/// <summary>What the events of a tool or lot amount to.</summary>
/// <param name="Card">Null before it was taken in.</param>
/// <param name="Since">When it was taken in.</param>
/// <param name="Renewals">The latest of each counter.</param>
/// <param name="Quarantine">Why nobody may work with it; null where everybody may.</param>
/// <param name="Retired">Why it is gone for good; null while it is there.</param>
/// <param name="Counted">Of a lot: how much there was when it was last counted; null where nobody has.</param>
public sealed record GearState(
    Guid Id,
    GearCard? Card = null,
    DateTimeOffset? Since = null,
    GearCheckRecord? Checked = null,
    IReadOnlyList<GearRenewal>? Renewals = null,
    string? Quarantine = null,
    string? Retired = null,
    StockCount? Counted = null
)
{
    /// <summary>When what a counter counts began; null before it was taken in.</summary>
    public DateTimeOffset? CountsFrom(string counter) => Renewed(counter)?.At ?? Since;

    /// <summary>It can be worked with: it is neither set aside, nor gone, nor gone off.</summary>
    public bool IsThere(DateTimeOffset now) => this is { Quarantine: null, Retired: null } && !(Card?.Expires < DateOnly.FromDateTime(now.Date));

    public GearRenewal? Renewed(string counter) => Renewals?.FirstOrDefault(r => r.Counter == counter);
}

/// <summary>A tool or lot of the crew with what its counters stand at.</summary>
public sealed record GearOnHand(GearState State, IReadOnlyList<GearCount> Counts);

/// <summary>The stream of a tool or lot and the state it folds to.</summary>
public sealed class FoldedGear : FoldedInTurn<GearState>
{
    private FoldedGear(Guid gear, IReadOnlyList<BenchEvent> events)
        : base(gear, events, new GearState(gear), Apply) { }

    public override StreamKind Kind => StreamKind.Gear;

    public static FoldedGear Of(Guid gear, IEnumerable<BenchEvent> events) => new(gear, TerminationFold.InOrder(events));

    public override FoldedStream With(BenchEvent happened) => Events.Any(e => e.Id == happened.Id) ? this : Of(Id, Events.Append(happened));

    /// <summary>When a part of it was turned or renewed, in order.</summary>
    public IEnumerable<DateTimeOffset> RenewalsOf(string counter) =>
        Events.Where(e => e.Body is GearRenewed renewed && renewed.Counter == counter).Select(e => e.When);

    private static (GearState State, Phrase? Conflict) Apply(GearState state, BenchEvent happened) =>
        happened.Body is not GearEvent body ? (state, happened.Body.Misplaced())
        : state.Card is null && body is not GearTakenIn ? (state, Phrase.Of(PhraseKeys.Conflict.NoGear))
        : body.Apply(state, happened);
}
