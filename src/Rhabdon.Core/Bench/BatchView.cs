using Rhabdon.Core.Links;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Units;

namespace Rhabdon.Core.Bench;

/// <summary>A strand's place in a batch, as the queue names it.</summary>
/// <param name="CableEnd">The stream of the cable's end that holds it; null where nobody asks for that.</param>
public sealed record BatchSlot(Guid Termination, int Strand, string Label, Guid? CableEnd = null);

/// <summary>What the page wants to see of a batch.</summary>
/// <param name="Held">The strand shown until now, or picked by hand.</param>
/// <param name="Rates">What work and parts cost on this job; null when nobody has said.</param>
/// <param name="Batch">Only strands that are still in this batch are shown; all of them when none is.</param>
/// <param name="Guidance">How much one card tells.</param>
public sealed record BatchRequest(
    IReadOnlyList<BatchSlot> Slots,
    Pace Pace,
    LengthUnit Unit,
    Guid? Held = null,
    bool IsPicked = false,
    Rates? Rates = null,
    Guid? Batch = null,
    Guidance Guidance = Guidance.EveryStep
);

/// <summary>Prices of a job, for saying what rework costs. Amounts in the currency's own unit, 0 and up.</summary>
/// <param name="Currency">ISO 4217 code: <c>CAD</c>.</param>
public sealed record Rates(string Currency, decimal PerHour, decimal PerConnector);

/// <summary>A batch at the bench: its queue, whose turn it is, and that strand in full.</summary>
/// <param name="Together">Strands that one tap does, the focus among them.</param>
/// <param name="TogetherSays">Those strands in words: <c>strands 1–6</c>.</param>
/// <param name="IsWhole">True when those strands are only ever worked as one, as the fibers of a ribbon.</param>
/// <param name="Done">How many are accepted or rejected.</param>
/// <param name="End">The cable's end that holds the strand in focus, or, once all are over, the first; null where nothing is left to it.</param>
public sealed record BatchView(
    IReadOnlyList<BatchQueueView> Queue,
    Guid? Focus,
    IReadOnlyList<Guid> Together,
    string TogetherSays,
    bool IsWhole,
    int Done,
    BenchView? Bench,
    CableEndLine? End = null
);

/// <summary>What of a batch's view is other than it was the last time: a page that holds that one needs no more.</summary>
/// <param name="Rows">Of the strands that stand otherwise than before.</param>
/// <param name="Queue">Every strand, in order.</param>
/// <param name="Bench">Without its line when that is the same.</param>
public sealed record BatchChange(
    IReadOnlyList<BatchQueueView> Rows,
    IReadOnlyList<Guid> Queue,
    Guid? Focus,
    IReadOnlyList<Guid> Together,
    string TogetherSays,
    bool IsWhole,
    int Done,
    BenchView? Bench,
    bool IsSameLine,
    CableEndLine? End = null
)
{
    public static BatchChange Since(BatchView? before, BatchView now)
    {
        var held = before?.Queue.ToDictionary(r => r.Termination) ?? [];
        var isSameLine = now.Bench?.Line is { } line && ReferenceEquals(before?.Bench?.Line, line);
        return new BatchChange(
            [.. now.Queue.Where(r => held.GetValueOrDefault(r.Termination) != r)],
            [.. now.Queue.Select(r => r.Termination)],
            now.Focus,
            now.Together,
            now.TogetherSays,
            now.IsWhole,
            now.Done,
            isSameLine ? now.Bench! with { Line = null } : now.Bench,
            isSameLine,
            now.End
        );
    }
}

/// <param name="Doing">Its stage, its trouble or how it ended, in a word or two.</param>
public sealed record BatchQueueView(
    Guid Termination,
    int Strand,
    StrandColor Color,
    string Label,
    StrandPhase Phase,
    int Attempt,
    string Doing,
    BatchPlace Place,
    bool IsTogether,
    Guid? InHand,
    Guid? Batch
);
