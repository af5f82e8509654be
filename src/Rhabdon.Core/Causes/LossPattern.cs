using Rhabdon.Core.Catalog;

namespace Rhabdon.Core.Causes;

/// <summary>How much a cause adds to each reading, at one severity.</summary>
/// <param name="Weight">Of a cause's patterns; they add up to 1.</param>
/// <param name="Excess">For each reading, in dB.</param>
/// <param name="Variance">Of that, for each reading by itself, in dB².</param>
internal sealed record LossPattern(double Weight, double[] Excess, double[] Variance)
{
    /// <summary>Mode-field diameters of single-mode fiber in micrometers (G.652, from memory): a fault acts by them.</summary>
    private const double ShortField = 9.2;
    private const double LongField = 10.4;

    // How much one reading of the same fault differs from another, as a share of it: as a rule, and where the fault itself moves.
    private const double Steady = 0.06;
    private const double Erratic = 0.6;

    /// <summary>The patterns of a cause over the readings.</summary>
    /// <param name="severities">How many severities are tried: the more, the finer.</param>
    public static LossPattern[] Of(Cause cause, DiagnosisQuestion asked, int severities)
    {
        var isSingle = asked.Grade.Mode() == FiberMode.SingleMode;
        return cause switch
        {
            // A speck on the axis takes the narrower field first, one beside it the wider.
            Cause.Dirt => ByWave(asked, 1.3, 1.1, [0.75, 0.87, 1, 1.15], severities),
            // The two faces of a gap interfere, at each wavelength otherwise.
            Cause.Gap => ByWave(asked, 0.4, 0.6, [0.4, 0.7, 1, 1.5, 2.5], severities),
            Cause.Polish => ByWave(asked, 0.6, 0.6, [0.9, 1, 1.1], severities),
            Cause.ApcToUpc => ByWave(asked, 1.8, 0.5, [0.9, 1, 1.1], severities),
            // Tilt: (mode field / wavelength) squared (Marcuse 1977).
            Cause.Cleave => ByWave(asked, 0.5, 0.7, About(isSingle ? Squared(LongField / 1550 / (ShortField / 1310)) : 1), severities),
            // Offset: one over the mode field squared (Marcuse 1977).
            Cause.Offset => ByWave(asked, 0.6, 0.6, About(isSingle ? Squared(ShortField / LongField) : 1), severities),
            Cause.Cracked => ByWave(asked, 1.8, 0.7, [1], severities, Erratic),
            // A bend takes the wider mode field first: at 1550 nm a few times to ten times what it takes at 1310 (common practice); multimode about alike.
            Cause.Bend => ByWave(asked, isSingle ? 0.3 : 0.7, 0.8, isSingle ? [2, 4, 8] : [0.8, 1, 1.3], severities),
            Cause.FiberMix => Mix(asked, isSingle, severities),
            Cause.Reference => Shifted(asked, severities),
            Cause.OverBudget => [new LossPattern(1, new double[asked.Readings.Count], new double[asked.Readings.Count])],
            _ => ByWave(asked, 0.9, 0.8, [1], severities, 0.4),
        };
    }

    private static double Squared(double value) => value * value;

    private static double[] About(double ratio) => [0.95 * ratio, ratio, 1.05 * ratio];

    // As severe at the shorter wavelength, and so many times at the longer: each of these as likely as the others.
    private static LossPattern[] ByWave(DiagnosisQuestion asked, double median, double spread, double[] atLonger, int severities, double unlike = Steady) =>
        [
            .. atLonger.SelectMany(times =>
                Severities(median, spread, severities).Select(s => Pattern(asked, s, 1.0 / atLonger.Length, r => s.Loss * (IsLonger(r) ? times : 1), unlike))
            ),
        ];

    // From the larger core into the smaller 2 to 5 dB, the other way about nothing; single-mode with multimode far more (step-down of core and aperture).
    private static LossPattern[] Mix(DiagnosisQuestion asked, bool isSingle, int severities)
    {
        CableEnd[] ways = [CableEnd.Near, CableEnd.Far];
        return
        [
            .. ways.SelectMany(way =>
                Severities(isSingle ? 12 : 3.2, isSingle ? 0.5 : 0.35, severities)
                    .Select(s => Pattern(asked, s, 0.5, r => r.From == way ? s.Loss : 0.05 * s.Loss, 0.1))
            ),
        ];
    }

    // The same for every reading, up or down.
    private static LossPattern[] Shifted(DiagnosisQuestion asked, int severities) =>
        [
            .. Severities(0.5, 0.6, severities)
                .SelectMany(s => (LossPattern[])[Pattern(asked, s, 0.6, _ => s.Loss, Steady), Pattern(asked, s, 0.4, _ => -s.Loss, Steady)]),
        ];

    private static bool IsLonger(LossEvidence reading) => reading.Wavelength is > 1100 and (> 1450 or < 1305);

    private static LossPattern Pattern(DiagnosisQuestion asked, Severity severity, double weight, Func<LossEvidence, double> excess, double unlike)
    {
        var each = asked.Readings.Select(excess).ToArray();
        var share = (unlike * unlike) + (severity.Width * severity.Width);
        return new LossPattern(severity.Weight * weight, each, [.. each.Select(e => share * e * e)]);
    }

    // Severities of a lognormal distribution, evenly apart on its own scale; each stands for all that lie nearer to it than to the next.
    private static IEnumerable<Severity> Severities(double median, double spread, int count)
    {
        const double mildest = -2.6;
        const double worst = 3;
        var apart = (worst - mildest) / (count - 1);
        var all = Enumerable.Range(0, count).Select(n => mildest + (n * apart)).Select(z => (Z: z, Weight: Math.Exp(-0.5 * z * z))).ToList();
        var sum = all.Sum(s => s.Weight);
        return all.Select(s => new Severity(s.Weight / sum, median * Math.Exp(spread * s.Z), spread * apart / Math.Sqrt(12)));
    }

    /// <param name="Loss">In dB.</param>
    /// <param name="Width">Deviation of those that it stands for, as a share of the loss.</param>
    private sealed record Severity(double Weight, double Loss, double Width);
}
