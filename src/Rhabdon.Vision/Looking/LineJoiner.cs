using Rhabdon.Core.EndFaces;
using static Rhabdon.Vision.Looking.Thresholds.JoinedLines;

namespace Rhabdon.Vision.Looking;

/// <summary>Puts the pieces of one line together that something lying across it parted.</summary>
internal static class LineJoiner
{
    // Where two lines cross at a small angle, one lies hidden under the other for long.
    private const int Probes = 5;

    // What crosses a piece bends its last steps; the steps by which its heading is told are more.
    private const int Bent = 12;
    private static readonly int[] Tails = [24, 60];

    /// <param name="pitch">Micrometers from step to step.</param>
    public static List<DetectedLine> Join(IReadOnlyList<DetectedLine> traces, double pitch)
    {
        var joined = new List<DetectedLine>(traces);
        for (var i = 0; i < joined.Count; i++)
        {
            for (var j = i + 1; j < joined.Count; j++)
            {
                if (Whole(joined[i], joined[j], traces, pitch) is { } whole)
                {
                    joined[i] = whole;
                    joined.RemoveAt(j);
                    j = i;
                }
            }
        }

        return joined;
    }

    /// <summary>Whether two traces are pieces of one line.</summary>
    public static bool GoesOn(DetectedLine one, DetectedLine other, IReadOnlyList<DetectedLine> all, double pitch) =>
        PathOver(one, other, all, pitch) is not null;

    private static DetectedLine? Whole(DetectedLine one, DetectedLine other, IReadOnlyList<DetectedLine> all, double pitch)
    {
        if (PathOver(one, other, all, pitch) is not { } path)
        {
            return null;
        }

        var (stronger, weaker) = one.Significance > other.Significance ? (one, other) : (other, one);
        var course = LinePath.LengthOf(weaker.Path) * pitch < LeastForCourse ? stronger.LineShape : LineShape.Of(path, pitch);
        return stronger with
        {
            Path = path,
            LineShape = course,
            Significance = Math.Sqrt((one.Significance * one.Significance) + (other.Significance * other.Significance)),
        };
    }

    private static List<(double X, double Y)>? PathOver(DetectedLine one, DetectedLine other, IReadOnlyList<DetectedLine> all, double pitch)
    {
        if (
            Math.Sign(one.Contrast) != Math.Sign(other.Contrast)
            || Math.Max(one.Width, other.Width) > MostWiderPiece * Math.Max(0.8, Math.Min(one.Width, other.Width))
        )
        {
            return null;
        }

        foreach (var first in Ways(one))
        {
            foreach (var second in Ways(other))
            {
                if (Continues(first, second, pitch, (x, y) => all.Any(t => t != one && t != other && t.Passes(x, y, (t.Spread / 2 / pitch) + BesideOther))))
                {
                    return [.. first, .. second];
                }
            }
        }

        return null;
    }

    private static IEnumerable<List<(double X, double Y)>> Ways(DetectedLine trace) =>
        [
            [.. trace.Path],
            [.. trace.Path.Reverse()],
        ];

    // From the end of the first to the beginning of the second, straight on.
    private static bool Continues(List<(double X, double Y)> first, List<(double X, double Y)> second, double pitch, Func<double, double, bool> isUnderOther)
    {
        var (end, begin) = (first[^1], second[0]);
        var (gapX, gapY) = (begin.X - end.X, begin.Y - end.Y);
        var gap = Math.Sqrt((gapX * gapX) + (gapY * gapY)) * pitch;
        if (
            gap > LongestUnderOther
            || (
                gap > LongestOpenGap
                && !Enumerable.Range(1, Probes).All(i => isUnderOther(end.X + (gapX * i / (Probes + 1)), end.Y + (gapY * i / (Probes + 1))))
            )
        )
        {
            return false;
        }

        return Array.Exists(Tails, tail =>
        {
            var (out1, in2) = (Heading(first, tail, fromEnd: true), Heading(second, tail, fromEnd: false));
            var (along, fromEnds) = ((gapX * out1.X) + (gapY * out1.Y), Math.Abs((gapX * out1.Y) - (gapY * out1.X)));
            var (before, after) = (first[Math.Max(0, first.Count - 1 - Bent)], second[Math.Min(second.Count - 1, Bent)]);
            var aside = Math.Min(fromEnds, Math.Abs(((after.X - before.X) * out1.Y) - ((after.Y - before.Y) * out1.X)));
            return (out1.X * in2.X) + (out1.Y * in2.Y) > LeastAlong && along * pitch > -2 && aside * pitch < MostAside + (0.1 * Math.Max(0, along) * pitch);
        });
    }

    private static (double X, double Y) Heading(List<(double X, double Y)> path, int tail, bool fromEnd)
    {
        var reach = Math.Min(path.Count - 1, tail);
        var (a, b) = fromEnd ? (path[^(reach + 1)], path[^1]) : (path[0], path[reach]);
        var length = Math.Max(1e-6, Math.Sqrt(((b.X - a.X) * (b.X - a.X)) + ((b.Y - a.Y) * (b.Y - a.Y))));
        return ((b.X - a.X) / length, (b.Y - a.Y) / length);
    }
}
