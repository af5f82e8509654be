using Rhabdon.Core.Catalog;

namespace Rhabdon.Core.Causes;

/// <summary>How much a cause adds to each reading, at one severity.</summary>
/// <param name="Weight">Of a cause's patterns; they add up to 1.</param>
/// <param name="Excess">For each reading, in dB.</param>
/// <param name="Deviation">Of that, for each reading by itself, in dB.</param>
internal sealed record LossPattern(double Weight, double[] Excess, double[] Deviation)
{
    /// <summary>Mode-field diameters of single-mode fiber in micrometers (G.652, from memory): a fault acts by them.</summary>
    private const double ShortField = 9.2;
    private const double LongField = 10.4;

    /// <summary>The patterns of a cause over the readings.</summary>
    /// <param name="severities">How many severities are tried: the more, the finer.</param>
    public static IReadOnlyList<LossPattern> Of(Cause cause, DiagnosisQuestion asked, int severities)
    {
        var isSingle = asked.Grade.Mode() == FiberMode.SingleMode;
        return cause switch
        {
            Cause.Dirt => Alike(asked, 0.5, 0.8, 0.15, severities),
            Cause.Gap => Alike(asked, 0.45, 0.6, 0.15, severities),
            Cause.Polish => Alike(asked, 0.5, 0.7, 0.15, severities),
            Cause.ApcToUpc => Alike(asked, 1.8, 0.5, 0.15, severities),
            // Tilt: (mode field / wavelength) squared (Marcuse 1977).
            Cause.Cleave => ByWave(asked, 0.6, 0.7, isSingle ? Squared(LongField / 1550 / (ShortField / 1310)) : 1, 0.12, severities),
            // Offset: one over the mode field squared (Marcuse 1977).
            Cause.Offset => ByWave(asked, 0.5, 0.7, isSingle ? Squared(ShortField / LongField) : 1, 0.12, severities),
            Cause.Cracked => Alike(asked, 2, 0.9, 0.4, severities),
            Cause.Bend => Bend(asked, isSingle, severities),
            Cause.FiberMix => Mix(asked, isSingle, severities),
            Cause.Reference => Shifted(asked, severities),
            Cause.OverBudget => [new LossPattern(1, new double[asked.Readings.Count], new double[asked.Readings.Count])],
            _ => Alike(asked, 0.8, 1, 0.5, severities),
        };
    }

    private static double Squared(double value) => value * value;

    private static IReadOnlyList<LossPattern> Alike(DiagnosisQuestion asked, double median, double spread, double unlike, int severities) =>
        ByWave(asked, median, spread, 1, unlike, severities);

    // As severe at the shorter wavelength, and so many times at the longer.
    private static IReadOnlyList<LossPattern> ByWave(DiagnosisQuestion asked, double median, double spread, double atLonger, double unlike, int severities) =>
        [.. Severities(median, spread, severities).Select(s => Pattern(asked, 1.0 / severities, r => s * (IsLonger(r) ? atLonger : 1), unlike))];

    // A bend takes the wider mode field first: at 1550 nm a few times to ten times what it takes at 1310 (common practice); multimode fiber about alike.
    private static IReadOnlyList<LossPattern> Bend(DiagnosisQuestion asked, bool isSingle, int severities)
    {
        double[] times = isSingle ? [2, 4, 9] : [0.8, 1, 1.3];
        return
        [
            .. times.SelectMany(t =>
                Severities(isSingle ? 0.3 : 0.7, 0.9, severities)
                    .Select(s => Pattern(asked, 1.0 / (severities * times.Length), r => s * (IsLonger(r) ? t : 1), 0.15))
            ),
        ];
    }

    // From the larger core into the smaller 2 to 5 dB, the other way about nothing; single-mode with multimode far more (step-down of core and aperture).
    private static IReadOnlyList<LossPattern> Mix(DiagnosisQuestion asked, bool isSingle, int severities)
    {
        CableEnd[] ways = [CableEnd.Near, CableEnd.Far];
        return
        [
            .. ways.SelectMany(way =>
                Severities(isSingle ? 12 : 3.2, isSingle ? 0.5 : 0.35, severities)
                    .Select(s => Pattern(asked, 0.5 / severities, r => r.From == way ? s : 0.06 * s, 0.15))
            ),
        ];
    }

    // The same for every reading, up or down.
    private static IReadOnlyList<LossPattern> Shifted(DiagnosisQuestion asked, int severities) =>
        [
            .. Severities(0.4, 0.8, severities)
                .SelectMany(s => (LossPattern[])[Pattern(asked, 0.6 / severities, _ => s, 0.2), Pattern(asked, 0.4 / severities, _ => -s, 0.2)]),
        ];

    private static bool IsLonger(LossEvidence reading) => reading.Wavelength is > 1100 and (> 1450 or < 1305);

    private static LossPattern Pattern(DiagnosisQuestion asked, double weight, Func<LossEvidence, double> excess, double unlike)
    {
        var each = asked.Readings.Select(excess).ToArray();
        return new LossPattern(weight, each, [.. each.Select(e => unlike * Math.Abs(e))]);
    }

    // Equally likely severities of a lognormal distribution: the middles of so many equal shares.
    private static IEnumerable<double> Severities(double median, double spread, int count) =>
        Enumerable.Range(0, count).Select(n => median * Math.Exp(spread * Quantile((n + 0.5) / count)));

    /// <summary>Standard normal quantile to 4.5 in ten thousand: Abramowitz and Stegun, Handbook of Mathematical Functions, 26.2.23.</summary>
    private static double Quantile(double share)
    {
        var t = Math.Sqrt(-2 * Math.Log(Math.Min(share, 1 - share)));
        var above = t - ((2.515517 + (t * (0.802853 + (t * 0.010328)))) / (1 + (t * (1.432788 + (t * (0.189269 + (t * 0.001308)))))));
        return share < 0.5 ? -above : above;
    }
}
