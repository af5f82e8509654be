using Rhabdon.Core.Catalog;
using Rhabdon.Core.EndFaces;

namespace Rhabdon.Vision.Looking;

/// <summary>
/// The light at which every limit in shades holds. A picture taken in more or less of it is brought to it first, so that the limits follow the light: a mark
/// keeps back a share of the light, however much there is.
/// </summary>
internal static class UsualLight
{
    /// <summary>Of the glass: half of the range, as the faces have on which the limits were derived. The middle one of those by other hands has 118.</summary>
    public const float Shade = 128;

    // Darker glass tells too little to be brought so far.
    private const float DarkestGlass = 10;
    private const int Rays = 180;

    // Micrometers.
    private const double Step = 2;

    /// <summary>By how much the shades of a picture have to be multiplied for the glass round the core to be as bright as usual.</summary>
    /// <param name="scale">Micrometers to a pixel.</param>
    /// <param name="usualCore">Radius that a core of this mode has, micrometers.</param>
    public static float GainOf(GrayImage image, FiberPlace place, double scale, double usualCore)
    {
        var shades = new List<float>();
        for (var ray = 0; ray < Rays; ray++)
        {
            var (sin, cos) = Math.SinCos(2 * Math.PI * ray / Rays);
            for (var radius = GlassView.CoreMost(usualCore); radius < GlassView.EdgeFor(place.Blur * scale); radius += Step)
            {
                var (x, y) = (place.X + (radius / scale * cos), place.Y + (radius / scale * sin));
                if (x >= 0 && y >= 0 && x <= image.Width - 1 && y <= image.Height - 1)
                {
                    shades.Add(image.At(x, y));
                }
            }
        }

        return shades.Count == 0 ? 1 : Shade / Math.Max(DarkestGlass, RobustStatistics.Median(shades.ToArray()));
    }
}
