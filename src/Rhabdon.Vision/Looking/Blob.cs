using Rhabdon.Core.Catalog;
using Rhabdon.Core.EndFaces;
using static Rhabdon.Vision.Looking.Thresholds.Patches;

namespace Rhabdon.Vision.Looking;

/// <summary>A patch that differs from what lies round it. Lengths in micrometers, places in micrometers from the fiber's center.</summary>
/// <param name="Size">Equivalent diameter where it is half as deep as its depth, the blur taken out.</param>
/// <param name="Contrast">Shades; below zero for darker.</param>
/// <param name="Roughness">How much longer its outline's moments make it than its area: 1 for any ellipse.</param>
/// <param name="Nearest">How near it comes to the center; <paramref name="Farthest"/> how far from it.</param>
/// <param name="EdgeWidth">From where it is a quarter as deep to where it is three quarters.</param>
/// <param name="Places">Of the grid: all of it with its slopes.</param>
/// <param name="HasArms">True when something like it goes on from its outline: a place where lines cross.</param>
/// <param name="Raggedness">Of its outline, see <see cref="OutlineRoughness"/>.</param>
internal sealed record Blob(
    double X,
    double Y,
    double Size,
    double Width,
    double Length,
    float Contrast,
    double Roughness,
    double Nearest,
    double Farthest,
    double EdgeWidth,
    double Significance,
    IReadOnlyList<int> Places,
    bool HasArms,
    double Raggedness
)
{
    /// <summary>True for a patch that is no piece of a line, nor lines that cross.</summary>
    public bool IsCompact => !HasArms && IsRound;

    /// <summary>
    /// True of two round patches, both dark and about as dark, that touch or nearly: pits hardly ever do, dirt lies in clumps (common practice).
    /// </summary>
    public bool ClumpsWith(Blob other) =>
        IsRound
        && other.IsRound
        && other != this
        && Math.Max(Contrast, other.Contrast) < LeastAlike * Math.Min(Contrast, other.Contrast)
        && Math.Min(Size, other.Size) > SmallestOfClump
        && Math.Max(Size, other.Size) < LargestOfClump
        && Apart(other) < ((Length + other.Length) / 2) + WidestGap;

    private bool IsRound => Length < MostStretch * Width && Roughness < MostRoughness;

    /// <summary>Of a bar as long and as large: its ends stand off from its middle less than an oval's do.</summary>
    public double BarWidth => Math.Min(Width, Math.PI / Math.Sqrt(12) * Size * Size / Length);

    /// <summary>From middle to middle.</summary>
    public double Apart(Blob other) => Math.Sqrt(((X - other.X) * (X - other.X)) + ((Y - other.Y) * (Y - other.Y)));

    /// <summary>Whether a place lies no farther than so much from what may be its outline; micrometers.</summary>
    public bool Reaches(double x, double y, double beside) => Math.Pow(X - x, 2) + Math.Pow(Y - y, 2) < Math.Pow((Length / 2) + beside, 2);

    /// <summary>What it would be if it went on to the glass's very edge, where its farther part lies hidden.</summary>
    public Blob OutTo(double edge)
    {
        var hidden = 4 / Math.PI * Math.Max(0, edge - Farthest) * Math.Min(Length, Size);
        return this with { Size = Math.Sqrt((Size * Size) + hidden), Farthest = edge };
    }

    /// <summary>What it would be if it went on inward, under the ring, to the glass's edge.</summary>
    public Blob InTo(double edge)
    {
        var hidden = 4 / Math.PI * Math.Max(0, Nearest - edge) * Math.Min(Length, Size);
        return this with { Size = Math.Sqrt((Size * Size) + hidden), Nearest = edge };
    }

    /// <param name="glassEdge">Radius of what was judged as glass, micrometers.</param>
    public bool MeetsRingFromWithin(double glassEdge) => Farthest > glassEdge - NearGlassEdge;

    /// <param name="ferruleFrom">Radius from which the ferrule was judged, micrometers.</param>
    public bool MeetsRingFromOutside(double ferruleFrom) => Nearest < ferruleFrom + NearFerruleEdge;

    /// <summary>True when another, across the ring, may be this one's other half: abreast of it, not much fainter, and no mere pore.</summary>
    public bool GoesOnIn(Blob other) =>
        Math.Sign(other.Contrast) == Math.Sign(Contrast)
        && Math.Abs(other.Contrast) > LeastAsDeep * Math.Abs(Contrast)
        && other.Size > Math.Max(SmallestHalf, LeastHalf * Size)
        && IsAbreastOf(other);

    /// <summary>True when the two meet along the ring that lies between them.</summary>
    public bool IsAbreastOf(Blob other)
    {
        var turn = Math.Abs(Math.Atan2((X * other.Y) - (Y * other.X), (X * other.X) + (Y * other.Y)));
        return turn * FiberDimensions.CladdingRadius < (Length + other.Length) / 2;
    }

    /// <summary>The two as one mark that shows in patches.</summary>
    public Blob Beside(Blob other)
    {
        var (mine, theirs) = (Size * Size, other.Size * other.Size);
        var larger = mine > theirs ? this : other;
        var apart = Apart(other);
        return larger with
        {
            X = ((X * mine) + (other.X * theirs)) / (mine + theirs),
            Y = ((Y * mine) + (other.Y * theirs)) / (mine + theirs),
            Size = Math.Sqrt(mine + theirs),
            Length = Math.Max(larger.Length, ((Length + other.Length) / 2) + apart),
            Nearest = Math.Min(Nearest, other.Nearest),
            Farthest = Math.Max(Farthest, other.Farthest),
        };
    }

    /// <summary>The two as one mark, with what lies hidden under the ring.</summary>
    /// <param name="ring">Width of what was judged on neither side, micrometers.</param>
    public Blob With(Blob other, double ring)
    {
        var hidden = 4 / Math.PI * ring * Math.Min(Length, other.Length);
        var (mine, theirs) = (Size * Size, other.Size * other.Size);
        return this with
        {
            X = ((X * mine) + (other.X * theirs)) / (mine + theirs),
            Y = ((Y * mine) + (other.Y * theirs)) / (mine + theirs),
            Size = Math.Sqrt(mine + theirs + hidden),
            Width = Math.Max(Width, other.Width),
            Length = Length + ring + other.Length,
            Farthest = other.Farthest,
            Significance = Math.Max(Significance, other.Significance),
        };
    }
}
