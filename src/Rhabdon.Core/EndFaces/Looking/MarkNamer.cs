namespace Rhabdon.Core.EndFaces.Looking;

/// <summary>Tells what a mark is by its looks. From common practice: a pit is round and sharp; dirt is ragged and may shine at its rim; film is wide and faint; adhesive clings to the ring; broken glass is wide and dark.</summary>
internal static class MarkNamer
{
    private const double WideFilm = 13;
    private const double VeryWideFilm = 20;
    private const double FaintFilm = 38;
    private const double VeryFaintFilm = 16;

    // No crumb of dirt is as large; glass that broke out is.
    private const double SmallestBreak = 34;
    private const double SoftEdge = 1.5;
    private const double SharpEdge = 0.5;
    private const double BlurOfEdge = 0.8;
    private const double FartherInThanWide = 1.05;
    private const double LargestTouching = 30;
    private const double LongAtRing = 12;
    private const double VeryLongAtRing = 32;
    private const double SlenderAtRing = 2.3;
    private const double DeepestAtRing = 11;

    // What the ring cuts off goes on to the very edge of what is judged, and is no ellipse anymore.
    private const double CutOff = 0.25;
    private const double VeryRagged = 1.11;
    private const double DeepDirt = 64;
    private const double LargestDirt = 20;
    private const double LargestAdhesive = 35;
    private const double SmallestRagged = 2.5;
    private const double RaggedIfShining = 0.025;
    private const double ShiningRim = 0.15;
    private const double WideCrack = 3.2;
    private const double Slender = 5;
    private const double WidestThread = 10;
    private const double LongThread = 25;
    private const double UnevenThread = 1.1;
    private const double SlenderIfWide = 3.2;
    private const double SurelyLarge = 8.5;
    private const double SurelyRaggedFrom = 4.5;
    private const double SurelyRagged = 1.08;
    private const double LeastAsDark = 0.5;
    private const float DarkAtOdds = 50;
    private const double LargestCrumb = 6;
    private const double CrumbsReach = 4;
    private const double SmallestDoubtful = 2.5;
    private const float FaintestCrack = 4;
    private const double LongCrack = 25;
    private const double VeryLongCrack = 60;
    private const double Restless = 0.2;
    private const double Jagged = 0.13;
    private const double LeastZigzag = 0.155;
    private const double ZigzagIfWavy = 0.075;
    private const double Wavy = 0.55;
    private const int CrackTurns = 3;

    public static MarkKind Of(Trace trace, double length) => trace.Contrast < -FaintestCrack && trace.Width < WideCrack && IsJagged(trace.Course, length) ? MarkKind.Crack : MarkKind.Scratch;

    /// <param name="glassEdge">Radius of what was judged as glass, micrometers.</param>
    /// <param name="blur">Of the lens, micrometers.</param>
    public static MarkKind OnGlass(Blob blob, double glassEdge, double blur) =>
        IsFilm(blob) ? MarkKind.Film
            : blob.Size > SmallestBreak && blob.Contrast < -FaintFilm && !LiesAlongRing(blob, glassEdge) ? MarkKind.Shattered
            : blob.Farthest < glassEdge - CutOff ? (IsThread(blob) ? MarkKind.Scratch : IsDirt(blob) ? MarkKind.LooseDirt : MarkKind.Pit)
            : LiesAlongRing(blob, glassEdge) ? MarkKind.Adhesive
            : OnlyTouchesRing(blob, glassEdge) ? MarkKind.LooseDirt
            : blob.EdgeWidth > SoftEdge + (0.05 * blob.Size) || blob.Size > LargestDirt ? MarkKind.Adhesive
            : blob.Halo > ShiningRim || blob.Roughness > VeryRagged || blob.EdgeWidth > SharpEdge + (BlurOfEdge * blur) ? MarkKind.LooseDirt
            : MarkKind.Chip;

    /// <summary>A mark that lies on glass and ferrule alike is on top of both: adhesive, or the darker dirt.</summary>
    public static MarkKind AcrossRing(Blob onGlass, Blob onFerrule) =>
        IsFilm(onGlass) && (IsFilm(onFerrule) || onGlass.Size > LargestAdhesive) ? MarkKind.Film
        : onGlass.Length > VeryLongAtRing && onGlass.Length > SlenderAtRing * onGlass.Width ? MarkKind.Adhesive
        : (Math.Abs(onGlass.Contrast) > DeepDirt && onGlass.Size < LargestDirt) || onGlass.Halo > ShiningRim ? MarkKind.LooseDirt
        : MarkKind.Adhesive;

    public static MarkKind OnFerrule(Blob blob, double ferruleFrom) =>
        IsFilm(blob) ? MarkKind.Film : blob.MeetsRingFromOutside(ferruleFrom) ? MarkKind.Adhesive : IsThread(blob) ? MarkKind.Scratch : IsDirt(blob) ? MarkKind.LooseDirt : MarkKind.Pit;

