using System.Numerics;
using System.Runtime.CompilerServices;
using System.Runtime.InteropServices;
using Rhabdon.Core.EndFaces;

namespace Rhabdon.Vision.Looking;

/// <summary>
/// The glass in deviations of its noise, summed along short stretches of one direction at a time. A line of some width is a few stretches beside each other;
/// what lies beside it is two more on either side, past what the blur reaches.
/// </summary>
internal sealed class DirectionalSums
{
    // Above this pitch, in micrometers, eight steps make a stretch and below it sixteen: long enough to rise out of the noise, short enough to follow a bow.
    private const double CoarsePitch = 0.6;

    // What is deeper still counts no more, or a dark patch would look like lines all round; but where there is hardly any noise, a line's slopes must stay
    // slopes.
    private const float MostDeviations = 8;
    private const float MostShades = 40;

    // Differences are told apart by so much, in deviations of the noise, up to four deviations.
    private const float Band = 0.004f;
    private const int Bands = 1000;

    // One place in twenty is asked for the noise, but not those at the edge.
    private const int SampleRows = 5;
    private const int SampleColumns = 4;
    private const int Rim = 6;

    private readonly int[] _halfWidths;
    private readonly int _doublings;
    private readonly int _gap;
    private readonly int _side;
    private readonly int _count;
    private readonly float[] _flat;
    private readonly float[][] _work;
    private readonly float[] _pairs;
    private readonly List<Row> _sample;
    private readonly int[][] _seen;
    private readonly int[][] _added;
    private readonly Sides[] _sides;
    private float[] _lines = [];

    /// <param name="halfWidths">Of the lines that are looked for, in steps of the grid, narrowest first.</param>
    public DirectionalSums(GlassView glass, int[] halfWidths)
    {
        (_halfWidths, _doublings, _gap) = (halfWidths, glass.Pitch > CoarsePitch ? 3 : 4, 1 + (int)Math.Round(1.3 * glass.Blur));

        // Round the glass there is nothing, as far as any line's sides reach.
        var rim = 1 + halfWidths[^1] + _gap + 2 + (1 << (_doublings - 1));
        var grid = glass.Left;
        _side = grid.Width + (2 * rim);
        _count = _side * _side;
        _flat = PooledArrays.Rent(_count);
        var rows = new List<Row>();
        for (var y = 0; y < grid.Height; y++)
        {
            var judged = glass.IsJudged.AsSpan(y * grid.Width, grid.Width);
            if (judged.IndexOf(true) is var first && first >= 0)
            {
                var row = new Row((y * grid.Width) + first, ((y + rim) * _side) + rim + first, judged.LastIndexOf(true) + 1 - first);
                Flatten(glass, row);
                rows.Add(row);
            }
        }

        (Rows, LongestRow) = (rows, rows.Max(r => r.Count));
        _sample = rows.FindAll(r => r.Place / grid.Width % SampleRows == 0);
        (_work, _pairs) = ([PooledArrays.Rent(_count), PooledArrays.Rent(_count)], PooledArrays.Rent(_count));
        (_seen, _added, _sides) = (Array.ConvertAll(halfWidths, _ => new int[Bands]), new int[halfWidths.Length][], new Sides[halfWidths.Length]);
    }

    /// <summary>What is judged, row by row.</summary>
    public IReadOnlyList<Row> Rows { get; }

    public int LongestRow { get; }

    /// <summary>From now on stretches lead along this direction.</summary>
    public void Turn((double X, double Y) along)
    {
        // By doubling, twice in a go: of two, of four, of eight places, and so on.
        _lines = _flat;
        for (var (doubling, step) = (0, 1); doubling < _doublings; doubling += 2, step *= 4)
        {
            var to = _work[doubling / 2];
            Sum(_lines, to, Offset(along.X * step, along.Y * step), doubling + 1 < _doublings ? Offset(along.X * 2 * step, along.Y * 2 * step) : null);
            _lines = to;
        }

        Sum(_lines, _pairs, Offset(-along.Y, along.X), null);

        // A stretch begins half its length before the place it stands for.
        var back = ((1 << _doublings) - 1) / 2.0;
        var start = Offset(-along.X * back, -along.Y * back);
        for (var (width, next) = (0, 0); width < _halfWidths.Length; width++)
        {
            var added = new List<int>();
            for (; next <= _halfWidths[width]; next++)
            {
                added.Add(start + Offset(-along.Y * next, along.X * next));
                if (next > 0)
                {
                    added.Add(start + Offset(along.Y * next, -along.X * next));
                }
            }

            var aside = _halfWidths[width] + _gap + 1;
            _added[width] = [.. added];
            _sides[width] = new Sides(
                _pairs,
                start + Offset(-along.Y * aside, along.X * aside),
                start + Offset(along.Y * (aside + 1), -along.X * (aside + 1)),
                1f / ((2 * _halfWidths[width]) + 1)
            );
        }

        Look();
    }

    /// <summary>What lies beside a line of the width with this number.</summary>
    public Sides SidesOf(int width) => _sides[width];

    /// <summary>Of the differences between lines of a width and their sides, the one that a share of them does not exceed.</summary>
    public float Usual(int width, double share)
    {
        var seen = _seen[width];
        var (wanted, below, bin) = ((float)share * seen.Sum(), 0, 0);
        while (below + seen[bin] < wanted)
        {
            below += seen[bin++];
        }

        return (bin + ((wanted - below) / Math.Max(1, seen[bin]))) * Band;
    }

