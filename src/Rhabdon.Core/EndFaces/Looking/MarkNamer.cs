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
    private const double SharpEdge = 0.7;
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
    private const double SmallestHalo = 2.5;
    private const double ShiningRim = 0.15;
    private const double WideCrack = 3.2;
    private const double Slender = 5;
    private const double WidestThread = 10;
    private const double LongThread = 25;
    private const double SlenderIfWide = 3.2;
    private const double SurelyLarge = 8.5;
    private const double SurelyRaggedFrom = 4.5;
    private const double SurelyRagged = 1.08;
    private const double LeastAsDark = 0.5;
    private const float DarkAtOdds = 50;
    private const double LargestCrumb = 6;
    private const double CrumbsReach = 4;
    private const double SmallestDoubtful = 2.5;
    private const double LongCrack = 25;
    private const double VeryLongCrack = 60;
    private const double LeastZigzag = 0.155;
    private const double ThroughAll = 90;
    private const double Jagged = 0.13;
    private const double JaggedThroughAll = 0.075;
    private const double Wavy = 0.5;
    private const int CrackTurns = 4;
    private const double WavyIfLong = 0.55;
    private const int CrackTurnsIfLong = 3;

    public static MarkKind Of(Trace trace, double length) => trace.Contrast < 0 && trace.Width < WideCrack && IsJagged(trace, length) ? MarkKind.Crack : MarkKind.Scratch;

    /// <param name="glassEdge">Radius of what was judged as glass, micrometers.</param>
    /// <param name="blur">Of the lens, micrometers.</param>
    public static MarkKind OnGlass(Blob blob, double glassEdge, double blur) =>
        IsFilm(blob) ? MarkKind.Film
            : blob.Size > SmallestBreak && blob.Contrast < -FaintFilm && !LiesAlongRing(blob, glassEdge) ? MarkKind.Shattered
            : blob.Farthest < glassEdge - CutOff ? (IsThread(blob) ? MarkKind.Scratch : IsDirt(blob) ? MarkKind.LooseDirt : MarkKind.Pit)
            : LiesAlongRing(blob, glassEdge) ? MarkKind.Adhesive
            : blob.EdgeWidth > SoftEdge + (0.05 * blob.Size) || blob.Size > LargestDirt ? MarkKind.Adhesive
            : blob.Halo > ShiningRim || blob.Roughness > VeryRagged || blob.EdgeWidth > SharpEdge + (blur / 2) ? MarkKind.LooseDirt
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

    // A scratch runs straight or in a bow; a crack zigzags, and all the more surely on its way through all of the glass.
    private static bool IsJagged(Trace trace, double length) =>
        (length > LongCrack && trace.Kinks > Jagged)
        || (length > VeryLongCrack && trace.Zigzag > LeastZigzag)
        || (length > VeryLongCrack && trace.Waviness > WavyIfLong && trace.Zigzag > JaggedThroughAll && trace.Turns >= CrackTurnsIfLong)
        || (length > ThroughAll && trace.Kinks > JaggedThroughAll && trace.Waviness > Wavy && trace.Turns >= CrackTurns);

    private static bool IsFilm(Blob blob) => !IsThread(blob) &&
        ((blob.Size > WideFilm && Math.Abs(blob.Contrast) < FaintFilm && blob.EdgeWidth > 1.8) || (blob.Size > VeryWideFilm && Math.Abs(blob.Contrast) < VeryFaintFilm));

    // What clings to the ring, a crescent along it; a chip is about as deep as it is long.
    private static bool LiesAlongRing(Blob blob, double glassEdge) => blob.Length > LongAtRing && blob.Length > SlenderAtRing * blob.Width && blob.Nearest > glassEdge - DeepestAtRing;

    // A stretch of a line that was not followed.
    public static bool IsThread(Blob blob) => (blob.Width < WideCrack && blob.Length > Slender * blob.Width) || (blob.Width < WidestThread && blob.Length > Math.Max(LongThread, SlenderIfWide * blob.Width));

    private static bool IsDirt(Blob blob) => (blob.Size > SmallestHalo && blob.Halo > ShiningRim) || blob.Roughness > RaggedAt(blob.Size);

    // The larger a mark, the better its outline shows: a pit of 10 µm is far rounder in the picture than one of 4.
    private static double RaggedAt(double size) => size switch
    {
        > 10 => 1.012,
        > 6 => 1.022,
        > 4 => 1.033,
        > 3 => 1.05,
        _ => double.MaxValue,
    };
}
