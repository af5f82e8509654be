namespace Rhabdon.Core.EndFaces.Looking;

/// <summary>
/// Finds the cladding's circle. Edges vote for the point that they face, on a reduced picture; round the points with the most votes the circles are read off as rings where all rays
/// brighten or darken together; the cladding is the outermost, or the inner side of it where adhesive shows as a band. <see cref="EdgeFitter"/> then sets it to a fraction of a pixel.
/// </summary>
internal static class FiberFinder
{
    private const int ReducedSide = 400;
    private const int MostVoters = 9_000;
    private const double MostSteepShare = 0.12;
    private const float LeastSteep = 0.4f;
    private const int Candidates = 4;
    private const int Circles = 2;
    private const int Rays = 96;

    // Of the sharpest circle round any voted center, what a circle must have to be climbed on; and of the sharpest climbed on, to be looked at closely.
    private const double LeastToClimb = 0.1;
    private const double LeastOfBest = 0.5;
    private const double LeastStrength = 7;

    // How far to both sides a circle is looked at for what is slow, at least: the edge of a wide core that is lit, all of it, fills less than half.
    private const int Slow = 4;
    private const int SlowWithWideCore = 5;
    private const double LeastStep = 0.6;
    private const int LeastBand = 6;
    private const int Apart = 4;
    private const int Stride = 3;
    private const int Rim = 1;
    private const int Sampled = 3;
    private const float GrainShade = 20;
    private const double GrainReach = 2.5;

    // The finest and coarsest scales that microscopes for connectors give, micrometers to a pixel, with something to spare.
    private const double FinestScale = 0.1;
    private const double CoarsestScale = 1.2;

    /// <param name="scale">Micrometers to a pixel where known.</param>
    /// <param name="isMultimode">True when the sharpest circle may be that of a wide core.</param>
    public static FiberPlace? Find(GrayImage image, double? scale, bool isMultimode)
    {
        var by = Math.Max(1, (int)Math.Ceiling(Math.Max(image.Width, image.Height) / (double)ReducedSide));
        var plane = Resampler.Reduce(image, by).Smoothed(0.8);
        var reach = RadiiFor(plane, scale * by, by);
        if (reach.To <= reach.From + 2 || (FindOn(plane, reach, scale is not null, isMultimode) ?? FindOn(Grain(plane), reach, isScaleKnown: true, isMultimode)) is not { } rough)
        {
            return null;
        }

        return EdgeFitter.Fit(image, new FiberPlace((rough.X * by) + ((by - 1) / 2.0), (rough.Y * by) + ((by - 1) / 2.0), rough.Radius * by, 0, by, rough.Strength), Math.Max(2.5 * by, 4));
    }

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

    private static (double X, double Y, double Radius, double Strength)? FindOn(Plane plane, (int From, int To) reach, bool isScaleKnown, bool isMultimode)
    {
        // Beside the fiber's circle there may be a mark's: from each center two are climbed on.
        var circles = VotedCenters(plane, reach).SelectMany(v => Rings.Around(plane, v.X, v.Y, reach, Rays / 2).Sharpest(Circles)).ToList();
        var faintest = LeastToClimb * circles.Max(c => c.Strength);
        var climbed = circles.FindAll(c => c.Strength >= faintest).ConvertAll(c => Climb(plane, c, reach));
        var least = LeastOfBest * climbed.Max(r => r.Score);
        var best = climbed.Where(r => r.Score >= least).DistinctBy(r => (r.X, r.Y)).Select(r => Rings.Around(plane, r.X, r.Y, reach, Rays, isMultimode ? SlowWithWideCore : Slow)).MaxBy(r => r.Score);
        return best?.Cladding(isScaleKnown, isMultimode) is { } found ? (best.X, best.Y, found.Radius, found.Strength) : null;
    }

