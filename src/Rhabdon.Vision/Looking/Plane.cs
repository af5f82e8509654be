using System.Numerics;
using System.Runtime.InteropServices;
using Rhabdon.Core.EndFaces;

namespace Rhabdon.Vision.Looking;

/// <summary>A sheet of numbers, row by row.</summary>
/// <param name="values">All zero to begin with, at least width times height of them.</param>
internal sealed class Plane(int width, int height, float[] values)
{
    private const double Wide = 2.5;

    public Plane(int width, int height)
        : this(width, height, new float[width * height]) { }

    public int Width { get; } = width;

    public int Height { get; } = height;

    /// <summary>Of numbers, width times height.</summary>
    public int Count => Width * Height;

    /// <summary>Row by row; the array may be longer than there are.</summary>
    public float[] Values { get; } = values;

    public Span<float> All => Values.AsSpan(0, Count);

    public Span<float> Row(int y) => Values.AsSpan(y * Width, Width);

    public ref float this[int x, int y] => ref Values[(y * Width) + x];

    /// <summary>Between four neighbors; outside, the nearest edge.</summary>
    public float At(double x, double y) => Between(Math.Clamp(x, 0, Width - 1.001), Math.Clamp(y, 0, Height - 1.001));

    /// <summary>The same of a place that surely has four neighbors.</summary>
    public float Between(double x, double y)
    {
        var (left, top) = (double.ConvertToIntegerNative<int>(x), double.ConvertToIntegerNative<int>(y));
        var (fx, fy) = ((float)(x - left), (float)(y - top));
        var at = (top * Width) + left;
        var upper = Values[at] + ((Values[at + 1] - Values[at]) * fx);
        var lower = Values[at + Width] + ((Values[at + Width + 1] - Values[at + Width]) * fx);
        return upper + ((lower - upper) * fy);
    }

    /// <summary>Of a place and its eight neighbors; not for a place on the plane's rim.</summary>
    public float Mean(int x, int y)
    {
        var sum = 0f;
        for (var row = y - 1; row <= y + 1; row++)
        {
            sum += this[x - 1, row] + this[x, row] + this[x + 1, row];
        }

        return sum / 9;
    }

    public Plane Copy() => new(Width, Height, All.ToArray());

    /// <summary>As it is where it counts, and zero elsewhere.</summary>
    public Plane Where(bool[] counts)
    {
        var kept = new Plane(Width, Height);
        for (var at = 0; at < counts.Length; at++)
        {
            kept.Values[at] = counts[at] ? Values[at] : 0;
        }

        return kept;
    }

    /// <summary>Every second place, the middle one among them, each with half of its neighbors. Both sides must be odd.</summary>
    public Plane Halved()
    {
        var (halfX, halfY) = (Width / 2, Height / 2);
        var to = new Plane((2 * (halfX / 2)) + 1, (2 * (halfY / 2)) + 1);
        var (firstX, firstY) = (halfX - (2 * (halfX / 2)), halfY - (2 * (halfY / 2)));
        for (var y = 0; y < to.Height; y++)
        {
            var (here, above, below) = (firstY + (2 * y), Math.Max(0, firstY + (2 * y) - 1), Math.Min(Height - 1, firstY + (2 * y) + 1));
            for (var x = 0; x < to.Width; x++)
            {
                var (at, left, right) = (firstX + (2 * x), Math.Max(0, firstX + (2 * x) - 1), Math.Min(Width - 1, firstX + (2 * x) + 1));
                to[x, y] =
                    (
                        (4 * this[at, here])
                        + (2 * (this[left, here] + this[right, here] + this[at, above] + this[at, below]))
                        + this[left, above]
                        + this[right, above]
                        + this[left, below]
                        + this[right, below]
                    ) / 16;
            }
        }

        return to;
    }

    /// <summary>
    /// Spread by a bell of this standard deviation, in steps of the plane. A wide bell is made of three boxes, which come within 3 % of it (by the normal
    /// table).
    /// </summary>
    public Plane Smoothed(double sigma) => sigma >= Wide ? Boxed(sigma) : Belled(sigma);

