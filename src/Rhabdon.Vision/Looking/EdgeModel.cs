using Rhabdon.Core.EndFaces;
using Rhabdon.Core.Quality;

namespace Rhabdon.Vision.Looking;

/// <summary>
/// Three levels under one blur, fitted to the shades met on the way outward across the cladding's edge: glass to the radius, adhesive to the radius and the
/// ring's width, ferrule beyond.
/// Levenberg's and Marquardt's damped least squares over radius, width, blur and the three levels.
/// </summary>
internal sealed class EdgeModel(float[] shades, float[] weights, double from, double step, double widest)
{
    private const int Unknowns = 6;
    private const int MostRounds = 60;
    private const double LeastBlur = 0.25;

    /// <summary>What a ring is taken to be where the shades do not decide.</summary>
    /// <param name="Ring">Its width: micrometers, or pixels once <see cref="In"/> a picture.</param>
    /// <param name="Odds">What its shade costs, in what one sample of the fit leaves unexplained.</param>
    public readonly record struct Usual(double Ring, double Shade, double Odds, double RingPull = 15, double ShadePull = 0.05)
    {
        /// <param name="scale">Micrometers to a pixel.</param>
        /// <param name="light">1, or less for a dim picture.</param>
        /// <param name="unit">
        /// What one sample leaves unexplained; neighbors share the ferrule's grain, so that many of them weigh as much as a prior's one.
        /// </param>
        public Usual In(double scale, double light, double unit) =>
            new(Ring / scale, Shade * light, Odds * unit, RingPull * scale * scale * unit, ShadePull / (light * light) * unit);

        public double CostOf(Fit fit) =>
            fit.Cost + Odds + (RingPull * (fit.Ring - Ring) * (fit.Ring - Ring)) + (ShadePull * (fit.Adhesive - Shade) * (fit.Adhesive - Shade));
    }

    public readonly record struct Fit(double Cost, double Radius, double Ring, double Blur, double Glass, double Adhesive, double Ferrule);

    /// <summary>The levels that suit a shape best, and what they leave unexplained.</summary>
    public Fit LevelsFor(double radius, double ring, double blur)
    {
        var sums = new LeastSquares(3);
        var bases = new double[3 * shades.Length].AsSpan();
        for (var i = 0; i < shades.Length; i++)
        {
            var basis = bases.Slice(3 * i, 3);
            Basis(from + (i * step), radius, ring, blur, basis);
            sums.Add(basis, shades[i], weights[i]);
        }

        if (sums.Solve() is not { } levels)
        {
            return new Fit(double.MaxValue, radius, ring, blur, 0, 0, 0);
        }

        // No adhesive is darker than black or brighter than white.
        var fit = new Fit(0, radius, ring, blur, levels[0], Math.Clamp(levels[1], 0, GrayImage.White), levels[2]);
        var cost = 0.0;
        for (var i = 0; i < shades.Length; i++)
        {
            cost += Missed(fit, bases.Slice(3 * i, 3), i);
        }

        return fit with
        {
            Cost = cost,
        };
    }

    /// <param name="usual">Null for the shades alone.</param>
    /// <returns>Its cost includes what is unusual about it.</returns>
    public Fit Refine(Fit fit, Usual? usual = null)
    {
        fit = fit with { Cost = Cost(fit) };
        var damping = 1e-3;
        for (var round = 0; round < MostRounds && damping < 1e8; round++)
        {
            var sums = Slopes(fit);
            sums.Pull(1, (usual?.Ring - fit.Ring) ?? 0, usual?.RingPull ?? 0);
            sums.Pull(4, (usual?.Shade - fit.Adhesive) ?? 0, usual?.ShadePull ?? 0);
            var next = sums.Solve(damping) is { } move ? Moved(fit, move) : fit;
            next = next with { Cost = Cost(next) };
            if (next.Cost < fit.Cost)
            {
                var isDone = fit.Cost - next.Cost < 1e-6 * fit.Cost;
                (fit, damping) = (next, damping / 5);
                if (isDone)
                {
                    break;
                }
            }
            else
            {
                damping *= 4;
            }
        }

        return fit;

        double Cost(Fit of) => CostOf(of) is var cost && usual is { } u ? u.CostOf(of with { Cost = cost }) : cost;
    }

    private Fit Moved(Fit fit, double[] move) =>
        fit with
        {
            Radius = fit.Radius + move[0],
            Ring = Math.Clamp(fit.Ring + move[1], 0.1, widest),
            Blur = Math.Max(LeastBlur, fit.Blur + move[2]),
            Glass = fit.Glass + move[3],
            Adhesive = Math.Clamp(fit.Adhesive + move[4], 0, GrayImage.White),
            Ferrule = fit.Ferrule + move[5],
        };

    // How the shades would change with each unknown, against what the fit leaves of them.
    private LeastSquares Slopes(Fit fit)
    {
        var sums = new LeastSquares(Unknowns);
        Span<double> basis = stackalloc double[3];
        Span<double> slope = stackalloc double[Unknowns];
        for (var i = 0; i < shades.Length; i++)
        {
            var r = from + (i * step);
            var (inner, outer) = ((fit.Radius - r) / fit.Blur, (fit.Radius + fit.Ring - r) / fit.Blur);
            var ((inside, innerHeight), (within, outerHeight)) = (NormalDistribution.BelowAndHeight(inner), NormalDistribution.BelowAndHeight(outer));
            (basis[0], basis[1], basis[2]) = (inside, within - inside, 1 - within);
            var (atInner, atOuter) = ((fit.Glass - fit.Adhesive) * innerHeight / fit.Blur, (fit.Adhesive - fit.Ferrule) * outerHeight / fit.Blur);
            (slope[0], slope[1], slope[2]) = (atInner + atOuter, atOuter, -(atInner * inner) - (atOuter * outer));
            (slope[3], slope[4], slope[5]) = (basis[0], basis[1], basis[2]);
            var off = shades[i] - (fit.Glass * basis[0]) - (fit.Adhesive * basis[1]) - (fit.Ferrule * basis[2]);
            sums.Add(slope, off, weights[i]);
        }

        return sums;
    }

    private double CostOf(Fit fit)
    {
        Span<double> basis = stackalloc double[3];
        var sum = 0.0;
        for (var i = 0; i < shades.Length; i++)
        {
            Basis(from + (i * step), fit.Radius, fit.Ring, fit.Blur, basis);
            sum += Missed(fit, basis, i);
        }

        return sum;
    }

    private double Missed(Fit fit, ReadOnlySpan<double> basis, int i)
    {
        var off = shades[i] - (fit.Glass * basis[0]) - (fit.Adhesive * basis[1]) - (fit.Ferrule * basis[2]);
        return weights[i] * off * off;
    }

    private static void Basis(double r, double radius, double ring, double blur, Span<double> basis)
    {
        var (inside, within) = (NormalDistribution.Below((radius - r) / blur), NormalDistribution.Below((radius + ring - r) / blur));
        (basis[0], basis[1], basis[2]) = (inside, within - inside, 1 - within);
    }
}
