using Rhabdon.Core.EndFaces;
using static Rhabdon.Vision.Looking.Thresholds.Film;
using static Rhabdon.Vision.Looking.Thresholds.Light;
using Shade = Rhabdon.Vision.Looking.IlluminationModel.Shade;

namespace Rhabdon.Vision.Looking;

/// <summary>Glass that film covers in part: one light on both, and the film by a step brighter or darker.</summary>
/// <param name="Light">On what is not covered.</param>
/// <param name="Step">Shades.</param>
internal sealed record TwoLevelIllumination(IlluminationModel Light, double Step)
{
    private const int Passes = 12;
    private const int Narrowing = 8;
    private const double Settled = 0.02;
    private const int LevelPasses = 10;

    /// <param name="alone">The light as if nothing covered the glass.</param>
    /// <param name="beside">The light on the ferrule: that on the glass has its shape.</param>
    /// <returns>Null where two shades say hardly more than one.</returns>
    public static TwoLevelIllumination? Of(List<Shade> shades, IlluminationModel alone, IlluminationModel beside)
    {
        var noise = Math.Max(LeastNoise, NoiseOf(shades));
        var byOne = ((IlluminationModel[])[alone, beside.AtLevel(alone.AtMiddle)]).Max(light => shades.Count(s => Math.Abs(light.Off(s)) < Near * noise));
        if (byOne > NearlyAllOfGlass * shades.Count)
        {
            return null;
        }

        var (best, most) = ((TwoLevelIllumination?)null, 0);
        foreach (var start in (IlluminationModel[])[beside.AtLevel(alone.AtMiddle), IlluminationModel.Flat(alone.AtMiddle)])
        {
            if (
                Parted(start, shades, noise) is { } parted
                && shades.Count(s => Math.Abs(parted.Off(s)) < Near * noise) is var near
                && near > ClearlyMore * most
            )
            {
                (best, most) = (parted, near);
            }
        }

        return best is not null && most >= byOne + (LeastGain * shades.Count) && best.IsFilm(shades, noise) ? best.WithRimBare(shades) : null;
    }

    // Enough of a step to be seen in the noise, not too much for film, and some of the glass on either side of it.
    private bool IsFilm(List<Shade> shades, double noise) =>
        Math.Abs(Step) >= Math.Max(FaintestFilm, Near * noise)
        && Math.Abs(Step) <= DeepestFilm
        && shades.Count(Covers) is var covered
        && Math.Min(covered, shades.Count - covered) >= LeastCover * shades.Count;

    private bool Covers(Shade shade) => Light.Off(shade) is var off && Math.Abs(off - Step) < Math.Abs(off);

    // From the nearer of the two.
    private double Off(Shade shade) => Light.Off(shade) - (Covers(shade) ? Step : 0);

    private TwoLevelIllumination WithRimBare(List<Shade> shades)
    {
        var rim = shades.FindAll(s => (s.X * s.X) + (s.Y * s.Y) > FilmRim * FilmRim);
        return 2 * rim.Count(Covers) > rim.Count ? new TwoLevelIllumination(Light.Raised(Step), -Step) : this;
    }

    // From a place to the next, film is the same nearly everywhere.
    private static double NoiseOf(List<Shade> shades)
    {
        var steps = new float[shades.Count - 1];
        for (var i = 0; i < steps.Length; i++)
        {
            steps[i] = shades[i + 1].Value - shades[i].Value;
        }

        return RobustStatistics.Spread(steps) / Math.Sqrt(2);
    }

    // In turns: which places film covers, and then the light and the step that suit them; ever more closely, so that the film's edge counts little.
    private static TwoLevelIllumination? Parted(IlluminationModel start, List<Shade> shades, double noise)
    {
        var parted = Leveled(start, shades);
        Span<double> factors = stackalloc double[IlluminationModel.Terms + 1];
        for (var pass = 0; pass < Passes && parted is not null; pass++)
        {
            var even = Math.Max(noise, UnevenAtFirst * Math.Abs(parted.Step) * (Narrowing - pass) / Narrowing);
            var uneven = Math.Max(even, Uneven * Math.Abs(parted.Step));
            var sums = new LeastSquares(IlluminationModel.Terms + 1);
            foreach (var shade in shades)
            {
                IlluminationModel.Basis(shade.X, shade.Y, factors);
                var isCovered = parted.Covers(shade);
                factors[IlluminationModel.Terms] = isCovered ? 1 : 0;
                sums.Add(factors, shade.Value, IlluminationModel.Weight(parted.Off(shade) / FarOffLight / (isCovered ? uneven : even)));
            }

            var next = sums.Solve() is { } terms ? new TwoLevelIllumination(IlluminationModel.Of(terms), terms[^1]) : null;
            if (pass >= Narrowing && next is not null && Math.Abs(next.Step - parted.Step) < Settled)
            {
                return next;
            }

            parted = next;
        }

        return parted;
    }

    // The two levels about which what is off from the start lies closest.
    private static TwoLevelIllumination? Leveled(IlluminationModel start, List<Shade> shades)
    {
        var off = shades.ConvertAll(s => start.Off(s)).ToArray();
        Array.Sort(off);
        var (low, high) = (off[off.Length / 10], off[off.Length * 9 / 10]);
        for (var pass = 0; pass < LevelPasses; pass++)
        {
            var cut = Array.FindIndex(off, o => o >= (low + high) / 2);
            if (cut <= 0)
            {
                return null;
            }

            (low, high) = (off[..cut].Average(), off[cut..].Average());
        }

        return new TwoLevelIllumination(start.Raised(low), high - low);
    }
}
