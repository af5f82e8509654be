namespace Rhabdon.Core.Bench;

/// <summary>
/// A hybrid logical clock's reading: wall milliseconds since 1970 UTC, and a count within them. Later knowledge always reads later,
/// whatever the devices' clocks say (Kulkarni et al. 2014, "Logical physical clocks").
/// </summary>
public readonly record struct HybridTime(long Milliseconds, int Count) : IComparable<HybridTime>
{
    /// <summary>
    /// The reading for a new event on a device that has seen <paramref name="seen"/> and whose clock says <paramref name="nowMilliseconds"/>.
    /// </summary>
    public static HybridTime After(HybridTime seen, long nowMilliseconds) =>
        nowMilliseconds > seen.Milliseconds ? new HybridTime(nowMilliseconds, 0) : seen with { Count = checked(seen.Count + 1) };

    /// <summary>
    /// What a device has seen, to go on from. A clock that was far ahead for a while comes back once the server has taken, and put in their place, all events
    /// that were made so; until then they keep the order in which they were made.
    /// </summary>
    /// <param name="isWaiting">True while events of the device wait for the server.</param>
    public static HybridTime Returned(HybridTime seen, long nowMilliseconds, bool isWaiting) =>
        !isWaiting && seen.Milliseconds > nowMilliseconds + (long)ClockCheck.Slack.TotalMilliseconds ? default : seen;

    public static HybridTime Latest(HybridTime a, HybridTime b) => a.CompareTo(b) >= 0 ? a : b;

    public int CompareTo(HybridTime other) => Milliseconds != other.Milliseconds ? Milliseconds.CompareTo(other.Milliseconds) : Count.CompareTo(other.Count);

    public static bool operator <(HybridTime a, HybridTime b) => a.CompareTo(b) < 0;

    public static bool operator >(HybridTime a, HybridTime b) => a.CompareTo(b) > 0;

    public static bool operator <=(HybridTime a, HybridTime b) => a.CompareTo(b) <= 0;

    public static bool operator >=(HybridTime a, HybridTime b) => a.CompareTo(b) >= 0;
}
