using Rhabdon.Core.EndFaces;

namespace Rhabdon.Vision.Looking;

/// <summary>How ragged a patch's outline is, told between the places of the grid: of a small patch that shows far more than counting places does.</summary>
internal static class OutlineRoughness
{
    private const int Rays = 36;
    private const double Step = 0.5;
    private const double LeastRadius = 0.5;

    // What bends so that its middle lies beside it is like no oval.
    private const double Bent = 1;

    private static readonly double[][] Ovals =
    [
        .. Enumerable
            .Range(0, Rays)
            .Select(ray => 2 * Math.PI * ray / Rays)
            .Select(turn => (double[])[1, Math.Cos(turn), Math.Sin(turn), Math.Cos(2 * turn), Math.Sin(2 * turn)]),
    ];

    /// <param name="x">Of its middle, steps of the grid; <paramref name="y"/> likewise, <paramref name="size"/> its diameter.</param>
    /// <param name="depth">Shades, above zero; its outline is where it is half as deep.</param>
    /// <param name="sign">Below zero for a patch darker than what lies round it.</param>
    /// <returns>How far its outline strays from the oval that suits it best: root of the mean square, as a share of its radius.</returns>
    public static double Of(Plane smooth, double x, double y, float depth, int sign, double size)
    {
        if (sign * smooth.At(x, y) < depth / 2)
        {
            return Bent;
        }

        var (sums, radii) = (new LeastSquares(5), new double[Rays]);
        for (var ray = 0; ray < Rays; ray++)
        {
            radii[ray] = Radius(smooth, x, y, Ovals[ray][1], Ovals[ray][2], depth / 2, sign, 2 * size);
            sums.Add(Ovals[ray], radii[ray]);
        }

        return sums.Solve() is not { } oval || oval[0] < LeastRadius
            ? 0
            : Math.Sqrt(radii.Select((r, ray) => r - oval.Zip(Ovals[ray], (a, b) => a * b).Sum()).Average(off => off * off)) / oval[0];
    }

    private static double Radius(Plane smooth, double x, double y, double dx, double dy, float half, int sign, double most)
    {
        var (r, here) = (0.0, sign * smooth.At(x, y));
        while (here >= half && r < most)
        {
            var next = sign * smooth.At(x + ((r + Step) * dx), y + ((r + Step) * dy));
            if (next < half)
            {
                return r + (Step * (here - half) / (here - next));
            }

            (r, here) = (r + Step, next);
        }

        return r;
    }
}
