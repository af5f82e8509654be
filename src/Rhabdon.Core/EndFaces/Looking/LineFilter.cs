using System.Numerics;

namespace Rhabdon.Core.EndFaces.Looking;

/// <summary>
/// How much every place of the glass looks like part of a line: the mean along a short stretch, held against the means along both its sides, whichever side it differs from less;
/// in all directions and several widths, in units of what noise alone gives.
/// </summary>
internal sealed class LineFilter
{
    public const int Directions = 16;

    // Above this pitch, in micrometers, eight steps make a stretch and below it sixteen: long enough to rise out of the noise, short enough to follow a bow.
    private const double CoarsePitch = 0.6;
    private static readonly int[] HalfWidths = [0, 1, 3, 6];

    private readonly int _side;

    private LineFilter(int side)
    {
        _side = side;
        (Score, Direction, HalfWidth) = (new float[side * side], new byte[side * side], new byte[side * side]);
    }

    /// <summary>Standard deviations above or, below zero, under what lies on both sides.</summary>
    public float[] Score { get; }

    /// <summary>In sixteenths of a half turn, from right toward down.</summary>
    public byte[] Direction { get; }

    public byte[] HalfWidth { get; }

    public static LineFilter Over(GlassView glass)
    {
        var side = glass.Left.Width;
        var filter = new LineFilter(side);
        var flat = new float[side * side];
        for (var y = 0; y < side; y++)
        {
            for (var x = 0; x < side; x++)
            {
                flat[(y * side) + x] = glass.Holds(x, y) ? Math.Clamp(glass.Left[x, y] / glass.NoiseAt(x, y), -8, 8) : 0;
            }
        }

        var doublings = glass.Pitch > CoarsePitch ? 3 : 4;
        var gap = 1 + (int)Math.Round(1.3 * glass.Blur);
        var sample = Sample(glass);
        var work = new Work(flat.Length, sample.Length);
        for (var direction = 0; direction < Directions; direction++)
        {
            filter.Look(flat, direction, doublings, gap, sample, work);
        }

        return filter;
    }

    public static (double X, double Y) Along(int direction)
    {
        var (sin, cos) = Math.SinCos(Math.PI * direction / Directions);
        return (cos, sin);
    }

    private static int[] Sample(GlassView glass)
    {
        var places = new List<int>();
        var inside = glass.Edge - 3;
        for (var y = 0; y < glass.Left.Height; y += 5)
        {
            for (var x = 0; x < glass.Left.Width; x += 4)
            {
                if (glass.RadiusAt(x, y) < inside)
                {
                    places.Add((y * glass.Left.Width) + x);
                }
            }
        }

        return [.. places];
    }

    private void Look(float[] flat, int direction, int doublings, int gap, int[] sample, Work work)
    {
        var (alongX, alongY) = Along(direction);
        var (lines, center, pairs, found, seen) = (work.Lines, work.Center, work.Pairs, work.Found, work.Seen);
        Stretch(flat, work, alongX, alongY, doublings);
        Array.Clear(center);
        var next = 0;
        foreach (var half in HalfWidths)
        {
            for (; next <= half; next++)
            {
                Add(center, lines, Offset(-alongY * next, alongX * next));
                if (next > 0)
                {
                    Add(center, lines, Offset(alongY * next, -alongX * next));
                }
            }

            var aside = half + gap + 1;
            Pair(lines, pairs, Offset(-alongY, alongX));
            Lesser(center, pairs, found, Offset(-alongY * aside, alongX * aside), Offset(alongY * (aside + 1), -alongX * (aside + 1)), 1f / ((2 * half) + 1), 0.5f);
            for (var i = 0; i < sample.Length; i++)
            {
                seen[i] = found[sample[i]];
            }

            // Most places differ from neither side: their spread is what noise gives.
            Keep(found, 1 / UsualOf(seen), (byte)direction, (byte)half);
        }
    }

