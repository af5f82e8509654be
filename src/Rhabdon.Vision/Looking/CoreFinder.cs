using Rhabdon.Core.EndFaces;
using static Rhabdon.Vision.Looking.Thresholds.Core;

namespace Rhabdon.Vision.Looking;

/// <summary>Finds the core in glass whose light has been taken away.</summary>
internal static class CoreFinder
{
    private const int Rounds = 5;
    private const double SureEnough = 0.02;

    /// <param name="usual">Radius that a core of this mode has, micrometers.</param>
    /// <param name="most">Radius that no core has, micrometers.</param>
    /// <returns>Its radius, where the median shade changes most, and how far its center lies from the cladding's, micrometers.</returns>
    public static (double Radius, double X, double Y) Find(Plane grid, double pitch, int half, double usual, double most)
    {
        var rings = new RadialMedians(grid, half, half, 0, (int)(most / pitch)).Medians();
        var (steepest, radius) = (0f, usual);
        for (var i = (int)(0.6 * usual / pitch); i < rings.Length - 2; i++)
        {
            if (i >= 2 && Math.Abs(rings[i + 1] - rings[i - 1]) is var steep && steep > steepest)
            {
                (steepest, radius) = (steep, (i + 0.5) * pitch);
            }
        }

        var (x, y) = steepest < LeastCoreStep ? (0, 0) : Center(grid, half, rings);
        return Math.Sqrt((x * x) + (y * y)) * pitch > FarthestOff ? (radius, 0, 0) : (radius, x * pitch, y * pitch);
    }

    // Where the rings lie off the core's center, one side is brighter than their medians and the other darker, by as much as they slope: from that follows how
    // far off they lie.
    private static (double X, double Y) Center(Plane grid, int half, float[] rings)
    {
        var (x, y) = (0.0, 0.0);
        for (var round = 0; round < Rounds; round++)
        {
            var seen = Slopes(grid, half + x, half + y, rings);
            if (seen.Count(s => s.IsSteep) < FewestPlaces || Step(seen) is not { } step)
            {
                return (0, 0);
            }

            (x, y) = (x + step[0], y + step[1]);
            if (Math.Abs(step[0]) + Math.Abs(step[1]) < SureEnough)
            {
                break;
            }

            rings = new RadialMedians(grid, half + x, half + y, 0, rings.Length).Medians();
        }

        return (x, y);
    }

    private static List<Place> Slopes(Plane grid, double centerX, double centerY, float[] rings)
    {
        var seen = new List<Place>();
        var reach = rings.Length - 2;
        for (var y = (int)centerY - reach; y <= (int)centerY + reach + 1; y++)
        {
            for (var x = (int)centerX - reach; x <= (int)centerX + reach + 1; x++)
            {
                var (dx, dy) = (x - centerX, y - centerY);
                var r = Math.Sqrt((dx * dx) + (dy * dy));
                var i = (int)(r - 0.5);
                if (r < 1 || i >= reach)
                {
                    continue;
                }

                var slope = rings[i + 1] - rings[i];
                seen.Add(
                    new Place(
                        (float)(-slope * dx / r),
                        (float)(-slope * dy / r),
                        (float)(dx / reach),
                        (float)(dy / reach),
                        grid[x, y] - rings[i] - (slope * (float)(r - 0.5 - i)),
                        Math.Abs(slope) >= LeastSlope
                    )
                );
            }
        }

        return seen;
    }

    // Marks that lie there count little, and a tilt of the whole, where film begins, is none of the core's.
    private static double[]? Step(List<Place> seen)
    {
        var fit = new double[5];
        for (var pass = 0; pass < 3; pass++)
        {
            var off = seen.ConvertAll(s => s.Off - (float)((s.AlongX * fit[0]) + (s.AlongY * fit[1]) + (s.X * fit[2]) + (s.Y * fit[3]) + fit[4]));
            var far = FarOff * Math.Max(LeastSpread, RobustStatistics.Spread([.. off.Where((_, i) => seen[i].IsSteep)]));
            var sums = new LeastSquares(5);
            for (var i = 0; i < off.Count; i++)
            {
                var share = off[i] / far;
                sums.Add(
                    [seen[i].AlongX, seen[i].AlongY, seen[i].X, seen[i].Y, 1],
                    seen[i].Off,
                    Math.Abs(share) >= 1 ? 1e-4 : (1 - (share * share)) * (1 - (share * share))
                );
            }

            if (sums.Solve() is not { } next)
            {
                return null;
            }

            fit = next;
        }

        var length = Math.Sqrt((fit[0] * fit[0]) + (fit[1] * fit[1]));
        return length > 1 ? [fit[0] / length, fit[1] / length] : fit;
    }

    /// <param name="AlongX">By how many shades it changes when the center moves a step to the right; <paramref name="AlongY"/> down.</param>
    /// <param name="X">Right of the center, as a share of all that is looked at; <paramref name="Y"/> below it.</param>
    /// <param name="Off">Shades above its ring's.</param>
    private readonly record struct Place(float AlongX, float AlongY, float X, float Y, float Off, bool IsSteep);
}
