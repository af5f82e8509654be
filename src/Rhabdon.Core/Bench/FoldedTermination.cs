using Rhabdon.Core.Phrases;
using Rhabdon.Core.Recipes;

namespace Rhabdon.Core.Bench;

/// <summary>
/// One termination's stream and the state it folds to. It never changes: one more event makes another, and where that event comes last and takes nothing
/// back, what came before is not folded again.
/// </summary>
public sealed class FoldedTermination : FoldedStream, IFold<TerminationState>
{
    private static readonly Dictionary<Guid, BenchEvent> Nothing = [];
    private readonly RecipeBook book;
    private readonly TerminationFolder run;
    private readonly IReadOnlySet<Guid> named;
    private readonly List<BenchEvent> events;

    private FoldedTermination(RecipeBook book, List<BenchEvent> events, TerminationFolder run, IReadOnlySet<Guid> named)
    {
        (this.book, this.events, this.run, this.named) = (book, events, run, named);
        State = run.State(events.Count);
    }

    public override Guid Id => State.Termination;

    public override StreamKind Kind => StreamKind.Termination;

    public override IReadOnlyList<BenchEvent> Events => events;

    public override IReadOnlyList<HistoryEntry> History => State.History;

    public override HybridTime LastClock => State.LastClock;

    public TerminationState State { get; }

    public static FoldedTermination Of(Guid termination, IEnumerable<BenchEvent> events, RecipeBook book)
    {
        var ledger = new EffectiveEvents(termination, events);
        var run = new TerminationFolder(termination, book);
        foreach (var happened in ledger.Ordered)
        {
            if (ledger.TakenOut(happened.Id) is { } how)
            {
                run.Skip(happened, how.Standing, how.GlassWasCut);
            }
            else
            {
                run.Take(happened, ledger.Entries);
            }
        }

        return new FoldedTermination(book, ledger.Own, run, ledger.Named);
    }

    public override FoldedTermination With(BenchEvent happened)
    {
        if (events.Exists(e => e.Id == happened.Id))
        {
            return this;
        }

        if (happened.Body.SettlesOthers() || named.Contains(happened.Id) || (events.Count > 0 && TerminationFold.Compare(happened, events[^1]) < 0))
        {
            return Of(State.Termination, events.Append(happened), book);
        }

        var further = run.Copy();
        further.Take(happened, Nothing);
        return new FoldedTermination(book, [.. events, happened], further, named);
    }

    /// <summary>Why an event of this kind would not fit at the stream's end; null when it would.</summary>
    /// <param name="recipe">That it would be worked by.</param>
    public Phrase? Conflict(EventBody body, RecipeRef? recipe)
    {
        var trial = new BenchEvent(Guid.AllBitsSet, Guid.AllBitsSet, 1, State.LastClock, DateTimeOffset.UnixEpoch, Guid.Empty, string.Empty, [], body, recipe);
        return (body as TerminationEvent)?.Apply(
            run.Copy(),
            trial,
            body.SettlesOthers() ? State.History.Select(h => h.Event).DistinctBy(e => e.Id).ToDictionary(e => e.Id) : Nothing
        );
    }

    /// <summary>The stream as it stood before an event that would take its place in it now.</summary>
    public FoldedTermination Before(BenchEvent happened) =>
        events.Count == 0 || TerminationFold.Compare(happened, events[^1]) > 0
            ? this
            : Of(State.Termination, events.Where(e => TerminationFold.Compare(e, happened) < 0), book);
}