    // Sums along a stretch by doubling: of two, of four, of eight places, and so on, then moved back by half.
    private void Stretch(float[] flat, Work work, double alongX, double alongY, int doublings)
    {
        var (from, to) = (work.Lines, work.Pairs);
        flat.CopyTo(from, 0);
        for (var (doubling, step) = (0, 1); doubling < doublings; doubling++, step *= 2)
        {
            from.CopyTo(to, 0);
            Add(to, from, Offset(alongX * step, alongY * step));
            (from, to) = (to, from);
        }

        var back = ((1 << doublings) - 1) / 2.0;
        Array.Clear(to);
        Add(to, from, Offset(-alongX * back, -alongY * back));
        if (to != work.Lines)
        {
            to.CopyTo(work.Lines, 0);
        }
    }

    private static void Pair(float[] lines, float[] pairs, int offset)
    {
        lines.CopyTo(pairs, 0);
        Add(pairs, lines, offset);
    }

    private static float UsualOf(float[] seen)
    {
        for (var i = 0; i < seen.Length; i++)
        {
            seen[i] = Math.Abs(seen[i]);
        }

        // Of the lesser of two differences about a third is nothing; the 90th hundredth of what is left behaves like one and a half deviations.
        return Math.Max(0.02f, Robust.Quantile(seen, 0.85) / 1.2f);
    }

    private int Offset(double x, double y) => ((int)Math.Round(y) * _side) + (int)Math.Round(x);

    private static void Add(float[] to, float[] from, int offset)
    {
        var start = Math.Max(0, -offset);
        var length = to.Length - Math.Abs(offset);
        Plane.AddScaled(to.AsSpan(start, length), from.AsSpan(start + offset, length), 1);
    }

    // The lesser of center less one side and center less the other where both have a sign, else zero; the sides lie at offsets from each place.
    private static void Lesser(float[] center, float[] sides, float[] found, int oneAt, int otherAt, float centerShare, float sideShare)
    {
        var (first, end) = (Math.Max(0, Math.Max(-oneAt, -otherAt)), center.Length - Math.Max(0, Math.Max(oneAt, otherAt)) - Vector<float>.Count);
        found.AsSpan(0, first).Clear();
        var i = first;
        for (; i <= end; i += Vector<float>.Count)
        {
            var middle = new Vector<float>(center, i) * centerShare;
            var (a, b) = (middle - (new Vector<float>(sides, i + oneAt) * sideShare), middle - (new Vector<float>(sides, i + otherAt) * sideShare));
            var lesser = Vector.ConditionalSelect(Vector.LessThan(Vector.Abs(a), Vector.Abs(b)), a, b);
            Vector.ConditionalSelect(Vector.GreaterThan(a * b, Vector<float>.Zero), lesser, Vector<float>.Zero).CopyTo(found, i);
        }

        found.AsSpan(i).Clear();
    }

    private void Keep(float[] seen, float share, byte direction, byte half)
    {
        var (scores, shares) = (Score, new Vector<float>(share));
        for (var i = 0; i < seen.Length; i += Vector<float>.Count)
        {
            if (i <= seen.Length - Vector<float>.Count && !Vector.GreaterThanAny(Vector.Abs(new Vector<float>(seen, i) * shares), Vector.Abs(new Vector<float>(scores, i))))
            {
                continue;
            }

            for (var k = i; k < Math.Min(seen.Length, i + Vector<float>.Count); k++)
            {
                var score = seen[k] * share;
                if (Math.Abs(score) > Math.Abs(scores[k]))
                {
                    (scores[k], Direction[k], HalfWidth[k]) = (score, direction, half);
                }
            }
        }
    }

    /// <summary>Sheets that every direction writes anew.</summary>
    private sealed class Work(int places, int samples)
    {
        public float[] Lines { get; } = new float[places];

        public float[] Center { get; } = new float[places];

        public float[] Pairs { get; } = new float[places];

        public float[] Found { get; } = new float[places];

        public float[] Seen { get; } = new float[samples];
    }
}
