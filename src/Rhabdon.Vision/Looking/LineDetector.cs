using Rhabdon.Core.EndFaces;
using static Rhabdon.Vision.Looking.Thresholds.Lines;

namespace Rhabdon.Vision.Looking;

/// <summary>
/// Follows lines: from the place that looks most like one, both ways, as long as it goes on; measures it across, takes it out of the glass, and begins again.
/// </summary>
internal static class LineDetector
{
    // Before it is set to the middle of its shade.
    private const int MostTraces = 60;
    private const double AcrossReach = 9;

    /// <summary>The lines on the glass, strongest first, and the glass without them.</summary>
    public static (List<DetectedLine> Lines, GlassView Left) Find(GlassView seen)
    {
        // What is taken out as it is found is taken out of a copy.
        var glass = seen.With(seen.Left.Copy());
        var filter = LineFilter.Over(glass);
        var side = glass.Left.Width;
        var seeds = Seeds(filter.Score);
        var isUsed = new bool[filter.Score.Length];
        var (traces, stretches) = (new List<DetectedLine>(), new List<DetectedLine>());
        foreach (var seed in seeds)
        {
            if (isUsed[seed] || traces.Count >= MostTraces)
            {
                continue;
            }

            var path = Follow(filter, glass, isUsed, seed);
            Use(isUsed, path, side, filter.HalfWidthAt(seed) + 2);
            if (Measure(glass, path, Math.Sign(filter.Score[seed])) is not { } trace)
            {
                continue;
            }

            if (!IsSlender(trace, glass))
            {
                stretches.Add(trace);
                continue;
            }

            var isLint = IsLint(trace, glass);
            Use(
                isUsed,
                isLint ? path : [.. trace.Path.Select(p => ((int)p.X, (int)p.Y))],
                side,
                (int)Math.Ceiling(((trace.Spread / 2) + BesideLine) / glass.Pitch)
            );
            if (!isLint)
            {
                TakeOut(glass, trace);
                traces.Add(trace);
            }
        }

        var onward = stretches.FindAll(s => traces.Exists(t => LineJoiner.GoesOn(t, s, traces, glass.Pitch)));
        onward.ForEach(stretch => TakeOut(glass, stretch));
        return ([.. traces, .. onward], glass);
    }

    // Strongest first.
    private static int[] Seeds(float[] scores)
    {
        var (seeds, weakness) = (new List<int>(), new List<float>());
        for (var at = 0; at < scores.Length; at++)
        {
            if (Math.Abs(scores[at]) >= SeedScore)
            {
                seeds.Add(at);
                weakness.Add(-Math.Abs(scores[at]));
            }
        }

        var sorted = seeds.ToArray();
        Array.Sort(weakness.ToArray(), sorted);
        return sorted;
    }

    private static List<(int X, int Y)> Follow(LineFilter filter, GlassView glass, bool[] isUsed, int seed)
    {
        var side = glass.Left.Width;
        var start = (X: seed % side, Y: seed / side);
        var (dx, dy) = LineFilter.Along(filter.DirectionAt(seed));
        var backward = Walk(filter, glass, isUsed, start, -dx, -dy, Math.Sign(filter.Score[seed]));
        backward.Reverse();
        return [.. backward, start, .. Walk(filter, glass, isUsed, start, dx, dy, Math.Sign(filter.Score[seed]))];
    }

    private static List<(int X, int Y)> Walk(LineFilter filter, GlassView glass, bool[] isUsed, (int X, int Y) start, double dx, double dy, int sign)
    {
        var side = glass.Left.Width;
        var path = new List<(int X, int Y)>();
        var (x, y, missed, hidden, returns) = ((double)start.X, (double)start.Y, 0, 0, 0);
        var longestGap = (int)(LongestGap / glass.Pitch);
        var passed = new HashSet<(int X, int Y)>();
        while (missed <= longestGap)
        {
            (x, y) = (x + dx, y + dy);
            var (best, at, turn, isUnderOther) = (GoOnScore, (X: -1, Y: -1), (X: 0.0, Y: 0.0), false);
            for (var off = -2; off <= 2; off++)
            {
                var (px, py) = ((int)Math.Round(x - (dy * off)), (int)Math.Round(y + (dx * off)));
                if (px < 1 || py < 1 || px >= side - 1 || py >= side - 1 || !glass.Holds(px, py))
                {
                    continue;
                }

                if (isUsed[(py * side) + px])
                {
                    isUnderOther |= off == 0;
                    continue;
                }

                var score = filter.Score[(py * side) + px] * sign;
                var along = LineFilter.Along(filter.DirectionAt((py * side) + px));
                var agreement = (along.X * dx) + (along.Y * dy);
                if (score - (0.15f * Math.Abs(off)) > best && Math.Abs(agreement) > 0.86)
                {
                    (best, at, turn) = (score, (px, py), agreement > 0 ? along : (-along.X, -along.Y));
                }
            }

            // Under a line that was followed before, this one goes on unseen.
            if (at.X < 0 && isUnderOther && ++hidden <= (int)(LongestHidden / glass.Pitch))
            {
                continue;
            }

            if (at.X < 0)
            {
                missed++;
                continue;
            }

            hidden = 0;

            // A line that comes back to itself is the edge of something.
            if (!passed.Add(at) && ++returns > MostReturns)
            {
                break;
            }

            missed = 0;
            path.Add(at);

            // The direction turns slowly: one place's opinion is worth a sixth.
            (x, y) = (x + ((at.X - x) * 0.5), y + ((at.Y - y) * 0.5));
            (dx, dy) = (dx + ((turn.X - dx) / 6), dy + ((turn.Y - dy) / 6));
            var length = Math.Sqrt((dx * dx) + (dy * dy));
            (dx, dy) = (dx / length, dy / length);
        }

        return path;
    }

