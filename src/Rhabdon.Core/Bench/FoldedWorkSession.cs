using Rhabdon.Core.Phrases;

namespace Rhabdon.Core.Bench;

/// <summary>What the events of one work session amount to: a person at work in one place, from a moment to another.</summary>
/// <param name="Person">Null before it has begun.</param>
/// <param name="Job">That it is for; null for none in particular.</param>
/// <param name="Ended">Null while it goes on.</param>
public sealed record WorkSessionState(
    Guid Session,
    Guid? Person = null,
    string? Place = null,
    Guid? Job = null,
    DateTimeOffset? Began = null,
    DateTimeOffset? Ended = null
);

/// <summary>A work session's stream and the state it folds to.</summary>
public sealed class FoldedWorkSession : FoldedStream, IFold<WorkSessionState>
{
    private readonly List<HistoryEntry> history = [];

    private FoldedWorkSession(Guid session, IReadOnlyList<BenchEvent> events)
    {
        (Id, Events, State) = (session, events, new WorkSessionState(session));
        foreach (var happened in events)
        {
            LastClock = HybridTime.Latest(LastClock, happened.Order);
            var (state, conflict) = happened.Body is WorkSessionEvent body ? body.Apply(State, happened) : (State, happened.Body.Misplaced());
            State = state;
            history.Add(new HistoryEntry(happened, conflict is null ? EntryEffect.Counts : EntryEffect.Conflict, conflict, 0, 0));
        }
    }

    public override Guid Id { get; }

    public override StreamKind Kind => StreamKind.WorkSession;

    public override IReadOnlyList<BenchEvent> Events { get; }

    public override IReadOnlyList<HistoryEntry> History => history;

    public override HybridTime LastClock { get; }

    public override bool NeedsALook => history.Exists(h => h.Effect == EntryEffect.Conflict);

    public WorkSessionState State { get; }

    public static FoldedWorkSession Of(Guid session, IEnumerable<BenchEvent> events) => new(session, TerminationFold.InOrder(events));

    public override FoldedStream With(BenchEvent happened) => Of(Id, Events.Append(happened));
}
