using Rhabdon.Core.EndFaces.Looking;
using Rhabdon.Core.Phrases;

namespace Rhabdon.Core.EndFaces;

/// <summary>A picture and a profile in, a verdict with its reasons out.</summary>
public static class FaceGrader
{
    private const double WorstFocus = 2.6;
    private const double MostClipped = 0.25;
    private const double BlobSmoothing = 0.45;
    private const double BlobScore = 6.5;
    private const float LeastShade = 5;
    private const double CompactScore = 12;
    private const float CompactShade = 12;
    private const double LargestCompact = 30;
    private const double LeastOnFerrule = 4;

    // A pore beside the ring does not go on under it.
    private const double LeastUnderRing = 6;
    private const double LeftOver = 0.6;
    private const double LeftOverReach = 2.5;
    private const double LongLeftOver = 1.8;
    private const double LeftOverIfLong = 1.2;
    private const double WideLeftOver = 2;
    private const double OnLine = 1.2;
    private const double NextStretch = 1.8;
    private const double NextReach = 8;
    private const double Aside = 1.5;
    private const double BeyondRing = 90;
    private const double NearRing = 6;
    private const double LargestEnd = 6;
    private const double NarrowFan = 0.1;
    private const double WideFan = 0.3;
    private const double Drawn = 1.6;

    /// <param name="scale">Micrometers to a pixel where known, above zero; else it is taken from the cladding's 125 µm.</param>
    public static FaceGrade Grade(GrayImage image, FaceProfile profile, double? scale = null)
    {
        if (Exposure.FaultOf(image) is { } blind)
        {
            return Cannot(blind, new PictureQuality(0, 0, 1, 0, 0));
        }

        if (FiberFinder.Find(image, scale, profile.IsMultimode) is not { } place)
        {
            return Cannot("no-fiber", new PictureQuality(0, 0, 0, 0, 0));
        }

        var measured = scale ?? (MadeOf.CladdingRadius / place.Radius);
        var usualCore = profile.IsMultimode ? MadeOf.MultimodeCore : MadeOf.SingleModeCore;
        var focus = place.Blur * measured;
        var clipped = Exposure.ClippedIn(image, place);
        if (focus > WorstFocus || clipped > MostClipped || !IsInFrame(image, place, profile, measured))
        {
            return Cannot(
                focus > WorstFocus ? "blurred" : clipped > MostClipped ? "clipped" : "cut-off", new PictureQuality(focus, 0, clipped, 0, place.Strength),
                new FiberCircle(place.X, place.Y, 2 * place.Radius, measured, usualCore));
        }

        var ferrule = FerruleView.Of(image, place, measured);
        var glass = GlassView.Of(image, place, measured, usualCore, ferrule?.Light);
        var findings = Findings(profile, place, measured, glass, ferrule);
        var judgement = FaceJudge.Judge(profile, findings);
        return new FaceGrade(
            judgement.Verdict, judgement.IsMarginal, new PictureQuality(focus, glass.Glass / 255, clipped, glass.NoiseAtEdge / 255, place.Strength), findings, judgement.Zones, judgement.Reasons,
            new FiberCircle(place.X, place.Y, 2 * place.Radius, measured, glass.CoreRadius));
    }

    private static FaceGrade Cannot(string why, PictureQuality quality, FiberCircle? place = null) =>
        new(FaceVerdict.CannotGrade, false, quality, [], [], [Phrase.Of($"face.cannot.{why}")], place);

    // Core and cladding decide: all of them must be there.
    private static bool IsInFrame(GrayImage image, FiberPlace place, FaceProfile profile, double scale)
    {
        var reach = (double)(profile.Of(Zone.B)?.To ?? 0) / 2 / scale;
        return place.X >= reach && place.Y >= reach && place.X <= image.Width - 1 - reach && place.Y <= image.Height - 1 - reach;
    }

    private static List<Finding> Findings(FaceProfile profile, FiberPlace place, double scale, GlassView glass, FerruleView? ferrule)
    {
        var compact = TakeCompact(glass);
        var traces = ScratchTracer.TakeFrom(glass);
        var veil = Veil.TakeFrom(glass);
        var blobs = BlobFinder.WithoutHalos(compact.Concat(Finder(glass).Find(BlobSmoothing, BlobScore, LeastShade)));
        var ferruleFrom = place.FerruleFrom(scale);
        var reader = new FindingReader(profile, place, scale, glass);
        var onGlass = blobs.Where(b => !veil.Hides(b) && !IsLeftOver(b, traces, glass)).ToList();
        var onFerrule = ferrule?.Find().FindAll(b => !IsBeyondRing(b, traces, glass)) ?? [];
        var across = AcrossRing(onGlass, onFerrule, glass.Edge, ferruleFrom);
        List<(Blob Blob, MarkKind Kind)> patches =
        [
            .. onGlass.Select(b => (b.MeetsRingFromWithin(glass.Edge) ? b.OutTo(MadeOf.CladdingRadius) : b, MarkNamer.OnGlass(b, glass.Edge, glass.Blur * glass.Pitch))),
            .. onFerrule.Where(b => b.Size >= LeastOnFerrule)
                .Select(b => (b.Size >= LeastUnderRing && b.MeetsRingFromOutside(ferruleFrom) ? b.InTo(MadeOf.CladdingRadius) : b, MarkNamer.OnFerrule(b, ferruleFrom))),
            .. across,
        ];
        return
        [
            .. veil.Films.Select(b => reader.Read(b, MarkKind.Film)),
            .. TraceJoiner.Join([.. traces.Where(t => !veil.Hides(t))], glass.Pitch).Select(reader.Read),
            .. MarkNamer.InCompany(patches).Select(p => reader.Read(p.Blob, p.Kind)),
        ];
    }