    /// <summary>
    /// Where dirt lies about for certain, a doubtful mark as dark is taken for dirt as well, and so is a small one right beside it: cleaning takes a minute, and the next look tells (common practice).
    /// </summary>
    public static IEnumerable<(Blob Blob, MarkKind Kind)> InCompany(IReadOnlyList<(Blob Blob, MarkKind Kind)> patches)
    {
        var dirt = patches.Where(p => p.Kind == MarkKind.LooseDirt && IsSurelyDirt(p.Blob)).Select(p => p.Blob).ToList();
        var depth = dirt.Select(b => Math.Abs(b.Contrast)).DefaultIfEmpty(DepthAtOdds(patches)).Min();
        return patches.Select(p => (IsDoubtful(p.Blob, p.Kind) && p.Blob.Contrast < -LeastAsDark * depth) || IsCrumb(p.Blob, p.Kind, dirt) ? (p.Blob, MarkKind.LooseDirt) : p);
    }

    private static bool IsCrumb(Blob blob, MarkKind kind, List<Blob> dirt) =>
        kind is MarkKind.Pit or MarkKind.Scratch && blob.Length < LargestCrumb && dirt.Exists(d => Apart(blob, d) < ((blob.Length + d.Length) / 2) + CrumbsReach);

    private static double Apart(Blob one, Blob other) => Math.Sqrt(((one.X - other.X) * (one.X - other.X)) + ((one.Y - other.Y) * (one.Y - other.Y)));

    // A chip and adhesive are seldom on one face: when marks at the ring seem to be both, they are neither.
    private static float DepthAtOdds(IReadOnlyList<(Blob Blob, MarkKind Kind)> patches)
    {
        var atRing = patches.Where(p => p.Kind is MarkKind.Chip or MarkKind.Adhesive && p.Blob.Contrast < 0 && p.Blob.Size < LargestDirt).ToList();
        return atRing.DistinctBy(p => p.Kind).Count() > 1 && atRing.Max(p => -p.Blob.Contrast) is > DarkAtOdds and var depth ? depth : float.MaxValue;
    }

    private static bool IsDoubtful(Blob blob, MarkKind kind) => kind is MarkKind.Chip or MarkKind.Adhesive ? blob.Size < LargestDirt : kind == MarkKind.Pit && blob.Size > SmallestDoubtful;

    private static bool IsSurelyDirt(Blob blob) => blob.Contrast < 0 && (blob.Size > SurelyLarge || (blob.Size > SurelyRaggedFrom && blob.Roughness > SurelyRagged));

    // A scratch runs straight or in a bow, and where it was followed from one line over to another, in two; a crack zigzags all along.
    private static bool IsJagged(Course course, double length) =>
        course.Unrest > Restless
        && ((length > LongCrack && course.Kinks > Jagged)
            || (length > VeryLongCrack && (course.Zigzag > LeastZigzag || (course.Waviness > Wavy && course.Zigzag > ZigzagIfWavy && course.Turns >= CrackTurns))));

    private static bool IsFilm(Blob blob) => !IsThread(blob) &&
        ((blob.Size > WideFilm && Math.Abs(blob.Contrast) < FaintFilm && blob.EdgeWidth > 1.8) || (blob.Size > VeryWideFilm && Math.Abs(blob.Contrast) < VeryFaintFilm));

    // What clings to the ring, a crescent along it; a chip is about as deep as it is long.
    private static bool LiesAlongRing(Blob blob, double glassEdge) => blob.Length > LongAtRing && blob.Length > SlenderAtRing * blob.Width && blob.Nearest > glassEdge - DeepestAtRing;

    // Glass breaks out from its edge, and is broken most there; what reaches farther in than it is large lies on the glass.
    private static bool OnlyTouchesRing(Blob blob, double glassEdge) => blob.Size < LargestTouching && glassEdge - blob.Nearest > FartherInThanWide * blob.Size;

    // A stretch of a line that was not followed.
    public static bool IsThread(Blob blob) =>
        (blob.Width < WideCrack && blob.Length > Slender * blob.Width)
        || (blob.Width < WidestThread && blob.Roughness < UnevenThread && blob.Length > Math.Max(LongThread, SlenderIfWide * blob.Width));

    private static bool IsDirt(Blob blob) => blob.Size > SmallestRagged && (blob.Raggedness > RaggedAt(blob.Size) || (blob.Halo > ShiningRim && blob.Raggedness > RaggedIfShining));

    // The lens rounds what is small, so that any stray tells; of what is large hardly anything is a pit.
    private static double RaggedAt(double size) => size switch
    {
        > 8.5 => 0.034,
        > 4 => 0.058,
        _ => 0.0395,
    };
}
