namespace Rhabdon.Core.EndFaces.Looking;

/// <summary>The slope and fall of the light over a grid: a paraboloid that marks pull little, for what lies far off it counts little.</summary>
internal sealed class Light
{
    private const int Terms = 6;
    private const int Passes = 6;
    private const int Stride = 4;
    private const double FarOff = 3.5;

    private readonly double[] _terms;

    private Light(double[] terms) => _terms = terms;

    /// <summary>In the middle of the grid.</summary>
    public double AtMiddle => _terms[0];

    /// <param name="counts">Place by place of the grid.</param>
    /// <param name="beside">The light next to it, which is taken to be of one shape with this one where that suits more of the grid: film over half of the glass must not pass for it.</param>
    /// <returns>Null when too little of the grid counts.</returns>
    public static Light? Fit(Plane grid, double pitch, int half, bool[] counts, Light? beside = null)
    {
        var points = new List<(double X, double Y, float Shade)>();
        for (var y = 1; y < grid.Height; y += Stride)
        {
            for (var x = 1; x < grid.Width; x += Stride)
            {
                if (counts[(y * grid.Width) + x])
                {
                    points.Add(((x - half) * pitch, (y - half) * pitch, grid[x, y]));
                }
            }
        }

        if (points.Count < 4 * Terms)
        {
            return null;
        }

        var light = Settled(new Light([Robust.Median(points.Select(p => p.Shade).ToArray()), 0, 0, 0, 0, 0]), points, null);
        if (beside is null)
        {
            return light;
        }

        var noise = Math.Max(0.5, NoiseOf(points));
        var shape = points.Select(p => (float)(p.Shade / (beside.At(p.X, p.Y) / beside.AtMiddle))).ToArray();
        var level = Mode(shape, noise);
        var other = Settled(new Light([.. beside._terms.Select(t => t * level / beside.AtMiddle)]), points, noise);
        return Suits(other, points, noise) > Suits(light, points, noise) ? other : light;
    }

    private static Light Settled(Light light, List<(double X, double Y, float Shade)> points, double? noise)
    {
        for (var pass = 0; pass < Passes; pass++)
        {
            if (Next(light, points, noise) is not { } next)
            {
                break;
            }

            light = next;
        }

        return light;
    }

    // How many points lie where the light would have them.
    private static int Suits(Light light, List<(double X, double Y, float Shade)> points, double noise) => points.Count(p => Math.Abs(p.Shade - light.At(p.X, p.Y)) < 2 * noise);

    // From a point to the next, film is the same nearly everywhere.
    private static float NoiseOf(List<(double X, double Y, float Shade)> points)
    {
        var steps = new float[points.Count - 1];
        for (var i = 0; i < steps.Length; i++)
        {
            steps[i] = points[i + 1].Shade - points[i].Shade;
        }

        return Robust.Spread(steps) / MathF.Sqrt(2);
    }

    // The shade that most lie near.
    private static double Mode(float[] shades, double noise)
    {
        Array.Sort(shades);
        var (best, at, from) = (0, 0, 0);
        for (var to = 0; to < shades.Length; to++)
        {
            while (shades[to] - shades[from] > 3 * noise)
            {
                from++;
            }

            if (to - from > best)
            {
                (best, at) = (to - from, (to + from) / 2);
            }
        }

        return shades[at];
    }

    public void TakeFrom(Plane grid, double pitch, int half)
    {
        for (var y = 0; y < grid.Height; y++)
        {
            for (var x = 0; x < grid.Width; x++)
            {
                grid[x, y] -= (float)At((x - half) * pitch, (y - half) * pitch);
            }
        }
    }

    private static Light? Next(Light light, List<(double X, double Y, float Shade)> points, double? noise)
    {
        var off = new float[points.Count];
        for (var i = 0; i < off.Length; i++)
        {
            off[i] = points[i].Shade - (float)light.At(points[i].X, points[i].Y);
        }

        var spread = noise ?? Math.Max(0.5, Robust.Spread([.. off]));
        var sums = new LeastSquares(Terms);
        Span<double> basis = stackalloc double[Terms];
        for (var i = 0; i < off.Length; i++)
        {
            var share = off[i] / (FarOff * spread);
            var weight = Math.Abs(share) >= 1 ? 1e-4 : (1 - (share * share)) * (1 - (share * share));
            Basis(points[i].X, points[i].Y, basis);
            sums.Add(basis, points[i].Shade, weight);
        }

        return sums.Solve() is { } terms ? new Light(terms) : null;
    }

    private double At(double x, double y)
    {
        (x, y) = (x / 50, y / 50);
        return _terms[0] + (_terms[1] * x) + (_terms[2] * y) + (_terms[3] * x * x) + (_terms[4] * x * y) + (_terms[5] * y * y);
    }

    private static void Basis(double x, double y, Span<double> basis)
    {
        (x, y) = (x / 50, y / 50);
        (basis[0], basis[1], basis[2], basis[3], basis[4], basis[5]) = (1, x, y, x * x, x * y, y * y);
    }
}
