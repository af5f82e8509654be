using Rhabdon.Core.Quality;

namespace Rhabdon.Core.Planning;

/// <summary>How many terminations by a method were accepted with their first connector.</summary>
/// <param name="Good">0 to <paramref name="Of"/>.</param>
public sealed record YieldRecord(string Method, int Good, int Of);

/// <summary>
/// The share of connectors that a method brings to acceptance: the starter's figure, and the crew's own record the more of it there is the more.
/// </summary>
/// <param name="Share">Above 0, at most 1: in the mean.</param>
/// <param name="Own">So many of the crew's own went in.</param>
/// <param name="Interval">Of the crew's own share at 95 %; null where there is none.</param>
public sealed record MethodYield(double Share, int Own, ShareInterval? Interval)
{
    // What is usual weighs as much as so many of one's own (ours).
    private const double Weight = 20;

    private double Good { get; init; }

    private double Bad { get; init; }

    /// <param name="usual">The starter's share, above 0 and below 1.</param>
    public static MethodYield Of(double usual, YieldRecord? record)
    {
        var (good, of) = (record?.Good ?? 0, record?.Of ?? 0);
        var (a, b) = ((Weight * usual) + good, (Weight * (1 - usual)) + of - good);
        return new MethodYield(a / (a + b), of, of > 0 ? ShareInterval.Wilson(good, of) : null) { Good = a, Bad = b };
    }

    /// <summary>A share that is known exactly.</summary>
    public static MethodYield Exactly(double share) => new(share, 0, null) { Good = share, Bad = 0 };

    /// <summary>
    /// The chance that enough of so many connectors are good: binomial, or beta-binomial where the share is not known exactly.
    /// </summary>
    /// <param name="needed">0 to <paramref name="taken"/>.</param>
    public double Enough(int needed, int taken)
    {
        // From the chance that all are good on to one bad more each time; in logarithms, since the first may be very small.
        var log = 0.0;
        for (var at = 0; at < taken; at++)
        {
            log += Bad == 0 ? Math.Log(Share) : Math.Log((Good + at) / (Good + Bad + at));
        }

        var sum = Math.Exp(log);
        for (var good = taken; good > needed; good--)
        {
            var again = Bad == 0 ? (1 - Share) / Share : (taken - good + Bad) / (good - 1 + Good);
            log += Math.Log((double)good / (taken - good + 1) * again);
            sum += Math.Exp(log);
        }

        return Math.Min(1, sum);
    }
}
