using Rhabdon.Core.EndFaces;
using static Rhabdon.Vision.Looking.Thresholds.LineRemains;

namespace Rhabdon.Vision.Looking;

/// <summary>Tells which patches are no marks of their own but what stayed of lines that were followed and taken out, or where they go on.</summary>
internal sealed class LineResiduals(List<DetectedLine> lines, GlassView glass)
{
    private const int Samples = 80;

    /// <summary>
    /// Of a patch on the glass. Where a line was taken out a little of it stays, and more where two of them cross; past a crossing it may go on unfollowed, and
    /// at the ring its end may stand.
    /// </summary>
    public bool Hold(Blob blob)
    {
        var (x, y) = At(blob);
        var depth = Math.Abs(blob.Contrast);
        var isLong = blob.Length > Long * blob.Width || blob.HasArms;
        var near = lines.FindAll(t => t.Passes(x, y, ((t.Spread / 2) + RemainsReach) / glass.Pitch));
        var most = near.Sum(t => Math.Abs(t.Contrast));
        return depth < (near.Count > 1 ? most : (isLong ? LeftIfLong : Left) * most)
            || lines.Exists(t => depth < LeftIfLong * Math.Abs(t.Contrast) && (IsOn(blob, t) || IsNextStretch(blob, t) || IsEndAtRing(blob, t)))
            || IsCoveredByLines(blob);
    }

    // What lies under lines, or where they go on, with most of it: where two cross near the ring, neither may be followed on to it.
    private bool IsCoveredByLines(Blob blob)
    {
        var alike = lines.FindAll(t =>
            Math.Sign(t.Contrast) == Math.Sign(blob.Contrast) && Math.Abs(blob.Contrast) < MostTogether * Math.Abs(t.Contrast) && t.Spread < blob.Length
        );
        var (step, side, seen, covered) = ((blob.Places.Count / Samples) + 1, glass.Left.Width, 0, 0);
        for (var i = 0; i < blob.Places.Count && alike.Count > 0; i += step, seen++)
        {
            var (x, y) = (blob.Places[i] % side, blob.Places[i] / side);
            covered += alike.Exists(t => t.Covers(x, y, ((t.Spread / 2) + BesideCovered) / glass.Pitch, GoOnReach / glass.Pitch)) ? 1 : 0;
        }

        return covered > LeastCovered * seen;
    }

    /// <summary>Of a patch on the ferrule: a line that comes to the ring goes on over it, where no lines are followed.</summary>
    public bool HoldBeyondRing(Blob blob) =>
        lines.Exists(t =>
            Math.Sign(t.Contrast) == Math.Sign(blob.Contrast)
            && blob.Width < (MostWider * t.Spread) + Aside
            && GoesOnTo(blob, t, BeyondRing, (t.Spread / 2) + Aside, blob.Length > Drawn * blob.Width ? WideFan : NarrowFan, IsNearRing)
        );

    private bool IsOn(Blob blob, DetectedLine line) => blob.Size < MostWider * line.Spread && line.Passes(At(blob).X, At(blob).Y, OnLine / glass.Pitch);

    private bool IsNextStretch(Blob blob, DetectedLine line) =>
        Math.Sign(blob.Contrast) == Math.Sign(line.Contrast)
        && blob.Length > Stretch * blob.Width
        && blob.Width < MostWider * line.Spread
        && GoesOnTo(blob, line, (blob.Length / 2) + StretchReach, Aside, NarrowFan);

    private bool IsEndAtRing(Blob blob, DetectedLine line) =>
        blob.MeetsRingFromWithin(glass.Edge)
        && blob.Size < Math.Max(MostWider * line.Spread, LargestEnd)
        && GoesOnTo(blob, line, NearRing, (line.Spread / 2) + Aside, NarrowFan, IsNearRing);

    // Reach and aside in micrometers.
    private bool GoesOnTo(Blob blob, DetectedLine line, double reach, double aside, double fan, Func<(double X, double Y), bool>? counts = null) =>
        line.GoesOnTo(At(blob).X, At(blob).Y, reach / glass.Pitch, aside / glass.Pitch, fan, counts);

    private bool IsNearRing((double X, double Y) end) => glass.RadiusAt(end.X, end.Y) > glass.Edge - NearRing;

    // Steps of the glass's grid.
    private (double X, double Y) At(Blob blob) => (glass.Half + (blob.X / glass.Pitch), glass.Half + (blob.Y / glass.Pitch));
}
