using Rhabdon.Core.Catalog;
using Rhabdon.Core.EndFaces;

namespace Rhabdon.Vision.Drawing;

/// <summary>A made-up end face under a made-up microscope. Shades are shares of the range, 0 to 1; lengths on the face micrometers.</summary>
/// <param name="CenterX">Of the fiber, in pixels of the picture.</param>
/// <param name="MicrometersPerPixel">Above zero.</param>
/// <param name="Seed">Of grain, pores and noise.</param>
public sealed record MadeFace(
    int Width,
    int Height,
    double CenterX,
    double CenterY,
    double MicrometersPerPixel,
    FaceAppearance Look,
    IReadOnlyList<DrawnFinding> Marks,
    int Seed
)
{
    /// <summary>What an eye that misses nothing would find, held against this profile's zones.</summary>
    public IReadOnlyList<Finding> Truth(FaceLimits profile) =>
        [
            .. from mark in Marks
            let zone = profile.Over(mark.Nearest, mark.Farthest)
            where zone is not null
            select new Finding(
                mark.Kind,
                zone.Value,
                mark.Size,
                0,
                mark.IsLine ? mark.Size : mark.Size / Math.Sqrt(mark.Stretch),
                mark.Length,
                CenterX + (mark.Middle.X / MicrometersPerPixel),
                CenterY + (mark.Middle.Y / MicrometersPerPixel),
                mark.Depth,
                1,
                mark.Nearest <= Look.CoreRadius
            ),
        ];
}

/// <summary>How the face and the microscope look when nothing is wrong.</summary>
/// <param name="CoreRadius">Micrometers.</param>
/// <param name="CoreEdge">How wide the step from core to cladding is, micrometers.</param>
/// <param name="CoreRound">How much of the core's shade falls off from its middle, as graded glass or a mode does: 0 to 1.</param>
/// <param name="RingWidth">Of the adhesive round the glass, micrometers.</param>
/// <param name="Grain">Depth of the ferrule's grain, one standard deviation.</param>
/// <param name="GrainSize">Micrometers.</param>
/// <param name="Pores">Of the ferrule, on each 1,000 µm².</param>
/// <param name="SlopeX">How much the light changes over 100 µm to the right, as a share of itself.</param>
/// <param name="Vignette">How much of the light is lost at 200 µm from the picture's middle.</param>
/// <param name="Blur">Standard deviation of the spread of a point, micrometers.</param>
/// <param name="Noise">Standard deviation.</param>
public sealed record FaceAppearance(
    double Glass = 0.5,
    double Ferrule = 0.65,
    double Core = 0.55,
    double CoreRadius = 4.5,
    double CoreEdge = 0.3,
    double CoreRound = 0,
    double CoreOffset = 0,
    double RingWidth = 1,
    double Ring = 0.15,
    double Grain = 0.015,
    double GrainSize = 2,
    double Pores = 0.5,
    double SlopeX = 0,
    double SlopeY = 0,
    double Vignette = 0,
    double Blur = 0.5,
    double Noise = 0.01
)
{
    /// <summary>The fiber that has such a core.</summary>
    public FiberCore Fiber => Enum.GetValues<FiberCore>().MinBy(c => Math.Abs(c.Radius() - CoreRadius));
}
