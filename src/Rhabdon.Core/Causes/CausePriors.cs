using Rhabdon.Core.Catalog;
using Rhabdon.Core.Quality;

namespace Rhabdon.Core.Causes;

/// <summary>How likely each cause is before anything is known but how the ends were made. House figures, until a crew's own record takes their place.</summary>
public static class CausePriors
{
    /// <summary>As many of a crew's own findings weigh as much as the start figures.</summary>
    public const int Weight = 20;

    /// <summary>Of a hundred links that lose too much.</summary>
    public static IReadOnlyDictionary<Cause, decimal> Start { get; } =
        new Dictionary<Cause, decimal>
        {
            [Cause.Dirt] = 45,
            [Cause.Gap] = 8,
            [Cause.Cleave] = 8,
            [Cause.Offset] = 5,
            [Cause.Cracked] = 3,
            [Cause.Polish] = 2,
            [Cause.Reference] = 13,
            [Cause.Bend] = 9,
            [Cause.FiberMix] = 2,
            [Cause.ApcToUpc] = 1,
            [Cause.OverBudget] = 2,
            [Cause.Other] = 2,
        };

    /// <summary>
    /// Shares of the causes once a crew has found some of its own: a Dirichlet prior of the start figures, worth <see cref="Weight"/> links, and the findings
    /// (Gelman et al., Bayesian Data Analysis, "Multinomial model", from memory).
    /// </summary>
    public static IReadOnlyDictionary<Cause, decimal> With(IReadOnlyDictionary<Cause, int> found)
    {
        var all = Start.Values.Sum();
        return Start.ToDictionary(s => s.Key, s => s.Value / all * Weight + found.GetValueOrDefault(s.Key));
    }

    /// <summary>The causes that lie at one end.</summary>
    internal static bool IsAtAnEnd(Cause cause) =>
        cause is Cause.Dirt or Cause.Gap or Cause.Cleave or Cause.Offset or Cause.Cracked or Cause.Polish or Cause.ApcToUpc or Cause.FiberMix;

    /// <summary>The prior of a cause, as the ends were made: it adds up to no particular sum.</summary>
    internal static double Of(Cause cause, DiagnosisQuestion asked)
    {
        var given = asked.Priors is { } own && own.TryGetValue(cause, out var share) ? share : Start[cause];
        return (double)given
            * cause switch
            {
                Cause.ApcToUpc => Angled(asked),
                Cause.OverBudget => Over(asked),
                _ => 1,
            };
    }

    /// <summary>How a cause's share changes with how an end was made: 1 where nobody knows.</summary>
    internal static double At(Cause cause, EndEvidence? end) =>
        end?.Method switch
        {
            // Glass goes through to the face: no cleave meets another, and no gap is left but where it sank.
            EndMethod.Polished => cause switch
            {
                Cause.Cleave => 0.02,
                Cause.Gap => 0.15,
                Cause.Polish => 4,
                _ => 1,
            },
            // The face is the factory's: nobody polished it.
            EndMethod.Mechanical => cause switch
            {
                Cause.Polish => 0.02,
                Cause.Cleave => 1.4,
                Cause.Gap => 1.3,
                _ => 1,
            },
            EndMethod.Fused => cause switch
            {
                Cause.Polish => 0.02,
                Cause.Gap => 0.05,
                Cause.Cleave => 0.7,
                _ => 1,
            },
            _ => 1,
        };

    // A link in order is over its limit as often as its length and joints may add up to more; the start figure is for one in fifty.
    private static double Over(DiagnosisQuestion asked)
    {
        var limited = asked.Readings.Where(r => r.Limit is not null).ToList();
        return limited.Count == 0
            ? 1
            : Math.Max(
                0.05,
                limited.Max(r =>
                    NormalDistribution.Below((ExpectedLink.Mean(asked, r.Wavelength) - (double)r.Limit!.Value.Amount) / ExpectedLink.Deviation(asked))
                ) / 0.02
            );
    }

    private static double Angled(DiagnosisQuestion asked)
    {
        Polish?[] polishes = [asked.Near?.Polish, asked.Far?.Polish];
        return polishes.Contains(Polish.APC) ? 5
            : asked.Grade.Mode() == FiberMode.Multimode || polishes.All(p => p is not null) ? 0.1
            : 1;
    }
}
