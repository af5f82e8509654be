namespace Rhabdon.Core.Quality;

/// <summary>The normal distribution with mean 0 and deviation 1.</summary>
public static class NormalDistribution
{
    private const double AllButABillionth = 6;
    private const double Sqrt2 = 1.4142135623730951;
    private const double AtMean = 0.39894228040143268;

    /// <summary>
    /// The share below <paramref name="z"/>, 0 to 1, to 1.5 in ten million: Abramowitz and Stegun, Handbook of Mathematical Functions, 7.1.26.
    /// </summary>
    public static double Below(double z) => BelowAndHeight(z).Below;

    /// <summary>
    /// That share and the bell's height at <paramref name="z"/>, for hardly more than the work of one; beyond six deviations, where a billionth is left, 0 or 1
    /// and no height.
    /// </summary>
    public static (double Below, double Height) BelowAndHeight(double z)
    {
        if (Math.Abs(z) > AllButABillionth)
        {
            return (z < 0 ? 0 : 1, 0);
        }

        var bell = Math.Exp(-z * z / 2);
        var t = 1 / (1 + (0.3275911 * Math.Abs(z) / Sqrt2));
        var erf = 1 - (((((((((1.061405429 * t) - 1.453152027) * t) + 1.421413741) * t) - 0.284496736) * t) + 0.254829592) * t * bell);
        return ((1 + (z < 0 ? -erf : erf)) / 2, bell * AtMean);
    }
}
