using Rhabdon.Core.Phrases;

namespace Rhabdon.Core.Bench;

/// <summary>A stream whose events each do something to the state in their turn, and nothing to one another.</summary>
public abstract class FoldedInTurn<TState> : FoldedStream, IFold<TState>
{
    private readonly List<HistoryEntry> history = [];

    /// <param name="apply">The state after an event, or the same state and why the event does not fit there.</param>
    private protected FoldedInTurn(Guid id, IReadOnlyList<BenchEvent> events, TState begun, Func<TState, BenchEvent, (TState State, Phrase? Conflict)> apply)
    {
        (Id, Events, State) = (id, events, begun);
        foreach (var happened in events)
        {
            LastClock = HybridTime.Latest(LastClock, happened.Order);
            var (state, conflict) = apply(State, happened);
            State = state;
            history.Add(new HistoryEntry(happened, conflict is null ? EntryEffect.Counts : EntryEffect.Conflict, conflict, 0, 0));
        }
    }

    public override Guid Id { get; }

    public override IReadOnlyList<BenchEvent> Events { get; }

    public override IReadOnlyList<HistoryEntry> History => history;

    public override HybridTime LastClock { get; }

    public override bool NeedsALook => history.Exists(h => h.Effect == EntryEffect.Conflict);

    public TState State { get; }
}
