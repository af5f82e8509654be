using Rhabdon.Core.EndFaces;

namespace Rhabdon.Vision.Looking;

/// <summary>Figures that a few wild values do not move.</summary>
internal static class RobustStatistics
{
    // Turns a median of distances into a standard deviation, for a bell.
    private const double BellOverMedian = 1.4826;

    /// <summary>Reorders the values. Zero for none.</summary>
    public static float Median(Span<float> values) => Quantile(values, 0.5);

    /// <summary>Reorders the values. Zero for none.</summary>
    /// <param name="share">0 for the least, 1 for the most.</param>
    public static float Quantile(Span<float> values, double share)
    {
        if (values.Length == 0)
        {
            return 0;
        }

        var (left, right, wanted) = (0, values.Length - 1, (int)(share * (values.Length - 1)));
        while (left < right)
        {
            var pivot = values[(left + right) / 2];
            var (i, j) = (left, right);
            while (i <= j)
            {
                while (values[i] < pivot)
                {
                    i++;
                }

                while (values[j] > pivot)
                {
                    j--;
                }

                if (i <= j)
                {
                    (values[i], values[j]) = (values[j], values[i]);
                    i++;
                    j--;
                }
            }

            if (wanted <= j)
            {
                right = j;
            }
            else if (wanted >= i)
            {
                left = i;
            }
            else
            {
                break;
            }
        }

        return values[wanted];
    }

    /// <summary>The standard deviation that the middle half of the values speaks for. Reorders them.</summary>
    public static float Spread(Span<float> values)
    {
        var median = Median(values);
        for (var i = 0; i < values.Length; i++)
        {
            values[i] = Math.Abs(values[i] - median);
        }

        return (float)(BellOverMedian * Median(values));
    }
}
