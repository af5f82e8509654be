using Rhabdon.Core.Links;

namespace Rhabdon.Core.Causes;

/// <summary>
/// What a link loses when nothing is wrong with it: typical figures, well under the limits (from memory; figures of a good field joint: common practice).
/// </summary>
internal static class ExpectedLink
{
    private const double Pair = 0.25;
    private const double PairDeviation = 0.12;
    private const double Splice = 0.05;
    private const double SpliceDeviation = 0.04;

    // Where nobody knows the length: a hundred meters, give or take.
    private const double UnknownKm = 0.1;
    private const double UnknownDeviation = 0.15;
    private const double KnownDeviation = 0.03;

    /// <summary>Mean in dB at a wavelength in nanometers.</summary>
    public static double Mean(DiagnosisQuestion asked, int wavelength) =>
        (TypicalAttenuation.PerKm(asked.Grade, wavelength) * Km(asked)) + (Pair * asked.Pairs) + (Splice * asked.Splices);

    /// <summary>Deviation in dB, which all readings of the link share.</summary>
    public static double Deviation(DiagnosisQuestion asked)
    {
        var length = asked.Length is null ? UnknownDeviation : KnownDeviation * (1 + Km(asked));
        return Math.Sqrt((length * length) + (PairDeviation * PairDeviation * asked.Pairs) + (SpliceDeviation * SpliceDeviation * asked.Splices));
    }

    private static double Km(DiagnosisQuestion asked) => asked.Length is { } length ? (double)length.Millimeters / 1e6 : UnknownKm;
}
