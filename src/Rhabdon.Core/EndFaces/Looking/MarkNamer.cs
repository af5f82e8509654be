namespace Rhabdon.Core.EndFaces.Looking;

/// <summary>Tells what a mark is by its looks. From common practice: a pit is round and sharp; dirt is ragged and may shine at its rim; film is wide and faint; adhesive clings to the ring.</summary>
internal static class MarkNamer
{
    private const double WideFilm = 13;
    private const double VeryWideFilm = 20;
    private const double FaintFilm = 38;
    private const double VeryFaintFilm = 16;
    private const double VeryRagged = 1.05;
    private const double DeepDirt = 64;
    private const double SmallestHalo = 2.5;
    private const double ShiningRim = 0.15;
    private const double WavyCrack = 0.25;
    private const double WideCrack = 3.2;
    private const int CrackTurns = 4;
    private const double VeryWavyCrack = 0.45;
    private const int FewTurns = 3;
    private const double LongCrack = 30;

    public static MarkKind Of(Trace trace, double length) => trace.Contrast < 0 && trace.Width < WideCrack && length > LongCrack && IsJagged(trace) ? MarkKind.Crack : MarkKind.Scratch;

    /// <param name="glassEdge">Radius of what was judged as glass, micrometers.</param>
    public static MarkKind OnGlass(Blob blob, double glassEdge)
    {
        var isAtRing = blob.MeetsRingFromWithin(glassEdge);
        return IsFilm(blob) ? MarkKind.Film
            : IsDirt(blob) && !isAtRing ? MarkKind.LooseDirt
            : !isAtRing ? MarkKind.Pit
            : blob.EdgeWidth > 1.5 + (0.05 * blob.Size) ? MarkKind.Adhesive
            : blob.Halo > ShiningRim || blob.Roughness > VeryRagged ? MarkKind.LooseDirt
            : MarkKind.Chip;
    }

    /// <summary>A mark that lies on glass and ferrule alike is on top of both: adhesive, or the darker dirt.</summary>
    public static MarkKind AcrossRing(Blob onGlass, Blob onFerrule) =>
        IsFilm(onGlass) && IsFilm(onFerrule) ? MarkKind.Film
        : Math.Abs(onGlass.Contrast) > DeepDirt || onGlass.Halo > ShiningRim ? MarkKind.LooseDirt
        : MarkKind.Adhesive;

    public static MarkKind OnFerrule(Blob blob, double ferruleFrom) =>
        IsFilm(blob) ? MarkKind.Film : blob.MeetsRingFromOutside(ferruleFrom) ? MarkKind.Adhesive : IsDirt(blob) ? MarkKind.LooseDirt : MarkKind.Pit;

    private static bool IsJagged(Trace trace) => (trace.Turns >= CrackTurns && trace.Waviness > WavyCrack) || (trace.Turns >= FewTurns && trace.Waviness > VeryWavyCrack);

    private static bool IsFilm(Blob blob) =>
        (blob.Size > WideFilm && Math.Abs(blob.Contrast) < FaintFilm && blob.EdgeWidth > 1.8) || (blob.Size > VeryWideFilm && Math.Abs(blob.Contrast) < VeryFaintFilm);

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
