using System.Numerics;
using System.Runtime.CompilerServices;
using System.Runtime.InteropServices;

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

    // What is deeper still counts no more, or a dark patch would look like lines all round; but where there is hardly any noise, a line's slopes must stay slopes.
    private const float MostDeviations = 8;
    private const float MostShades = 40;

    // Differences are told apart by so much, in deviations of the noise, up to four deviations.
    private const float Band = 0.004f;
    private const int Bands = 1000;

    private static readonly int[] HalfWidths = [0, 1, 3, 6];

    private readonly int _side;

    private LineFilter(int side)
    {
        _side = side;
        (Score, Found) = (new float[side * side], new int[side * side]);
    }

    /// <summary>Standard deviations above or, below zero, under what lies on both sides.</summary>
    public float[] Score { get; }

    // Half width and direction of the line that scored.
    private int[] Found { get; }

    /// <summary>In sixteenths of a half turn, from right toward down.</summary>
    public int DirectionAt(int place) => Found[place] % Directions;

    public int HalfWidthAt(int place) => Found[place] / Directions;

    public static LineFilter Over(GlassView glass)
    {
        var side = glass.Left.Width;
        var filter = new LineFilter(side);
        var flat = Sheets.Take(side * side);
        for (var at = 0; at < flat.Length; at++)
        {
            var most = Math.Max(MostDeviations, MostShades / glass.Noise[at]);
            flat[at] = glass.IsJudged[at] ? Math.Clamp(glass.Left.Values[at] / glass.Noise[at], -most, most) : 0;
        }

        var doublings = glass.Pitch > CoarsePitch ? 3 : 4;
        var gap = 1 + (int)Math.Round(1.3 * glass.Blur);
        var sample = Sample(glass);
        var work = new Work(flat.Length, sample.Length);
        for (var direction = 0; direction < Directions; direction++)
        {
            filter.Look(flat, direction, doublings, gap, sample, work);
        }

        work.GiveBack();
        Sheets.GiveBack(flat);

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
                if (glass.Radii[(y * glass.Left.Width) + x] < inside)
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
        var (lines, center, seen, pairs) = (Stretched(flat, work, alongX, alongY, doublings), work.Center, work.Seen, work.Pairs);
        var pair = Offset(-alongY, alongX);
        Sum(lines, pairs, pair);
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

            // Each side is two stretches wide.
            var aside = half + gap + 1;
            var sides = new Sides(pairs, pair, Offset(-alongY * aside, alongX * aside), Offset(alongY * (aside + 1), -alongX * (aside + 1)), 1f / ((2 * half) + 1));
            for (var i = 0; i < sample.Length; i++)
            {
                seen[i] = sides.Lesser(center, sample[i]);
            }

            // Most places differ from neither side: their spread is what noise gives.
            Keep(center, sides, 1 / UsualOf(seen, work.Bins), direction, half);
        }
    }

    // Sums along a stretch by doubling: of two, of four, of eight places, and so on, then moved back by half.
    private float[] Stretched(float[] flat, Work work, double alongX, double alongY, int doublings)
    {
        var (from, to) = (flat, work.Lines);
        for (var (doubling, step) = (0, 1); doubling < doublings; doubling++, step *= 2)
        {
            Sum(from, to, Offset(alongX * step, alongY * step));
            (from, to) = (to, to == work.Lines ? work.Moved : work.Lines);
        }

        var back = ((1 << doublings) - 1) / 2.0;
        Array.Clear(to);
        Add(to, from, Offset(-alongX * back, -alongY * back));
        return to;
    }

    // Each place and the one at an offset from it; beyond the sheet there is nothing.
    private static void Sum(float[] from, float[] to, int offset)
    {
        var (start, length) = (Math.Max(0, -offset), from.Length - Math.Abs(offset));
        from.AsSpan(0, start).CopyTo(to);
        from.AsSpan(start + length).CopyTo(to.AsSpan(start + length));
        var here = from.AsSpan(start, length);
        var there = from.AsSpan(start + offset, length);
        var sum = to.AsSpan(start, length);
        var i = 0;
        for (; i <= length - Vector<float>.Count; i += Vector<float>.Count)
        {
            (new Vector<float>(here[i..]) + new Vector<float>(there[i..])).CopyTo(sum[i..]);
        }

        for (; i < length; i++)
        {
            sum[i] = here[i] + there[i];
        }
    }

    // Of the lesser of two differences about a third is nothing; the 85th hundredth of all behaves like 1.2 deviations.
    private static float UsualOf(float[] seen, int[] bins)
    {
        Array.Clear(bins);
        foreach (var value in seen)
        {
            bins[Math.Min(Bands - 1, (int)(Math.Abs(value) / Band))]++;
        }

        var (wanted, below, bin) = (0.85f * seen.Length, 0, 0);
        while (below + bins[bin] < wanted)
        {
            below += bins[bin++];
        }

        return Math.Max(0.02f, (bin + ((wanted - below) / Math.Max(1, bins[bin]))) * Band / 1.2f);
    }

    private int Offset(double x, double y) => ((int)Math.Round(y) * _side) + (int)Math.Round(x);

    private static void Add(float[] to, float[] from, int offset)
    {
        var start = Math.Max(0, -offset);
        var length = to.Length - Math.Abs(offset);
        Plane.AddScaled(to.AsSpan(start, length), from.AsSpan(start + offset, length), 1);
    }

    private void Keep(float[] center, Sides sides, float share, int direction, int half)
    {
        var (shares, found) = (new Vector<float>(share), new Vector<int>((half * Directions) + direction));
        ref var middle = ref MemoryMarshal.GetArrayDataReference(center);
        ref var beside = ref MemoryMarshal.GetArrayDataReference(sides.Pairs);
        ref var scores = ref MemoryMarshal.GetArrayDataReference(Score);
        for (var i = sides.First; i <= sides.End - Vector<float>.Count; i += Vector<float>.Count)
        {
            var score = sides.LesserFrom(ref middle, ref beside, i) * shares;
            var known = Vector.LoadUnsafe(ref scores, (nuint)i);
            var isMore = Vector.GreaterThan(Vector.Abs(score), Vector.Abs(known));
            if (isMore != Vector<int>.Zero)
            {
                Vector.ConditionalSelect(isMore, score, known).CopyTo(Score, i);
                Vector.ConditionalSelect(isMore, found, new Vector<int>(Found, i)).CopyTo(Found, i);
            }
        }
    }

    /// <summary>Both sides of a line: two stretches beside each other at an offset one way, and two the other way.</summary>
    /// <param name="pairs">Of each place and the one at the offset <paramref name="pair"/>, the sum of their stretches.</param>
    private readonly struct Sides(float[] pairs, int pair, int one, int other, float centerShare)
    {
        private const float SideShare = 0.5f;

        public float[] Pairs { get; } = pairs;

        /// <summary>The first place that has both sides on the sheet.</summary>
        public int First { get; } = -Math.Min(0, Math.Min(Math.Min(one, one + pair), Math.Min(other, other + pair)));

        /// <summary>The place after the last.</summary>
        public int End { get; } = pairs.Length - Math.Max(0, Math.Max(Math.Max(one, one + pair), Math.Max(other, other + pair)));

        /// <summary>The lesser of center less one side and center less the other where both have a sign, else zero.</summary>
        public float Lesser(float[] center, int i)
        {
            if (i < First || i >= End)
            {
                return 0;
            }

            var middle = center[i] * centerShare;
            var (a, b) = (middle - (Pairs[i + one] * SideShare), middle - (Pairs[i + other] * SideShare));
            return a * b <= 0 ? 0 : Math.Abs(a) < Math.Abs(b) ? a : b;
        }

        /// <summary>The same for as many places as a vector holds, all of them from <see cref="First"/> to before <see cref="End"/>.</summary>
        [MethodImpl(MethodImplOptions.AggressiveInlining)]
        public Vector<float> LesserFrom(ref float center, ref float sides, int i)
        {
            var middle = Vector.LoadUnsafe(ref center, (nuint)i) * centerShare;
            var a = middle - (Vector.LoadUnsafe(ref sides, (nuint)(i + one)) * SideShare);
            var b = middle - (Vector.LoadUnsafe(ref sides, (nuint)(i + other)) * SideShare);
            var lesser = Vector.ConditionalSelect(Vector.LessThan(Vector.Abs(a), Vector.Abs(b)), a, b);
            return Vector.ConditionalSelect(Vector.GreaterThan(a * b, Vector<float>.Zero), lesser, Vector<float>.Zero);
        }
    }

    /// <summary>Sheets that every direction writes anew.</summary>
    private sealed class Work(int places, int samples)
    {
        public float[] Lines { get; } = Sheets.Take(places);

        public float[] Moved { get; } = Sheets.Take(places);

        public float[] Pairs { get; } = Sheets.Take(places);

        public float[] Center { get; } = Sheets.Take(places);

        public float[] Seen { get; } = new float[samples];

        public int[] Bins { get; } = new int[Bands];

        public void GiveBack()
        {
            Sheets.GiveBack(Lines);
            Sheets.GiveBack(Moved);
            Sheets.GiveBack(Pairs);
            Sheets.GiveBack(Center);
        }
    }
}
