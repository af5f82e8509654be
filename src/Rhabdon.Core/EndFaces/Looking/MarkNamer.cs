namespace Rhabdon.Core.EndFaces.Looking;

/// <summary>Tells what a mark is by its looks. From common practice: a pit is round and sharp; dirt is ragged and may shine at its rim; film is wide and faint; adhesive clings to the ring.</summary>
internal static class MarkNamer
{
    private const double WideFilm = 13;
    private const double FaintFilm = 38;
    private const double RaggedDirt = 1.055;
    private const double ShiningRim = 0.12;
    private const double WavyCrack = 0.75;
    private const double LongCrack = 25;

    public static MarkKind Of(Trace trace, double length) => trace.Contrast < 0 && length > LongCrack && trace.Waviness > WavyCrack ? MarkKind.Crack : MarkKind.Scratch;

    /// <param name="glassEdge">Radius of what was judged as glass, micrometers.</param>
    public static MarkKind OnGlass(Blob blob, double glassEdge, double coreRadius)
    {
        var isAtRing = blob.Farthest > glassEdge - 1.2;
        return blob.Size > WideFilm && Math.Abs(blob.Contrast) < FaintFilm && blob.EdgeWidth > 1.4 && !isAtRing ? MarkKind.Film
            : isAtRing ? (blob.EdgeWidth > 1.6 || blob.Size > 12 ? MarkKind.Adhesive : MarkKind.Chip)
            : IsDirt(blob) ? MarkKind.LooseDirt
            : blob.Roughness > 1.03 && blob.Size > 4 && blob.Nearest < coreRadius && blob.Farthest > coreRadius ? MarkKind.Chip
            : MarkKind.Pit;
    }

    public static MarkKind OnFerrule(Blob blob, double ferruleFrom) =>
        blob.Nearest < ferruleFrom + 1.8 ? MarkKind.Adhesive : IsDirt(blob) ? MarkKind.LooseDirt : MarkKind.Pit;

    private static bool IsDirt(Blob blob) => (blob.Size > 2.5 && blob.Halo > ShiningRim) || (blob.Size > 3 && blob.Roughness > RaggedDirt);
}
