using Rhabdon.Core.EndFaces;

namespace Rhabdon.Vision.Looking;

/// <summary>The shades of a grid sorted into rings round a point, each a step wide.</summary>
internal sealed class RadialMedians
{
    private readonly int[] _starts;
    private readonly float[] _shades;

    /// <param name="from">The first ring that is looked at; those inside it are empty.</param>
    /// <param name="count">Of all rings from the middle on.</param>
    public RadialMedians(Plane grid, double centerX, double centerY, int from, int count)
    {
        Count = count;
        var (left, right) = (Math.Max(0, (int)(centerX - count)), Math.Min(grid.Width - 1, (int)centerX + count + 1));
        var (top, bottom) = (Math.Max(0, (int)(centerY - count)), Math.Min(grid.Height - 1, (int)centerY + count + 1));
        var width = right - left + 1;
        var ringOf = new short[Math.Max(0, width * (bottom - top + 1))];
        _starts = new int[count + 1];
        for (var y = top; y <= bottom; y++)
        {
            for (var x = left; x <= right; x++)
            {
                var ring = (int)Math.Sqrt(((x - centerX) * (x - centerX)) + ((y - centerY) * (y - centerY)));
                var isSeen = ring >= from && ring < count;
                ringOf[((y - top) * width) + x - left] = (short)(isSeen ? ring : -1);
                _starts[isSeen ? ring + 1 : 0]++;
            }
        }

        _starts[0] = 0;
        for (var ring = 1; ring <= count; ring++)
        {
            _starts[ring] += _starts[ring - 1];
        }

        _shades = new float[_starts[count]];
        var next = _starts.AsSpan(0, count).ToArray();
        for (var at = 0; at < ringOf.Length; at++)
        {
            if (ringOf[at] >= 0)
            {
                _shades[next[ringOf[at]]++] = grid[left + (at % width), top + (at / width)];
            }
        }
    }

    public int Count { get; }

    /// <summary>Row by row.</summary>
    public ReadOnlySpan<float> Of(int ring) => _shades.AsSpan(_starts[ring].._starts[ring + 1]);

    /// <summary>The middle shade of each ring; zero for an empty one.</summary>
    public float[] Medians()
    {
        var medians = new float[Count];
        for (var ring = 0; ring < Count; ring++)
        {
            medians[ring] = RobustStatistics.Median(Of(ring).ToArray());
        }

        return medians;
    }

    /// <summary>Every so manieth of each ring.</summary>
    public float[] Some(int step)
    {
        var some = new List<float>((_shades.Length / step) + Count);
        for (var ring = 0; ring < Count; ring++)
        {
            var all = Of(ring);
            for (var i = 0; i < all.Length; i += step)
            {
                some.Add(all[i]);
            }
        }

        return [.. some];
    }

    /// <summary>So many of a ring, evenly over it; all when it has fewer.</summary>
    public float[] Some(int ring, int most)
    {
        var all = Of(ring);
        var some = new float[Math.Min(most, all.Length)];
        for (var i = 0; i < some.Length; i++)
        {
            some[i] = all[i * all.Length / some.Length];
        }

        return some;
    }
}
