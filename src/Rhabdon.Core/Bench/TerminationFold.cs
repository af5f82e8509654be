using Rhabdon.Core.Recipes;

namespace Rhabdon.Core.Bench;

/// <summary>
/// Events to state. The same events give the same state whatever their order of arrival and however often each arrives:
/// they are told apart by id and put in order by clock, then device, then the device's sequence.
/// </summary>
public static class TerminationFold
{
    public static TerminationState Fold(Guid termination, IEnumerable<BenchEvent> events, RecipeBook book) =>
        FoldedTermination.Of(termination, events, book).State;

    /// <summary>Each event once, in the fold's order.</summary>
    public static IReadOnlyList<BenchEvent> InOrder(IEnumerable<BenchEvent> events)
    {
        var ordered = events.DistinctBy(e => e.Id).ToList();
        ordered.Sort(Compare);
        return ordered;
    }

    public static int Compare(BenchEvent a, BenchEvent b)
    {
        var byClock = a.Order.CompareTo(b.Order);
        if (byClock != 0)
        {
            return byClock;
        }

        var byDevice = a.Device.CompareTo(b.Device);
        return byDevice != 0 ? byDevice
            : a.Sequence != b.Sequence ? a.Sequence.CompareTo(b.Sequence)
            : a.Id.CompareTo(b.Id);
    }
}
