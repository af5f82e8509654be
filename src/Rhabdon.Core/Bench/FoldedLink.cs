using System.Text.Json.Serialization;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.Causes;
using Rhabdon.Core.Links;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Units;

namespace Rhabdon.Core.Bench;

/// <summary>A loss that was read on a link.</summary>
/// <param name="Event">That told it.</param>
/// <param name="Wavelength">Nanometers.</param>
/// <param name="From">The end that light went in at.</param>
/// <param name="Limit">As it was then.</param>
/// <param name="Reference">That it was measured against.</param>
/// <param name="Settled">A lead's word on a reading that is no plain pass or fail; null while there is none.</param>
public sealed record LossRecord(
    Guid Event,
    Guid Actor,
    DateTimeOffset At,
    int Wavelength,
    CableEnd From,
    Decibel Loss,
    Decibel Limit,
    LossGrade Grade,
    LossBasis By,
    Guid Reference,
    LossSettled? Settled = null
)
{
    /// <summary>What it is worth, with a lead's word on it.</summary>
    public LossGrade Worth => Settled is { IsAccepted: true } ? LossGrade.Pass : Grade;

    /// <summary>It can no longer be relied on: its reference has changed since, or an end was made anew.</summary>
    /// <param name="remade">When an end of the link last went back to the bench; null for never.</param>
    public bool IsInDoubt(DateTimeOffset? remade, ReferenceState reference) => At < remade || (Settled is not { IsAccepted: true } && reference.IsInDoubt(At));
}

/// <summary>Where the light of a link's near end came out.</summary>
/// <param name="CameOut">The strand at whose far port it was seen; null where none was seen anywhere.</param>
public sealed record LightRecord(Guid Event, Guid Actor, DateTimeOffset At, int? CameOut);

/// <summary>How strongly an end of a link throws light back.</summary>
/// <param name="Wavelength">Nanometers.</param>
/// <param name="Most">That it may, as it was then.</param>
public sealed record ReflectanceRecord(Guid Event, Guid Actor, DateTimeOffset At, CableEnd End, int Wavelength, Decibel Reflectance, Decibel Most)
{
    public bool IsGood => Reflectance <= Most;
}

/// <summary>A reading that did not pass, and the one after it that shows by how much the loss moved since.</summary>
public sealed record CuredLoss(LossRecord Before, LossRecord After)
{
    public Decibel Moved => Before.Loss - After.Loss;

    /// <summary>The loss fell by more than twice what a reading may be off: that was no chance.</summary>
    public bool IsSure => Moved.Thousandths > 2 * Math.Max(Before.By.Uncertainty.Thousandths, After.By.Uncertainty.Thousandths);
}

/// <summary>What a link was found to have had.</summary>
public sealed record CauseRecord(Guid Event, DateTimeOffset At, Cause Cause, CuredLoss Cured);

/// <summary>What the events of a link amount to.</summary>
/// <param name="Place">Null before it has any.</param>
/// <param name="Readings">The latest of each wavelength and direction, in the order in which they came.</param>
/// <param name="Earlier">Those that later ones took the place of.</param>
/// <param name="Reflectances">The latest of each end and wavelength; null for none.</param>
/// <param name="Found">What it was found to have had; null for nothing.</param>
/// <param name="Measured">Its length as it was last measured; null where only the plan's is known.</param>
public sealed record LinkState(
    Guid Id,
    LinkPlace? Place,
    IReadOnlyList<LossRecord> Readings,
    IReadOnlyList<LossRecord> Earlier,
    LightRecord? Light = null,
    IReadOnlyList<ReflectanceRecord>? Reflectances = null,
    IReadOnlyList<CauseRecord>? Found = null,
    Length? Measured = null
)
{
    /// <summary>The reading that counts; null for one not taken yet.</summary>
    public LossRecord? Of(int wavelength, CableEnd from) => Readings.FirstOrDefault(r => r.Wavelength == wavelength && r.From == from);

    [JsonIgnore]
    public IReadOnlyList<CauseRecord> Causes => Found ?? [];

    /// <summary>
    /// The reading that did not pass and was surely put right since, the one that moved most; null for none, and once it was said what it was.
    /// </summary>
    [JsonIgnore]
    public CuredLoss? Curing =>
        Earlier
            .Where(r => r.Grade != LossGrade.Pass && !Causes.Any(f => f.At > r.At))
            .Select(r => Cured(r.Event, Of(r.Wavelength, r.From)!.Event))
            .Where(c => c is not null)
            .MaxBy(c => c!.Moved.Thousandths);

    /// <summary>A reading that did not pass beside a later one of the same wavelength and direction; null unless its loss surely fell.</summary>
    public CuredLoss? Cured(Guid before, Guid after) =>
        Earlier.FirstOrDefault(r => r.Event == before && r.Grade != LossGrade.Pass) is { } bad
        && Readings.Concat(Earlier).FirstOrDefault(r => r.Event == after && r.Wavelength == bad.Wavelength && r.From == bad.From && r.At > bad.At) is { } good
        && new CuredLoss(bad, good) is { IsSure: true } cured
            ? cured
            : null;

    /// <summary>The one that is worst: by what it is worth, and among equals by how little is left under its limit. Null before there is any.</summary>
    public LossRecord? Worst => Readings.OrderByDescending(r => r.Worth).ThenBy(r => (r.Limit - r.Loss).Thousandths).FirstOrDefault();
}

/// <summary>A link's stream and the state it folds to.</summary>
public sealed class FoldedLink : FoldedInTurn<LinkState>
{
    private FoldedLink(Guid link, IReadOnlyList<BenchEvent> events)
        : base(link, events, new LinkState(link, null, [], []), Apply) { }

    public override StreamKind Kind => StreamKind.Link;

    public static FoldedLink Of(Guid link, IEnumerable<BenchEvent> events) => new(link, TerminationFold.InOrder(events));

    public override FoldedStream With(BenchEvent happened) => Events.Any(e => e.Id == happened.Id) ? this : Of(Id, Events.Append(happened));

    private static (LinkState State, Phrase? Conflict) Apply(LinkState state, BenchEvent happened) =>
        happened.Body is LinkEvent body
            ? body.Apply(state.Place is null ? state with { Place = body.Place } : state, happened)
            : (state, happened.Body.Misplaced());
}
