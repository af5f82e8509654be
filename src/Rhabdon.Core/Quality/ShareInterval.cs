namespace Rhabdon.Core.Quality;

/// <summary>A share and how sure it is.</summary>
/// <param name="Low">0 to 1, as <paramref name="High"/> is.</param>
public sealed record ShareInterval(double Low, double High)
{
    // Two-sided 95 %.
    private const double Deviations = 1.959963984540054;

    /// <summary>The interval of Wilson (1927) at 95 %, which also holds for few and for none.</summary>
    /// <param name="good">0 to <paramref name="of"/>.</param>
    /// <param name="of">1 or more.</param>
    /// <exception cref="ArgumentOutOfRangeException">There are none, or more good ones than all.</exception>
    public static ShareInterval Wilson(int good, int of)
    {
        ArgumentOutOfRangeException.ThrowIfLessThan(of, 1);
        ArgumentOutOfRangeException.ThrowIfGreaterThan(good, of);
        ArgumentOutOfRangeException.ThrowIfNegative(good);
        var (share, squared) = ((double)good / of, Deviations * Deviations);
        var middle = share + (squared / (2 * of));
        var half = Deviations * Math.Sqrt((share * (1 - share) / of) + (squared / (4.0 * of * of)));
        var whole = 1 + (squared / of);
        return new ShareInterval(Math.Max(0, (middle - half) / whole), Math.Min(1, (middle + half) / whole));
    }
}