    private Plane Belled(double sigma)
    {
        var reach = Math.Max(1, (int)Math.Ceiling(sigma * 3));
        var weights = new float[(2 * reach) + 1];
        var sum = 0f;
        for (var i = -reach; i <= reach; i++)
        {
            sum += weights[i + reach] = (float)Math.Exp(-i * i / (2 * sigma * sigma));
        }

        for (var i = 0; i < weights.Length; i++)
        {
            weights[i] /= sum;
        }

        var (across, down) = (Taken(), Taken());
        var padded = new float[Width + (2 * reach)];
        for (var y = 0; y < Height; y++)
        {
            Pad(Row(y), padded, reach);
            for (var i = 0; i < weights.Length; i++)
            {
                AddScaled(across.Row(y), padded.AsSpan(i, Width), weights[i]);
            }
        }

        for (var y = 0; y < Height; y++)
        {
            for (var i = -reach; i <= reach; i++)
            {
                AddScaled(down.Row(y), across.Row(Math.Clamp(y + i, 0, Height - 1)), weights[i + reach]);
            }
        }

        PooledArrays.Return(across.Values);
        return down;
    }

    private Plane Taken() => new(Width, Height, PooledArrays.Rent(Count));

    // Three boxes of odd widths whose variances add up to the bell's.
    private Plane Boxed(double sigma)
    {
        var narrow = (int)Math.Sqrt((4 * sigma * sigma) + 1);
        narrow -= narrow % 2 == 0 ? 1 : 0;
        var narrows = (int)Math.Round(((12 * sigma * sigma) - (3 * narrow * narrow) - (12 * narrow) - 9) / ((-4 * narrow) - 4));
        var (from, to) = (this, Taken());
        var (padded, sums) = (new float[Width + narrow + 3], new float[Width]);
        for (var box = 0; box < 3; box++)
        {
            var reach = (box < narrows ? narrow : narrow + 2) / 2;
            from.BoxAcross(to, padded, reach);
            from = from == this ? Taken() : from;
            to.BoxDown(from, sums, reach);
        }

        PooledArrays.Return(to.Values);
        return from;
    }

    private void BoxAcross(Plane to, float[] padded, int reach)
    {
        var share = 1f / ((2 * reach) + 1);
        for (var y = 0; y < Height; y++)
        {
            Pad(Row(y), padded, reach);
            var row = to.Row(y);
            var sum = 0f;
            for (var i = 0; i < 2 * reach; i++)
            {
                sum += padded[i];
            }

            for (var x = 0; x < row.Length; x++)
            {
                sum += padded[x + (2 * reach)];
                row[x] = sum * share;
                sum -= padded[x];
            }
        }
    }

    private void BoxDown(Plane to, float[] sums, int reach)
    {
        var share = 1f / ((2 * reach) + 1);
        Array.Clear(sums);
        for (var i = -reach; i < reach; i++)
        {
            AddScaled(sums, Row(Math.Clamp(i, 0, Height - 1)), 1);
        }

        for (var y = 0; y < Height; y++)
        {
            AddScaled(sums, Row(Math.Min(y + reach, Height - 1)), 1);
            to.Row(y).Clear();
            AddScaled(to.Row(y), sums, share);
            AddScaled(sums, Row(Math.Max(y - reach, 0)), -1);
        }
    }

    private static void Pad(Span<float> row, float[] padded, int reach)
    {
        padded.AsSpan(0, reach).Fill(row[0]);
        row.CopyTo(padded.AsSpan(reach));
        padded.AsSpan(reach + row.Length, reach).Fill(row[^1]);
    }

    internal static void AddScaled(Span<float> to, ReadOnlySpan<float> from, float weight)
    {
        var i = 0;
        ref var toFirst = ref MemoryMarshal.GetReference(to);
        ref var fromFirst = ref MemoryMarshal.GetReference(from[..to.Length]);
        for (; i <= to.Length - Vector<float>.Count; i += Vector<float>.Count)
        {
            (Vector.LoadUnsafe(ref toFirst, (nuint)i) + (Vector.LoadUnsafe(ref fromFirst, (nuint)i) * weight)).StoreUnsafe(ref toFirst, (nuint)i);
        }

        for (; i < to.Length; i++)
        {
            to[i] += from[i] * weight;
        }
    }
}