    /// <summary>To the sums of lines through each place of a row, those of the width before, adds what makes them as wide as this one.</summary>
    /// <param name="center">May reach some places beyond the row.</param>
    public void Widen(Span<float> center, Row row, int width)
    {
        foreach (var offset in _added[width])
        {
            Plane.AddScaled(center, _lines.AsSpan(row.At + offset, center.Length), 1);
        }
    }

    public void GiveBack()
    {
        PooledArrays.Return(_flat);
        PooledArrays.Return(_work[0]);
        PooledArrays.Return(_work[1]);
        PooledArrays.Return(_pairs);
    }

    private void Flatten(GlassView glass, Row row)
    {
        for (var i = 0; i < row.Count; i++)
        {
            var noise = glass.Noise[row.Place + i];
            var most = Math.Max(MostDeviations, MostShades / noise);
            _flat[row.At + i] = Math.Clamp(glass.Left.Values[row.Place + i] / noise, -most, most);
        }
    }

    private void Look()
    {
        Span<float> middle = stackalloc float[LongestRow + Vector<float>.Count];
        Span<float> lesser = stackalloc float[LongestRow + Vector<float>.Count];
        foreach (var seen in _seen)
        {
            Array.Clear(seen);
        }

        foreach (var row in _sample)
        {
            var center = middle[..row.Whole];
            center.Clear();
            for (var width = 0; width < _halfWidths.Length; width++)
            {
                Widen(center, row, width);
                for (var i = 0; i < center.Length; i += Vector<float>.Count)
                {
                    Vector.Abs(_sides[width].Lesser(center, row.At, i) / new Vector<float>(Band)).CopyTo(lesser[i..]);
                }

                for (var i = Rim; i < row.Count - Rim; i += SampleColumns)
                {
                    _seen[width][Math.Min(Bands - 1, (int)lesser[i])]++;
                }
            }
        }
    }

    private int Offset(double x, double y) => ((int)Math.Round(y) * _side) + (int)Math.Round(x);

    // Each place and the one at an offset from it and, where there is a second offset, both of those that it leads to; beyond the sheet there is nothing.
    private void Sum(float[] from, float[] to, int one, int? two)
    {
        var (low, high) = (Math.Min(0, Math.Min(one, Math.Min(two ?? 0, one + (two ?? 0)))), Math.Max(0, Math.Max(one, Math.Max(two ?? 0, one + (two ?? 0)))));
        var length = _count + low - high;
        ref var here = ref MemoryMarshal.GetReference(from.AsSpan(-low, length));
        ref var sum = ref MemoryMarshal.GetReference(to.AsSpan(-low, length));
        for (var i = 0; i < length; i += Vector<float>.Count)
        {
            // The last few places are done twice rather than one by one.
            var at = Math.Min(i, length - Vector<float>.Count);
            var both = Vector.LoadUnsafe(ref here, (nuint)at) + Vector.LoadUnsafe(ref Unsafe.Add(ref here, at + one));
            if (two is { } second)
            {
                both += Vector.LoadUnsafe(ref Unsafe.Add(ref here, at + second)) + Vector.LoadUnsafe(ref Unsafe.Add(ref here, at + second + one));
            }

            both.StoreUnsafe(ref sum, (nuint)at);
        }
    }

    /// <param name="Place">Of its first place on the glass's grid.</param>
    /// <param name="At">The same on the sheet.</param>
    public readonly record struct Row(int Place, int At, int Count)
    {
        /// <summary>Places in as many vectors as hold the row.</summary>
        public int Whole => (Count + Vector<float>.Count - 1) / Vector<float>.Count * Vector<float>.Count;
    }

    /// <summary>Both sides of a line: two stretches beside each other at an offset one way, and two the other way.</summary>
    /// <param name="pairs">Of each place of the sheet and the one beside it, the sum of their stretches.</param>
    /// <param name="centerShare">One stretch's share of the line.</param>
    public readonly struct Sides(float[] pairs, int one, int other, float centerShare)
    {
        private const float SideShare = 0.5f;

        /// <summary>
        /// Place by place of a row, from its <paramref name="i"/>th on: the lesser of line less one side and line less the other where both have a sign, else
        /// zero.
        /// </summary>
        /// <param name="center">Sums of the lines' stretches.</param>
        /// <param name="at">Where the row begins.</param>
        [MethodImpl(MethodImplOptions.AggressiveInlining)]
        public Vector<float> Lesser(ReadOnlySpan<float> center, int at, int i)
        {
            ref var beside = ref MemoryMarshal.GetArrayDataReference(pairs);
            var middle = Vector.LoadUnsafe(ref MemoryMarshal.GetReference(center), (nuint)i) * centerShare;
            var a = middle - (Vector.LoadUnsafe(ref beside, (nuint)(at + i + one)) * SideShare);
            var b = middle - (Vector.LoadUnsafe(ref beside, (nuint)(at + i + other)) * SideShare);
            var lesser = Vector.ConditionalSelect(Vector.LessThan(Vector.Abs(a), Vector.Abs(b)), a, b);
            return Vector.ConditionalSelect(Vector.GreaterThan(a * b, Vector<float>.Zero), lesser, Vector<float>.Zero);
        }
    }
}
