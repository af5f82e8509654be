namespace Rhabdon.Core.EndFaces.Looking;

/// <summary>Finds patches on a flattened grid: the deepest place first, and round it all that is at least half as deep.</summary>
/// <param name="pitch">Micrometers from step to step.</param>
/// <param name="isJudged">Which places of the grid count.</param>
/// <param name="noise">Of a place of the grid, before smoothing, as a share of the usual.</param>
internal sealed class BlobFinder(Plane left, double pitch, int half, double blur, Func<int, int, bool> isJudged, Func<int, int, float> noise)
{
    private const int MostBlobs = 80;
    private const double HaloReach = 2.6;

    /// <param name="smoothing">Standard deviation, micrometers.</param>
    /// <param name="leastScore">Standard deviations above noise.</param>
    /// <param name="leastShade">Shades: what no eye would see is not looked at.</param>
    public List<Blob> Find(double smoothing, double leastScore, float leastShade)
    {
        var smooth = left.Smoothed(smoothing / pitch);
        var places = Places();
        var usual = UsualNoise(places, noise);
        var spread = Math.Max(0.05f, Robust.Spread(places.Select(p => smooth.Values[p] / Share(p)).ToArray()));
        var seeds = places.Where(p => Math.Abs(smooth.Values[p]) > Math.Max(leastShade, leastScore * spread * Share(p)))
            .OrderByDescending(p => Math.Abs(smooth.Values[p])).ToList();
        var owner = new int[left.Values.Length];
        var blobs = new List<(Blob Blob, int Sign)>();
        foreach (var seed in seeds)
        {
            if (owner[seed] != 0 || blobs.Count >= MostBlobs)
            {
                continue;
            }

            var patch = Flood(smooth, owner, seed, blobs.Count + 1);
            if (Describe(smooth, patch, spread * Share(seed), smoothing, leastScore) is { } blob)
            {
                blobs.Add((blob, Math.Sign(smooth.Values[seed])));
            }
        }

        return WithoutHalos(blobs);

        float Share(int place) => noise(place % left.Width, place / left.Width) / usual;
    }

    private List<int> Places()
    {
        var places = new List<int>(left.Values.Length);
        for (var y = 0; y < left.Height; y++)
        {
            for (var x = 0; x < left.Width; x++)
            {
                if (isJudged(x, y))
                {
                    places.Add((y * left.Width) + x);
                }
            }
        }

        return places;
    }

    private float UsualNoise(List<int> places, Func<int, int, float> noise) =>
        Math.Max(0.01f, Robust.Median(places.Where((_, i) => i % 7 == 0).Select(p => noise(p % left.Width, p / left.Width)).ToArray()));

    // All that hangs together with the seed at half its depth; what lies on its slopes is used up with it.
    private List<int> Flood(Plane smooth, int[] owner, int seed, int mark)
    {
        var sign = Math.Sign(smooth.Values[seed]);
        var depth = DepthAt(smooth, owner, seed, sign);
        var patch = new List<int>();
        var open = new Queue<int>();
        var slopes = new Queue<int>();
        open.Enqueue(seed);
        owner[seed] = mark;
        while (open.Count > 0)
        {
            var at = open.Dequeue();
            patch.Add(at);
            foreach (var next in Neighbors(at))
            {
                if (owner[next] == 0 && isJudged(next % left.Width, next / left.Width))
                {
                    if (sign * smooth.Values[next] >= depth / 2)
                    {
                        owner[next] = mark;
                        open.Enqueue(next);
                    }
                    else
                    {
                        slopes.Enqueue(next);
                    }
                }
            }
        }

        while (slopes.Count > 0)
        {
            var at = slopes.Dequeue();
            if (owner[at] != 0 || sign * smooth.Values[at] < depth * 0.15)
            {
                continue;
            }

            owner[at] = mark;
            foreach (var next in Neighbors(at))
            {
                if (owner[next] == 0 && isJudged(next % left.Width, next / left.Width) && sign * smooth.Values[next] < sign * smooth.Values[at])
                {
                    slopes.Enqueue(next);
                }
            }
        }

        return patch;
    }

    // The deepest place of a wide patch is deep by its noise and mottling: its depth is what a fifth of it surpasses.
    private float DepthAt(Plane smooth, int[] owner, int seed, int sign)
    {
        var peak = sign * smooth.Values[seed];
        var seen = new HashSet<int> { seed };
        var open = new Queue<int>([seed]);
        var shades = new List<float>();
        while (open.Count > 0 && shades.Count < 4000)
        {
            var at = open.Dequeue();
            shades.Add(sign * smooth.Values[at]);
            foreach (var next in Neighbors(at))
            {
                if (owner[next] == 0 && sign * smooth.Values[next] > 0.4f * peak && isJudged(next % left.Width, next / left.Width) && seen.Add(next))
                {
                    open.Enqueue(next);
                }
            }
        }

        return shades.Count < 30 ? peak : Robust.Quantile(shades.ToArray(), 0.8);
    }

