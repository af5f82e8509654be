namespace Rhabdon.Core.Optics;

/// <summary>What happens where light passes from one medium into another, at right angles.</summary>
public static class Interfaces
{
    /// <summary>Group index of fused silica fiber near 1310 nm (ITU-T G.652, from memory).</summary>
    public const double GlassIndex = 1.468;

    /// <summary>Share of the power that is thrown back: ((n1 - n2) / (n1 + n2))², 0 to 1 (Fresnel).</summary>
    public static double Reflection(double n1, double n2)
    {
        var ratio = (n1 - n2) / (n1 + n2);
        return ratio * ratio;
    }

    /// <summary>Share of the power that two faces with a gap between them throw back: 2r(1 - γ cos δ), with δ = 4πnz/λ and γ = exp(-(z/Lc)²).</summary>
    /// <param name="gap">Micrometers, 0 and up.</param>
    /// <param name="gapIndex">Of what is in the gap: 1 for air.</param>
    /// <param name="wavelength">Micrometers.</param>
    /// <param name="coherence">Of the source, in micrometers: beyond it the two faces no longer interfere.</param>
    public static double GapReflection(double gap, double gapIndex, double wavelength, double coherence, double glassIndex = GlassIndex)
    {
        var contrast = Math.Exp(-Math.Pow(gap / coherence, 2));
        var phase = 4 * Math.PI * gapIndex * gap / wavelength;
        return 2 * Reflection(glassIndex, gapIndex) * (1 - (contrast * Math.Cos(phase)));
    }

    /// <summary>The most and the least that such a gap can throw back, whatever its width to a wavelength: 4r and, for touching faces, none.</summary>
    public static (double Least, double Mean, double Most) GapReflectionRange(double gap, double gapIndex, double coherence, double glassIndex = GlassIndex)
    {
        var (contrast, mean) = (Math.Exp(-Math.Pow(gap / coherence, 2)), 2 * Reflection(glassIndex, gapIndex));
        return (mean * (1 - contrast), mean, mean * (1 + contrast));
    }

    /// <summary>Loss of a share of power that goes on, in dB.</summary>
    /// <param name="share">Above 0, up to 1.</param>
    public static double Loss(double share) => -10 * Math.Log10(share);

    /// <summary>Reflectance of a share of power that comes back, in dB: negative, and the lower the better.</summary>
    public static double Reflectance(double share) => 10 * Math.Log10(share);
}
