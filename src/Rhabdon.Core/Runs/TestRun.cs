using Rhabdon.Core.Bench;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.Links;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Units;

namespace Rhabdon.Core.Runs;

/// <summary>What a deed comes to: an event of one stream, or why not.</summary>
/// <param name="Stream">That it is about.</param>
public sealed record RunAnswer(Guid Stream, EventBody? Body, BenchFault? Fault);

/// <summary>A cable's test run as it stands: which reading is next, and what a deed comes to.</summary>
public sealed class TestRun
{
    private readonly RunRequest asked;
    private readonly Func<Guid, LinkState> link;
    private readonly Func<Guid, ReferenceState> reference;

    // The same at every look at a run: its links by strand, and its readings in order.
    private readonly Dictionary<int, Guid> links;
    private readonly List<RunKey> keys;

    /// <param name="link">The state of a link's stream.</param>
    /// <param name="reference">The state of a reference's stream.</param>
    public TestRun(RunRequest asked, Func<Guid, LinkState> link, Func<Guid, ReferenceState> reference)
        : this(asked, link, reference, asked.Cable.Strands.ToDictionary(s => s.Strand, s => asked.Cable.PlaceOf(s.Strand).Id), [.. asked.Cable.Keys]) { }

    private TestRun(RunRequest asked, Func<Guid, LinkState> link, Func<Guid, ReferenceState> reference, Dictionary<int, Guid> links, List<RunKey> keys)
    {
        (this.asked, this.link, this.reference, this.links, this.keys) = (asked, link, reference, links, keys);
        InUse = asked.References.Select(reference).Where(r => r.Taken?.Job == asked.Cable.Job && r.Ended is null).MaxBy(r => r.At);
    }

    public RunCable Cable => asked.Cable;

    public DateTimeOffset Now => asked.Now;

    /// <summary>The reference that is measured against: the latest that was not given up. Null for none.</summary>
    public ReferenceState? InUse { get; }

    public ReferenceStanding Standing => InUse?.Standing(asked.Now) ?? ReferenceStanding.None;

    /// <summary>Losses can be measured: a reference that a look is due at still serves, and what is read is in doubt until then.</summary>
    public bool MayMeasure => Standing is ReferenceStanding.Good or ReferenceStanding.Old;

    /// <summary>The same run, looked at another way or later.</summary>
    public TestRun At(RunLook look) => new(asked with { Now = look.Now, Held = look.Held, After = look.After }, link, reference, links, keys);

    public LinkState LinkOf(int strand) => link(links[strand]);

    public LossRecord? Read(RunKey key) => LinkOf(key.Strand).Of(key.Wavelength, key.From);

    /// <summary>What was measured then can no longer be relied on: the reference has changed since, or an end of the strand was made anew.</summary>
    public bool IsInDoubt(int strand, LossRecord read) => read.IsInDoubt(Cable.Strands.First(s => s.Strand == strand).Remade, reference(read.Reference));

    /// <summary>The reading whose turn it is: the one picked, or the next that is open after the last; null when none is.</summary>
    public RunKey? Turn
    {
        get
        {
            if (asked.Held is { } held && keys.Contains(held))
            {
                return held;
            }

            var from = asked.After is { } after ? keys.IndexOf(after) + 1 : 0;
            return keys.Skip(from).Concat(keys.Take(from)).FirstOrDefault(IsOpen);
        }
    }

    /// <summary>The limit of a reading against the reference in use, or against one of one cord while there is none.</summary>
    public LossBasis BasisOf(int strand) =>
        asked.Cable.BasisOf(strand, InUse?.Taken?.Method ?? ReferenceMethod.OneCord, InUse?.Taken?.HasReferenceCords() ?? false, LinkOf(strand).Measured);

    /// <summary>Why a strand cannot be judged at a wavelength: what the profile does not know of. Null when it can.</summary>
    public Phrase? Fault(RunKey key) => BasisOf(key.Strand).Fault(key.Wavelength)?.Says;

