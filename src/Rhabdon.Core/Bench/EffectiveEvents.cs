namespace Rhabdon.Core.Bench;

/// <summary>
/// A stream put in order, with the entries that later words have taken out of it: taken back, moved to another strand, or set aside by a lead.
/// Settled in one pass over the whole stream, so that it does not matter in which order the words arrived.
/// </summary>
internal sealed class EffectiveEvents
{
    private readonly Dictionary<Guid, (EntryEffect Effect, bool GlassWasCut)> taken = [];

    public EffectiveEvents(Guid termination, IEnumerable<BenchEvent> events)
    {
        Own = [.. TerminationFold.InOrder(events)];
        var retracted = Own.Select(e => e.Body).OfType<Retracted>().Select(r => r.Event).ToHashSet();
        var own = Own.ToDictionary(e => e.Id);
        foreach (var resolved in Own.Where(e => e.Body is Resolved && !retracted.Contains(e.Id)).Select(e => (Resolved)e.Body))
        {
            foreach (var aside in resolved.SetAside.Where(id => own.TryGetValue(id, out var entry) && entry.Body.MayBeSetAside()))
            {
                taken.TryAdd(aside, (EntryEffect.SetAside, resolved.GlassWasCut));
            }
        }

        var moves = Own.Where(e => !retracted.Contains(e.Id) && !taken.ContainsKey(e.Id)).Select(e => e.Body).OfType<Reattributed>().ToList();
        Ordered = moves.Exists(m => m.To == termination)
            ? TerminationFold.InOrder([.. Own, .. moves.Where(m => m.To == termination).SelectMany(m => m.Moved)])
            : Own;
        Entries = ReferenceEquals(Ordered, Own) ? own : Ordered.ToDictionary(e => e.Id);
        foreach (var word in Own.Where(e => !taken.ContainsKey(e.Id)).Select(e => e.Body).OfType<Retracted>())
        {
            if (Entries.TryGetValue(word.Event, out var target) && target.Body.MayBeRetracted())
            {
                taken.TryAdd(target.Id, (EntryEffect.Retracted, word.GlassWasCut));
            }
        }

        foreach (var moved in moves.Where(m => m.From == termination).SelectMany(m => m.Moved))
        {
            taken.TryAdd(moved.Id, (EntryEffect.Moved, false));
        }

        Named = Own.SelectMany(e => e.Body.Names()).ToHashSet();
    }

    /// <summary>The stream's own events in the fold's order, each once.</summary>
    public List<BenchEvent> Own { get; }

    /// <summary>Every entry once, in the fold's order, with those that were moved here from another strand.</summary>
    public IReadOnlyList<BenchEvent> Ordered { get; }

    /// <summary>The same entries by their ids.</summary>
    public IReadOnlyDictionary<Guid, BenchEvent> Entries { get; }

    /// <summary>Every event that a later word names, whether it is here or not: with it the settling would come out otherwise.</summary>
    public IReadOnlySet<Guid> Named { get; }

    /// <summary>How an entry was taken out, and whether its glass was cut all the same; null when it was not.</summary>
    public (EntryEffect Effect, bool GlassWasCut)? TakenOut(Guid entry) => taken.TryGetValue(entry, out var how) ? how : null;
}
