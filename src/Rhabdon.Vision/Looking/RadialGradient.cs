using Rhabdon.Core.EndFaces;
using static Rhabdon.Vision.Looking.Thresholds.FiberCircle;

namespace Rhabdon.Vision.Looking;

/// <summary>How the shade changes outward round a point, radius by radius, all rays together.</summary>
internal sealed class RadialGradient(double x, double y, int from, float[] steps, float[] strengths)
{
    /// <summary>
    /// How far to both sides a circle is looked at for what is slow, at least: the edge of a wide core that is lit, all of it, fills less than half.
    /// </summary>
    public const int Slow = 4;

    /// <summary>The same where the sharpest circle may be a wide core's.</summary>
    public const int SlowWithWideCore = 5;

    /// <summary>How far two circles lie apart, steps.</summary>
    public const int LeastBand = 6;

    /// <summary>Every place of a ray has a neighbor to its right and below, however the steps were rounded.</summary>
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
    public static RadialGradient Around(Plane plane, double x, double y, (int From, int To) reach, int rays, int? slowReach = null)
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

            Add(
                plane,
                (float)(x + ((reach.From - 1) * cos)),
                (float)(y + ((reach.From - 1) * sin)),
                (float)cos,
                (float)sin,
                sums.AsSpan(0, inside),
                squares.AsSpan(0, inside)
            );
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
            slow[i] = RobustStatistics.Median(steps.AsSpan(low, high - low + 1).ToArray());
        }

        for (var i = 0; i < count && seen[i] >= rays / 2; i++)
        {
            var spread = Math.Max(0, (squares[i] / seen[i]) - (steps[i] * steps[i]));
            steps[i] -= slow[i];
            strengths[i] = Math.Abs(steps[i]) / MathF.Sqrt((spread * 2 / seen[i]) + 0.02f);
        }

        return new RadialGradient(x, y, reach.From, steps, strengths);
    }

    /// <summary>How many steps lead to the edge along one axis.</summary>
    public static double ToEdge(double at, double direction, double edge) =>
        direction > 1e-9 ? (edge - at) / direction
        : direction < -1e-9 ? at / -direction
        : double.MaxValue;

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

    /// <summary>The cladding's circle among those found; null for none.</summary>
    public Circle? Cladding(bool isScaleKnown, bool isMultimode)
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
        var outer = isScaleKnown
            ? most
            : peaks.Last(p =>
                p.Strength > (isMultimode && IsCladdingOf(p.Radius, most.Radius) ? LeastRoundCore : LeastElse) * most.Strength && IsPlausible(p, peaks)
            );
        var inner = peaks.First(p => p.Radius >= 0.86 * outer.Radius && p.Strength > 0.25f * outer.Strength);
        return new Circle(X, Y, inner.Radius, outer.Strength);
    }

    /// <summary>True of a cladding's radius and a wide core's, at 50 or 62.5 of 125.</summary>
    public static bool IsCladdingOf(int outer, int core) => (double)outer / core is > 1.85 and < 2.75;

    // Inside the cladding's circle there may be the core's, at 50 or 62.5 of 125 or much smaller; any other circle inside it makes it none.
    private static bool IsPlausible((int Radius, float Strength) outer, List<(int Radius, float Strength)> peaks) =>
        peaks
            .Where(p => p.Radius < 0.86 * outer.Radius && p.Strength > 2 * outer.Strength && !peaks.Exists(other => IsShadowOf(p, other)))
            .All(p => IsCladdingOf(outer.Radius, p.Radius) || outer.Radius > 8 * p.Radius);

    // Taking off what is slow leaves another circle beside a sharp one.
    private static bool IsShadowOf((int Radius, float Strength) peak, (int Radius, float Strength) other) =>
        other.Strength > peak.Strength && Math.Abs(other.Radius - peak.Radius) <= SlowHalf(peak.Radius, SlowWithWideCore);

    private static int SlowHalf(int radius, int least) => Math.Max(least, radius / 6);
}