    /// <summary>What a deed comes to on each link that it is about; one that is refused is refused on all.</summary>
    /// <param name="fresh">The id of the stream that a new reference begins.</param>
    public IReadOnlyList<RunAnswer> Answers(RunDeed deed, Guid fresh) =>
        deed is ReadLength { Strand: null } of ? [.. Cable.Strands.Select(s => Answer(of with { Strand = s.Strand }, fresh))] : [Answer(deed, fresh)];

    /// <param name="fresh">The id of the stream that a new reference begins.</param>
    public RunAnswer Answer(RunDeed deed, Guid fresh) =>
        deed switch
        {
            ReadLoss read => Read(read),
            SeeLight seen => OfLink(seen.Strand, place => new LightSeen(place, seen.CameOut)),
            ReadReflectance read => Reflectance(read),
            ReadLength { Strand: { } strand } read => MeterText.FiberLength(read.Read) is { } length
                ? OfLink(strand, place => new LengthRead(place, length))
                : No("read", PhraseKeys.Run.LengthWanted),
            TakeReference taken => Taken(taken, fresh),
            CheckReference check => Checked(check),
            EndReference end => InUse is { } ending ? new RunAnswer(ending.Id, new ReferenceEnded(end.Why), null) : No("reference", PhraseKeys.Run.NoReference),
            SettleLoss settle => string.IsNullOrWhiteSpace(settle.Reason) || settle.Reason.Trim().Length > BenchEvent.MostReason
                ? No("reason", PhraseKeys.Bench.ReasonLong)
                : OfLink(settle.Strand, place => new LossSettled(place, settle.Reading, settle.IsAccepted, settle.Reason.Trim())),
            FindCause found => !links.ContainsKey(found.Strand) ? No("strand", PhraseKeys.Run.NoStrand)
            : LinkOf(found.Strand).Cured(found.Before, found.After) is null ? No("after", PhraseKeys.Conflict.NotMoved)
            : OfLink(found.Strand, place => new CauseFound(place, found.Cause, found.Before, found.After)),
            _ => throw new NotSupportedException(deed.GetType().Name),
        };

    /// <summary>The loss that was typed, or what would do.</summary>
    public (Decibel Loss, DecibelMilliwatt? Power, Phrase? Fault) LossOf(ReadLoss read)
    {
        if (!read.IsPower)
        {
            return MeterText.Loss(read.Read) is { } loss ? (loss, null, null) : (default, null, Phrase.Of(PhraseKeys.Run.LossWanted));
        }

        if (PowerAt(read.Key.Wavelength) is not { } before)
        {
            return (default, null, Phrase.Of(PhraseKeys.Run.NoPower, ("wavelength", $"{read.Key.Wavelength}")));
        }

        return MeterText.Power(read.Read) is { } power ? (before - power, power, null) : (default, null, Phrase.Of(PhraseKeys.Run.PowerWanted));
    }

    /// <summary>What the meter showed at a wavelength when the reference was taken; null where it was set to zero.</summary>
    public DecibelMilliwatt? PowerAt(int wavelength) => InUse?.Taken?.Powers.FirstOrDefault(p => p.Wavelength == wavelength)?.Power;

    private bool IsOpen(RunKey key) =>
        Read(key) is not { } read
        || (MayMeasure && (IsInDoubt(key.Strand, read) || (read.Worth is LossGrade.Invalid or LossGrade.Recheck && read.Reference != InUse?.Id)));

    private RunAnswer Read(ReadLoss read)
    {
        if (!keys.Contains(read.Key))
        {
            return No("key", PhraseKeys.Run.NoStrand);
        }

        if (!MayMeasure)
        {
            return No("reference", PhraseKeys.Run.NoReference);
        }

        if (Fault(read.Key) is { } unknown)
        {
            return new RunAnswer(Guid.Empty, null, new BenchFault("key", unknown));
        }

        var (loss, power, fault) = LossOf(read);
        var (basis, at) = (BasisOf(read.Key.Strand), read.Key.Wavelength);
        return fault is not null
            ? new RunAnswer(Guid.Empty, null, new BenchFault("read", fault))
            : OfLink(read.Key.Strand, place => new LossRead(place, at, read.Key.From, loss, basis.Limit(at), basis.Judge(at, loss), basis, InUse!.Id, power));
    }

