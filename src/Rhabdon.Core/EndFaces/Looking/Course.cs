namespace Rhabdon.Core.EndFaces.Looking;

/// <summary>How a line runs: straight, in a bow, or in zigzag.</summary>
/// <param name="Waviness">How far it strays from a smooth bow, micrometers, root of the mean square.</param>
/// <param name="Turns">How often it goes from one side of that bow to the other.</param>
/// <param name="Unrest">How far it strays from two smooth bows, parted where they suit it best, micrometers: what was followed from one line over to another strays little from those, what zigzags does all the same.</param>
/// <param name="Kinks">How sharply it turns from one short stretch to the next, radians.</param>
/// <param name="Zigzag">How much of its turns, over short stretches and longer ones, it turns back, radians: a bow, none.</param>
internal sealed record Course(double Waviness, int Turns, double Unrest, double Kinks, double Zigzag)
{
    private const double ShortStretch = 4;
    private const double LongStretch = 7;
    private const int Corners = 12;
    private const double CornerGap = 3;
    private const double ShortestBow = 8;

    /// <param name="path">Steps of the grid.</param>
    /// <param name="pitch">Micrometers from step to step.</param>
    public static Course Of(List<(double X, double Y)> path, double pitch)
    {
        var (waviness, turns) = Waves(path);
        var (near, far) = (TurnsOf(path, ShortStretch / pitch), TurnsOf(path, LongStretch / pitch));
        return new Course(waviness * pitch, turns, Math.Min(waviness, InTwo(path, pitch)) * pitch, near.Turn, near.Back + far.Back);
    }

    private static double InTwo(List<(double X, double Y)> path, double pitch)
    {
        var (gap, shortest, least) = ((int)(CornerGap / pitch), (int)(ShortestBow / pitch), double.MaxValue);
        for (var corner = 1; corner < Corners; corner++)
        {
            var at = path.Count * corner / Corners;
            var (before, after) = (at - gap, path.Count - at - gap);
            if (before >= shortest && after >= shortest)
            {
                var (one, other) = (Waves(path.GetRange(0, before)).Waviness, Waves(path.GetRange(at + gap, after)).Waviness);
                least = Math.Min(least, Math.Sqrt(((one * one * before) + (other * other * after)) / (before + after)));
            }
        }

        return least;
    }

    // Against the parabola through it, in the frame of its chord; and how often it crosses it.
    private static (double Waviness, int Turns) Waves(List<(double X, double Y)> path)
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

        if (sums.Solve() is not { } fit)
        {
            return (0, 0);
        }

        var off = points.ConvertAll(p => p.D - fit[0] - (fit[1] * p.T) - (fit[2] * p.T * p.T));
        var waviness = Math.Sqrt(off.Average(d => d * d));
        var (side, turns) = (0, 0);
        foreach (var d in off.Where(d => Math.Abs(d) > 0.5 * waviness))
        {
            turns += side != 0 && Math.Sign(d) != side ? 1 : 0;
            side = Math.Sign(d);
        }

        return (waviness, turns);
    }

    // How sharply it turns from one stretch to the next, and how much of that it turns back: the means, the sharpest turn left out, for that may be where two lines cross.
    private static (double Turn, double Back) TurnsOf(List<(double X, double Y)> path, double stretch)
    {
        var headings = new List<double>();
        for (var (from, at) = (0, 1); at < path.Count; at++)
        {
            var (dx, dy) = (path[at].X - path[from].X, path[at].Y - path[from].Y);
            if ((dx * dx) + (dy * dy) >= stretch * stretch)
            {
                headings.Add(Math.Atan2(dy, dx));
                from = at;
            }
        }

        if (headings.Count < 3)
        {
            return (0, 0);
        }

        var turns = headings.Zip(headings.Skip(1), (a, b) => Math.IEEERemainder(b - a, 2 * Math.PI)).OrderBy(Math.Abs).SkipLast(1).ToList();
        var sum = turns.Sum(Math.Abs);
        return (sum / turns.Count, (sum - Math.Abs(turns.Sum())) / turns.Count);
    }
}
