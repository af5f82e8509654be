using Rhabdon.Core.Catalog;
using Rhabdon.Core.EndFaces;
using static Rhabdon.Vision.Looking.Thresholds.Ring;

namespace Rhabdon.Vision.Looking;

/// <summary>
/// The shade along the ring of adhesive, right outside the glass. Dirt and leftover adhesive lie on glass and ring alike and darken both; where glass broke
/// out, the ring stays as it was (common practice).
/// </summary>
/// <param name="shades">Evenly over the whole turn, beginning to the right, downward first; not a number where the ring is out of the picture.</param>
internal sealed class RingView(float[] shades)
{
    private const int Rays = 720;

    // Where it is looked at: so far from the glass, and so wide. Micrometers.
    private const double Step = 0.2;

    private readonly float _usual = RobustStatistics.Median([.. shades.Where(float.IsFinite).DefaultIfEmpty(float.NaN)]);
    private readonly float _spread = RobustStatistics.Spread([.. shades.Where(float.IsFinite).DefaultIfEmpty(float.NaN)]);

    /// <param name="scale">Micrometers to a pixel.</param>
    /// <param name="gain">By which shades are brought to the usual light.</param>
    public static RingView Of(GrayImage image, FiberPlace place, double scale, float gain)
    {
        var from = FiberDimensions.CladdingRadius + Math.Max(RingApart, ApartOfBlur * place.Blur * scale);
        var shades = new float[Rays];
        for (var ray = 0; ray < Rays; ray++)
        {
            var (sin, cos) = Math.SinCos(2 * Math.PI * ray / Rays);
            var (sum, count) = (0f, 0);
            for (var radius = from; radius <= from + RingWide; radius += Step, count++)
            {
                var (x, y) = (place.X + (radius / scale * cos), place.Y + (radius / scale * sin));
                sum += x < 0 || y < 0 || x > image.Width - 1 || y > image.Height - 1 ? float.NaN : image.At(x, y);
            }

            shades[ray] = gain * sum / count;
        }

        return new RingView(shades);
    }

    /// <summary>True of a ring so dark that what lies over it hardly shows.</summary>
    public bool IsBlack => _usual < BlackRing;

    /// <summary>
    /// True when the ring abreast of a patch's middle is darker than elsewhere, by a good part of what the patch is darker than the glass, or of all the light
    /// that the ring gives back.
    /// </summary>
    public bool IsDarkenedBy(Blob blob)
    {
        var darker = _usual - ShadeAbreast(blob);
        return blob.Contrast < 0
            && darker > LeastOverSpread * Math.Max(FaintestSpread, _spread)
            && darker > LeastRingShare * Math.Min(-blob.Contrast, Math.Max(DarkestRing, _usual));
    }

    private float ShadeAbreast(Blob blob)
    {
        var step = 2 * Math.PI / shades.Length;
        var at = Math.Atan2(blob.Y, blob.X) / step;
        var half = Math.Max(1, RingMiddle * Math.Min(blob.Length, blob.Size) / FiberDimensions.CladdingRadius / step);
        var (first, last) = ((int)Math.Ceiling(at - half), (int)Math.Floor(at + half));
        return Enumerable.Range(first, last - first + 1).Average(i => shades[(i + (2 * shades.Length)) % shades.Length]);
    }
}