    private RunAnswer Reflectance(ReadReflectance read)
    {
        if (asked.Cable.PolishOf(read.End) is not { } polish)
        {
            return No("end", PhraseKeys.Run.NoPolish);
        }

        var mode = asked.Cable.Grade.Mode();
        return MeterText.Reflectance(read.Read) is { } reflectance
            ? OfLink(read.Strand, place => new ReflectanceRead(
                place,
                read.End,
                read.Wavelength,
                reflectance,
                BudgetTables.Shipped.ReflectanceOf(mode, polish).Most,
                mode,
                polish
            ))
            : No("read", PhraseKeys.Run.ReflectanceWanted);
    }

    private RunAnswer OfLink(int strand, Func<LinkPlace, LinkEvent> make)
    {
        if (!asked.Cable.Strands.Any(s => s.Strand == strand))
        {
            return No("strand", PhraseKeys.Run.NoStrand);
        }

        var place = asked.Cable.PlaceOf(strand);
        return new RunAnswer(place.Id, make(place), null);
    }

    private RunAnswer Taken(TakeReference taken, Guid fresh)
    {
        var powers = taken.Powers.Select(p => (p.Wavelength, p.Read, Power: p.Read.Trim().Length == 0 ? null : MeterText.Power(p.Read))).ToList();
        return powers.FirstOrDefault(p => p.Read.Trim().Length > 0 && p.Power is null) is { Read: not null } wrong
                ? No($"powers.{wrong.Wavelength}", PhraseKeys.Run.PowerWanted)
            : taken.Cords.Count != LinkBudget.CordsOf(taken.Method) || taken.Cords.Any(c => string.IsNullOrWhiteSpace(c.Name))
                ? No("cords", PhraseKeys.Event.Cords)
            : taken.Temperature.Trim().Length > 0 && !QuantityText.TryParse<Temperature>(taken.Temperature, out _)
                ? No("temperature", PhraseKeys.Run.TemperatureWanted)
            : new RunAnswer(
                fresh,
                new ReferenceTaken(
                    asked.Cable.Job,
                    taken.Method,
                    [.. taken.Cords.Select(c => c with { Name = c.Name.Trim() })],
                    [.. powers.Select(p => new ReferencePower(p.Wavelength, p.Power))],
                    TemperatureOf(taken.Temperature),
                    taken.Instrument.Trim().Length == 0 ? null : taken.Instrument.Trim()
                ),
                null
            );
    }

    private RunAnswer Checked(CheckReference check)
    {
        if (InUse is not { Taken: { } taken } inUse)
        {
            return No("reference", PhraseKeys.Run.NoReference);
        }

        var drifts = new List<ReferenceDrift>();
        foreach (var typed in check.Powers.Where(p => p.Read.Trim().Length > 0))
        {
            var before = taken.Powers.FirstOrDefault(p => p.Wavelength == typed.Wavelength);
            var drift = before?.Power is { } power ? power - MeterText.Power(typed.Read) : MeterText.Loss(typed.Read);
            if (before is null || drift is null)
            {
                return No($"powers.{typed.Wavelength}", before?.Power is null ? PhraseKeys.Run.LossWanted : PhraseKeys.Run.PowerWanted);
            }

            drifts.Add(new ReferenceDrift(typed.Wavelength, drift.Value));
        }

        return drifts.Count == 0
            ? No("powers", PhraseKeys.Event.Powers)
            : new RunAnswer(inUse.Id, new ReferenceChecked(drifts, TemperatureOf(check.Temperature)), null);
    }

    private static Temperature? TemperatureOf(string text) => QuantityText.TryParse<Temperature>(text, out var read) ? read : null;

    private static RunAnswer No(string field, string key) => new(Guid.Empty, null, new BenchFault(field, Phrase.Of(key)));
}
