using Rhabdon.Core.Quality;

namespace Rhabdon.Core.EndFaces.Looking;

/// <summary>
/// Three levels under one blur, fitted to the shades met on the way outward across the cladding's edge: glass to the radius, adhesive to the radius and the ring's width, ferrule beyond.
/// Levenberg's and Marquardt's damped least squares over radius, width, blur and the three levels.
/// </summary>
internal sealed class EdgeModel(float[] shades, double from, double step, double widest)
{
    private const int Unknowns = 6;
    private const int MostRounds = 60;
    private const double LeastBlur = 0.25;

    public readonly record struct Fit(double Cost, double Radius, double Ring, double Blur, double Glass, double Adhesive, double Ferrule);

    /// <summary>The levels that suit a shape best, and what they leave unexplained.</summary>
    public Fit LevelsFor(double radius, double ring, double blur)
    {
        var sums = new LeastSquares(3);
        Span<double> basis = stackalloc double[3];
        for (var i = 0; i < shades.Length; i++)
        {
            Basis(from + (i * step), radius, ring, blur, basis);
            sums.Add(basis, shades[i]);
        }

        if (sums.Solve() is not { } levels)
        {
            return new Fit(double.MaxValue, radius, ring, blur, 0, 0, 0);
        }

        // No adhesive is darker than black or brighter than white.
        var fit = new Fit(0, radius, ring, blur, levels[0], Math.Clamp(levels[1], 0, 255), levels[2]);
        return fit with { Cost = CostOf(fit) };
    }

    /// <param name="usualRing">The width that a ring is taken to have where the shades do not decide: under the blur a thin dark ring and a wider, lighter one look alike.</param>
    /// <param name="pull">How strongly, as the squared shade that a width one pixel off the usual costs.</param>
    public Fit Refine(Fit fit, double usualRing = 0, double pull = 0)
    {
        fit = fit with { Cost = Cost(fit) };
        var damping = 1e-3;
        for (var round = 0; round < MostRounds && damping < 1e8; round++)
        {
            var sums = Slopes(fit);
            sums.Pull(1, usualRing - fit.Ring, pull);
            var next = sums.Solve(damping) is { } move ? Moved(fit, move) : fit;
            next = next with { Cost = Cost(next) };
            if (next.Cost < fit.Cost)
            {
                var isDone = fit.Cost - next.Cost < 1e-7 * fit.Cost;
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

        double Cost(Fit of) => CostOf(of) + (pull * (of.Ring - usualRing) * (of.Ring - usualRing));
    }

    private Fit Moved(Fit fit, double[] move) => fit with
    {
        Radius = fit.Radius + move[0],
        Ring = Math.Clamp(fit.Ring + move[1], 0.1, widest),
        Blur = Math.Max(LeastBlur, fit.Blur + move[2]),
        Glass = fit.Glass + move[3],
        Adhesive = Math.Clamp(fit.Adhesive + move[4], 0, 255),
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
            Basis(r, fit.Radius, fit.Ring, fit.Blur, basis);
            var (inner, outer) = ((fit.Radius - r) / fit.Blur, (fit.Radius + fit.Ring - r) / fit.Blur);
            var (atInner, atOuter) = ((fit.Glass - fit.Adhesive) * NormalDistribution.Height(inner) / fit.Blur, (fit.Adhesive - fit.Ferrule) * NormalDistribution.Height(outer) / fit.Blur);
            (slope[0], slope[1], slope[2]) = (atInner + atOuter, atOuter, -(atInner * inner) - (atOuter * outer));
            (slope[3], slope[4], slope[5]) = (basis[0], basis[1], basis[2]);
            var off = shades[i] - (fit.Glass * basis[0]) - (fit.Adhesive * basis[1]) - (fit.Ferrule * basis[2]);
            sums.Add(slope, off);
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
            var off = shades[i] - (fit.Glass * basis[0]) - (fit.Adhesive * basis[1]) - (fit.Ferrule * basis[2]);
            sum += off * off;
        }

        return sum;
    }

    private static void Basis(double r, double radius, double ring, double blur, Span<double> basis)
    {
        var (inside, within) = (NormalDistribution.Below((radius - r) / blur), NormalDistribution.Below((radius + ring - r) / blur));
        (basis[0], basis[1], basis[2]) = (inside, within - inside, 1 - within);
    }
}
