namespace Rhabdon.Data;

/// <summary>A moment as PostgreSQL keeps it: UTC, in whole microseconds.</summary>
internal static class StoredTime
{
    public static DateTime? Of(DateTimeOffset? moment) => moment is { } given ? Of(given.UtcTicks) : null;

    public static DateTime Of(long utcTicks) => new(utcTicks / TimeSpan.TicksPerMicrosecond * TimeSpan.TicksPerMicrosecond, DateTimeKind.Utc);
}
