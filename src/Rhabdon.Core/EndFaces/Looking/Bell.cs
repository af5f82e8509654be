namespace Rhabdon.Core.EndFaces.Looking;

/// <summary>The normal distribution.</summary>
internal static class Bell
{
    /// <summary>The share of a bell of standard deviation 1 that lies below a value. Abramowitz and Stegun 26.2.17, good to 7.5e-8.</summary>
    public static double Below(double value)
    {
        var x = Math.Abs(value);
        if (x > 6)
        {
            return value > 0 ? 1 : 0;
        }

        var t = 1 / (1 + (0.2316419 * x));
        var tail = Math.Exp(-x * x / 2) * 0.3989422804 * t * (0.319381530 + (t * (-0.356563782 + (t * (1.781477937 + (t * (-1.821255978 + (t * 1.330274429))))))));
        return value > 0 ? 1 - tail : tail;
    }

    /// <summary>Its height at a value.</summary>
    public static double Height(double value) => 0.3989422804 * Math.Exp(-value * value / 2);
}
