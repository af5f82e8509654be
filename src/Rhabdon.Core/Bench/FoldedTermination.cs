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
    private readonly TerminationFolder folder;
    private readonly IReadOnlySet<Guid> named;
    private readonly List<BenchEvent> events;

    private FoldedTermination(RecipeBook book, List<BenchEvent> events, TerminationFolder folder, IReadOnlySet<Guid> named)
    {
        (this.book, this.events, this.folder, this.named) = (book, events, folder, named);
        State = folder.State(events.Count);
    }

    public override Guid Id => State.Termination;

    public override StreamKind Kind => StreamKind.Termination;

    public override IReadOnlyList<BenchEvent> Events => events;

    public override IReadOnlyList<HistoryEntry> History => State.History;

    public override HybridTime LastClock => State.LastClock;

    public override bool NeedsALook => State.NeedsALook;

    public TerminationState State { get; }

    public static FoldedTermination Of(Guid termination, IEnumerable<BenchEvent> events, RecipeBook book)
    {
        var effective = new EffectiveEvents(termination, events);
        var folder = new TerminationFolder(termination, book);
        foreach (var happened in effective.Ordered)
        {
            if (effective.TakenOut(happened.Id) is { } how)
            {
                folder.Skip(happened, how.Effect, how.GlassWasCut);
            }
            else
            {
                folder.Take(happened, effective.Entries);
            }
        }

        return new FoldedTermination(book, effective.Own, folder, effective.Named);
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

        var further = folder.Copy();
        further.Take(happened, Nothing);
        return new FoldedTermination(book, [.. events, happened], further, named);
    }

    /// <summary>Why an event of this kind would not fit at the stream's end; null when it would.</summary>
    /// <param name="recipe">That it would be worked by.</param>
    public Phrase? Conflict(EventBody body, RecipeRef? recipe)
    {
        var trial = new BenchEvent(Guid.AllBitsSet, Guid.AllBitsSet, 1, State.LastClock, DateTimeOffset.UnixEpoch, Guid.Empty, string.Empty, [], body, recipe);
        return (body as TerminationEvent)?.Apply(
            folder.Copy(),
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
