using Rhabdon.Core.Catalog;
using Rhabdon.Core.EndFaces;

namespace Rhabdon.Vision.Looking;

/// <summary>Where the fiber lies in a picture. Pixels, the center of the top left one at 0, 0.</summary>
/// <param name="Radius">Of the cladding.</param>
/// <param name="RingWidth">Of the adhesive round it.</param>
/// <param name="Blur">Standard deviation of the spread of a point, as the edge shows it.</param>
/// <param name="Strength">How many times its own uncertainty the edge stands out; under about 6 it may be chance.</param>
public readonly record struct FiberPlace(double X, double Y, double Radius, double RingWidth, double Blur, double Strength)
{
    /// <summary>Radius beyond which the ferrule can be judged, the ring and its blurred edge left behind. Micrometers.</summary>
    public double FerruleFrom(double scale) => FiberDimensions.CladdingRadius + (RingWidth * scale) + Math.Max(1, 2 * Blur * scale);
}