    private static void Use(bool[] isUsed, List<(int X, int Y)> path, int side, int reach)
    {
        foreach (var (x, y) in path)
        {
            SummedSquares.Fill(isUsed, side, x, y, reach, true);
        }
    }

    private static DetectedLine? Measure(GlassView glass, List<(int X, int Y)> rough, int sign)
    {
        if (rough.Count * glass.Pitch < ShortestLength)
        {
            return null;
        }

        var path = LinePath.Smooth(rough);
        if (
            CrossSection.Of(glass, path, AcrossReach, isFine: false).Width(sign) is not { } first
            || SignificanceOf(glass, path, first.Span, first.Contrast) < LeastAtFirst
        )
        {
            return null;
        }

        path = LinePath.Centered(path, glass.Left, (first.Span / glass.Pitch / 2) + glass.Blur, sign);

        // Which part of the path is there: contrast over a short stretch, at least half of the usual.
        var contrasts = Contrasts(glass, path, first.Span / glass.Pitch, sign);
        var usual = RobustStatistics.Quantile([.. contrasts], 0.8);
        var (from, to) = (0, contrasts.Length - 1);
        while (from < to && contrasts[from] < 0.5 * usual)
        {
            from++;
        }

        while (to > from && contrasts[to] < 0.5 * usual)
        {
            to--;
        }

        path = path[from..(to + 1)];
        if (path.Count < 4 || CrossSection.Of(glass, path, AcrossReach).Width(sign) is not { } across)
        {
            return null;
        }

        var length = LinePath.LengthOf(path) * glass.Pitch;
        var noise = NoiseAtMiddle(glass, path);
        var trace = new DetectedLine(
            path,
            across.Width,
            across.Span,
            across.Contrast,
            SignificanceOf(glass, path, across.Span, across.Contrast),
            LineShape.Of(path, glass.Pitch)
        );
        return
            IsLine(trace, length, glass)
            && IsDeepEnough(trace, noise, glass.Gain)
            && !IsCoreLeft(glass, trace, length)
            && !IsRim(glass, path, trace.Spread, length)
            && !IsUneven(glass, path, sign, across.Width)
            ? trace
            : null;
    }

    // A thread of lint curls smoothly and tighter than any film draws a scratch, and is thicker than a crack: it is left on the glass, as a patch.
    private static bool IsLint(DetectedLine trace, GlassView glass) =>
        trace.Contrast < 0
        && trace.Width > ThinnestLint
        && LinePath.LengthOf(trace.Path) * glass.Pitch > ShortestLint
        && trace.LineShape is { Curl: > Curly, Unrest: < SmoothCurl };

    private static double SignificanceOf(GlassView glass, List<(double X, double Y)> path, double span, float contrast) =>
        Math.Abs(contrast) / NoiseAtMiddle(glass, path) * Math.Sqrt(path.Count * Math.Max(1, span / glass.Pitch));

    private static float NoiseAtMiddle(GlassView glass, List<(double X, double Y)> path) =>
        glass.NoiseAt((int)path[path.Count / 2].X, (int)path[path.Count / 2].Y);

    // No thinner than the lens lets the thinnest of lines appear.
    private static bool IsLine(DetectedLine trace, double length, GlassView glass)
    {
        var thinnest = Deblur.Least(glass.Blur) * glass.Pitch * (trace.Significance > SureSignificance ? ThinIfSure : Thin);
        return length >= ShortestLength && length <= LongestOfDiameter * 2 * glass.Edge && trace.Width <= WidestLine && trace.Spread >= thinnest;
    }

    // Long against its width; what is not may still be a stretch of a line.
    private static bool IsSlender(DetectedLine trace, GlassView glass) =>
        LinePath.LengthOf(trace.Path) * glass.Pitch >= (trace.Spread > BroadLine ? WideSlenderness : LeastSlenderness) * trace.Spread;

    // What is wide and faint is more likely unevenness of the light.
    private static bool IsDeepEnough(DetectedLine trace, float noise, float gain)
    {
        var least = Math.Max(LeastLineShade, LeastOwnShades * gain) + (WideShade * Math.Max(0, trace.Width - WideFrom));
        return trace.Significance >= LeastSignificance && Math.Abs(trace.Contrast) >= Math.Max(least, LeastOverNoise * noise);
    }