    private static (int From, int To) RadiiFor(Plane plane, double? scale, int by)
    {
        var most = (int)(0.62 * Math.Min(plane.Width, plane.Height));
        return scale is { } known ? (Math.Max(4, (int)(0.9 * MadeOf.CladdingRadius / known)), Math.Min(most, (int)Math.Ceiling(1.15 * MadeOf.CladdingRadius / known)))
            : (Math.Max(5, (int)(MadeOf.CladdingRadius / CoarsestScale / by)), Math.Min(most, (int)(MadeOf.CladdingRadius / FinestScale / by)));
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
        Plane.AddScaled(stands.Values, around.Values, -1);
        Sheets.GiveBack(around.Values);
        var centers = new List<(int X, int Y)>();
        while (centers.Count < Candidates)
        {
            var (x, y) = Most(stands);
            centers.Add((2 * x, 2 * y));
            for (var nearY = Math.Max(0, y - Apart); nearY <= Math.Min(stands.Height - 1, y + Apart); nearY++)
            {
                stands.Row(nearY)[Math.Max(0, x - Apart)..(Math.Min(stands.Width - 1, x + Apart) + 1)].Fill(float.MinValue);
            }
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
        var inside = atX < 0 || atY < 0 ? 0 : Math.Min(Rings.ToEdge(atX, dx, votes.Width - Rings.Margin), Rings.ToEdge(atY, dy, votes.Height - Rings.Margin));
        var count = Math.Min(((reach.To - from) / Stride) + 1, (int)Math.Max(0, inside));
        for (var i = 0; i < count; i++)
        {
            votes.Values[(float.ConvertToIntegerNative<int>(atY + (dy * i)) * votes.Width) + float.ConvertToIntegerNative<int>(atX + (dx * i))] += 1;
        }
    }

    private static List<(int X, int Y, float Dx, float Dy)> Edges(Plane plane)
    {
        var steep = new float[plane.Values.Length];
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

        var least = Math.Max(LeastSteep * LeastSteep, Robust.Quantile(Some(steep), 1 - Math.Min(MostSteepShare, MostVoters / (double)steep.Length)));
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
    private static Rings Climb(Plane plane, Circle start, (int From, int To) reach)
    {
        var half = Math.Max(LeastBand, start.Radius / 8);
        var band = (From: Math.Max(reach.From, start.Radius - half), To: Math.Min(reach.To, start.Radius + half));
        var best = Rings.Around(plane, start.X, start.Y, band, Rays / 2);
        var tried = new HashSet<(double X, double Y)> { (start.X, start.Y) };
        for (var step = 2.0; step >= 0.5; step /= 2)
        {
            for (var moved = true; moved;)
            {
                moved = false;
                foreach (var (dx, dy) in ((double, double)[])[(step, 0), (-step, 0), (0, step), (0, -step)])
                {
                    if (tried.Add((best.X + dx, best.Y + dy)) && Rings.Around(plane, best.X + dx, best.Y + dy, band, Rays / 2) is var next && next.Score > best.Score * 1.001)
                    {
                        (best, moved) = (next, true);
                    }
                }
            }
        }

        return best;
    }

    private readonly record struct Circle(double X, double Y, int Radius, float Strength);

    /// <summary>How the shade changes outward round a point, radius by radius, all rays together.</summary>
    private sealed class Rings(double x, double y, int from, float[] steps, float[] strengths)
    {
        // Of the sharpest circle, what the cladding's has at least: more where no wide core may be the sharpest.
        private const float LeastElse = 0.2f;
        private const float LeastRoundCore = 0.04f;

        // Every place of a ray has a neighbor to its right and below, however the steps were rounded.
        public const double Margin = 1.01;

        public double X { get; } = x;

        public double Y { get; } = y;

        public float Score { get; } = strengths.Length == 0 ? 0 : strengths.Max();

        /// <summary>The strongest circles, well apart.</summary>
        public List<Circle> Sharpest(int count)
        {
            var circles = new List<Circle>();
            foreach (var at in Enumerable.Range(0, strengths.Length).OrderByDescending(i => strengths[i]))
            {
                if (circles.Count < count && circles.TrueForAll(c => Math.Abs(from + at - c.Radius) > LeastBand))
                {
                    circles.Add(new Circle(X, Y, from + at, strengths[at]));
                }
            }

            return circles;
        }

        /// <param name="slowReach">Null for all that changes; else without what changes slowly.</param>
        public static Rings Around(Plane plane, double x, double y, (int From, int To) reach, int rays, int? slowReach = null)
        {
            var count = reach.To - reach.From + 1;
            var (sums, squares, seen) = (new float[count], new float[count], new int[count]);
            var (right, bottom) = (plane.Width - Margin, plane.Height - Margin);
            for (var ray = 0; ray < rays && x >= 0 && y >= 0 && x <= right && y <= bottom; ray++)
            {
                var (sin, cos) = Math.SinCos(2 * Math.PI * ray / rays);
                var inside = Math.Min(count, (int)Math.Floor(Math.Min(ToEdge(x, cos, right), ToEdge(y, sin, bottom))) - reach.From);
                if (inside < 1)
                {
                    continue;
                }

                Add(plane, (float)(x + ((reach.From - 1) * cos)), (float)(y + ((reach.From - 1) * sin)), (float)cos, (float)sin, sums.AsSpan(0, inside), squares.AsSpan(0, inside));
                for (var i = 0; i < inside; i++)
                {
                    seen[i]++;
                }
            }

            var (steps, strengths) = (new float[count], new float[count]);
            for (var i = 0; i < count && seen[i] >= rays / 2; i++)
            {
                steps[i] = sums[i] / seen[i];
            }

            // What changes slowly with the radius is the light, not an edge.
            var slow = new float[count];
            for (var i = 0; i < count && slowReach is not null; i++)
            {
                var half = SlowHalf(reach.From + i, slowReach.Value);
                var (low, high) = (Math.Max(0, i - half), Math.Min(count - 1, i + half));
                slow[i] = Robust.Median(steps.AsSpan(low, high - low + 1).ToArray());
            }

            for (var i = 0; i < count && seen[i] >= rays / 2; i++)
            {
                var spread = Math.Max(0, (squares[i] / seen[i]) - (steps[i] * steps[i]));
                steps[i] -= slow[i];
                strengths[i] = Math.Abs(steps[i]) / MathF.Sqrt((spread * 2 / seen[i]) + 0.02f);
            }

            return new Rings(x, y, reach.From, steps, strengths);
        }

        // How many steps lead to the edge along one axis.
        public static double ToEdge(double at, double direction, double edge) => direction > 1e-9 ? (edge - at) / direction : direction < -1e-9 ? at / -direction : double.MaxValue;

        // From the point before the first radius outward: each step is the shade beyond less the shade before.
        private static void Add(Plane plane, float x, float y, float dx, float dy, Span<float> sums, Span<float> squares)
        {
            var values = plane.Values;
            var width = plane.Width;
            var (before, here) = (0f, 0f);
            for (var i = -2; i < sums.Length; i++, x += dx, y += dy)
            {
                var (left, top) = (float.ConvertToIntegerNative<int>(x), float.ConvertToIntegerNative<int>(y));
                var (fx, fy, at) = (x - left, y - top, (top * width) + left);
                var upper = values[at] + ((values[at + 1] - values[at]) * fx);
                var lower = values[at + width] + ((values[at + width + 1] - values[at + width]) * fx);
                var after = upper + ((lower - upper) * fy);
                if (i >= 0)
                {
                    var step = after - before;
                    sums[i] += step;
                    squares[i] += step * step;
                }

                (before, here) = (here, after);
            }
        }

        /// <summary>The cladding's circle among those found: radius in steps of the plane, and how surely it is there. Null for none.</summary>
        public (double Radius, double Strength)? Cladding(bool isScaleKnown, bool isMultimode)
        {
            var peaks = new List<(int Radius, float Strength)>();
            for (var i = 1; i < strengths.Length - 1; i++)
            {
                if (strengths[i] >= strengths[i - 1] && strengths[i] > strengths[i + 1] && strengths[i] > LeastStrength && Math.Abs(steps[i]) > LeastStep)
                {
                    peaks.Add((from + i, strengths[i]));
                }
            }

            if (peaks.Count == 0)
            {
                return null;
            }

            var most = peaks.MaxBy(p => p.Strength);
            var outer = isScaleKnown ? most : peaks.Last(p => p.Strength > (isMultimode && IsCladdingOf(p.Radius, most.Radius) ? LeastRoundCore : LeastElse) * most.Strength && IsPlausible(p, peaks));
            var inner = peaks.First(p => p.Radius >= 0.86 * outer.Radius && p.Strength > 0.25f * outer.Strength);
            return (inner.Radius, outer.Strength);
        }

        // Inside the cladding's circle there may be the core's, at 50 or 62.5 of 125 or much smaller; any other circle inside it makes it none.
        private static bool IsPlausible((int Radius, float Strength) outer, List<(int Radius, float Strength)> peaks) =>
            peaks.Where(p => p.Radius < 0.86 * outer.Radius && p.Strength > 2 * outer.Strength && !peaks.Exists(other => IsShadowOf(p, other))).All(p => IsCladdingOf(outer.Radius, p.Radius) || outer.Radius > 8 * p.Radius);

        // Taking off what is slow leaves another circle beside a sharp one.
        private static bool IsShadowOf((int Radius, float Strength) peak, (int Radius, float Strength) other) =>
            other.Strength > peak.Strength && Math.Abs(other.Radius - peak.Radius) <= SlowHalf(peak.Radius, SlowWithWideCore);

        private static int SlowHalf(int radius, int least) => Math.Max(least, radius / 6);

        private static bool IsCladdingOf(int outer, int core) => (double)outer / core is > 1.85 and < 2.75;
    }
}
