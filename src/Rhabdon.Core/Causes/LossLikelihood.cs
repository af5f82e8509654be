namespace Rhabdon.Core.Causes;

/// <summary>How well readings fit what is expected and what causes add: normal, with the part that all readings of a link share.</summary>
internal sealed class LossLikelihood
{
    // Of one reading by itself: mating, launch, the last digit.
    private const double ReadingDeviation = 0.07;

    private readonly double[] over;
    private readonly double shared;
    private readonly double perReading;

    public LossLikelihood(DiagnosisQuestion asked)
    {
        over = [.. asked.Readings.Select(r => (double)r.Loss.Amount - ExpectedLink.Mean(asked, r.Wavelength))];
        var deviation = ExpectedLink.Deviation(asked);
        shared = deviation * deviation;
        perReading = Math.Pow(2 * Math.PI, over.Length);
    }

    /// <summary>More than expected, for each reading, in dB.</summary>
    public IReadOnlyList<double> Over => over;

    /// <summary>Density of the readings where a cause acts alone, over all its patterns.</summary>
    public double Of(LossPattern[] patterns)
    {
        var sum = 0.0;
        foreach (var pattern in patterns)
        {
            sum += pattern.Weight * Density(pattern.Excess, pattern.Variance);
        }

        return sum;
    }

    /// <summary>The same where two causes act together: each pattern of the one with each of the other.</summary>
    public double Of(LossPattern[] first, LossPattern[] second)
    {
        var sum = 0.0;
        var (excess, variance) = (new double[over.Length], new double[over.Length]);
        foreach (var one in first)
        {
            foreach (var other in second)
            {
                for (var reading = 0; reading < over.Length; reading++)
                {
                    (excess[reading], variance[reading]) = (one.Excess[reading] + other.Excess[reading], one.Variance[reading] + other.Variance[reading]);
                }

                sum += one.Weight * other.Weight * Density(excess, variance);
            }
        }

        return sum;
    }

    private double Density(double[] excess, double[] variance)
    {
        // Covariance: each reading's own on the diagonal, and the shared part everywhere (Sherman and Morrison 1950).
        double weight = 0,
            weighted = 0,
            squares = 0,
            determinant = 1;
        for (var reading = 0; reading < over.Length; reading++)
        {
            var left = over[reading] - excess[reading];
            var own = (ReadingDeviation * ReadingDeviation) + variance[reading];
            var scaled = left / own;
            weight += 1 / own;
            weighted += scaled;
            squares += left * scaled;
            determinant *= own;
        }

        var together = 1 + (shared * weight);
        var distance = squares - (shared * weighted * weighted / together);
        return Math.Exp(-0.5 * distance) / Math.Sqrt(determinant * together * perReading);
    }
}
