using Rhabdon.Core.Catalog;
using Rhabdon.Core.EndFaces;
using static Rhabdon.Vision.Looking.Thresholds.FiberCircle;

namespace Rhabdon.Vision.Looking;

/// <summary>
/// Finds the cladding's circle. Edges vote for the point that they face, on a reduced picture; round the points with the most votes the circles are read off as
/// rings where all rays
/// brighten or darken together; the cladding is the outermost, or the inner side of it where adhesive shows as a band. <see cref="EdgeFitter"/> then sets it to
/// a fraction of a pixel.
/// </summary>
internal static class FiberFinder
{
    private const int ReducedSide = 400;
    private const int MostVoters = 9_000;
    private const int Candidates = 4;
    private const int Circles = 2;
    private const int Rays = 96;

    // Of the sharpest circle round any voted center, what a circle must have to be climbed on; and of the sharpest climbed on, to be looked at closely.
    private const int Apart = 4;

    // Of the radius of what the lens sees, what a fiber's is.
    private const int Stride = 3;
    private const int Rim = 1;
    private const int Sampled = 3;
    private const float GrainShade = 20;
    private const double GrainReach = 2.5;

    /// <param name="scale">Micrometers to a pixel where known.</param>
    /// <param name="isMultimode">True when the sharpest circle may be that of a wide core.</param>
    public static FiberPlace? Find(GrayImage image, double? scale, bool isMultimode)
    {
        var by = Math.Max(1, (int)Math.Ceiling(Math.Max(image.Width, image.Height) / (double)ReducedSide));
        var plane = Resampler.Reduce(image, by).Smoothed(0.8);
        var reach = RadiiFor(plane, scale * by, by);
        if (FindIn(plane, reach, scale is not null, isMultimode) is not { } found)
        {
            return null;
        }

        var rough = InStop(plane, found, reach.From, scale is not null, isMultimode) ?? found;
        return EdgeFitter.Fit(
            image,
            new FiberPlace((rough.X * by) + ((by - 1) / 2.0), (rough.Y * by) + ((by - 1) / 2.0), rough.Radius * by, 0, by, rough.Strength),
            Math.Max(2.5 * by, 4)
        );
    }

    // Where a circle is the edge of what the lens sees, the fiber in it.
    private static Circle? InStop(Plane plane, Circle stop, int from, bool isScaleKnown, bool isMultimode) =>
        FieldStop.Within(plane, stop) is { } seen
        && FindIn(seen, (from, (int)(MostOfStop * stop.Radius)), isScaleKnown, isMultimode) is { } fiber
        && IsInStop(plane, fiber, stop, isMultimode)
            ? fiber
            : null;

    // What is as large as a wide core, in a circle that the picture holds whole, is the core of a fiber in a black ferrule.
    private static bool IsInStop(Plane plane, Circle fiber, Circle stop, bool isMultimode) =>
        fiber.Radius > LeastOfStop * stop.Radius
        && !(
            isMultimode
            && RadialGradient.IsCladdingOf(stop.Radius, fiber.Radius)
            && Math.Min(Math.Min(stop.X, plane.Width - stop.X), Math.Min(stop.Y, plane.Height - stop.Y)) > stop.Radius
        );

    private static Circle? FindIn(Plane plane, (int From, int To) reach, bool isScaleKnown, bool isMultimode) =>
        reach.To <= reach.From + 2 ? null : FindOn(plane, reach, isScaleKnown, isMultimode) ?? FindOn(Grain(plane), reach, isScaleKnown: true, isMultimode);

    // Where the ferrule is as bright as the glass its grain still sets it apart.
    private static Plane Grain(Plane plane)
    {
        var grain = new Plane(plane.Width, plane.Height);
        for (var y = 1; y < plane.Height - 1; y++)
        {
            for (var x = 1; x < plane.Width - 1; x++)
            {
                grain[x, y] = GrainShade * MathF.Sqrt(Math.Abs(plane[x + 1, y] - plane[x - 1, y]) + Math.Abs(plane[x, y + 1] - plane[x, y - 1]));
            }
        }

        return grain.Smoothed(GrainReach);
    }

    private static Circle? FindOn(Plane plane, (int From, int To) reach, bool isScaleKnown, bool isMultimode)
    {
        // Beside the fiber's circle there may be a mark's: from each center two are climbed on.
        var circles = VotedCenters(plane, reach).SelectMany(v => RadialGradient.Around(plane, v.X, v.Y, reach, Rays / 2).Sharpest(Circles)).ToList();
        var faintest = LeastToClimb * circles.Max(c => c.Strength);
        var climbed = circles.FindAll(c => c.Strength >= faintest).ConvertAll(c => Climb(plane, c, reach));
        var least = LeastOfBest * climbed.Max(r => r.Score);
        var best = climbed
            .Where(r => r.Score >= least)
            .DistinctBy(r => (r.X, r.Y))
            .Select(r => RadialGradient.Around(plane, r.X, r.Y, reach, Rays, isMultimode ? RadialGradient.SlowWithWideCore : RadialGradient.Slow))
            .MaxBy(r => r.Score);
        return best?.Cladding(isScaleKnown, isMultimode);
    }

    private static (int From, int To) RadiiFor(Plane plane, double? scale, int by)
    {
        var most = (int)(0.62 * Math.Min(plane.Width, plane.Height));
        return scale is { } known
            ? (
                Math.Max(4, (int)(0.9 * FiberDimensions.CladdingRadius / known)),
                Math.Min(most, (int)Math.Ceiling(1.15 * FiberDimensions.CladdingRadius / known))
            )
            : (
                Math.Max(5, (int)(FiberDimensions.CladdingRadius / CoarsestScale / by)),
                Math.Min(most, (int)(FiberDimensions.CladdingRadius / FinestScale / by))
            );
    }

