using Rhabdon.Core.EndFaces;

namespace Rhabdon.Vision.Looking;

/// <summary>
/// Tells what a mark is by its looks. From common practice: a pit is round and sharp; dirt is ragged and may shine at its rim; film is wide and faint; broken
/// glass is wide and dark; a crack zigzags.
/// </summary>
internal static class DefectClassifier
{
    private const double WideFilm = 13;
    private const double VeryWideFilm = 20;
    private const double SoftFilm = 1.8;
    private const double FaintFilm = 38;
    private const double VeryFaintFilm = 16;

    // No crumb of dirt is as large; glass that broke out is.
    private const double SmallestBreak = 34;
    private const double WideCrack = 3.2;
    private const double Slender = 5;
    private const double WidestThread = 10;
    private const double LongThread = 25;
    private const double UnevenThread = 1.1;
    private const double SlenderIfEven = 3.2;
    private const double VeryEvenThread = 1.06;
    private const double SlenderIfVeryEven = 4;
    private const double SlenderIfBright = 3;
    private const double BarEven = 1.04;
    private const double SlenderIfBar = 2.8;
    private const double VerySlender = 6.5;
    private const float FaintestCrack = 11.5f;
    private const float DeepCrack = 25.6f;
    private const double LongCrack = 25;

    /// <summary>A scratch runs straight or in a bow, and where it was followed from one line over to another, in two; a crack zigzags all along.</summary>
    /// <param name="length">Micrometers.</param>
    public static MarkKind Of(DetectedLine trace, double length) =>
        trace.Contrast < -FaintestCrack && trace.Width < WideCrack && length > LongCrack && trace.LineShape.IsZigzag(trace.Contrast < -DeepCrack)
            ? MarkKind.Crack
            : MarkKind.Scratch;

    /// <summary>Of a patch that does not meet the ring.</summary>
    /// <param name="dirtOdds">That it is dirt rather than a pit.</param>
    public static MarkKind Of(Blob blob, double dirtOdds) =>
        IsFilm(blob) ? MarkKind.Film
        : IsBroken(blob) ? MarkKind.Shattered
        : IsThread(blob) ? MarkKind.Scratch
        : dirtOdds > 0 ? MarkKind.LooseDirt
        : MarkKind.Pit;

    public static bool IsFilm(Blob blob) =>
        !IsThread(blob)
        && (
            (blob.Size > WideFilm && Math.Abs(blob.Contrast) < FaintFilm && blob.EdgeWidth > SoftFilm)
            || (blob.Size > VeryWideFilm && Math.Abs(blob.Contrast) < VeryFaintFilm)
        );

    /// <summary>Glass that broke out.</summary>
    public static bool IsBroken(Blob blob) => blob.Size > SmallestBreak && blob.Contrast < -FaintFilm;

    /// <summary>A stretch of a line that was not followed.</summary>
    public static bool IsThread(Blob blob) =>
        (blob.Width < WideCrack && blob.Length > Slender * blob.Width)
        || (blob.Width < WidestThread && (blob.Length > VerySlender * blob.Width || IsLongAndEven(blob) || IsVeryEven(blob) || IsBar(blob)));

    private static bool IsLongAndEven(Blob blob) => blob.Roughness < UnevenThread && blob.Length > Math.Max(LongThread, SlenderIfEven * blob.Width);

    // Dirt is seldom so even, and seldom shines.
    private static bool IsVeryEven(Blob blob) =>
        blob.Roughness < VeryEvenThread && blob.Length > (blob.Contrast > 0 ? SlenderIfBright : SlenderIfVeryEven) * blob.Width;

    // Dirt so long is more uneven.
    private static bool IsBar(Blob blob) => blob.Roughness < BarEven && blob.Length > SlenderIfBar * blob.Width;
}
