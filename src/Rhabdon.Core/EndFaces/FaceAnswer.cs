using Rhabdon.Core.Phrases;

namespace Rhabdon.Core.EndFaces;

/// <summary>
/// A graded face, as it is answered to whoever asks. Pixels as sent, the center of the top left one at 0, 0; sizes in micrometers. Without a fiber there is no
/// place and no scale.
/// </summary>
/// <param name="View">The same as a screen shows it.</param>
/// <param name="Seen">The same as a bench records it.</param>
/// <param name="Action">What the ladder proposes, where it was told how the connector is made and what was tried.</param>
public sealed record FaceAnswer(
    FaceVerdict Verdict,
    bool Marginal,
    double? CenterX,
    double? CenterY,
    double? CladdingDiameterPx,
    double? UmPerPixel,
    PictureQuality Quality,
    IReadOnlyList<FaceFinding> Findings,
    IReadOnlyList<FaceZone> Zones,
    IReadOnlyList<string> Reasons,
    FaceView View,
    FaceSeen Seen,
    FaceAction? Action = null
)
{
    public static FaceAnswer Of(FaceSeen seen, FaceLimits profile, Phrasebook book, FaceHistory? history = null, FaceAdvice? advice = null)
    {
        var grade = seen.Grade;
        return new FaceAnswer(
            grade.Verdict,
            grade.IsMarginal,
            grade.Place?.CenterX,
            grade.Place?.CenterY,
            grade.Place?.CladdingDiameter,
            grade.Place?.Scale,
            grade.Quality,
            [
                .. grade.Findings.Select(f => new FaceFinding(
                    f.Kind,
                    f.Class,
                    f.Zone,
                    f.Size,
                    f.Width,
                    f.Length,
                    f.X,
                    f.Y,
                    f.Contrast,
                    f.Confidence,
                    f.Uncertainty
                )),
            ],
            [.. grade.Zones.Select(z => FaceZone.Of(z, profile.Of(z.Zone)!))],
            [.. grade.Reasons.Select(book.Say)],
            new FaceViewer(book).View(grade, profile, advice),
            seen,
            history is null ? null : FaceAction.Propose(grade, profile, history, book, "en")
        );
    }
}

/// <param name="UncertaintyUm">Of the size, either way.</param>
public sealed record FaceFinding(
    FindingKind Kind,
    FindingClass Class,
    Zone Zone,
    double SizeUm,
    double WidthUm,
    double LengthUm,
    double X,
    double Y,
    double Contrast,
    double Confidence,
    double UncertaintyUm
);

public sealed record FaceZone(Zone Zone, decimal FromUm, decimal ToUm, int Scratches, int Defects, ZoneBands Limits, string Verdict)
{
    internal static FaceZone Of(ZoneVerdict verdict, ZoneLimits limits) =>
        new(
            verdict.Zone,
            limits.From,
            limits.To,
            verdict.Scratches,
            verdict.Defects,
            new ZoneBands(limits.Scratches, limits.Defects),
            verdict.Passes ? "pass" : "fail"
        );
}

/// <summary>Bands of sizes from small to large, each with how many may be there; what is larger than the last may not be there at all.</summary>
public sealed record ZoneBands(IReadOnlyList<SizeBand> Scratches, IReadOnlyList<SizeBand> Defects);
