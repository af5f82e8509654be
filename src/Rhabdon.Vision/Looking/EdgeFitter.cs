using Rhabdon.Core.Catalog;
using Rhabdon.Core.EndFaces;
using static Rhabdon.Vision.Looking.Thresholds.FiberCircle;

namespace Rhabdon.Vision.Looking;

/// <summary>
/// Sets a circle that is roughly known to a fraction of a pixel. Rays across its edge are laid over each other: how far each has to move to fit says where the
/// center lies;
/// their median then is one clean edge, to which glass, adhesive and ferrule are fitted as three levels under one blur.
/// </summary>
internal static class EdgeFitter
{
    private const int Rounds = 4;

    // From common practice: a ring is thin, and dark more often than shining. Under the blur a thin dark ring and a wider, lighter one look alike; then what is
    // usual decides.
    private static readonly EdgeModel.Usual Dark = new(Ring: 0.7, Shade: 45, Odds: 0);
    private static readonly EdgeModel.Usual Shining = new(Ring: 0.7, Shade: 170, Odds: 100);

    /// <param name="tolerance">How far the rough circle may be off, pixels.</param>
    public static FiberPlace Fit(GrayImage image, FiberPlace rough, double tolerance)
    {
        var (x, y) = Center(image, rough.X, rough.Y, rough.Radius, tolerance);
        var scale = FiberDimensions.CladdingRadius / rough.Radius;
        var window = new EdgeProfile(image, x, y, rough.Radius - (tolerance * 1.5) - (3 / scale), rough.Radius + (tolerance * 1.5) + (WidestRing / scale));
        var edge = Levels(window, rough.Radius, tolerance, scale);
        return rough with { X = x, Y = y, Radius = edge.Radius, RingWidth = edge.Ring, Blur = edge.Blur };
    }

    // Of a circle of about this radius, whatever lies inside and outside its edge.
    private static (double X, double Y) Center(GrayImage image, double x, double y, double radius, double tolerance)
    {
        for (var round = 0; round < Rounds; round++)
        {
            var reach = tolerance / (1 << Math.Min(round, 2));
            var rays = new EdgeProfile(image, x, y, radius - (tolerance * 2), radius + (tolerance * 2.5));
            if (Shift(rays, reach) is not { } shift)
            {
                return (x, y);
            }

            (x, y) = (x + shift.Dx, y + shift.Dy);
            if (Math.Abs(shift.Dx) + Math.Abs(shift.Dy) < 0.01)
            {
                break;
            }
        }

        return (x, y);
    }

    private static (double Dx, double Dy)? Shift(EdgeProfile rays, double reach)
    {
        var template = rays.Slopes(rays.Median());
        var (moves, weights) = (new double[EdgeProfile.Rays], new double[EdgeProfile.Rays]);
        for (var ray = 0; ray < EdgeProfile.Rays; ray++)
        {
            (moves[ray], weights[ray]) = rays.BestMove(ray, template, reach);
        }

        var fit = default(double[]);
        for (var pass = 0; pass < 4; pass++)
        {
            var sums = new LeastSquares(3);
            for (var ray = 0; ray < EdgeProfile.Rays; ray++)
            {
                double[] basis = [Math.Cos(2 * Math.PI * ray / EdgeProfile.Rays), Math.Sin(2 * Math.PI * ray / EdgeProfile.Rays), 1];
                var off = fit is null ? 0 : moves[ray] - (fit[0] * basis[0]) - (fit[1] * basis[1]) - fit[2];
                sums.Add(basis, moves[ray], weights[ray] / (1 + (off * off / 0.5)));
            }

            fit = sums.Solve();
            if (fit is null)
            {
                return null;
            }
        }

        return (fit![0], fit[1]);
    }

    private static EdgeModel.Fit Levels(EdgeProfile window, double radius, double tolerance, double scale)
    {
        var weights = Array.ConvertAll(window.Uncertainty(), u => 1 / ((u * u) + (LeastUncertainty * LeastUncertainty)));
        var model = new EdgeModel(window.Median(), weights, window.From, EdgeProfile.Step, WidestRing / scale);
        var starts = (
            from ring in (double[])[0.7, 2, 4.5]
            from blur in (double[])[0.5, 1.1]
            from off in Enumerable.Range(-4, 9)
            select model.LevelsFor(radius + (tolerance * 1.3 * off / 4), ring / scale, blur / scale)
        ).ToList();
        var free = starts.OrderBy(f => f.Cost).Take(3).Select(f => model.Refine(f)).MinBy(f => f.Cost);
        var (light, unit) = (Math.Min(1, Math.Max(free.Glass, free.Ferrule) / LeastLit), free.Cost / weights.Length);
        var refined =
            from usual in (EdgeModel.Usual[])[Dark.In(scale, light, unit), Shining.In(scale, light, unit)]
            from start in starts.Append(free).OrderBy(usual.CostOf).Take(2)
            select model.Refine(start, usual);
        return refined.MinBy(f => f.Cost);
    }
}
