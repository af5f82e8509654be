using Rhabdon.Core.Catalog;
using Rhabdon.Core.EndFaces;
using Rhabdon.Core.Phrases;
using Rhabdon.Vision.Looking;
using static Rhabdon.Vision.Looking.Thresholds.Picture;
using static Rhabdon.Vision.Looking.Thresholds.RoundMarks;

namespace Rhabdon.Vision;

/// <summary>A picture and a profile in, a verdict with its reasons out.</summary>
public static class FaceGrader
{
    /// <summary>Raised whenever the same picture may be judged otherwise. 1: what came before versions were noted.</summary>
    public const int Version = 3;

    /// <param name="core">Of the fiber in the picture.</param>
    /// <param name="scale">Micrometers to a pixel where known, above zero; else it is taken from the cladding's 125 µm.</param>
    public static FaceGrading Grade(GrayImage image, FaceLimits profile, FiberCore core, double? scale = null)
    {
        if (Exposure.FaultOf(image) is { } blind)
        {
            return Cannot(blind, new PictureQuality(0, 0, 1, 0, 0));
        }

        if (FiberFinder.Find(image, scale, core != FiberCore.SingleMode) is not { } place)
        {
            return Cannot("no-fiber", new PictureQuality(0, 0, 0, 0, 0));
        }

        var measured = scale ?? (FiberDimensions.CladdingRadius / place.Radius);
        var focus = place.Blur * measured;
        var clipped = Exposure.ClippedIn(image, place);
        if (focus > WorstFocus || clipped > MostClipped || !IsInFrame(image, place, profile, measured))
        {
            return Cannot(
                focus > WorstFocus ? "blurred"
                    : clipped > MostClipped ? "clipped"
                    : "cut-off",
                new PictureQuality(focus, 0, clipped, 0, place.Strength),
                new FiberCircle(place.X, place.Y, 2 * place.Radius, measured, core.Radius())
            );
        }

        if (!EdgeAllRound.IsFiber(image, place))
        {
            return Cannot("no-fiber", new PictureQuality(focus, 0, clipped, 0, place.Strength));
        }

        var gain = UsualLight.GainOf(image, place, measured, core.Radius());
        var ferrule = FerruleView.Of(image, place, measured, gain);
        var glass = GlassView.Of(image, place, measured, core.Radius(), gain, ferrule?.Light);
        var findings = Findings(profile, place, measured, RingView.Of(image, place, measured, gain), glass, ferrule);
        var judgement = FaceJudge.Judge(profile, findings);
        return new FaceGrading(
            judgement.Verdict,
            judgement.IsMarginal,
            new PictureQuality(focus, glass.Glass / gain / GrayImage.White, clipped, glass.NoiseAtEdge / gain / GrayImage.White, place.Strength),
            findings,
            judgement.Zones,
            judgement.Reasons,
            new FiberCircle(place.X, place.Y, 2 * place.Radius, measured, glass.CoreRadius),
            Version
        );
    }

    private static FaceGrading Cannot(string why, PictureQuality quality, FiberCircle? place = null) =>
        new(FaceVerdict.CannotGrade, false, quality, [], [], [Phrase.Of($"face.cannot.{why}")], place, Version);

    // Core and cladding decide: all of them must be there.
    private static bool IsInFrame(GrayImage image, FiberPlace place, FaceLimits profile, double scale)
    {
        var reach = (double)(profile.Of(Zone.B)?.To ?? 0) / 2 / scale;
        return place.X >= reach && place.Y >= reach && place.X <= image.Width - 1 - reach && place.Y <= image.Height - 1 - reach;
    }

    private static List<Finding> Findings(FaceLimits profile, FiberPlace place, double scale, RingView ring, GlassView glass, FerruleView? ferrule)
    {
        var compact = Compact(glass);
        var (traces, withoutLines) = LineDetector.Find(glass.Without(compact.SelectMany(b => b.Places)));
        var remains = new LineResiduals(traces, glass);
        var veil = FilmLayer.Of(withoutLines);
        var blobs = BlobFinder.WithoutHalos(compact.Concat(Finder(veil.Left).Find(BlobSmoothing, BlobScore, LeastShade)));
        var reader = new FindingReader(profile, place, scale, glass);
        var onGlass = blobs.Where(b => !veil.Hides(b) && !remains.Hold(b)).ToList();
        var onFerrule = ferrule?.Find().FindAll(b => !remains.HoldBeyondRing(b)) ?? [];
        var lines = LineJoiner.Join([.. traces.Where(t => !veil.Hides(t))], glass.Pitch);
        var free = new UnobstructedLineShape(lines, [.. onGlass, .. veil.Films], glass.Pitch, glass.Half);
        return
        [
            .. lines.Select(t => reader.Read(t with { LineShape = free.Of(t) })),
            .. new DefectGrouping(ring, glass.Edge, place.FerruleFrom(scale), glass.Blur * glass.Pitch)
                .Name(veil.Films, onGlass, onFerrule)
                .Select(p => reader.Read(p.Blob, p.Kind)),
        ];
    }

    private static BlobFinder Finder(GlassView glass) => new(glass.Left, glass.Pitch, glass.Half, glass.Blur, glass.IsJudged, glass.Noise);

    // Deep round patches would pass for short wide lines: lines are looked for on the glass without them.
    private static List<Blob> Compact(GlassView glass)
    {
        var deep = Finder(glass).Find(BlobSmoothing, CompactScore, CompactShade);
        return deep.FindAll(b => b.Size < LargestCompact && (b.IsCompact || deep.Exists(b.ClumpsWith)));
    }
}
