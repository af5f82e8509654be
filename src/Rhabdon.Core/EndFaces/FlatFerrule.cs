namespace Rhabdon.Core.EndFaces;

/// <summary>A flat ferrule's row of fibers: core and cladding only are judged, as IEC 61300-3-35 has it (from memory).</summary>
public static class FlatFerrule
{
    /// <summary>In a row.</summary>
    public const int Fibers = 12;

    /// <summary>From middle to middle, micrometers (IEC 61754-7, from memory).</summary>
    public const double Pitch = 250;

    /// <summary>What of a profile applies: zones A and B.</summary>
    public static FaceLimits Judged(FaceLimits profile) => profile with { Zones = [.. profile.Zones.Where(z => z.Zone <= Zone.B)] };
}
