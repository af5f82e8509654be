using Rhabdon.Core.EndFaces;
using static Rhabdon.Vision.Looking.Thresholds.Film;

namespace Rhabdon.Vision.Looking;

/// <summary>
/// Film on the glass: wide and faint. It is found first, and the glass without it handed on, so that what lies under it shows; its own mottling and
/// edges, which are no deeper than it is, are not taken for marks.
/// </summary>
internal sealed class FilmLayer
{
    private readonly Plane? _veiled;
    private readonly float _deepest;

    private FilmLayer(GlassView left, List<Blob> films, Plane? veiled) =>
        (Left, _deepest, _veiled, Films) = (left, films.Select(f => Math.Abs(f.Contrast)).DefaultIfEmpty().Max(), veiled, Whole(films));

    public IReadOnlyList<Blob> Films { get; }

    /// <summary>The glass without its film.</summary>
    public GlassView Left { get; }

    // Film is wide: every second place of the grid tells all of it.
    public static FilmLayer Of(GlassView glass)
    {
        var coarse = new Coarse(glass);
        var wide = new BlobFinder(coarse.Left, coarse.Pitch, coarse.Half, glass.Blur / 2, coarse.Every(glass.IsJudged), coarse.Every(glass.Noise))
            .Find(FilmSmoothing, FilmScore, FaintestFilm, isWide: true)
            .Where(b =>
                b.Width >= LeastWidth
                && b.Size >= (b.EdgeWidth > SoftEdge ? LeastFilm : SurelyFilm)
                && Math.Abs(b.Contrast) < DeepestFilm
                && !DefectClassifier.IsThread(b)
            )
            .ToList();
        if (wide.Count == 0)
        {
            return new FilmLayer(glass, [], null);
        }

        var slow = coarse.Left.Smoothed(FilmSmoothing / coarse.Pitch);
        var slower = coarse.Left.Smoothed(Broad / coarse.Pitch);
        var films = wide.Where(b => IsBroad(coarse, slower, b) && IsEven(coarse, slow, b)).ToList();
        if (films.Count == 0)
        {
            return new FilmLayer(glass, films, null);
        }

        var (bare, near) = Uncovered(coarse, slow, films);
        return new FilmLayer(glass.With(bare), films, near);
    }

    public bool Hides(DetectedLine trace) =>
        Films.Count > 0 && IsNoDeeper(trace.Contrast) && (trace.Width > WideLineInFilm || trace.Path.Count(p => Covers(p.X, p.Y)) > trace.Path.Count / 2);

    public bool Hides(Blob blob) =>
        Films.Count > 0 && IsNoDeeper(blob.Contrast) && (blob.Size > Spread || Covers(Left.Half + (blob.X / Left.Pitch), Left.Half + (blob.Y / Left.Pitch)));

    private bool IsNoDeeper(float contrast) => Math.Abs(contrast) < NoDeeper * _deepest;

    private bool Covers(double x, double y) => _veiled!.At(Coarse.Of(x, Left.Half), Coarse.Of(y, Left.Half)) > 0.03f;

    // A smear that lies in patches is one smear; where another sign goes with it, that is the glass beside it.
    private static List<Blob> Whole(List<Blob> films)
    {
        if (films.Count < 2)
        {
            return films;
        }

        var sign = Math.Sign(films.MaxBy(f => Math.Abs(f.Contrast) * f.Size * f.Size)!.Contrast);
        var patches = films.FindAll(f => Math.Sign(f.Contrast) == sign);
        return [patches.Skip(1).Aggregate(patches[0], (whole, next) => whole.Beside(next))];
    }

    // Lines that cross are as deep as film only where they cross.
    private static bool IsBroad(Coarse coarse, Plane slower, Blob blob)
    {
        var most = 0f;
        foreach (var at in coarse.Within(blob, blob.Length * blob.Length / 4))
        {
            most = Math.Max(most, Math.Sign(blob.Contrast) * slower.Values[at]);
        }

        return most > 0.72 * Math.Abs(blob.Contrast);
    }

