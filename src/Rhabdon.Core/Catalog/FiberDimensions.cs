namespace Rhabdon.Core.Catalog;

/// <summary>Nominal radii on a fiber's end, micrometers. Cladding diameter 125 µm: IEC 60793-2, from memory.</summary>
public static class FiberDimensions
{
    public const double CladdingRadius = 62.5;

    /// <summary>Half the 250 µm across which the ferrule touches.</summary>
    public const double ContactRadius = 125;

    // In the middle of what single-mode mode fields allow.
    private const double SingleModeCore = 4.5;

    /// <summary>Of the core as it shows in a picture.</summary>
    public static double Radius(this FiberCore core) =>
        core switch
        {
            FiberCore.Core50 => 25,
            FiberCore.Core62 => 31.25,
            _ => SingleModeCore,
        };
}
