using Rhabdon.Core.EndFaces;
using static Rhabdon.Vision.Looking.Thresholds.Crack;
using static Rhabdon.Vision.Looking.Thresholds.Film;
using static Rhabdon.Vision.Looking.Thresholds.Lines;
using static Rhabdon.Vision.Looking.Thresholds.Threads;

namespace Rhabdon.Vision.Looking;

/// <summary>
/// Tells what a mark is by its looks. From common practice: a pit is round and sharp; dirt is ragged and may shine at its rim; film is wide and faint; broken
/// glass is wide and dark; a crack zigzags.
/// </summary>
internal static class DefectClassifier
{
    /// <summary>A scratch runs straight or in a bow, and where it was followed from one line over to another, in two; a crack zigzags all along.</summary>
    /// <param name="length">Micrometers.</param>
    public static FindingKind Of(DetectedLine trace, double length) =>
        trace.Contrast < -FaintestCrack && trace.Width < WideCrack && length > LongCrack && trace.LineShape.IsZigzag(trace.Contrast < -DeepCrack)
            ? FindingKind.Crack
            : FindingKind.Scratch;

    /// <summary>Of a patch that does not meet the ring.</summary>
    /// <param name="dirtOdds">That it is dirt rather than a pit.</param>
    public static FindingKind Of(Blob blob, double dirtOdds) =>
        IsFilm(blob) ? FindingKind.Film
        : IsBroken(blob) ? FindingKind.Shattered
        : IsThread(blob) ? FindingKind.Scratch
        : dirtOdds > 0 ? FindingKind.LooseDirt
        : FindingKind.Pit;

    public static bool IsFilm(Blob blob) =>
        !IsThread(blob)
        && (
            (blob.Size > LeastFilm && Math.Abs(blob.Contrast) < DeepestFilm && blob.EdgeWidth > SoftFilm)
            || (blob.Size > SurelyFilm && Math.Abs(blob.Contrast) < VeryFaintFilm)
        );

    /// <summary>Glass that broke out.</summary>
    public static bool IsBroken(Blob blob) => blob.Size > SmallestBreak && blob.Contrast < -DeepestFilm;

    /// <summary>A stretch of a line that was not followed.</summary>
    public static bool IsThread(Blob blob) =>
        (blob.Width < WideCrack && blob.Length > Slender * blob.Width)
        || (blob.Width < WidestLine && (blob.Length > VerySlender * blob.Width || IsLongAndEven(blob) || IsVeryEven(blob) || IsBar(blob)));

    private static bool IsLongAndEven(Blob blob) => blob.Roughness < UnevenThread && blob.Length > Math.Max(LongThread, SlenderIfEven * blob.Width);

    // Dirt is seldom so even, and seldom shines.
    private static bool IsVeryEven(Blob blob) =>
        blob.Roughness < VeryEvenThread && blob.Length > (blob.Contrast > 0 ? SlenderIfBright : SlenderIfVeryEven) * blob.Width;

    // Dirt so long is more uneven.
    private static bool IsBar(Blob blob) => blob.Roughness < BarEven && blob.Length > SlenderIfBar * blob.Width;
}
