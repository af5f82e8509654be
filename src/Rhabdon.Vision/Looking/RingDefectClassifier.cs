using Rhabdon.Core.EndFaces;
using static Rhabdon.Vision.Looking.Thresholds.AtRing;

namespace Rhabdon.Vision.Looking;

/// <summary>
/// Tells what a patch at the adhesive's ring is. Adhesive and dirt lie over the ring, a chip ends at it; dirt seldom lies alone, so what lies elsewhere on the
/// face says more (common practice).
/// </summary>
/// <param name="ring">The adhesive's.</param>
/// <param name="glassEdge">Radius of what was judged as glass, micrometers.</param>
/// <param name="blur">Of the lens, micrometers.</param>
/// <param name="dirt">How dark the darkest dirt is that lies away from the ring, shades; zero for none.</param>
internal sealed class RingDefectClassifier(RingView ring, double glassEdge, double blur, float dirt)
{
    /// <summary>Of a wide faint patch.</summary>
    public FindingKind Faint(Blob blob) => HugsRing(blob) ? FindingKind.Adhesive : FindingKind.Film;

    /// <summary>Of a patch on the glass alone.</summary>
    public FindingKind OnGlass(Blob blob) =>
        IsFilm(blob) ? FindingKind.Film
        : IsThreadFromRing(blob) ? FindingKind.Scratch
        : DefectClassifier.IsBroken(blob) && !LiesAlongRing(blob) ? FindingKind.Shattered
        : IsInCompany(blob) ? FindingKind.LooseDirt
        : ring.IsDarkenedBy(blob) ? (IsDirtOverRing(blob) ? FindingKind.LooseDirt : FindingKind.Adhesive)
        : ring.IsBlack && LiesAlongRing(blob) ? FindingKind.Adhesive
        : OnlyTouchesRing(blob) ? FindingKind.LooseDirt
        : FindingKind.Chip;

    /// <summary>Of a patch on glass and ferrule alike: it lies on top of both.</summary>
    public FindingKind CrossSection(Blob whole, Blob onGlass, Blob onFerrule) =>
        IsFilm(onGlass) && (DefectClassifier.IsFilm(onFerrule) || onGlass.Size > LargestAdhesive) ? FindingKind.Film
        : IsInCompany(whole) || (onGlass.Contrast < -DeepDirt && onGlass.Size < LargestDirt && !LiesAlongRing(onGlass)) ? FindingKind.LooseDirt
        : FindingKind.Adhesive;

    /// <summary>Of a patch on the ferrule, abreast of one on the glass.</summary>
    public FindingKind OnFerrule(Blob blob) =>
        DefectClassifier.IsFilm(blob) ? FindingKind.Film
        : IsInCompany(blob) ? FindingKind.LooseDirt
        : FindingKind.Adhesive;

    // Dirt may lie beside adhesive too, which is larger than dirt.
    private bool IsInCompany(Blob blob) => dirt > LeastAsDark * Math.Abs(blob.Contrast) && blob.Size < LargestDirt;

    private bool IsFilm(Blob onGlass) => DefectClassifier.IsFilm(onGlass) && !HugsRing(onGlass);

    // Film over so small a part of the glass that it lies by the ring alone is seldom; adhesive goes nowhere else.
    private bool HugsRing(Blob blob) => blob.Contrast < 0 && blob.MeetsRingFromWithin(glassEdge) && blob.Nearest > glassEdge - DeepestCrescent;

    private bool IsThreadFromRing(Blob blob) =>
        DefectClassifier.IsThread(blob) && blob.Length > LongAtRing && (blob.Contrast > 0 || ReachOf(blob) > FarInAsThread * blob.Length);

    // What clings to the ring, a crescent along it; dirt is about as wide as it is long.
    private bool LiesAlongRing(Blob blob) => blob.Length > LongAtRing && blob.Length > SlenderAtRing * blob.Width && blob.Nearest > glassEdge - DeepestAtRing;

    // Darker, smaller or reaching farther in than adhesive does.
    private bool IsDirtOverRing(Blob blob) =>
        (blob.Length / blob.Width) is var slender
        && (
            (blob.Contrast < -DeepDirt && slender < SlenderDirt)
            || (blob.Size < SmallDirt && slender < SlenderAtRing)
            || (ReachOf(blob) > blob.Size && slender < RoundDirt)
        );

    // Glass breaks out with a sharp edge, and most at its rim; what reaches farther in than it is large, and is not sharp, only touches the ring.
    private bool OnlyTouchesRing(Blob blob) => ReachOf(blob) > FarIn * blob.Size && blob.EdgeWidth > SoftRingEdge + (BlurOfEdge * blur);

    // How far in from the glass's edge it comes.
    private double ReachOf(Blob blob) => glassEdge - blob.Nearest;
}
