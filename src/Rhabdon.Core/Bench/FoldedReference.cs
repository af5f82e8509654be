using Rhabdon.Core.Links;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Units;

namespace Rhabdon.Core.Bench;

/// <summary>A look at a reference that was taken before.</summary>
/// <param name="IsGood">It still holds, as far as drift and temperature tell.</param>
public sealed record ReferenceCheckRecord(DateTimeOffset At, Guid Actor, bool IsGood);

/// <summary>What the events of a reference amount to.</summary>
/// <param name="Taken">Null before it has been.</param>
/// <param name="Checks">In their order.</param>
/// <param name="Ended">When it was given up; null while it is in use.</param>
/// <param name="Why">It was given up.</param>
public sealed record ReferenceState(
    Guid Id,
    ReferenceTaken? Taken = null,
    Guid? By = null,
    DateTimeOffset? At = null,
    IReadOnlyList<ReferenceCheckRecord>? Checks = null,
    DateTimeOffset? Ended = null,
    ReferenceEnd? Why = null
)
{
    private static readonly TimeSpan Longest = TimeSpan.FromHours(BudgetTables.Shipped.Reference.MostHours);

    /// <summary>The last moment at which it was known to be good; null before it was taken.</summary>
    public DateTimeOffset? LastGood => (Checks ?? []).Where(c => c.IsGood).Select(c => (DateTimeOffset?)c.At).LastOrDefault() ?? At;

    /// <summary>How it stands at a moment.</summary>
    public ReferenceStanding Standing(DateTimeOffset now) =>
        Taken is null ? ReferenceStanding.None
        : Ended is not null ? ReferenceStanding.Ended
        : Checks is [.., { IsGood: false }] ? ReferenceStanding.Drifted
        : now - LastGood > Longest ? ReferenceStanding.Old
        : ReferenceStanding.Good;

    /// <summary>
    /// The spans of time in which what was measured against it is in doubt: from the last good look to one that was not good, or to the disconnection; and
    /// from the hour at which a look was due, unless a good one came after. The last may have no end.
    /// </summary>
    public IReadOnlyList<(DateTimeOffset From, DateTimeOffset? To)> InDoubt
    {
        get
        {
            if (At is not { } good)
            {
                return [];
            }

            var spans = new List<(DateTimeOffset, DateTimeOffset?)>();
            foreach (var check in Checks ?? [])
            {
                if (!check.IsGood)
                {
                    // Whatever is measured before another good look is in doubt as well.
                    spans.Add((good, (Checks ?? []).Where(c => c.IsGood && c.At > check.At).Select(c => (DateTimeOffset?)c.At).FirstOrDefault()));
                }
                else
                {
                    good = check.At;
                }
            }

            if (Ended is { } ended && Why != ReferenceEnd.Finished)
            {
                spans.Add((ended, null));
            }

            spans.Add((good + Longest, null));
            return spans;
        }
    }

    /// <summary>True of a moment at which what was measured against it is in doubt; always, of one that nobody took.</summary>
    public bool IsInDoubt(DateTimeOffset at) => At is null || InDoubt.Any(d => at >= d.From && (d.To is null || at <= d.To));
}

/// <summary>A reference's stream and the state it folds to.</summary>
public sealed class FoldedReference : FoldedInTurn<ReferenceState>
{
    private FoldedReference(Guid reference, IReadOnlyList<BenchEvent> events)
        : base(reference, events, new ReferenceState(reference), Apply) { }

    public override StreamKind Kind => StreamKind.Reference;

    public static FoldedReference Of(Guid reference, IEnumerable<BenchEvent> events) => new(reference, TerminationFold.InOrder(events));

    public override FoldedStream With(BenchEvent happened) => Events.Any(e => e.Id == happened.Id) ? this : Of(Id, Events.Append(happened));

    private static (ReferenceState State, Phrase? Conflict) Apply(ReferenceState state, BenchEvent happened) =>
        happened.Body is ReferenceEvent body ? body.Apply(state, happened) : (state, happened.Body.Misplaced());
}
