using System.Runtime.InteropServices;
using Rhabdon.Core.EndFaces;
using static Rhabdon.Vision.Looking.Thresholds.Patches;

namespace Rhabdon.Vision.Looking;

/// <summary>Finds patches on a flattened grid: the deepest place first, and round it all that is at least half as deep.</summary>
/// <param name="pitch">Micrometers from step to step.</param>
/// <param name="isJudged">Which places of the grid count; none on its rim does.</param>
/// <param name="noise">Place by place of the grid, before smoothing; only its shares of the usual count.</param>
internal sealed class BlobFinder(Plane left, double pitch, int half, double blur, bool[] isJudged, float[] noise)
{
    private const double Apart = 3;

    private int[]? _beside;
    private int[]? _seen;
    private int _round;

    /// <param name="smoothing">Standard deviation, micrometers.</param>
    /// <param name="leastScore">Standard deviations above noise.</param>
    /// <param name="leastShade">Shades: what no eye would see is not looked at.</param>
    /// <param name="isWide">True when a patch may cover half of the grid.</param>
    public List<Blob> Find(double smoothing, double leastScore, float leastShade, bool isWide = false)
    {
        var smooth = left.Smoothed(smoothing / pitch);
        var places = Places();
        var usual = UsualNoise(places);
        var spread = Math.Max(
            0.05f,
            isWide ? Math.Min(SpreadOf(smooth, places), SpreadOf(smooth, places, (int)Math.Ceiling(Apart * smoothing / pitch))) : SpreadOf(smooth, places)
        );
        var least = Math.Max(leastShade, (float)leastScore * spread);
        var seeds = places.FindAll(p => Math.Abs(smooth.Values[p]) > least && Math.Abs(smooth.Values[p]) > leastScore * spread * Share(p));
        seeds.Sort((a, b) => Math.Abs(smooth.Values[b]).CompareTo(Math.Abs(smooth.Values[a])) is var order && order != 0 ? order : a.CompareTo(b));
        var owner = new int[left.Count];
        var blobs = new List<Blob>();
        foreach (var seed in seeds)
        {
            if (owner[seed] != 0 || blobs.Count >= MostBlobs)
            {
                continue;
            }

            var (patch, all) = Flood(smooth, owner, seed, blobs.Count + 1);
            if (Describe(smooth, patch, all, spread * Share(seed), smoothing, leastScore, leastShade) is { } blob)
            {
                blobs.Add(blob);
            }
        }

        PooledArrays.Return(smooth.Values);
        return WithoutHalos(blobs);

        float Share(int place) => noise[place] / usual;
    }

    private static float SpreadOf(Plane smooth, List<int> places)
    {
        var sample = new float[(places.Count + 2) / 3];
        for (var i = 0; i < sample.Length; i++)
        {
            sample[i] = smooth.Values[places[i * 3]];
        }

        return RobustStatistics.Spread(sample);
    }

    // What covers half of the glass is its own spread, but not from a place to the next.
    private float SpreadOf(Plane smooth, List<int> places, int apart)
    {
        var steps = new List<float>((places.Count + 2) / 3);
        for (var i = 0; i < places.Count; i += 3)
        {
            if (places[i] + apart is var other && other < isJudged.Length && isJudged[other])
            {
                steps.Add(smooth.Values[other] - smooth.Values[places[i]]);
            }
        }

        return steps.Count < 100 ? float.MaxValue : RobustStatistics.Spread(CollectionsMarshal.AsSpan(steps)) / MathF.Sqrt(2);
    }

    private List<int> Places()
    {
        var places = new List<int>(left.Count);
        for (var at = 0; at < isJudged.Length; at++)
        {
            if (isJudged[at])
            {
                places.Add(at);
            }
        }

        return places;
    }

    private float UsualNoise(List<int> places)
    {
        var some = new float[(places.Count + 6) / 7];
        for (var i = 0; i < some.Length; i++)
        {
            some[i] = noise[places[i * 7]];
        }

        return Math.Max(0.01f, RobustStatistics.Median(some));
    }

    // All that hangs together with the seed at half its depth; what lies on its slopes is used up with it.
    private (List<int> Patch, List<int> All) Flood(Plane smooth, int[] owner, int seed, int mark)
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
            foreach (var way in Beside)
            {
                var next = at + way;
                if (owner[next] == 0 && isJudged[next])
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

        var all = new List<int>(patch);
        while (slopes.Count > 0)
        {
            var at = slopes.Dequeue();
            if (owner[at] != 0 || sign * smooth.Values[at] < depth * 0.15)
            {
                continue;
            }

            owner[at] = mark;
            all.Add(at);
            foreach (var way in Beside)
            {
                var next = at + way;
                if (owner[next] == 0 && isJudged[next] && sign * smooth.Values[next] < sign * smooth.Values[at])
                {
                    slopes.Enqueue(next);
                }
            }
        }

        return (patch, all);
    }