    // Film is about as deep everywhere; a sharp mark, smoothed as wide, is deep in its middle and nothing round it.
    private static bool IsEven(Coarse coarse, Plane slow, Blob blob)
    {
        var sign = Math.Sign(blob.Contrast);
        var shades = new List<float>();
        foreach (var at in coarse.Within(blob, blob.Length * blob.Length / 3))
        {
            if (sign * slow.Values[at] >= Math.Abs(blob.Contrast) / 2)
            {
                shades.Add(sign * coarse.Sharp(at));
            }
        }

        var all = shades.ToArray();
        return RobustStatistics.Median(all) > 0.7 * Math.Abs(blob.Contrast) && RobustStatistics.Quantile(all, 0.9) < 2.2 * Math.Abs(blob.Contrast);
    }

    // The glass without the films; and where the second plane is above a little, film lies or lies near.
    private static (Plane Bare, Plane Near) Uncovered(Coarse coarse, Plane slow, List<Blob> films)
    {
        var near = new Plane(slow.Width, slow.Height);
        for (var i = 0; i < slow.Count; i++)
        {
            near.Values[i] = IsFilm(slow.Values[i]) ? 1 : 0;
        }

        var (half, bare) = (coarse.Glass.Half, coarse.Glass.Left.Copy());
        for (var y = 0; y < bare.Height; y++)
        {
            for (var x = 0; x < bare.Width; x++)
            {
                var depth = slow.At(Coarse.Of(x, half), Coarse.Of(y, half));
                bare[x, y] -= IsFilm(depth) ? depth : 0;
            }
        }

        return (bare, near.Smoothed(FilmReach / 2 / coarse.Pitch));

        bool IsFilm(float depth) => films.Exists(f => Math.Sign(f.Contrast) * depth > 0.25 * Math.Abs(f.Contrast));
    }

    /// <summary>Every second place of the glass's grid, the middle one among them.</summary>
    private sealed class Coarse(GlassView glass)
    {
        public GlassView Glass { get; } = glass;

        // Smoothing must not draw the ring's shade into the glass.
        public Plane Left { get; } = glass.Left.Where(glass.IsJudged).Halved();

        public double Pitch { get; } = 2 * glass.Pitch;

        public int Half { get; } = glass.Half / 2;

        /// <summary>Where a place of the whole grid lies on this one, along either axis.</summary>
        public static double Of(double at, int half) => (half / 2) + ((at - half) / 2);

        /// <summary>What the whole grid has at the places of this one.</summary>
        public T[] Every<T>(T[] whole)
        {
            var some = new T[Left.Count];
            for (var at = 0; at < some.Length; at++)
            {
                some[at] = whole[Whole(at)];
            }

            return some;
        }

        /// <summary>The shade at a place, not its neighbors'.</summary>
        public float Sharp(int at) => Glass.Left.Values[Whole(at)];

        /// <summary>The places whose distance from a patch's middle, squared, is below this many square micrometers.</summary>
        public IEnumerable<int> Within(Blob blob, double squared)
        {
            var reach = (int)(Math.Sqrt(squared) / Pitch) + 1;
            var (middleX, middleY) = (Half + (int)Math.Round(blob.X / Pitch), Half + (int)Math.Round(blob.Y / Pitch));
            for (var y = Math.Max(0, middleY - reach); y <= Math.Min(Left.Height - 1, middleY + reach); y++)
            {
                for (var x = Math.Max(0, middleX - reach); x <= Math.Min(Left.Width - 1, middleX + reach); x++)
                {
                    var (dx, dy) = (((x - Half) * Pitch) - blob.X, ((y - Half) * Pitch) - blob.Y);
                    if ((dx * dx) + (dy * dy) < squared && Glass.IsJudged[Whole((y * Left.Width) + x)])
                    {
                        yield return (y * Left.Width) + x;
                    }
                }
            }
        }

        private int Whole(int at) => ((Glass.Half + (2 * ((at / Left.Width) - Half))) * Glass.Left.Width) + Glass.Half + (2 * ((at % Left.Width) - Half));
    }
}
