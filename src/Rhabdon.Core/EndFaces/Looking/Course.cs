namespace Rhabdon.Core.EndFaces.Looking;

/// <summary>How a line runs: straight, in a bow, or in zigzag.</summary>
/// <param name="Unrest">How far it strays from a smooth bow, or from two parted where they suit it best, root of the mean square, micrometers: what was followed from one line over to another strays little from two.</param>
/// <param name="Bend">How far the middle of a short stretch lies from the chord between its ends, micrometers: the median along the line, so that what crosses it here and there does not count.</param>
internal sealed record Course(double Unrest, double Bend)
{
    private const int Corners = 12;
    private const double CornerGap = 3;
    private const double ShortestBow = 8;
    private const double Restless = 0.2;
    private const double RestlessIfDeep = 0.265;

    // A zigzag whose waves are just as long as half of one stretch shows over the other.
    private static readonly double[] Stretches = [13, 20];

    /// <summary>A zigzag strays and bends all along; sharp corners stray less than they bend.</summary>
    /// <param name="isDeep">True of a line as dark as hardly any scratch is.</param>
    public bool IsZigzag(bool isDeep) => Math.Min(Unrest, Bend) > Restless || (isDeep && Math.Sqrt(Unrest * Bend) > RestlessIfDeep);

    /// <param name="path">Steps of the grid.</param>
    /// <param name="pitch">Micrometers from step to step.</param>
    public static Course Of(List<(double X, double Y)> path, double pitch) =>
        new(Math.Min(Waviness(path), InTwo(path, pitch)) * pitch, Stretches.Max(stretch => BendOf(path, (int)(stretch / 2 / pitch))) * pitch);

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

    private static double BendOf(List<(double X, double Y)> path, int half)
    {
        if (path.Count <= 2 * half)
        {
            return 0;
        }

        var off = new float[path.Count - (2 * half)];
        for (var i = 0; i < off.Length; i++)
        {
            var (a, m, b) = (path[i], path[i + half], path[i + (2 * half)]);
            var (dx, dy) = (b.X - a.X, b.Y - a.Y);
            off[i] = (float)(Math.Abs(((m.X - a.X) * dy) - ((m.Y - a.Y) * dx)) / Math.Max(1e-6, Math.Sqrt((dx * dx) + (dy * dy))));
        }

        return Robust.Median(off);
    }
}
