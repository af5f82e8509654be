using Rhabdon.Core.Recipes;

namespace Rhabdon.Core.Planning;

/// <summary>How many connectors to take along so that nobody drives back.</summary>
public static class Spares
{
    // One lot in fifty is bad, and then a third of it fails (ours: the shift that the alarms look for). All of a job comes from one lot as a rule, so that bad
    // ones come together.
    private const double BadLots = 0.02;
    private const double BadLotShare = 0.65;
    private const int Most = 1_000_000;

    /// <summary>Connectors or pigtails that so many ends are made with: one each, or one for the fibers that are worked as one.</summary>
    public static int PartsFor(Recipe recipe, int ends) => (ends + (recipe.Together ?? 1) - 1) / (recipe.Together ?? 1);

    /// <summary>The fewest connectors of which enough are good.</summary>
    /// <param name="needed">Ends to be made, 0 or more.</param>
    /// <param name="confidence">That they are enough, above 0 and below 1.</param>
    /// <param name="hasLots">Bad ones come by the lot, beside one by one.</param>
    /// <exception cref="ArgumentOutOfRangeException">The confidence is none.</exception>
    public static int Take(int needed, MethodYield yield, double confidence, bool hasLots = false)
    {
        ArgumentOutOfRangeException.ThrowIfNegative(needed);
        ArgumentOutOfRangeException.ThrowIfLessThanOrEqual(confidence, 0);
        ArgumentOutOfRangeException.ThrowIfGreaterThanOrEqual(confidence, 1);
        var (low, high) = (needed, needed);
        while (!IsEnough(high))
        {
            (low, high) = (high + 1, (2 * high) + 1);
        }

        while (low < high)
        {
            var middle = low + ((high - low) / 2);
            (low, high) = IsEnough(middle) ? (low, middle) : (middle + 1, high);
        }

        return high;

        bool IsEnough(int taken) =>
            taken >= Most
            || (
                hasLots
                    ? ((1 - BadLots) * yield.Enough(needed, taken)) + (BadLots * MethodYield.Exactly(BadLotShare * yield.Share).Enough(needed, taken))
                    : yield.Enough(needed, taken)
            ) >= confidence;
    }
}
