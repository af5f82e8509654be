namespace Rhabdon.Core.Optics;

/// <summary>Two multimode ends that face each other, their modes all filled alike (Senior, Optical Fiber Communications, from memory). Micrometers.</summary>
public static class MultimodeJoint
{
    /// <summary>Step index, axes apart by less than the core's diameter, nothing lost at the faces: the overlap of two circles.</summary>
    /// <returns>Share of the power that goes over.</returns>
    public static double StepOffset(double offset, double coreRadius)
    {
        var half = offset / (2 * coreRadius);
        return ((2 * Math.Acos(half)) - (offset / coreRadius * Math.Sqrt(1 - (half * half)))) / Math.PI;
    }

    /// <summary>Graded index, axes apart by a small part of the core: 1 - 0.85 y/a for guided modes alone, 1 - 0.75 y/a with leaky ones.</summary>
    public static double GradedOffset(double offset, double coreRadius, bool hasLeakyModes) => 1 - ((hasLeakyModes ? 0.75 : 0.85) * offset / coreRadius);

    /// <summary>Into a smaller core or a smaller aperture; into larger ones all of it goes over.</summary>
    public static double StepDown(double fromRadius, double fromAperture, double toRadius, double toAperture) =>
        Math.Pow(Math.Min(1, toRadius / fromRadius), 2) * Math.Pow(Math.Min(1, toAperture / fromAperture), 2);

    /// <summary>
    /// What two faces with air or gel between them let through, each facing a medium of that index, without interference: 16 k²/(1+k)⁴ with k = n1/n.
    /// </summary>
    public static double Faces(double glassIndex, double gapIndex)
    {
        var k = glassIndex / gapIndex;
        return 16 * k * k / Math.Pow(1 + k, 4);
    }
}
