using Rhabdon.Core.Catalog;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Units;

namespace Rhabdon.Core.Links;

/// <summary>A link whose loss is to be foretold.</summary>
/// <param name="Wavelength">Nanometers.</param>
/// <param name="Joints">Its mated pairs.</param>
/// <param name="Splices">0 to 40.</param>
/// <param name="Uncertainty">Of a reading, either way, at 95 %; zero for the link's own loss.</param>
/// <param name="Loss">As measured; null before.</param>
public sealed record ExpectationQuestion(
    FiberGrade Grade,
    Length Length,
    int Wavelength,
    IReadOnlyList<ExpectedJoint> Joints,
    int Splices = 0,
    Decibel Uncertainty = default,
    Decibel? Loss = null
);

/// <summary>Mated pairs that are alike.</summary>
/// <param name="Mean">Loss of one in the mean: 0.12, 0.25 and 0.50 dB for grades B, C and D of IEC 61753-1 (from memory). 0.01 to 5 dB.</param>
/// <param name="Count">0 to 20.</param>
public sealed record ExpectedJoint(Decibel Mean, int Count);

/// <summary>What such links lose.</summary>
/// <param name="From">The loss of the first share; the others follow a hundredth of a decibel apart.</param>
/// <param name="Shares">Of all such links, step by step.</param>
/// <param name="Worse">How many of a hundred such links lose less than was measured; null where nothing was.</param>
/// <param name="IsUnusual">So many that the link is worth a look, though it may pass.</param>
public sealed record ExpectedLossAnswer(
    Decibel Mean,
    Decibel Median,
    Decibel Low,
    Decibel High,
    Decibel From,
    IReadOnlyList<double> Shares,
    double? Worse,
    bool IsUnusual
);

/// <summary>
/// What a link like this one loses when nothing is wrong, as a distribution: fiber, joints by their grade, splices, and the reading's own uncertainty.
/// </summary>
public static class ExpectedLoss
{
    // A fusion splice: a gamma distribution of shape 4 as well (common practice: below 0.1 dB).
    private const double Splice = 0.05;
    private const double FiberSpread = 0.08;
    private const double LeastFiberSpread = 0.01;
    private const int MostJoints = 20;

    // Of a hundred: where the grades of IEC 61753-1 draw their line as well (from memory).
    private const double Unusual = 97;

    /// <summary>What of a question cannot be answered, with its field; null when all can.</summary>
    public static (string Field, Phrase Says)? Fault(ExpectationQuestion asked) =>
        asked.Wavelength is < 600 or > 1700 ? Between("wavelength", "600 nm", "1700 nm")
        : asked.Length < Length.Zero || asked.Length > Length.Mm(100_000_000) ? Between("length", "0 m", "100000 m")
        : asked.Joints.Any(j => j.Count is < 0 or > MostJoints) || asked.Joints.Count > MostJoints ? Between("joints.count", "0", $"{MostJoints}")
        : asked.Joints.Any(j => j.Mean < Decibel.Of(0.01m) || j.Mean > Decibel.Of(5)) ? Between("joints.mean", "0.01 dB", "5 dB")
        : asked.Splices is < 0 or > 40 ? Between("splices", "0", "40")
        : asked.Uncertainty < default(Decibel) || asked.Uncertainty > Decibel.Of(5) ? Between("uncertainty", "0 dB", "5 dB")
        : null;

    /// <exception cref="ArgumentException">The question has a fault.</exception>
    public static ExpectedLossAnswer Of(ExpectationQuestion asked)
    {
        if (Fault(asked) is { } fault)
        {
            throw new ArgumentException(fault.Field, nameof(asked));
        }

        var curve = CurveOf(asked);
        double? worse = asked.Loss is { } loss ? 100 * curve.Below((double)loss.Amount) : null;
        return new ExpectedLossAnswer(
            At(curve.Mean),
            At(curve.Quantile(0.5)),
            At(curve.Quantile(0.025)),
            At(curve.Quantile(0.975)),
            Decibel.Of(curve.First * (decimal)LossCurve.Step),
            curve.Shares,
            worse,
            worse >= Unusual
        );
    }

    /// <summary>The distribution itself.</summary>
    public static LossCurve CurveOf(ExpectationQuestion asked)
    {
        var km = (double)asked.Length.Millimeters / 1e6;
        var fiber = TypicalAttenuation.PerKm(asked.Grade, asked.Wavelength) * km;
        var curve = LossCurve.Normal(fiber, Math.Max(LeastFiberSpread, FiberSpread * fiber));
        foreach (var joints in asked.Joints.Where(j => j.Count > 0))
        {
            curve = curve.And(LossCurve.Joints((double)joints.Mean.Amount, joints.Count));
        }

        if (asked.Splices > 0)
        {
            curve = curve.And(LossCurve.Joints(Splice, asked.Splices));
        }

        return asked.Uncertainty == default ? curve : curve.And(LossCurve.Normal(0, (double)asked.Uncertainty.Amount / 1.96));
    }

    private static Decibel At(double loss) => Decibel.Of((decimal)loss);

    private static (string, Phrase) Between(string field, string least, string most) =>
        (field, Phrase.Of(PhraseKeys.Optics.Between, ("least", least), ("most", most)));
}
