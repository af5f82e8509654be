using Rhabdon.Core.EndFaces;
using static Rhabdon.Vision.Looking.Thresholds.FiberEdge;

namespace Rhabdon.Vision.Looking;

/// <summary>
/// Whether the circle that was found is a fiber's edge. A fiber's shows all round, to the same side and at the same radius, sector by sector. Chance, a pattern
/// or another round thing lines up for a part of the circle, or turns its sides, or leaves the circle; and what is sharper than lens and pixels make anything
/// is
/// drawn and not seen.
/// </summary>
internal static class EdgeAllRound
{
    private const int Sectors = 144;

    // How many times its own uncertainty a sector's step must be.
    private const double Gap = 1.2;
    private const double BandOfRadius = 0.06;
    private const double LeastBand = 4;
    private const double LeastReach = 6;
    private const double Step = 0.5;

    public static bool IsFiber(GrayImage image, FiberPlace place) =>
        place.Blur >= LeastBlur && Share(image, place) >= LeastShare && Stray(image, place) <= MostStray;

    /// <summary>The share of the sectors in view, 0 to 1, in which what lies just beyond the glass differs from it to the same side.</summary>
    public static double Share(GrayImage image, FiberPlace place)
    {
        var (gap, wide) = (Gap * place.Blur, Math.Max(LeastBand, BandOfRadius * place.Radius));
        var glass = (place.Radius - gap - wide, place.Radius - gap);
        var ring = Math.Max(place.RingWidth, 2 * place.Blur);
        var beyond = place.Radius + place.RingWidth + gap;
        return Math.Max(
            Share(image, place, glass, (place.Radius + (0.2 * ring), place.Radius + (0.8 * ring))),
            Share(image, place, glass, (beyond, beyond + wide))
        );
    }

    /// <summary>How far the edge strays from its circle, as a share of the radius: three quarters of the sectors stray less.</summary>
    public static double Stray(GrayImage image, FiberPlace place)
    {
        var reach = Math.Max(LeastReach, (3 * place.Blur) + place.RingWidth);
        var count = (int)(2 * reach / Step);
        var half = Math.Max(1, (int)Math.Round(place.Blur / Step / 2));
        var steps = Enumerable.Range(0, Sectors / 3).Select(sector => StepsIn(image, place, sector, reach, count, half)).ToList();
        var side = Math.Sign(Enumerable.Range(0, count).Select(i => steps.Sum(s => s[i])).MaxBy(Math.Abs));
        var places = steps.Select(s => Array.IndexOf(s, side > 0 ? s.Max() : s.Min()) * Step).Order().ToList();
        var middle = places[places.Count / 2];
        return places.Select(p => Math.Abs(p - middle)).Order().ElementAt(places.Count * 3 / 4) / place.Radius;
    }

    // Along the way out across the edge, in a sector three times as wide.
    private static double[] StepsIn(GrayImage image, FiberPlace place, int sector, double reach, int count, int half)
    {
        var shades = new double[count];
        for (var i = 0; i < count; i++)
        {
            var r = place.Radius - reach + (Step * i);
            shades[i] = Read(image, place, (r - Step, r + Step), 3 * sector, 3).Mean;
        }

        return [.. Enumerable.Range(0, count).Select(i => shades[Math.Min(count - 1, i + half)] - shades[Math.Max(0, i - half)])];
    }

    private static double Share(GrayImage image, FiberPlace place, (double From, double To) inner, (double From, double To) outer)
    {
        var (up, down, seen) = (0, 0, 0);
        for (var sector = 0; sector < Sectors; sector++)
        {
            var (a, b) = (Read(image, place, inner, sector, 1), Read(image, place, outer, sector, 1));
            if (a.Count < 3 || b.Count < 3)
            {
                continue;
            }

            seen++;
            var (step, doubt) = (b.Mean - a.Mean, Sure * Math.Sqrt((a.Variance / a.Count) + (b.Variance / b.Count) + ShadeStep));
            up += step > doubt ? 1 : 0;
            down += step < -doubt ? 1 : 0;
        }

        return seen < Sectors / 2 ? 0 : Math.Abs(up - down) / (double)seen;
    }

    private static (double Mean, double Variance, int Count) Read(GrayImage image, FiberPlace place, (double From, double To) band, int sector, int sectors)
    {
        var (sum, squares, count) = (0.0, 0.0, 0);
        var rays = Math.Max(2, (int)(2 * Math.PI * place.Radius * sectors / Sectors));
        var rows = Math.Max(1, (int)Math.Round(band.To - band.From));
        for (var ray = 0; ray < rays; ray++)
        {
            var (sin, cos) = Math.SinCos(2 * Math.PI * (sector + ((ray + 0.5) * sectors / rays)) / Sectors);
            for (var row = 0; row < rows; row++)
            {
                var r = band.From + ((row + 0.5) * (band.To - band.From) / rows);
                var (x, y) = ((int)Math.Round(place.X + (r * cos)), (int)Math.Round(place.Y + (r * sin)));
                if (x >= 0 && y >= 0 && x < image.Width && y < image.Height)
                {
                    double shade = image[x, y];
                    (sum, squares, count) = (sum + shade, squares + (shade * shade), count + 1);
                }
            }
        }

        return count == 0 ? (0, 0, 0) : (sum / count, Math.Max(0, (squares / count) - (sum / count * (sum / count))), count);
    }
}
