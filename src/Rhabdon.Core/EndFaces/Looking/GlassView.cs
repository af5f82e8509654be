namespace Rhabdon.Core.EndFaces.Looking;

/// <summary>
/// The glass with everything that belongs there taken away: the slope and fall of the light, the core, the shadow of the ring. What is left is noise and marks.
/// A grid round the fiber's center; its values are shades, above zero for brighter than it should be.
/// </summary>
internal sealed class GlassView
{
    private const double FinestPitch = 0.42;
    private const double Extent = 64;
    private const double RingShadow = 6;

    private GlassView(double pitch, int half, double edge, double coreRadius, double blur)
    {
        (Pitch, Half, Edge, CoreRadius, Blur) = (pitch, half, edge, coreRadius, blur);
        Left = new Plane((2 * half) + 1, (2 * half) + 1);
    }

    /// <summary>Micrometers from step to step.</summary>
    public double Pitch { get; }

    public int Half { get; }

    /// <summary>Radius within which the glass can be judged, micrometers.</summary>
    public double Edge { get; }

    /// <summary>Micrometers.</summary>
    public double CoreRadius { get; }

    /// <summary>Standard deviation of the spread of a point, steps of the grid.</summary>
    public double Blur { get; }

    /// <summary>What should not be there.</summary>
    public Plane Left { get; private set; }

    /// <summary>Standard deviation of the noise by radius, in steps of the grid.</summary>
    public float[] Noise { get; private set; } = [];

    /// <summary>Shade of the glass.</summary>
    public float Glass { get; private set; }

    public double RadiusAt(double x, double y) => Pitch * Math.Sqrt(((x - Half) * (x - Half)) + ((y - Half) * (y - Half)));

    /// <summary>Standard deviation of the noise at a place of the grid.</summary>
    public float NoiseAt(int x, int y) => Noise[Math.Min(Noise.Length - 1, (int)(RadiusAt(x, y) / Pitch))];

    public bool Holds(int x, int y) => IsJudged[(y * Left.Width) + x];

    /// <summary>Place by place of the grid: whether it lies within <see cref="Edge"/>.</summary>
    public bool[] IsJudged { get; private set; } = [];

    /// <param name="scale">Micrometers to a pixel.</param>
    /// <param name="usualCore">Radius that a core of this mode has, micrometers.</param>
    public static GlassView Of(GrayImage image, FiberPlace place, double scale, double usualCore)
    {
        var pitch = Math.Max(FinestPitch, scale);
        var half = (int)Math.Ceiling(Extent / pitch);
        var grid = Resampler.Around(image, place.X, place.Y, pitch / scale, half);
        var blur = place.Blur * scale;
        var edge = MadeOf.CladdingRadius - Math.Max(0.9, 2.2 * blur) - 0.4;
        var coreMost = (usualCore * 1.45) + 3;
        var light = Light.Fit(grid, pitch, half, (x, y) => Math.Sqrt(((x - half) * (x - half)) + ((y - half) * (y - half))) * pitch is var r && r > coreMost && r < edge);
        light?.TakeFrom(grid, pitch, half);
        var (coreRadius, coreX, coreY) = CoreOf(image, place, scale, grid, pitch, half, usualCore, coreMost);
        var view = new GlassView(pitch, half, edge, coreRadius, Math.Sqrt((blur * blur / (pitch * pitch)) + (1 / 12.0))) { Left = grid, Glass = (float)(light?.AtMiddle ?? 0) };
        view.IsJudged = new bool[grid.Values.Length];
        for (var at = 0; at < view.IsJudged.Length; at++)
        {
            view.IsJudged[at] = view.RadiusAt(at % grid.Width, at / grid.Width) <= edge;
        }

        view.TakeRingsAway(half + (coreX / pitch), half + (coreY / pitch), coreRadius, coreMost);
        view.MeasureNoise();
        return view;
    }

    // The core's radius is where the median shade changes most; its center may lie off the cladding's. Offsets in micrometers.
    private static (double Radius, double X, double Y) CoreOf(GrayImage image, FiberPlace place, double scale, Plane grid, double pitch, int half, double usual, double most)
    {
        var rings = RingMedians(grid, half, half, (int)(most / pitch));
        var (steepest, radius) = (0f, usual);
        for (var i = (int)(0.6 * usual / pitch); i < rings.Length - 2; i++)
        {
            if (i >= 2 && Math.Abs(rings[i + 1] - rings[i - 1]) is var steep && steep > steepest)
            {
                (steepest, radius) = (steep, (i + 0.5) * pitch);
            }
        }

        if (steepest < 1.5)
        {
            return (usual, 0, 0);
        }

        var (x, y) = EdgeFitter.Center(image, place.X, place.Y, radius / scale, Math.Max(1.2, 1.1 / scale));
        var (dx, dy) = ((x - place.X) * scale, (y - place.Y) * scale);
        return Math.Sqrt((dx * dx) + (dy * dy)) > 2.5 ? (radius, 0, 0) : (radius, dx, dy);
    }

