using Rhabdon.Core.EndFaces;

namespace Rhabdon.Vision.Drawing;

/// <summary>From one figure to another, chance deciding between.</summary>
public readonly record struct Between(double From, double To)
{
    internal double Pick(Random chance) => From + ((To - From) * chance.NextDouble());
}

/// <summary>One microscope, one make of ferrule, one way of lighting: what its pictures have in common. Units as in <see cref="FaceAppearance"/>.</summary>
/// <param name="IsHeldBack">Kept from the eyes of whoever tunes the grader: figures are reported on these.</param>
/// <param name="Sizes">Width and height of its pictures, pixels.</param>
/// <param name="FerruleStep">How much brighter the ferrule is than the glass.</param>
/// <param name="CoreStep">How much brighter the core is than the glass.</param>
/// <param name="OffCenter">How far the fiber lies from the picture's middle at most, micrometers.</param>
/// <param name="Contrast">Depth of its marks, without sign.</param>
/// <param name="BrightMarks">The share of scratches that shine.</param>
/// <param name="ScratchSoftness">Edge of a scratch, as a share of its width.</param>
/// <param name="JpegQuality">1 to 100; null for a picture kept without loss.</param>
public sealed record FaceStyle(
    string Name, bool IsHeldBack, IReadOnlyList<(int Width, int Height)> Sizes, Between Scale, Between Glass, Between FerruleStep, Between CoreStep, Between CoreRound, Between RingWidth,
    Between Ring, Between Grain, Between GrainSize, Between Pores, Between Slope, Between Vignette, Between Blur, Between Noise, Between OffCenter, Between Contrast,
    double BrightMarks, double ScratchSoftness, double DirtHalo, int? JpegQuality)
{
    private static readonly (int, int)[] Small = [(640, 480), (800, 600)];
    private static readonly (int, int)[] Middling = [(1024, 768), (1280, 960), (1280, 1024)];
    private static readonly (int, int)[] Large = [(1600, 1200), (2048, 1536), (2592, 1944)];

    /// <summary>Every style, those to tune on first.</summary>
    public static IReadOnlyList<FaceStyle> All { get; } =
    [
        new("bench", false, Middling, new(0.25, 0.35), new(0.4, 0.5), new(0.1, 0.2), new(0.02, 0.08), new(0, 0), new(0.6, 1.5), new(0.1, 0.2), new(0.005, 0.015), new(1.5, 3), new(0.2, 0.6),
            new(0, 0.04), new(0, 0.1), new(0.4, 0.7), new(0.004, 0.01), new(0, 20), new(0.08, 0.35), 0.2, 0.1, 0.3, null),
        new("probe", false, Small, new(0.45, 0.6), new(0.35, 0.55), new(-0.15, -0.05), new(0.05, 0.15), new(0, 0.3), new(1, 2.5), new(0.08, 0.2), new(0.01, 0.025), new(1, 2.5), new(0.5, 1.5),
            new(0, 0.08), new(0, 0.2), new(0.5, 0.9), new(0.008, 0.016), new(0, 30), new(0.1, 0.35), 0.3, 0.3, 0.2, 85),
        new("lit", false, Middling, new(0.3, 0.45), new(0.3, 0.45), new(0.05, 0.2), new(0.25, 0.5), new(0.3, 0.8), new(0.5, 1.5), new(0.05, 0.2), new(0.005, 0.02), new(1.5, 4), new(0.1, 0.5),
            new(0, 0.05), new(0, 0.15), new(0.4, 0.8), new(0.005, 0.012), new(0, 25), new(0.08, 0.3), 0.1, 0, 0, 90),
        new("dark-core", false, Middling, new(0.2, 0.3), new(0.5, 0.65), new(-0.2, 0.1), new(-0.3, -0.08), new(0, 0.2), new(0.3, 1), new(0.1, 0.3), new(0.01, 0.03), new(2, 5), new(0.5, 2),
            new(0.02, 0.1), new(0, 0.2), new(0.4, 0.8), new(0.005, 0.015), new(0, 20), new(0.1, 0.4), 0.15, 0.5, 0.4, null),
        new("thick-ring", false, Middling, new(0.3, 0.4), new(0.45, 0.6), new(0.02, 0.15), new(0.03, 0.1), new(0, 0.5), new(3, 6), new(0.1, 0.35), new(0.008, 0.02), new(1.5, 3), new(0.3, 1),
            new(0, 0.05), new(0, 0.15), new(0.5, 0.9), new(0.006, 0.012), new(0, 20), new(0.08, 0.3), 0.25, 0.2, 0.2, 80),
        new("large", false, Large, new(0.15, 0.2), new(0.4, 0.6), new(0.05, 0.25), new(0.03, 0.15), new(0, 0.3), new(0.6, 2), new(0.08, 0.25), new(0.005, 0.02), new(1.5, 4), new(0.2, 1),
            new(0, 0.05), new(0, 0.15), new(0.4, 0.9), new(0.008, 0.02), new(0, 30), new(0.08, 0.35), 0.2, 0.2, 0.2, 85),
        new("soft", false, Small, new(0.35, 0.5), new(0.4, 0.55), new(0.05, 0.2), new(0.03, 0.1), new(0, 0.3), new(0.8, 2), new(0.1, 0.25), new(0.005, 0.015), new(2, 4), new(0.1, 0.4),
            new(0, 0.06), new(0, 0.2), new(0.9, 1.3), new(0.005, 0.01), new(0, 20), new(0.12, 0.35), 0.2, 0.3, 0.1, null),
        new("van", true, Middling, new(0.22, 0.42), new(0.35, 0.6), new(-0.2, 0.25), new(-0.2, 0.2), new(0, 0.6), new(0.5, 3), new(0.08, 0.3), new(0.004, 0.022), new(1.2, 4), new(0.1, 1.2),
            new(0, 0.08), new(0, 0.2), new(0.4, 1), new(0.004, 0.014), new(0, 28), new(0.09, 0.38), 0.3, 0.4, 0.25, 88),
        new("closet", true, Small, new(0.4, 0.65), new(0.3, 0.5), new(-0.1, 0.3), new(0.05, 0.4), new(0.1, 0.9), new(0.8, 4), new(0.05, 0.3), new(0.008, 0.03), new(1.5, 5), new(0.2, 1.5),
            new(0.02, 0.1), new(0.05, 0.25), new(0.5, 1.1), new(0.006, 0.015), new(0, 30), new(0.12, 0.4), 0.25, 0, 0.1, 80),
        new("still", true, Large, new(0.17, 0.3), new(0.45, 0.65), new(-0.25, 0.2), new(-0.15, 0.15), new(0, 0.5), new(0.4, 2), new(0.1, 0.35), new(0.004, 0.02), new(2, 6), new(0.1, 0.8),
            new(0, 0.06), new(0, 0.2), new(0.4, 0.8), new(0.008, 0.02), new(0, 40), new(0.08, 0.35), 0.2, 0.6, 0.35, null),
    ];
}
