using System.Numerics;

namespace Rhabdon.Core.EndFaces.Looking;

/// <summary>A sheet of numbers, row by row.</summary>
internal sealed class Plane(int width, int height)
{
    public int Width { get; } = width;

    public int Height { get; } = height;

    public float[] Values { get; } = new float[width * height];

    public Span<float> Row(int y) => Values.AsSpan(y * Width, Width);

    public ref float this[int x, int y] => ref Values[(y * Width) + x];

    /// <summary>Between four neighbors; outside, the nearest edge.</summary>
    public float At(double x, double y)
    {
        x = Math.Clamp(x, 0, Width - 1.001);
        y = Math.Clamp(y, 0, Height - 1.001);
        var (left, top) = ((int)x, (int)y);
        var (fx, fy) = ((float)(x - left), (float)(y - top));
        var at = (top * Width) + left;
        var upper = Values[at] + ((Values[at + 1] - Values[at]) * fx);
        var lower = Values[at + Width] + ((Values[at + Width + 1] - Values[at + Width]) * fx);
        return upper + ((lower - upper) * fy);
    }

    /// <summary>Spread by a bell of this standard deviation, in steps of the plane.</summary>
    public Plane Smoothed(double sigma)
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

        var (across, down) = (new Plane(Width, Height), new Plane(Width, Height));
        var padded = new float[Width + (2 * reach)];
        for (var y = 0; y < Height; y++)
        {
            var row = Row(y);
            padded.AsSpan(0, reach).Fill(row[0]);
            row.CopyTo(padded.AsSpan(reach));
            padded.AsSpan(reach + Width).Fill(row[^1]);
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

        return down;
    }

    internal static void AddScaled(Span<float> to, ReadOnlySpan<float> from, float weight)
    {
        var i = 0;
        for (; i <= to.Length - Vector<float>.Count; i += Vector<float>.Count)
        {
            (new Vector<float>(to[i..]) + (new Vector<float>(from[i..]) * weight)).CopyTo(to[i..]);
        }

        for (; i < to.Length; i++)
        {
            to[i] += from[i] * weight;
        }
    }
}