    private static float[] RingMedians(Plane grid, double x, double y, int count)
    {
        var rings = Gather(grid, x, y, count);
        var medians = new float[count];
        for (var i = 0; i < count; i++)
        {
            medians[i] = Robust.Median(rings[i].ToArray());
        }

        return medians;
    }

    private static List<float>[] Gather(Plane grid, double centerX, double centerY, int count)
    {
        var rings = new List<float>[count];
        for (var i = 0; i < count; i++)
        {
            rings[i] = new List<float>(7 * (i + 1));
        }

        for (var y = Math.Max(0, (int)(centerY - count)); y <= Math.Min(grid.Height - 1, (int)centerY + count + 1); y++)
        {
            for (var x = Math.Max(0, (int)(centerX - count)); x <= Math.Min(grid.Width - 1, (int)centerX + count + 1); x++)
            {
                var ring = (int)Math.Sqrt(((x - centerX) * (x - centerX)) + ((y - centerY) * (y - centerY)));
                if (ring < count)
                {
                    rings[ring].Add(grid[x, y]);
                }
            }
        }

        return rings;
    }

    // What all of a ring shares is the core, the ring's shadow or the light, never a mark.
    private void TakeRingsAway(double coreX, double coreY, double coreRadius, double coreMost)
    {
        var inner = RingMedians(Left, coreX, coreY, (int)(coreMost / Pitch));
        var outer = RingMedians(Left, Half, Half, (int)(Edge / Pitch) + 3);
        // Farther in the light's fit serves, and film that covers much of a ring must not be taken for it.
        Array.Clear(outer, 0, Math.Max(0, (int)((Edge - RingShadow) / Pitch)));
        Settle(inner, Math.Max(1, (int)(coreRadius / Pitch) - (int)(1.5 * Blur)));
        for (var y = 0; y < Left.Height; y++)
        {
            for (var x = 0; x < Left.Width; x++)
            {
                var fromCore = Math.Sqrt(((x - coreX) * (x - coreX)) + ((y - coreY) * (y - coreY)));
                Left[x, y] -= fromCore < inner.Length - 1.5 ? Between(inner, fromCore) : Between(outer, RadiusAt(x, y) / Pitch);
            }
        }
    }

    // A few steps round the middle make no median: there the core is taken to go on as it went, so that a pit in its very middle shows.
    private static void Settle(float[] rings, int core)
    {
        var level = rings[Math.Min(core, rings.Length - 1)];
        var isBright = rings.Take(Math.Max(1, core)).Average() > rings[^1];
        var reach = Math.Min(core, rings.Length - 1);
        for (var i = reach; i >= 0; i--)
        {
            level = isBright ? Math.Max(level, rings[i]) : Math.Min(level, rings[i]);
            rings[i] = i < 3 ? (isBright ? Math.Max(rings[Math.Min(3, reach)], level) : Math.Min(rings[Math.Min(3, reach)], level)) : level;
        }
    }

    private static float Between(float[] rings, double radius)
    {
        var at = Math.Clamp(radius - 0.5, 0, rings.Length - 1.001);
        var i = (int)at;
        return rings[i] + ((rings[i + 1] - rings[i]) * (float)(at - i));
    }

    /// <summary>Makes places and their neighbors as if nothing had been there.</summary>
    public void Blank(IReadOnlyList<int> places)
    {
        const int Margin = 2;
        foreach (var at in places)
        {
            var (x, y) = (at % Left.Width, at / Left.Width);
            for (var py = Math.Max(0, y - Margin); py <= Math.Min(Left.Height - 1, y + Margin); py++)
            {
                Left.Row(py)[Math.Max(0, x - Margin)..(Math.Min(Left.Width - 1, x + Margin) + 1)].Clear();
            }
        }
    }

    private void MeasureNoise()
    {
        var count = (int)(Edge / Pitch) + 2;
        var rings = Gather(Left, Half, Half, count);
        var all = Robust.Spread(rings.SelectMany(r => r.Where((_, i) => i % 5 == 0)).ToArray());
        var noise = new float[count];
        for (var i = 0; i < count; i++)
        {
            var near = rings[i].Count < 40 ? [] : Enumerable.Range(0, Math.Min(200, rings[i].Count)).Select(k => rings[i][k * rings[i].Count / Math.Min(200, rings[i].Count)]).ToArray();
            noise[i] = Math.Max(Math.Max(all, 0.35f), near.Length == 0 ? 0 : Robust.Spread(near));
        }

        Noise = noise;
    }
}
