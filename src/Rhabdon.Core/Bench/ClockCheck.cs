namespace Rhabdon.Core.Bench;

/// <summary>
/// Whether an event's clock and time can be right, and what stands in their place where they cannot. Nothing is refused for a wrong clock: the event keeps
/// what the tablet made, and its receipt says where it stands.
/// </summary>
public static class ClockCheck
{
    /// <summary>How far two clocks that are looked after may stand apart (ours; a tablet that is on a network now and then keeps within a minute).</summary>
    public static readonly TimeSpan Slack = TimeSpan.FromMinutes(15);

    /// <param name="streams">Those that the event joins, without it.</param>
    /// <param name="deviceBefore">When the last event before this one happened that the device made with its clock right; null when there is none.</param>
    /// <param name="received">The server's time.</param>
    /// <returns>The clock and time that take the place of the event's own; null for one that can be right.</returns>
    public static (HybridTime? Clock, DateTimeOffset? At) Of(
        BenchEvent happened,
        IReadOnlyCollection<FoldedStream> streams,
        DateTimeOffset? deviceBefore,
        DateTimeOffset received
    )
    {
        var known = happened.About.ToDictionary(s => s.Id, s => s.Known);
        var latest = streams.Aggregate(default(HybridTime), (clock, s) => HybridTime.Latest(clock, s.LastClock));
        var isAhead = happened.Clock.Milliseconds > (received + Slack).ToUnixTimeMilliseconds();
        var isBehind = streams.Any(s => Knew(s) && happened.Clock <= s.LastClock);
        var notBefore = streams.Where(s => Knew(s)).Select(s => s.Events[^1].When).Append(deviceBefore ?? DateTimeOffset.MinValue).Max();
        return (
            isAhead || isBehind ? HybridTime.After(latest, received.ToUnixTimeMilliseconds()) : null,
            happened.At > received + Slack ? received
            : notBefore > DateTimeOffset.MinValue + Slack && happened.At < notBefore - Slack ? notBefore
            : null
        );

        // The latest state of a stream that holds something.
        bool Knew(FoldedStream stream) => stream.Events.Count > 0 && known.TryGetValue(stream.Id, out var count) && count >= stream.Events.Count;
    }

    /// <summary>
    /// A file's events, those whose clocks are ahead of the server's put after what comes before them: a time to come would block every strand that they stand
    /// on.
    /// </summary>
    public static IReadOnlyList<BenchEvent> Settled(IEnumerable<BenchEvent> events, DateTimeOffset received)
    {
        var (settled, latest) = (new List<BenchEvent>(), default(HybridTime));
        foreach (var happened in TerminationFold.InOrder(events))
        {
            var isAhead = happened.Order.Milliseconds > (received + Slack).ToUnixTimeMilliseconds();
            var inPlace = isAhead
                ? happened with
                {
                    Receipt = (happened.Receipt ?? new Receipt()) with { Clock = HybridTime.After(latest, received.ToUnixTimeMilliseconds()) },
                }
                : happened;
            latest = HybridTime.Latest(latest, inPlace.Order);
            settled.Add(inPlace);
        }

        return settled;
    }
}
