using Rhabdon.Core.EndFaces;
using static Rhabdon.Vision.Looking.Thresholds.Crack;

namespace Rhabdon.Vision.Looking;

/// <summary>How a line runs: straight, in a bow, or in zigzag.</summary>
/// <param name="Unrest">
/// How far it strays from a smooth bow, or from two parted where they suit it best, root of the mean square, micrometers: what was followed from one line over
/// to another strays little from two.
/// </param>
/// <param name="Bend">
/// How far the middle of a short stretch lies from the chord between its ends, micrometers: the median along the line, so that what crosses it here and there
/// does not count.
/// </param>
/// <param name="Curl">The same of short stretches that bend one way, as nearly all do of a thread that curls; else zero or less.</param>
internal sealed record LineShape(double Unrest, double Bend, double Curl)
{
    private const int Corners = 12;
    private const double NearlyNone = 0.2;

    // A zigzag whose waves are just as long as half of one stretch shows over the other.
    private static readonly double[] DirectionalSums = [13, 20];

    /// <summary>True of a line of which all lies well away from any other mark.</summary>
    public bool IsFree { get; init; }

    /// <summary>How much it strays and bends, both together, micrometers.</summary>
    public double Wild => Math.Sqrt(Unrest * Bend);

    /// <summary>
    /// A zigzag strays and bends all along; sharp corners stray less than they bend, and a line that lies alone has nothing else to make it stray.
    /// </summary>
    /// <param name="isDeep">True of a line as dark as hardly any scratch is.</param>
    public bool IsZigzag(bool isDeep) =>
        Math.Min(Unrest, Bend) is var both && (both > Restless || (isDeep && Wild > WildIfDeep) || (IsFree && both > RestlessIfFree && Wild > WildIfFree));

    /// <param name="path">Steps of the grid.</param>
    /// <param name="pitch">Micrometers from step to step.</param>
    public static LineShape Of(List<(double X, double Y)> path, double pitch) =>
        new(
            Math.Min(Waviness(path), InTwo(path, pitch)) * pitch,
            DirectionalSums.Max(stretch => BendOf(path, (int)(stretch / 2 / pitch))) * pitch,
            CurlOf(Bends(path, (int)(DirectionalSums[0] / 2 / pitch))) * pitch
        );

    private static double InTwo(List<(double X, double Y)> path, double pitch)
    {
        var (gap, shortest, least) = ((int)(CornerGap / pitch), (int)(ShortestBow / pitch), double.MaxValue);
        for (var corner = 1; corner < Corners; corner++)
        {
            var at = path.Count * corner / Corners;
            var (before, after) = (at - gap, path.Count - at - gap);
            if (before >= shortest && after >= shortest)
            {
                var (one, other) = (Waviness(path.GetRange(0, before)), Waviness(path.GetRange(at + gap, after)));
                least = Math.Min(least, Math.Sqrt(((one * one * before) + (other * other * after)) / (before + after)));
            }
        }

        return least;
    }

    // Against the parabola through it, in the frame of its chord.
    private static double Waviness(List<(double X, double Y)> path)
    {
        var (a, b) = (path[0], path[^1]);
        var chord = Math.Max(1e-6, Math.Sqrt(((b.X - a.X) * (b.X - a.X)) + ((b.Y - a.Y) * (b.Y - a.Y))));
        var (ux, uy) = ((b.X - a.X) / chord, (b.Y - a.Y) / chord);
        var sums = new LeastSquares(3);
        var points = path.ConvertAll(p => (T: (((p.X - a.X) * ux) + ((p.Y - a.Y) * uy)) / chord, D: ((p.Y - a.Y) * ux) - ((p.X - a.X) * uy)));
        Span<double> factors = stackalloc double[3];
        foreach (var (t, d) in points)
        {
            (factors[0], factors[1], factors[2]) = (1, t, t * t);
            sums.Add(factors, d);
        }

        return sums.Solve() is { } fit ? Math.Sqrt(points.Average(p => Math.Pow(p.D - fit[0] - (fit[1] * p.T) - (fit[2] * p.T * p.T), 2))) : 0;
    }

    private static double BendOf(List<(double X, double Y)> path, int half) => RobustStatistics.Median(Array.ConvertAll(Bends(path, half), Math.Abs));

    private static double CurlOf(float[] bends) =>
        Math.Max(RobustStatistics.Quantile([.. bends], NearlyNone), -RobustStatistics.Quantile([.. bends], 1 - NearlyNone));

    // Place by place how far the middle of the stretch from there on lies to one side of its chord; none of a path shorter than a stretch.
    private static float[] Bends(List<(double X, double Y)> path, int half)
    {
        var off = new float[Math.Max(0, path.Count - (2 * half))];
        for (var i = 0; i < off.Length; i++)
        {
            var (a, m, b) = (path[i], path[i + half], path[i + (2 * half)]);
            var (dx, dy) = (b.X - a.X, b.Y - a.Y);
            off[i] = (float)((((m.X - a.X) * dy) - ((m.Y - a.Y) * dx)) / Math.Max(1e-6, Math.Sqrt((dx * dx) + (dy * dy))));
        }

        return off;
    }
}