    // The deepest place of a wide patch is deep by its noise and mottling: its depth is what a fifth of it surpasses.
    private float DepthAt(Plane smooth, int[] owner, int seed, int sign)
    {
        var peak = sign * smooth.Values[seed];
        _round++;
        See(seed);
        var open = new Queue<int>([seed]);
        var shades = new List<float>();
        while (open.Count > 0 && shades.Count < 4000)
        {
            var at = open.Dequeue();
            shades.Add(sign * smooth.Values[at]);
            foreach (var way in Beside)
            {
                var next = at + way;
                if (owner[next] == 0 && sign * smooth.Values[next] > 0.4f * peak && isJudged[next] && See(next))
                {
                    open.Enqueue(next);
                }
            }
        }

        return shades.Count < 30 ? peak : RobustStatistics.Quantile(shades.ToArray(), 0.8);
    }

    // Right, left, below and above; nothing that is judged lies on the grid's rim, so all four are on it.
    private int[] Beside => _beside ??= [-1, 1, -left.Width, left.Width];

    // Marks a place as seen in this round; false when it was before.
    private bool See(int at)
    {
        _seen ??= new int[left.Count];
        if (_seen[at] == _round)
        {
            return false;
        }

        _seen[at] = _round;
        return true;
    }

    private Blob? Describe(Plane smooth, List<int> patch, List<int> all, float spread, double smoothing, double leastScore, float leastShade)
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
        var depth = RobustStatistics.Quantile(patch.Select(p => Math.Abs(smooth.Values[p])).ToArray(), 0.8);
        var sign = Math.Sign(smooth.Values[patch[0]]);
        var size = Deblur.Width(2 * Math.Sqrt(n / Math.PI), spreadOfPoint) * pitch;
        var width = Deblur.Width(4 * shorter, spreadOfPoint) * pitch;
        var (shrunk, significance) = (((2 * Math.Sqrt(n / Math.PI)) - (size / pitch)) / 2, depth / spread);
        return significance < leastScore * 0.8 || size < LeastPatch || depth < leastShade * 0.9
            ? null
            : new Blob(
                meanX * pitch,
                meanY * pitch,
                size,
                width,
                Math.Max(size, Deblur.Width(4 * longer, spreadOfPoint) * pitch),
                sign * depth,
                4 * Math.PI * longer * shorter / n,
                Math.Max(0, (nearest - 0.5 + shrunk) * pitch),
                (farthest + 0.5 - shrunk) * pitch,
                EdgeWidth(smooth, patch, depth, sign),
                significance,
                all,
                HasArms(smooth, all, depth, sign),
                OutlineRoughness.Of(smooth, meanX + half, meanY + half, depth, sign, size / pitch)
            );
    }

    // From an isolated patch the shade falls off all round; where lines cross, they go on.
    private bool HasArms(Plane smooth, List<int> all, float depth, int sign)
    {
        _round++;
        foreach (var at in all)
        {
            See(at);
        }

        var going = 0;
        foreach (var at in all)
        {
            foreach (var way in Beside)
            {
                var next = at + way;
                going += _seen![next] != _round && isJudged[next] && sign * smooth.Values[next] > ArmDepth * depth ? 1 : 0;
            }
        }

        return going >= 2;
    }

    // Between the areas at a quarter and at three quarters of the depth lies the edge.
    private double EdgeWidth(Plane smooth, List<int> patch, float depth, int sign)
    {
        var inner = patch.Count(p => sign * smooth.Values[p] >= 0.75f * depth);
        _round++;
        foreach (var at in patch)
        {
            See(at);
        }

        var (open, seen, most) = (new Queue<int>(patch), patch.Count, (patch.Count * 6) + 200);
        while (open.Count > 0 && seen < most)
        {
            var at = open.Dequeue();
            foreach (var way in Beside)
            {
                var next = at + way;
                if (sign * smooth.Values[next] >= 0.25f * depth && isJudged[next] && See(next))
                {
                    open.Enqueue(next);
                    seen++;
                }
            }
        }

        return (Math.Sqrt(seen / Math.PI) - Math.Sqrt(inner / Math.PI)) * pitch;
    }

    /// <summary>What is left when rims and shadows are counted to the marks that they go with.</summary>
    public static List<Blob> WithoutHalos(IEnumerable<Blob> blobs)
    {
        var kept = new List<Blob>();
        foreach (var blob in blobs.OrderByDescending(b => Math.Abs(b.Contrast)))
        {
            if (!kept.Exists(k => IsRimOf(k, blob) || (Math.Abs(blob.Contrast) < Shadow * Math.Abs(k.Contrast) && Lies(k, blob, (k.Length / 2) + ShadowReach))))
            {
                kept.Add(blob);
            }
        }

        return kept;
    }

    private static bool Lies(Blob blob, Blob other, double within) => Math.Pow(blob.X - other.X, 2) + Math.Pow(blob.Y - other.Y, 2) < within * within;

    private static bool IsRimOf(Blob blob, Blob rim) =>
        Math.Sign(blob.Contrast) != Math.Sign(rim.Contrast)
        && Math.Abs(rim.Contrast) < DeepestRim * Math.Abs(blob.Contrast)
        && Lies(blob, rim, (blob.Length / 2) + Math.Max(rim.Width, Math.Min(rim.Length / 2, blob.Length / 2)) + HaloReach)
        && rim.Width < HaloReach * 1.6;
}
