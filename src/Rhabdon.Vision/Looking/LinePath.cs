using Rhabdon.Core.EndFaces;

namespace Rhabdon.Vision.Looking;

/// <summary>The places that a line was followed over, one after another, about a step of the grid apart.</summary>
internal static class LinePath
{
    private const int SmoothReach = 4;
    private const int HeadingReach = 3;
    private const int LengthStep = 4;
    private const int CenterReach = 2;
    private const double CenterStep = 0.5;
    private const double MostAside = 2;

    /// <summary>Off the grid: each place the mean of its neighbors.</summary>
    public static List<(double X, double Y)> Smooth(IReadOnlyList<(int X, int Y)> path)
    {
        var smooth = new List<(double X, double Y)>(path.Count);
        for (var i = 0; i < path.Count; i++)
        {
            var reach = Math.Min(SmoothReach, Math.Min(i, path.Count - 1 - i));
            var (x, y) = (0.0, 0.0);
            for (var k = i - reach; k <= i + reach; k++)
            {
                (x, y) = (x + path[k].X, y + path[k].Y);
            }

            smooth.Add((x / ((2 * reach) + 1), y / ((2 * reach) + 1)));
        }

        return smooth;
    }

    /// <summary>Each place moved across the line to the middle of its shade, a few places along taken together.</summary>
    /// <param name="reach">How far to each side the line's shade goes, steps.</param>
    /// <param name="sign">Below zero for a line darker than what lies beside it.</param>
    public static List<(double X, double Y)> Centered(IReadOnlyList<(double X, double Y)> path, Plane shades, double reach, int sign)
    {
        var half = (int)Math.Ceiling(reach / CenterStep);
        var (sums, moments, directions) = (new double[path.Count], new double[path.Count], new (double X, double Y)[path.Count]);
        for (var i = 0; i < path.Count; i++)
        {
            directions[i] = DirectionAt(path, i);
            for (var k = -half; k <= half; k++)
            {
                var off = k * CenterStep;
                var shade = Math.Max(0, sign * shades.At(path[i].X - (directions[i].Y * off), path[i].Y + (directions[i].X * off)));
                (sums[i], moments[i]) = (sums[i] + shade, moments[i] + (shade * off));
            }
        }

        var centered = new List<(double X, double Y)>(path.Count);
        for (var i = 0; i < path.Count; i++)
        {
            var (from, count) = (Math.Max(0, i - CenterReach), Math.Min(path.Count - 1, i + CenterReach) - Math.Max(0, i - CenterReach) + 1);
            var sum = sums.AsSpan(from, count).ToArray().Sum();
            var off = sum > 0 ? Math.Clamp(moments.AsSpan(from, count).ToArray().Sum() / sum, -MostAside, MostAside) : 0;
            centered.Add((path[i].X - (directions[i].Y * off), path[i].Y + (directions[i].X * off)));
        }

        return centered;
    }

    public static (double X, double Y) DirectionAt(IReadOnlyList<(double X, double Y)> path, int i)
    {
        var (a, b) = (path[Math.Max(0, i - HeadingReach)], path[Math.Min(path.Count - 1, i + HeadingReach)]);
        var length = Math.Max(1e-6, Math.Sqrt(((b.X - a.X) * (b.X - a.X)) + ((b.Y - a.Y) * (b.Y - a.Y))));
        return ((b.X - a.X) / length, (b.Y - a.Y) / length);
    }

    /// <summary>Steps of the grid.</summary>
    public static double LengthOf(IReadOnlyList<(double X, double Y)> path)
    {
        var sum = 0.0;
        for (var i = LengthStep; i < path.Count + LengthStep - 1; i += LengthStep)
        {
            var (a, b) = (path[i - LengthStep], path[Math.Min(i, path.Count - 1)]);
            sum += Math.Sqrt(((b.X - a.X) * (b.X - a.X)) + ((b.Y - a.Y) * (b.Y - a.Y)));
        }

        return sum;
    }
}