    private IEnumerable<int> Neighbors(int at)
    {
        var (x, y) = (at % left.Width, at / left.Width);
        if (x > 0)
        {
            yield return at - 1;
        }

        if (x < left.Width - 1)
        {
            yield return at + 1;
        }

        if (y > 0)
        {
            yield return at - left.Width;
        }

        if (y < left.Height - 1)
        {
            yield return at + left.Width;
        }
    }

    private Blob? Describe(Plane smooth, List<int> patch, float spread, double smoothing, double leastScore)
    {
        if (patch.Count < 2)
        {
            return null;
        }

        var (sumX, sumY, sumXx, sumXy, sumYy) = (0.0, 0.0, 0.0, 0.0, 0.0);
        var (nearest, farthest) = (double.MaxValue, 0.0);
        foreach (var at in patch)
        {
            var (x, y) = ((at % left.Width) - half, (at / left.Width) - half);
            (sumX, sumY, sumXx, sumXy, sumYy) = (sumX + x, sumY + y, sumXx + (x * x), sumXy + (x * y), sumYy + (y * y));
            var r = Math.Sqrt((x * x) + (y * y));
            (nearest, farthest) = (Math.Min(nearest, r), Math.Max(farthest, r));
        }

        var n = patch.Count;
        var (meanX, meanY) = (sumX / n, sumY / n);
        var (xx, xy, yy) = ((sumXx / n) - (meanX * meanX) + (1 / 12.0), (sumXy / n) - (meanX * meanY), (sumYy / n) - (meanY * meanY) + (1 / 12.0));
        var root = Math.Sqrt(Math.Pow((xx - yy) / 2, 2) + (xy * xy));
        var (longer, shorter) = (Math.Sqrt(((xx + yy) / 2) + root), Math.Sqrt(Math.Max(0.02, ((xx + yy) / 2) - root)));
        var spreadOfPoint = Math.Sqrt((blur * blur) + (smoothing * smoothing / (pitch * pitch)));
        var depth = Robust.Quantile(patch.Select(p => Math.Abs(smooth.Values[p])).ToArray(), 0.8);
        var sign = Math.Sign(smooth.Values[patch[0]]);
        var size = Deblur.Width(2 * Math.Sqrt(n / Math.PI), spreadOfPoint) * pitch;
        var width = Deblur.Width(4 * shorter, spreadOfPoint) * pitch;
        var (shrunk, significance) = (((2 * Math.Sqrt(n / Math.PI)) - (size / pitch)) / 2, depth / spread);
        return significance < leastScore * 0.8 ? null
            : new Blob(
                meanX * pitch, meanY * pitch, size, width, Math.Max(size, Deblur.Width(4 * longer, spreadOfPoint) * pitch), sign * depth, 4 * Math.PI * longer * shorter / n,
                Math.Max(0, (nearest - 0.5 + shrunk) * pitch), (farthest + 0.5 - shrunk) * pitch, EdgeWidth(smooth, patch, depth, sign), 0, significance);
    }

    // Between the areas at a quarter and at three quarters of the depth lies the edge.
    private double EdgeWidth(Plane smooth, List<int> patch, float depth, int sign)
    {
        var inner = patch.Count(p => sign * smooth.Values[p] >= 0.75f * depth);
        var seen = new HashSet<int>(patch);
        var open = new Queue<int>(patch);
        var most = (patch.Count * 6) + 200;
        while (open.Count > 0 && seen.Count < most)
        {
            foreach (var next in Neighbors(open.Dequeue()))
            {
                if (sign * smooth.Values[next] >= 0.25f * depth && isJudged(next % left.Width, next / left.Width) && seen.Add(next))
                {
                    open.Enqueue(next);
                }
            }
        }

        return (Math.Sqrt(seen.Count / Math.PI) - Math.Sqrt(inner / Math.PI)) * pitch;
    }

    private static List<Blob> WithoutHalos(List<(Blob Blob, int Sign)> blobs)
    {
        var kept = new List<Blob>();
        foreach (var (blob, sign) in blobs.OrderByDescending(b => Math.Abs(b.Blob.Contrast)))
        {
            var parent = kept.FindIndex(k => Math.Sign(k.Contrast) != sign && Math.Abs(blob.Contrast) < 0.7 * Math.Abs(k.Contrast) && Reaches(k, blob));
            if (parent >= 0)
            {
                kept[parent] = kept[parent] with { Halo = Math.Max(kept[parent].Halo, Math.Abs(blob.Contrast / kept[parent].Contrast)) };
            }
            else
            {
                kept.Add(blob);
            }
        }

        return kept;
    }

    private static bool Reaches(Blob blob, Blob rim) =>
        Math.Sqrt(Math.Pow(blob.X - rim.X, 2) + Math.Pow(blob.Y - rim.Y, 2)) < (blob.Length / 2) + Math.Max(rim.Width, Math.Min(rim.Length / 2, blob.Length / 2)) + HaloReach && rim.Width < HaloReach * 1.6;
}
