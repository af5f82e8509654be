namespace Rhabdon.Core.EndFaces.Looking;

/// <summary>
/// Tells what a patch at the adhesive's ring is. By its looks it may be adhesive, a chip or dirt; dirt seldom lies alone, so what lies elsewhere on the face says more (common practice).
/// </summary>
/// <param name="glassEdge">Radius of what was judged as glass, micrometers.</param>
/// <param name="blur">Of the lens, micrometers.</param>
/// <param name="dirt">How dark the darkest dirt is that lies away from the ring, shades; zero for none.</param>
internal sealed class RingNamer(double glassEdge, double blur, float dirt)
{
    private const double LeastAsDark = 0.5;
    private const double LongAtRing = 12;
    private const double SlenderAtRing = 2.3;
    private const double DeepestAtRing = 11;
    private const double DeepestCrescent = 20;
    private const double SoftEdge = 1.5;
    private const double SofterIfLarge = 0.05;
    private const double LargestDirt = 20;
    private const double LargestAdhesive = 35;
    private const double DeepDirt = 70;
    private const double FarIn = 0.75;
    private const double VeryFarIn = 1.15;
    private const double FarInAsThread = 0.35;
    private const double RaggedEdge = 0.45;
    private const double BlurOfEdge = 0.8;

    /// <summary>Of a wide faint patch.</summary>
    public MarkKind Faint(Blob blob) => HugsRing(blob) ? MarkKind.Adhesive : MarkKind.Film;

    /// <summary>Of a patch on the glass alone.</summary>
    public MarkKind OnGlass(Blob blob) =>
        IsFilm(blob) ? MarkKind.Film
        : IsThreadFromRing(blob) ? MarkKind.Scratch
        : MarkNamer.IsBroken(blob) && !LiesAlongRing(blob) ? MarkKind.Shattered
        : IsInCompany(blob) ? MarkKind.LooseDirt
        : LiesAlongRing(blob) ? MarkKind.Adhesive
        : ReachesIn(blob) ? MarkKind.LooseDirt
        : blob.EdgeWidth > SoftEdge + (SofterIfLarge * blob.Size) || blob.Size > LargestDirt ? MarkKind.Adhesive
        : MarkKind.Chip;

    /// <summary>Of a patch on glass and ferrule alike: it lies on top of both.</summary>
    public MarkKind Across(Blob whole, Blob onGlass, Blob onFerrule) =>
        IsFilm(onGlass) && (MarkNamer.IsFilm(onFerrule) || onGlass.Size > LargestAdhesive) ? MarkKind.Film
        : IsInCompany(whole) || (onGlass.Contrast < -DeepDirt && onGlass.Size < LargestDirt && !LiesAlongRing(onGlass)) ? MarkKind.LooseDirt
        : MarkKind.Adhesive;

    /// <summary>Of a patch on the ferrule, abreast of one on the glass.</summary>
    public MarkKind OnFerrule(Blob blob) => MarkNamer.IsFilm(blob) ? MarkKind.Film : IsInCompany(blob) ? MarkKind.LooseDirt : MarkKind.Adhesive;

    // Dirt may lie beside adhesive too, which is larger than dirt.
    private bool IsInCompany(Blob blob) => dirt > LeastAsDark * Math.Abs(blob.Contrast) && blob.Size < LargestDirt;

    private bool IsFilm(Blob onGlass) => MarkNamer.IsFilm(onGlass) && !HugsRing(onGlass);

    // Film over so small a part of the glass that it lies by the ring alone is seldom; adhesive goes nowhere else.
    private bool HugsRing(Blob blob) => blob.Contrast < 0 && blob.MeetsRingFromWithin(glassEdge) && blob.Nearest > glassEdge - DeepestCrescent;

    private bool IsThreadFromRing(Blob blob) => MarkNamer.IsThread(blob) && (blob.Contrast > 0 || glassEdge - blob.Nearest > FarInAsThread * blob.Length);

    // What clings to the ring, a crescent along it; a chip is about as deep as it is long.
    private bool LiesAlongRing(Blob blob) => blob.Length > LongAtRing && blob.Length > SlenderAtRing * blob.Width && blob.Nearest > glassEdge - DeepestAtRing;

    // Glass breaks out from its edge, and is broken most there, with a sharp edge; what reaches farther in than it is large only touches the ring.
    private bool ReachesIn(Blob blob) =>
        (glassEdge - blob.Nearest) / blob.Size is var reach && (reach > VeryFarIn || (reach > FarIn && blob.EdgeWidth > RaggedEdge + (BlurOfEdge * blur)));
}
