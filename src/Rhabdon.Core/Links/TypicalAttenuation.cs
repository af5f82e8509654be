using Rhabdon.Core.Catalog;

namespace Rhabdon.Core.Links;

/// <summary>What fiber loses as a rule: well under what it may (from memory).</summary>
public static class TypicalAttenuation
{
    /// <summary>dB/km.</summary>
    /// <param name="wavelength">Nanometers.</param>
    public static double PerKm(FiberGrade grade, int wavelength) =>
        (grade.Mode(), wavelength) switch
        {
            (FiberMode.SingleMode, < 1450) => 0.34,
            (FiberMode.SingleMode, _) => 0.2,
            (_, < 900) => 2.4,
            (_, < 1100) => 1.8,
            _ => 0.6,
        };
}