    // A short faint line at the core's edge is what taking the core away left of it.
    private static bool IsCoreLeft(GlassView glass, DetectedLine trace, double length) =>
        length < 4 * glass.CoreRadius
        && Math.Abs(trace.Contrast) < LeastLineShade + (CoreLeft * glass.CoreStep)
        && trace.Path.Min(p => glass.RadiusAt(p.X, p.Y)) < glass.CoreRadius + CoreRimLines;

    // A scratch is as wide at its ends as in its middle; a long patch is not.
    private static bool IsUneven(GlassView glass, List<(double X, double Y)> path, int sign, double width)
    {
        if (width < UnevenFrom || path.Count < 15)
        {
            return false;
        }

        var spans = new List<double>();
        for (var third = 0; third < 3; third++)
        {
            if (CrossSection.Of(glass, path.GetRange(third * path.Count / 3, path.Count / 3), AcrossReach).Width(sign) is { } part)
            {
                spans.Add(part.Span);
            }
        }

        return spans.Count > 1
            && spans.Max() > (LinePath.LengthOf(path) * glass.Pitch > VerySlenderLine * width ? MostUnevenIfSlender : MostUneven) * spans.Min();
    }

    // What runs along the glass's edge is the ring's shadow, or adhesive; a straight line comes to the edge and goes.
    private static bool IsRim(GlassView glass, List<(double X, double Y)> path, double spread, double length)
    {
        var radii = path.ConvertAll(p => glass.RadiusAt(p.X, p.Y));
        var (nearest, farthest) = (radii.Min(), radii.Max());
        var roundness = (farthest - nearest) * 8 * nearest / (length * length);
        return nearest + (spread > WideLine ? spread / 2 : 0) > glass.Edge - RimWidth
            || (nearest > glass.Edge - WidestRim && roundness < RoundTheRing && spread > WideLine)
            || (nearest > glass.Edge - CloseRim && roundness < RoundTheRingIfClose);
    }

    private static float[] Contrasts(GlassView glass, List<(double X, double Y)> path, double width, int sign)
    {
        var contrasts = new float[path.Count];
        var half = Math.Max(0.5, width / 3);
        var aside = (width / 2) + (2 * glass.Blur) + 1;
        for (var i = 0; i < path.Count; i++)
        {
            var (dx, dy) = LinePath.DirectionAt(path, i);
            var (x, y) = path[i];
            var center = (glass.Left.At(x, y) + glass.Left.At(x - (dy * half), y + (dx * half)) + glass.Left.At(x + (dy * half), y - (dx * half))) / 3;
            contrasts[i] = sign * (center - ((glass.Left.At(x - (dy * aside), y + (dx * aside)) + glass.Left.At(x + (dy * aside), y - (dx * aside))) / 2));
        }

        var smooth = new float[path.Count];
        for (var i = 0; i < path.Count; i++)
        {
            var (low, high) = (Math.Max(0, i - 3), Math.Min(path.Count - 1, i + 3));
            smooth[i] = contrasts.AsSpan(low, high - low + 1).ToArray().Average();
        }

        return smooth;
    }

    // Each place is given the shade across the line where it lies nearest to it.
    private static void TakeOut(GlassView glass, DetectedLine trace)
    {
        var across = CrossSection.Of(glass, trace.Path, AcrossReach);
        var reach = (int)Math.Ceiling((trace.Spread / glass.Pitch / 2) + (2 * glass.Blur) + 2);
        var side = glass.Left.Width;
        var (nearness, offs, touched) = (PooledArrays.Rent(glass.Left.Count), PooledArrays.Rent(glass.Left.Count), new List<int>());
        for (var i = 0; i < trace.Path.Count; i++)
        {
            var (x, y) = trace.Path[i];
            var (dx, dy) = LinePath.DirectionAt(trace.Path, i);
            var (isFirst, isLast) = (i == 0, i == trace.Path.Count - 1);
            var most = 1.2 + (isFirst || isLast ? glass.Blur : 0);
            for (var py = Math.Max(0, (int)y - reach); py <= Math.Min(side - 1, (int)y + reach); py++)
            {
                for (var px = Math.Max(0, (int)x - reach); px <= Math.Min(side - 1, (int)x + reach); px++)
                {
                    var along = ((px - x) * dx) + ((py - y) * dy);
                    var overEnd =
                        isFirst ? Math.Max(0, -along)
                        : isLast ? Math.Max(0, along)
                        : Math.Abs(along);
                    if (overEnd >= most)
                    {
                        continue;
                    }

                    var (at, near) = ((py * side) + px, (float)(1 / (1 + Math.Abs(along))));
                    if (near > nearness[at])
                    {
                        if (nearness[at] == 0)
                        {
                            touched.Add(at);
                        }

                        (nearness[at], offs[at]) = (near, (float)(((py - y) * dx) - ((px - x) * dy)));
                    }
                }
            }
        }

        foreach (var at in touched)
        {
            if (Math.Abs(offs[at]) <= reach)
            {
                glass.Left.Values[at] -= across.ShadeAt(offs[at]);
            }
        }

        PooledArrays.Return(nearness);
        PooledArrays.Return(offs);
    }
}
