namespace Rhabdon.Core.EndFaces.Looking;

/// <summary>
/// Film on the glass: wide and faint. It is found first and taken out, so that what lies under it shows; its own mottling and edges, which are no deeper than it is, are not taken for marks.
/// </summary>
internal sealed class Veil
{
    private const double Smoothing = 2.2;
    private const double LeastScore = 6;
    private const float LeastShade = 2.5f;
    private const double LeastSize = 13;
    private const double SurelyWide = 20;
    private const double SoftEdge = 2.4;
    private const double LeastWidth = 10;
    private const double Broad = 5;
    private const double Spread = 8;
    private const double WideLine = 5;
    private const double MostDepth = 38;
    private const double Reach = 7;
    private const double NoDeeper = 1.3;

    private readonly GlassView _glass;
    private readonly bool[] _isVeiled;

    private Veil(GlassView glass, IReadOnlyList<Blob> films, bool[] isVeiled) => (_glass, Films, _isVeiled) = (glass, films, isVeiled);

    public IReadOnlyList<Blob> Films { get; }

    public static Veil TakeFrom(GlassView glass)
    {
        var wide = new BlobFinder(glass.Left, glass.Pitch, glass.Half, glass.Blur, glass.IsJudged, glass.NoiseAt).Find(Smoothing, LeastScore, LeastShade)
            .Where(b => b.Width >= LeastWidth && b.Size >= (b.EdgeWidth > SoftEdge ? LeastSize : SurelyWide) && Math.Abs(b.Contrast) < MostDepth).ToList();
        if (wide.Count == 0)
        {
            return new Veil(glass, [], []);
        }

        var slow = glass.Left.Smoothed(Smoothing / glass.Pitch);
        var slower = glass.Left.Smoothed(Broad / glass.Pitch);
        var films = wide.Where(b => IsBroad(glass, slower, b) && IsEven(glass, slow, b)).ToList();
        var isVeiled = new bool[slow.Values.Length];
        if (films.Count > 0)
        {
            Cover(glass, slow, films, isVeiled);
        }

        return new Veil(glass, films, isVeiled);
    }

    public bool Hides(Trace trace) => Films.Count > 0 && IsNoDeeper(trace.Contrast) && (trace.Width > WideLine || trace.Path.Count(p => _isVeiled[At((int)p.X, (int)p.Y)]) > trace.Path.Count / 2);

    public bool Hides(Blob blob) => Films.Count > 0 && IsNoDeeper(blob.Contrast) && (blob.Size > Spread || _isVeiled[At((int)(_glass.Half + (blob.X / _glass.Pitch)), (int)(_glass.Half + (blob.Y / _glass.Pitch)))]);

    private bool IsNoDeeper(float contrast) => Math.Abs(contrast) < NoDeeper * Films.Max(f => Math.Abs(f.Contrast));

    private int At(int x, int y) => (Math.Clamp(y, 0, _glass.Left.Height - 1) * _glass.Left.Width) + Math.Clamp(x, 0, _glass.Left.Width - 1);

    // Lines that cross are as deep as film only where they cross.
    private static bool IsBroad(GlassView glass, Plane slower, Blob blob)
    {
        var most = 0f;
        for (var i = 0; i < slower.Values.Length; i++)
        {
            var (dx, dy) = ((((i % slower.Width) - glass.Half) * glass.Pitch) - blob.X, (((i / slower.Width) - glass.Half) * glass.Pitch) - blob.Y);
            if ((dx * dx) + (dy * dy) < blob.Length * blob.Length / 4)
            {
                most = Math.Max(most, Math.Sign(blob.Contrast) * slower.Values[i]);
            }
        }

        return most > 0.72 * Math.Abs(blob.Contrast);
    }

    // Film is about as deep everywhere; a sharp mark, smoothed as wide, is deep in its middle and nothing round it.
    private static bool IsEven(GlassView glass, Plane slow, Blob blob)
    {
        var sign = Math.Sign(blob.Contrast);
        var shades = new List<float>();
        for (var i = 0; i < slow.Values.Length; i++)
        {
            var (x, y) = (i % slow.Width, i / slow.Width);
            var (dx, dy) = (((x - glass.Half) * glass.Pitch) - blob.X, ((y - glass.Half) * glass.Pitch) - blob.Y);
            if ((dx * dx) + (dy * dy) < blob.Length * blob.Length / 3 && sign * slow.Values[i] >= Math.Abs(blob.Contrast) / 2)
            {
                shades.Add(sign * glass.Left.Values[i]);
            }
        }

        var all = shades.ToArray();
        return Robust.Median(all) > 0.7 * Math.Abs(blob.Contrast) && Robust.Quantile(all, 0.9) < 2.2 * Math.Abs(blob.Contrast);
    }

    private static void Cover(GlassView glass, Plane slow, List<Blob> films, bool[] isVeiled)
    {
        var near = new Plane(slow.Width, slow.Height);
        for (var i = 0; i < slow.Values.Length; i++)
        {
            if (films.Any(f => Math.Sign(f.Contrast) * slow.Values[i] > 0.25 * Math.Abs(f.Contrast)))
            {
                glass.Left.Values[i] -= slow.Values[i];
                near.Values[i] = 1;
            }
        }

        var spread = near.Smoothed(Reach / 2 / glass.Pitch);
        for (var i = 0; i < isVeiled.Length; i++)
        {
            isVeiled[i] = spread.Values[i] > 0.03f;
        }
    }
}
