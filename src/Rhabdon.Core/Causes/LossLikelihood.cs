namespace Rhabdon.Core.Causes;

/// <summary>How well readings fit what is expected and what causes add: normal, with the part that all readings of a link share.</summary>
internal sealed class LossLikelihood
{
    // Of one reading by itself: mating, launch, the last digit.
    private const double ReadingDeviation = 0.07;

    private readonly double[] over;
    private readonly double shared;

    public LossLikelihood(DiagnosisQuestion asked)
    {
        over = [.. asked.Readings.Select(r => (double)r.Loss.Amount - ExpectedLink.Mean(asked, r.Wavelength))];
        var deviation = ExpectedLink.Deviation(asked);
        shared = deviation * deviation;
    }

    /// <summary>More than expected, for each reading, in dB.</summary>
    public IReadOnlyList<double> Over => over;

    /// <summary>Density of the readings where these patterns act together.</summary>
    public double Of(LossPattern first, LossPattern? second = null)
    {
        // Covariance: each reading's own on the diagonal, and the shared part everywhere (Sherman and Morrison 1950).
        double weight = 0,
            weighted = 0,
            squares = 0,
            logDeterminant = 0;
        for (var reading = 0; reading < over.Length; reading++)
        {
            var left = over[reading] - first.Excess[reading] - (second?.Excess[reading] ?? 0);
            var own =
                (ReadingDeviation * ReadingDeviation)
                + (first.Deviation[reading] * first.Deviation[reading])
                + (second is null ? 0 : second.Deviation[reading] * second.Deviation[reading]);
            weight += 1 / own;
            weighted += left / own;
            squares += left * left / own;
            logDeterminant += Math.Log(own);
        }

        var together = 1 + (shared * weight);
        var distance = squares - (shared * weighted * weighted / together);
        return Math.Exp(-0.5 * (distance + logDeterminant + Math.Log(together) + (over.Length * Math.Log(2 * Math.PI))));
    }
}
