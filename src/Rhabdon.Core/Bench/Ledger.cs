namespace Rhabdon.Core.Bench;

/// <summary>
/// A stream put in order, with the entries that later words have taken out of it: taken back, moved to another strand, or set aside by a lead.
/// Settled in one pass over the whole stream, so that it does not matter in which order the words arrived.
/// </summary>
internal sealed class Ledger
{
    private readonly Dictionary<Guid, (EntryStanding Standing, bool GlassWasCut)> taken = [];

    public Ledger(Guid termination, IEnumerable<BenchEvent> events)
    {
        var own = TerminationFold.InOrder(events);
        Known = own.Count;
        var reopened = own.Select(e => e.Body).OfType<Retracted>().Select(r => r.Event).ToHashSet();
        foreach (var resolved in own.Where(e => e.Body is Resolved && !reopened.Contains(e.Id)).Select(e => (Resolved)e.Body))
        {
            foreach (var aside in own.Where(e => resolved.SetAside.Contains(e.Id) && e.Body is not (Planned or Resolved)))
            {
                taken.TryAdd(aside.Id, (EntryStanding.SetAside, resolved.GlassWasCut));
            }
        }

        Ordered = TerminationFold.InOrder([.. own, .. Borrowed(termination, own)]);
        foreach (var retracted in own.Where(e => !taken.ContainsKey(e.Id)).Select(e => e.Body).OfType<Retracted>())
        {
            if (Ordered.FirstOrDefault(e => e.Id == retracted.Event) is { } target && MayBeRetracted(target))
            {
                taken.TryAdd(target.Id, (EntryStanding.Retracted, retracted.GlassWasCut));
            }
        }

        foreach (var moved in Moves(own).Where(m => m.From == termination).SelectMany(m => m.Moved))
        {
            taken.TryAdd(moved.Id, (EntryStanding.Moved, false));
        }
    }

    /// <summary>Every entry once, in the fold's order, with those that were moved here from another strand.</summary>
    public IReadOnlyList<BenchEvent> Ordered { get; }

    /// <summary>How many events the stream itself holds.</summary>
    public int Known { get; }

    public static bool MayBeRetracted(BenchEvent target) => target.Body is not (Planned or Retracted);

    /// <summary>How an entry was taken out, and whether its glass was cut all the same; null when it was not.</summary>
    public (EntryStanding Standing, bool GlassWasCut)? TakenOut(Guid entry) => taken.TryGetValue(entry, out var how) ? how : null;

    private IEnumerable<BenchEvent> Borrowed(Guid termination, IReadOnlyList<BenchEvent> own) =>
        Moves(own).Where(m => m.To == termination).SelectMany(m => m.Moved);

    private IEnumerable<Reattributed> Moves(IReadOnlyList<BenchEvent> own)
    {
        var retracted = own.Select(e => e.Body).OfType<Retracted>().Select(r => r.Event).ToHashSet();
        return own.Where(e => !retracted.Contains(e.Id) && !taken.ContainsKey(e.Id)).Select(e => e.Body).OfType<Reattributed>();
    }
}