    private static BlobFinder Finder(GlassView glass) => new(glass.Left, glass.Pitch, glass.Half, glass.Blur, glass.IsJudged, glass.Noise);

    // Deep round patches would pass for short wide lines: they are taken out before lines are looked for.
    private static List<Blob> TakeCompact(GlassView glass)
    {
        var compact = Finder(glass).Find(BlobSmoothing, CompactScore, CompactShade).Where(b => b.IsCompact && b.Size < LargestCompact).ToList();
        foreach (var blob in compact)
        {
            glass.Blank(blob.Places);
        }

        return compact;
    }

    // The two halves of a mark that lies over the ring, taken from where they were found and put together.
    private static List<(Blob Whole, MarkKind Kind)> AcrossRing(List<Blob> onGlass, List<Blob> onFerrule, double glassEdge, double ferruleFrom)
    {
        var across = new List<(Blob Whole, MarkKind Kind)>();
        foreach (var glass in onGlass.Where(b => b.MeetsRingFromWithin(glassEdge)).ToList())
        {
            var other = onFerrule.Find(f => f.MeetsRingFromOutside(ferruleFrom) && glass.GoesOnIn(f));
            if (other is not null)
            {
                across.Add((glass.With(other, ferruleFrom - glassEdge), MarkNamer.AcrossRing(glass, other)));
                onGlass.Remove(glass);
                onFerrule.Remove(other);
            }
        }

        return across;
    }

    // A line that comes to the ring goes on over the ferrule, where no lines are followed.
    private static bool IsBeyondRing(Blob blob, List<Trace> traces, GlassView glass) => traces.Exists(t =>
        Math.Sign(t.Contrast) == Math.Sign(blob.Contrast) && blob.Width < (WideLeftOver * t.Spread) + Aside
        && t.GoesOnTo(glass.Half + (blob.X / glass.Pitch), glass.Half + (blob.Y / glass.Pitch), BeyondRing / glass.Pitch, ((t.Spread / 2) + Aside) / glass.Pitch, blob.Length > Drawn * blob.Width ? WideFan : NarrowFan, p => glass.RadiusAt(p.X, p.Y) > glass.Edge - NearRing));

    // Where a line was taken out a little of it stays, and more where two of them cross; past a crossing it may go on unfollowed.
    private static bool IsLeftOver(Blob blob, List<Trace> traces, GlassView glass)
    {
        var (x, y) = (glass.Half + (blob.X / glass.Pitch), glass.Half + (blob.Y / glass.Pitch));
        var depth = Math.Abs(blob.Contrast);
        var isLong = blob.Length > LongLeftOver * blob.Width || blob.HasArms;
        var lines = traces.FindAll(t => t.Passes(x, y, ((t.Spread / 2) + LeftOverReach) / glass.Pitch));
        return depth < (lines.Count > 1 ? lines.Sum(t => Math.Abs(t.Contrast)) : (isLong ? LeftOverIfLong : LeftOver) * lines.Sum(t => Math.Abs(t.Contrast)))
            || traces.Exists(t => depth < LeftOverIfLong * Math.Abs(t.Contrast) && (IsOn(t) || IsNextStretch(t) || IsEndAtRing(t)));

        bool IsOn(Trace line) => blob.Size < WideLeftOver * line.Spread && line.Passes(x, y, OnLine / glass.Pitch);

        bool IsEndAtRing(Trace line) =>
            blob.MeetsRingFromWithin(glass.Edge) && blob.Size < Math.Max(WideLeftOver * line.Spread, LargestEnd) && line.GoesOnTo(x, y, NearRing / glass.Pitch, ((line.Spread / 2) + Aside) / glass.Pitch, NarrowFan, p => glass.RadiusAt(p.X, p.Y) > glass.Edge - NearRing);

        bool IsNextStretch(Trace line) =>
            Math.Sign(blob.Contrast) == Math.Sign(line.Contrast) && blob.Length > NextStretch * blob.Width && blob.Width < WideLeftOver * line.Spread
            && line.GoesOnTo(x, y, ((blob.Length / 2) + NextReach) / glass.Pitch, Aside / glass.Pitch, NarrowFan);
    }
}
