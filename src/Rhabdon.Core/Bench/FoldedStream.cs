namespace Rhabdon.Core.Bench;

/// <summary>
/// One stream of any kind: its events in the fold's order, each once, and what they come to. It never changes: one more event makes another.
/// </summary>
public abstract class FoldedStream
{
    public abstract Guid Id { get; }

    public abstract StreamKind Kind { get; }

    public abstract IReadOnlyList<BenchEvent> Events { get; }

    /// <summary>Every entry in its place, and whether it counts.</summary>
    public abstract IReadOnlyList<HistoryEntry> History { get; }

    /// <summary>The latest clock of its events.</summary>
    public abstract HybridTime LastClock { get; }

    /// <summary>True when an entry makes no sense where it stands.</summary>
    public abstract bool NeedsALook { get; }

    /// <summary>The stream with one event more; the same stream when it holds that event already.</summary>
    public abstract FoldedStream With(BenchEvent happened);
}

/// <summary>A stream whose events come to a state of this kind.</summary>
public interface IFold<out TState>
{
    TState State { get; }
}
