using Rhabdon.Core.Phrases;

namespace Rhabdon.Core.Bench;

/// <summary>What happened to terminations.</summary>
public abstract record TerminationEvent : EventBody
{
    public sealed override StreamKind? Stream() => StreamKind.Termination;

    /// <summary>Does it to the state, or says why it does not fit there.</summary>
    /// <param name="all">Every entry of the stream by its id.</param>
    internal abstract Phrase? Apply(TerminationFolder to, BenchEvent happened, IReadOnlyDictionary<Guid, BenchEvent> all);
}
