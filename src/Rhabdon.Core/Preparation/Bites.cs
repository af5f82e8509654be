using Rhabdon.Core.Units;

namespace Rhabdon.Core.Preparation;

/// <summary>How a strip is divided into pulls of the stripper.</summary>
public static class Bites
{
    /// <summary>
    /// From the tip inward, each as long as allowed as far as they go, the last ending at the mark: 40 mm in bites of 6 is six of 6 and one of 4.
    /// </summary>
    /// <param name="length">The whole strip, above zero.</param>
    /// <param name="longest">Longest bite, above zero; null for one pull.</param>
    /// <exception cref="ArgumentOutOfRangeException">A length that is not above zero.</exception>
    public static IReadOnlyList<Length> Of(Length length, Length? longest)
    {
        ArgumentOutOfRangeException.ThrowIfNegativeOrZero(length.Nanometers);
        if (longest is not { } bite)
        {
            return [length];
        }

        ArgumentOutOfRangeException.ThrowIfNegativeOrZero(bite.Nanometers);
        var bites = Enumerable.Repeat(bite, (int)(length.Nanometers / bite.Nanometers)).ToList();
        var rest = new Length(length.Nanometers % bite.Nanometers);
        if (rest > Length.Zero)
        {
            bites.Add(rest);
        }

        return bites;
    }
}
