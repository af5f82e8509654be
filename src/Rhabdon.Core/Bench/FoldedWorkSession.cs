using Rhabdon.Core.Phrases;
using Rhabdon.Core.Tools;
using Rhabdon.Core.Units;

namespace Rhabdon.Core.Bench;

/// <summary>What the events of one work session amount to: a person at work in one place, from a moment to another.</summary>
/// <param name="Person">Null before it has begun.</param>
/// <param name="Job">That it is for; null for none in particular.</param>
/// <param name="Ended">Null while it goes on.</param>
/// <param name="InHand">Gear that its person works with; null for none.</param>
/// <param name="Temperature">Of the air in that place as it began; null where nobody measured it.</param>
/// <param name="Said">The latest answer to each question of the ready check; null for none.</param>
public sealed record WorkSessionState(
    Guid Session,
    Guid? Person = null,
    string? Place = null,
    Guid? Job = null,
    DateTimeOffset? Began = null,
    DateTimeOffset? Ended = null,
    IReadOnlyList<GearInHand>? InHand = null,
    IReadOnlyList<ReadyRecord>? Said = null,
    Temperature? Temperature = null
)
{
    /// <summary>Why nothing more can happen in it now; null while it goes on.</summary>
    internal Phrase? OpenFault =>
        Began is null ? Phrase.Of(PhraseKeys.Conflict.SessionNotBegun)
        : Ended is not null ? Phrase.Of(PhraseKeys.Conflict.SessionEnded)
        : null;
}

/// <summary>An answer to a question of the ready check.</summary>
/// <param name="IsSo">It is as it should be.</param>
/// <param name="Event">That said so.</param>
public sealed record ReadyRecord(string Item, bool IsSo, DateTimeOffset At, Guid Event = default);

/// <summary>A work session's stream and the state it folds to.</summary>
public sealed class FoldedWorkSession : FoldedInTurn<WorkSessionState>
{
    private FoldedWorkSession(Guid session, IReadOnlyList<BenchEvent> events)
        : base(session, events, new WorkSessionState(session), Apply) { }

    public override StreamKind Kind => StreamKind.WorkSession;

    public static FoldedWorkSession Of(Guid session, IEnumerable<BenchEvent> events) => new(session, TerminationFold.InOrder(events));

    public override FoldedStream With(BenchEvent happened) => Of(Id, Events.Append(happened));

    private static (WorkSessionState State, Phrase? Conflict) Apply(WorkSessionState state, BenchEvent happened) =>
        happened.Body is WorkSessionEvent body ? body.Apply(state, happened) : (state, happened.Body.Misplaced());
}
