using System.Numerics;

namespace Rhabdon.Core.EndFaces.Looking;

/// <summary>
/// How much every place of the glass looks like part of a line: the mean along a short stretch, held against the means along both its sides, whichever side it differs from less;
/// in all directions and several widths, in units of what noise alone gives.
/// </summary>
internal sealed class LineFilter
{
    public const int Directions = 16;

    // Micrometers: long enough to rise out of the noise, short enough to follow a bow.
    private const double StretchLength = 8;
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

        var reach = (int)Math.Round(StretchLength / glass.Pitch / 2);
        var gap = 1 + (int)Math.Round(1.3 * glass.Blur);
        var sample = Sample(glass);
        for (var direction = 0; direction < Directions; direction++)
        {
            filter.Look(flat, direction, reach, gap, sample);
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
        for (var y = 0; y < glass.Left.Height; y += 3)
        {
            for (var x = 0; x < glass.Left.Width; x += 3)
            {
                if (glass.RadiusAt(x, y) < inside)
                {
                    places.Add((y * glass.Left.Width) + x);
                }
            }
        }

        return [.. places];
    }

    private void Look(float[] flat, int direction, int reach, int gap, int[] sample)
    {
        var (alongX, alongY) = Along(direction);
        var lines = new float[flat.Length];
        for (var k = -reach; k <= reach; k++)
        {
            Add(lines, flat, Offset(alongX * k, alongY * k));
        }

        var center = new float[flat.Length];
        var next = 0;
        var seen = new float[sample.Length];
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

            var (one, other) = (new float[flat.Length], new float[flat.Length]);
            for (var k = half + gap + 1; k <= half + gap + 2; k++)
            {
                Add(one, lines, Offset(-alongY * k, alongX * k));
                Add(other, lines, Offset(alongY * k, -alongX * k));
            }

            Lesser(center, one, other, 1f / ((2 * half) + 1), 0.5f);
            for (var i = 0; i < sample.Length; i++)
            {
                seen[i] = one[sample[i]];
            }

            // Most places differ from neither side: their spread is what noise gives.
            var usual = UsualOf(seen);
            Keep(one, 1 / usual, (byte)direction, (byte)half);
        }
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

    // Leaves in one the lesser of center less one and center less other where both have a sign, else zero.
    private static void Lesser(float[] center, float[] one, float[] other, float centerShare, float sideShare)
    {
        for (var i = 0; i <= one.Length - Vector<float>.Count; i += Vector<float>.Count)
        {
            var middle = new Vector<float>(center, i) * centerShare;
            var (a, b) = (middle - (new Vector<float>(one, i) * sideShare), middle - (new Vector<float>(other, i) * sideShare));
            var lesser = Vector.ConditionalSelect(Vector.LessThan(Vector.Abs(a), Vector.Abs(b)), a, b);
            Vector.ConditionalSelect(Vector.GreaterThan(a * b, Vector<float>.Zero), lesser, Vector<float>.Zero).CopyTo(one, i);
        }
    }

    private void Keep(float[] seen, float share, byte direction, byte half)
    {
        for (var i = 0; i < seen.Length; i++)
        {
            var score = seen[i] * share;
            if (Math.Abs(score) > Math.Abs(Score[i]))
            {
                (Score[i], Direction[i], HalfWidth[i]) = (score, direction, half);
            }
        }
    }
}
