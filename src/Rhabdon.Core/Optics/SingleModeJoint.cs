namespace Rhabdon.Core.Optics;

/// <summary>
/// Two single-mode ends that face each other, as Gaussian beams: radii are mode-field radii (half the mode-field diameter) in micrometers. Offset, tilt, gap
/// and mismatch together after Nemoto and Makimoto, "Analysis of splice loss in single-mode fibres using a Gaussian field approximation",
/// Opt. Quantum Electron. 11 (1979) 447; offset and tilt alone after Marcuse, Bell Syst. Tech. J. 56 (1977) 703 (both from memory).
/// </summary>
/// <param name="From">Mode-field radius of the fiber that gives the light.</param>
/// <param name="To">Of the one that takes it.</param>
/// <param name="Offset">Between the axes, micrometers.</param>
/// <param name="Tilt">Between the axes, radians; small.</param>
/// <param name="Gap">Between the faces, micrometers, 0 and up.</param>
/// <param name="Wavelength">In vacuum, micrometers.</param>
/// <param name="Index">Of what is between the faces.</param>
public sealed record SingleModeJoint(double From, double To, double Offset, double Tilt, double Gap, double Wavelength, double Index = 1)
{
    /// <summary>Share of the power that goes over, 0 to 1, without what the faces throw back.</summary>
    public double Coupling
    {
        get
        {
            var (a, b, lambda) = (From * From, To * To, Wavelength / Index);
            var spread = lambda * Gap / Math.PI;
            var kappa = 4 * a * b / (Math.Pow(a + b, 2) + (spread * spread));
            var widened = a * (1 + Math.Pow(lambda * Gap / (Math.PI * a), 2));
            var exponent =
                (Offset * Offset / 2 * ((1 / a) + (1 / b)))
                + (Math.PI * Math.PI * Tilt * Tilt * (widened + b) / (2 * lambda * lambda))
                - (Offset * Tilt * Gap / a);
            return kappa * Math.Exp(-kappa * exponent);
        }
    }

    /// <summary>In dB, without what the faces throw back.</summary>
    public double Loss => Interfaces.Loss(Coupling);

    /// <summary>Mode-field radius from the core's radius and the normalized frequency: a(0.65 + 1.619 V^-1.5 + 2.879 V^-6), for V of 1.2 to 2.4.</summary>
    public static double Radius(double core, double v) => core * (0.65 + (1.619 * Math.Pow(v, -1.5)) + (2.879 * Math.Pow(v, -6)));
}
