using Rhabdon.Core.Links;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Tools;
using Rhabdon.Core.Units;

namespace Rhabdon.Core.Bench;

/// <summary>A strand's place in a batch, as the queue names it.</summary>
/// <param name="CableEnd">The stream of the cable's end that holds it; null where nobody asks for that.</param>
/// <param name="Partner">The other fiber of its duplex port; null where it has none.</param>
/// <param name="Position">Its own in the port, from 1.</param>
public sealed record BatchSlot(Guid Termination, int Strand, string Label, Guid? CableEnd = null, Partner? Partner = null, int Position = 1);

/// <summary>The other fiber of a duplex port.</summary>
public sealed record Partner(Guid Termination, int Strand);

/// <summary>What the page wants to see of a batch.</summary>
/// <param name="Held">The strand shown until now, or picked by hand.</param>
/// <param name="Rates">What work and parts cost on this job; null when nobody has said.</param>
/// <param name="Batch">Only strands that are still in this batch are shown; all of them when none is.</param>
/// <param name="Guidance">How much one card tells.</param>
/// <param name="Films">The colors of the crew's films.</param>
/// <param name="Missing">Things of the kit, by their titles, that were not there to lay out.</param>
public sealed record BatchRequest(
    IReadOnlyList<BatchSlot> Slots,
    Pace Pace,
    LengthUnit Unit,
    Guid? Held = null,
    bool IsPicked = false,
    Rates? Rates = null,
    Guid? Batch = null,
    Guidance Guidance = Guidance.EveryStep,
    IReadOnlyList<string>? Missing = null,
    IReadOnlyList<FilmColor>? Films = null
);

/// <summary>Prices of a job, for saying what rework costs. Amounts in the currency's own unit, 0 and up.</summary>
/// <param name="Currency">ISO 4217 code: <c>CAD</c>.</param>
public sealed record Rates(string Currency, decimal PerHour, decimal PerConnector);

/// <summary>A batch at the bench: its queue, whose turn it is, and that strand in full.</summary>
/// <param name="Together">Strands that one tap does, the focus among them.</param>
/// <param name="TogetherSays">Those strands in words: <c>strands 1–6</c>.</param>
/// <param name="IsWhole">True when those strands are only ever worked as one, as the fibers of a ribbon.</param>
/// <param name="Done">How many are accepted or rejected.</param>
/// <param name="Now">Null where nobody said when it is looked at, or nothing is to be told.</param>
/// <param name="Pair">Of the strand in focus; null for one that has a port to itself.</param>
/// <param name="Used">What all of them used up, once they are over; null before.</param>
/// <param name="End">The cable's end that holds the strand in focus, or, once all are over, the first; null where nothing is left to it.</param>
public sealed record BatchView(
    IReadOnlyList<BatchQueueView> Queue,
    Guid? Focus,
    IReadOnlyList<Guid> Together,
    string TogetherSays,
    bool IsWhole,
    int Done,
    BenchView? Bench,
    CableEndLine? End = null,
    PairView? Pair = null,
    NowView? Now = null,
    IReadOnlyList<UsedLine>? Used = null
);

/// <summary>Why a strand's turn is now, where the bench was asked what to do.</summary>
/// <param name="Why">In a line; null where the pace tells by itself.</param>
/// <param name="Until">Nothing can be done before; null where there is something to do.</param>
/// <param name="Next">When a time of the batch is over next, and the bench thinks again; null where none runs.</param>
/// <param name="Spoils">What an interruption may have spoiled on the strand, in words; null where nothing did.</param>
public sealed record NowView(string? Why, DateTimeOffset? Until, DateTimeOffset? Next, string? Spoils = null);

/// <summary>Two fibers of a duplex port are one piece of work: how the other one stands.</summary>
/// <param name="Position"><c>A</c> or <c>B</c>: that of the strand in focus.</param>
/// <param name="Says">Position and partner in words.</param>
/// <param name="Waits">Why the present step must wait for it, in words; null when it need not.</param>
/// <param name="Turn">What is said on the way to it.</param>
public sealed record PairView(Guid Partner, string Position, string Says, string? Waits, string Turn);

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
    CableEndLine? End = null,
    PairView? Pair = null,
    NowView? Now = null,
    IReadOnlyList<UsedLine>? Used = null
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
            now.End,
            now.Pair,
            now.Now,
            now.Used
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
