using System.Numerics;
using Rhabdon.Core.EndFaces;

namespace Rhabdon.Vision.Looking;

/// <summary>Takes a square of a picture round a point onto a grid of its own pitch; each step of the grid is the mean of the pixels under it.</summary>
internal static class Resampler
{
    /// <summary>The whole picture, each step the mean of a square of pixels.</summary>
    /// <param name="by">Pixels along the square's side, 1 to 256.</param>
    public static Plane Reduce(GrayImage image, int by)
    {
        var plane = new Plane(image.Width / by, image.Height / by);
        var share = 1f / (by * by);
        var columns = new ushort[plane.Width * by];
        for (var y = 0; y < plane.Height; y++)
        {
            Array.Clear(columns);
            for (var k = 0; k < by; k++)
            {
                Add(image.Row((y * by) + k)[..columns.Length], columns);
            }

            var to = plane.Row(y);
            for (var (x, at) = (0, 0); x < to.Length; x++)
            {
                var sum = 0;
                for (var end = at + by; at < end; at++)
                {
                    sum += columns[at];
                }

                to[x] = sum * share;
            }
        }

        return plane;
    }

    /// <param name="pitch">Of the grid, in pixels of the picture.</param>
    /// <param name="half">Steps from the grid's middle to its edge.</param>
    /// <param name="gain">By which every shade is multiplied.</param>
    /// <returns>A square of 2 half + 1 steps, its middle at the point. Beyond the picture, its nearest edge.</returns>
    public static Plane Around(GrayImage image, double centerX, double centerY, double pitch, int half, float gain = 1)
    {
        var side = (2 * half) + 1;
        var columns = Spans(centerX, pitch, half, image.Width);
        var rows = Spans(centerY, pitch, half, image.Height);
        var plane = new Plane(side, side);
        var line = new float[side];
        var held = -1;
        for (var y = 0; y < side; y++)
        {
            var span = rows[y];
            var to = plane.Row(y);
            for (var source = span.First; source <= span.Last; source++)
            {
                if (source != held)
                {
                    CrossSection(image.Row(source), columns, line);
                    held = source;
                }

                Plane.AddScaled(to, line, gain * span.WeightOf(source));
            }
        }

        return plane;
    }

    private static void Add(ReadOnlySpan<byte> row, Span<ushort> sums)
    {
        var (i, half) = (0, Vector<ushort>.Count);
        for (; i <= row.Length - Vector<byte>.Count; i += Vector<byte>.Count)
        {
            Vector.Widen(new Vector<byte>(row[i..]), out var first, out var second);
            (new Vector<ushort>(sums[i..]) + first).CopyTo(sums[i..]);
            (new Vector<ushort>(sums[(i + half)..]) + second).CopyTo(sums[(i + half)..]);
        }

        for (; i < row.Length; i++)
        {
            sums[i] += row[i];
        }
    }

    private static void CrossSection(ReadOnlySpan<byte> row, Span[] columns, float[] to)
    {
        for (var x = 0; x < columns.Length; x++)
        {
            ref readonly var span = ref columns[x];
            if (span.First == span.Last)
            {
                to[x] = row[span.First];
                continue;
            }

            var sum = (row[span.First] * span.FirstWeight) + (row[span.Last] * span.LastWeight);
            for (var source = span.First + 1; source < span.Last; source++)
            {
                sum += row[source] * span.InnerWeight;
            }

            to[x] = sum;
        }
    }

    private static Span[] Spans(double center, double pitch, int half, int length)
    {
        var spans = new Span[(2 * half) + 1];
        var width = Math.Max(1, pitch);
        for (var i = 0; i < spans.Length; i++)
        {
            // Pixel k covers k - 0.5 to k + 0.5.
            var middle = center + ((i - half) * pitch);
            var (from, to) = (middle - (width / 2) + 0.5, middle + (width / 2) + 0.5);
            var (first, last) = ((int)Math.Floor(from), (int)Math.Ceiling(to) - 1);
            spans[i] =
                first < 0 || last >= length || first == last
                    ? new Span(Math.Clamp(first, 0, length - 1), Math.Clamp(first, 0, length - 1), 1, 0, 0)
                    : new Span(first, last, (float)((first + 1 - from) / width), (float)((to - last) / width), (float)(1 / width));
        }

        return spans;
    }

    private readonly record struct Span(int First, int Last, float FirstWeight, float LastWeight, float InnerWeight)
    {
        public float WeightOf(int source) =>
            source == First ? FirstWeight
            : source == Last ? LastWeight
            : InnerWeight;
    }
}
