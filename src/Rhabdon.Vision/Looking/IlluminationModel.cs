using Rhabdon.Core.EndFaces;
using static Rhabdon.Vision.Looking.Thresholds.Light;

namespace Rhabdon.Vision.Looking;

/// <summary>The slope and fall of the light over a grid: a paraboloid that marks pull little, for what lies far off it counts little.</summary>
internal sealed class IlluminationModel
{
    /// <summary>Of the paraboloid.</summary>
    public const int Terms = 6;

    /// <summary>Spreads from which on a shade does not count.</summary>
    private const int Passes = 6;
    private const int Stride = 6;

    // Of the light in the middle: far out, where nothing is judged, the paraboloid may fall to nothing.
    private const double LeastOfMiddle = 0.1;

    // Micrometers: keeps the terms alike in size.
    private const double Unit = 50;

    private readonly double[] _terms;

    private IlluminationModel(double[] terms) => _terms = terms;

    /// <summary>In the middle of the grid, shades.</summary>
    public double AtMiddle => _terms[0];

    /// <param name="pitch">Micrometers from step to step.</param>
    /// <param name="counts">Place by place of the grid.</param>
    /// <param name="beside">The light next to it: film over much of the glass must not pass for the light, and the one beside it tells them apart.</param>
    /// <returns>Null when too little of the grid counts.</returns>
    public static IlluminationModel? Fit(Plane grid, double pitch, int half, bool[] counts, IlluminationModel? beside = null)
    {
        var shades = new List<Shade>();
        for (var y = 1; y < grid.Height - 1; y += Stride)
        {
            for (var x = 1; x < grid.Width - 1; x += Stride)
            {
                if (counts[(y * grid.Width) + x])
                {
                    shades.Add(new Shade((x - half) * pitch, (y - half) * pitch, grid.Mean(x, y)));
                }
            }
        }

        if (shades.Count < 4 * Terms)
        {
            return null;
        }

        var light = Settled(Flat(RobustStatistics.Median(shades.Select(s => s.Value).ToArray())), shades);
        return beside is null ? light : TwoLevelIllumination.Of(shades, light, beside)?.Light ?? light;
    }

    /// <summary>The same everywhere.</summary>
    public static IlluminationModel Flat(double level) => new([level, .. new double[Terms - 1]]);

    /// <param name="terms">As <see cref="Basis"/> orders them; more than there are do not count.</param>
    public static IlluminationModel Of(ReadOnlySpan<double> terms) => new(terms[..Terms].ToArray());

    /// <summary>A light of the same shape with another shade in the middle.</summary>
    public IlluminationModel AtLevel(double level) => new(Array.ConvertAll(_terms, t => t * level / AtMiddle));

    /// <summary>Brighter by as many shades everywhere.</summary>
    public IlluminationModel Raised(double shades) => new([_terms[0] + shades, .. _terms[1..]]);

    /// <summary>By how many shades a place is brighter than the light would have it.</summary>
    public double Off(Shade shade) => shade.Value - At(shade.X, shade.Y);

    /// <summary>How much what lies so far off counts: all of it near by, nothing far off (Tukey's biweight).</summary>
    /// <param name="share">Of the distance from which on it does not count.</param>
    public static double Weight(double share) => Math.Abs(share) >= 1 ? 1e-4 : (1 - (share * share)) * (1 - (share * share));

    /// <summary>
    /// What a place gives back more or less than its light would have it, as a share of the light, times a level: shades of a picture so lit.
    /// </summary>
    /// <param name="level">Shades that all of the light stands for.</param>
    public Plane DividedOut(Plane grid, double pitch, int half, double level)
    {
        var left = new Plane(grid.Width, grid.Height);
        var (step, least) = (pitch / Unit, LeastOfMiddle * Math.Abs(AtMiddle));
        for (var y = 0; y < grid.Height; y++)
        {
            var from = grid.Row(y);
            var row = left.Row(y);
            var down = (y - half) * step;
            var (middle, slope) = (_terms[0] + (down * (_terms[2] + (_terms[5] * down))), _terms[1] + (_terms[4] * down));
            for (var x = 0; x < row.Length; x++)
            {
                var across = (x - half) * step;
                var light = Math.Max(least, middle + (across * (slope + (_terms[3] * across))));
                row[x] = (float)(((from[x] / light) - 1) * level);
            }
        }

        return left;
    }

    /// <param name="x">Micrometers from the middle.</param>
    /// <param name="basis">Where what each of the <see cref="Terms"/> counts at the place goes.</param>
    public static void Basis(double x, double y, Span<double> basis)
    {
        (x, y) = (x / Unit, y / Unit);
        (basis[0], basis[1], basis[2], basis[3], basis[4], basis[5]) = (1, x, y, x * x, x * y, y * y);
    }

    private static IlluminationModel Settled(IlluminationModel light, List<Shade> shades)
    {
        for (var pass = 0; pass < Passes; pass++)
        {
            if (Next(light, shades) is not { } next)
            {
                break;
            }

            light = next;
        }

        return light;
    }

    private static IlluminationModel? Next(IlluminationModel light, List<Shade> shades)
    {
        var off = new float[shades.Count];
        for (var i = 0; i < off.Length; i++)
        {
            off[i] = (float)light.Off(shades[i]);
        }

        var far = FarOffLight * Math.Max(LeastLightSpread, RobustStatistics.Spread([.. off]));
        var sums = new LeastSquares(Terms);
        Span<double> basis = stackalloc double[Terms];
        for (var i = 0; i < off.Length; i++)
        {
            Basis(shades[i].X, shades[i].Y, basis);
            sums.Add(basis, shades[i].Value, Weight(off[i] / far));
        }

        return sums.Solve() is { } terms ? new IlluminationModel(terms) : null;
    }

    private double At(double x, double y)
    {
        (x, y) = (x / Unit, y / Unit);
        return _terms[0] + (_terms[1] * x) + (_terms[2] * y) + (_terms[3] * x * x) + (_terms[4] * x * y) + (_terms[5] * y * y);
    }

    /// <summary>What a place of the grid shows, its neighbors taken together; micrometers from the middle.</summary>
    internal readonly record struct Shade(double X, double Y, float Value);
}
