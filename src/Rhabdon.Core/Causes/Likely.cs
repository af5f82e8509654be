namespace Rhabdon.Core.Causes;

/// <summary>Likelihoods of what is seen.</summary>
internal static class Likely
{
    /// <summary>Of a sign that shows in this share of cases, seen or not seen.</summary>
    public static double Share(bool isSeen, double share) => isSeen ? share : 1 - share;

    /// <summary>Density of the normal distribution.</summary>
    public static double Bell(double value, double mean, double deviation) =>
        Math.Exp(-0.5 * (value - mean) * (value - mean) / (deviation * deviation)) / (deviation * Math.Sqrt(2 * Math.PI));
}