    private static List<(int X, int Y)> VotedCenters(Plane plane, (int From, int To) reach)
    {
        // Every second place of the plane is enough to begin from.
        var votes = new Plane((plane.Width + 1) / 2, (plane.Height + 1) / 2);
        foreach (var (x, y, dx, dy) in Edges(plane))
        {
            Vote(votes, x, y, dx, dy, reach);
            Vote(votes, x, y, -dx, -dy, reach);
        }

        // A center stands out from its surroundings; the middle of the picture gathers chance votes all over.
        var (stands, around) = (votes.Smoothed(1.2), votes.Smoothed(6));
        Plane.AddScaled(stands.All, around.All, -1);
        PooledArrays.Return(around.Values);
        var centers = new List<(int X, int Y)>();
        while (centers.Count < Candidates)
        {
            var (x, y) = Most(stands);
            centers.Add((2 * x, 2 * y));
            SummedSquares.Fill(stands.All, stands.Width, x, y, Apart, float.MinValue);
        }

        return centers;
    }

    // Where a plane is highest, its rim left out.
    private static (int X, int Y) Most(Plane plane)
    {
        var (most, at) = (float.MinValue, (X: Rim, Y: Rim));
        for (var y = Rim; y < plane.Height - Rim; y++)
        {
            var row = plane.Row(y);
            for (var x = Rim; x < row.Length - Rim; x++)
            {
                if (row[x] > most)
                {
                    (most, at) = (row[x], (x, y));
                }
            }
        }

        return at;
    }

    private static void Vote(Plane votes, int x, int y, float dx, float dy, (int From, int To) reach)
    {
        // Every third place of the way; a voter's neighbors take the others.
        var from = reach.From + ((x + y) % Stride);
        var (atX, atY) = ((x + 0.5f + (dx * from)) / 2, (y + 0.5f + (dy * from)) / 2);
        (dx, dy) = (dx * Stride / 2, dy * Stride / 2);
        var inside =
            atX < 0 || atY < 0
                ? 0
                : Math.Min(
                    RadialGradient.ToEdge(atX, dx, votes.Width - RadialGradient.Margin),
                    RadialGradient.ToEdge(atY, dy, votes.Height - RadialGradient.Margin)
                );
        var count = Math.Min(((reach.To - from) / Stride) + 1, (int)Math.Max(0, inside));
        for (var i = 0; i < count; i++)
        {
            votes.Values[(float.ConvertToIntegerNative<int>(atY + (dy * i)) * votes.Width) + float.ConvertToIntegerNative<int>(atX + (dx * i))] += 1;
        }
    }

    private static List<(int X, int Y, float Dx, float Dy)> Edges(Plane plane)
    {
        var steep = new float[plane.Count];
        for (var y = 1; y < plane.Height - 1; y++)
        {
            var row = plane.Row(y);
            var above = plane.Row(y - 1);
            var below = plane.Row(y + 1);
            for (var x = 1; x < plane.Width - 1; x++)
            {
                var (dx, dy) = (row[x + 1] - row[x - 1], below[x] - above[x]);
                steep[(y * plane.Width) + x] = (dx * dx) + (dy * dy);
            }
        }

        var least = Math.Max(LeastSteep * LeastSteep, RobustStatistics.Quantile(Some(steep), 1 - Math.Min(MostSteepShare, MostVoters / (double)steep.Length)));
        var edges = new List<(int X, int Y, float Dx, float Dy)>(MostVoters);
        for (var at = 0; at < steep.Length; at++)
        {
            if (steep[at] >= least)
            {
                var (x, y, length) = (at % plane.Width, at / plane.Width, MathF.Sqrt(steep[at]));
                edges.Add((x, y, (plane[x + 1, y] - plane[x - 1, y]) / length, (plane[x, y + 1] - plane[x, y - 1]) / length));
            }
        }

        return edges;
    }

    private static float[] Some(float[] values)
    {
        var some = new float[values.Length / Sampled];
        for (var i = 0; i < some.Length; i++)
        {
            some[i] = values[i * Sampled];
        }

        return some;
    }

    // From a circle to the point near its center round which it is sharper still; on the way only that circle is looked at.
    private static RadialGradient Climb(Plane plane, Circle start, (int From, int To) reach)
    {
        var half = Math.Max(RadialGradient.LeastBand, start.Radius / 8);
        var band = (From: Math.Max(reach.From, start.Radius - half), To: Math.Min(reach.To, start.Radius + half));
        var best = RadialGradient.Around(plane, start.X, start.Y, band, Rays / 2);
        var tried = new HashSet<(double X, double Y)> { (start.X, start.Y) };
        for (var step = 2.0; step >= 0.5; step /= 2)
        {
            for (var moved = true; moved; )
            {
                moved = false;
                foreach (var (dx, dy) in ((double, double)[])[(step, 0), (-step, 0), (0, step), (0, -step)])
                {
                    if (
                        tried.Add((best.X + dx, best.Y + dy))
                        && RadialGradient.Around(plane, best.X + dx, best.Y + dy, band, Rays / 2) is var next
                        && next.Score > best.Score * 1.001
                    )
                    {
                        (best, moved) = (next, true);
                    }
                }
            }
        }

        return best;
    }
}
