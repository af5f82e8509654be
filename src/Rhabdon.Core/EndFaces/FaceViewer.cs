using System.Globalization;
using Rhabdon.Core.Phrases;

namespace Rhabdon.Core.EndFaces;

/// <summary>Says a graded face: the verdict in words first, why, what to do next, then each mark as its share of its own limit.</summary>
public sealed class FaceViewer(Phrasebook book)
{
    private const double LargestShare = 2;
    private const double NearLimit = 0.75;
    private const double LeastReach = 4;
    private const double BarMicrometers = 50;
    private const double SharpFocus = 1;

    /// <param name="advice">Other than for a connector polished at the bench.</param>
    public FaceView View(FaceGrading grade, FaceLimits profile, FaceAdvice? advice = null)
    {
        var against = FaceJudge.Against(profile, grade.Findings).SelectMany(e => e.Marks).ToHashSet();
        var sign = FaceSymptom.Of(profile, grade.Findings);
        bool Decides(Finding mark) => against.Contains(mark) && FaceSymptom.Of(profile, [mark]) == sign;
        var marks = grade
            .Findings.OrderByDescending(Decides)
            .ThenByDescending(f => against.Contains(f) && !f.MayComeOff)
            .ThenByDescending(against.Contains)
            .ThenByDescending(f => ShareOf(f, profile, f.Size) ?? -1)
            .ThenBy(f => f.Zone)
            .ToList();
        advice ??= FaceAdvice.For(grade, profile);
        return new FaceView(
            Headline(grade, marks),
            ToneOf(grade),
            [.. Why(grade, profile, Decides).Select(book.Say), .. Marginal(grade)],
            book.Say(advice.Do),
            advice.Why is null ? null : book.Say(advice.Why),
            [.. marks.Select((m, i) => Mark(i + 1, m, profile, against.Contains(m), grade.Place?.Scale ?? 1))],
            [.. profile.Zones.Select(z => Zone(z, grade))],
            Rings(grade, profile),
            grade.Place is { } place ? new FaceViewBar(BarMicrometers / place.Scale, Micrometers(BarMicrometers)) : null,
            [.. Quality(grade)]
        );
    }

    private string Headline(FaceGrading grade, List<Finding> decisiveFirst) =>
        grade.Verdict switch
        {
            FaceVerdict.Pass => book.Say(Phrase.Of(grade.IsMarginal ? PhraseKeys.Face.ViewPassMarginal : PhraseKeys.Face.ViewPass)),
            FaceVerdict.CleanAndLookAgain => book.Say(Phrase.Of(PhraseKeys.Face.ViewClean)),
            FaceVerdict.CannotGrade => book.Say(Phrase.Of(PhraseKeys.Face.ViewCannot)),
            _ => book.Say(Phrase.Of(PhraseKeys.Face.ViewFail, ("mark", Name(decisiveFirst[0].Kind)), ("zone", decisiveFirst[0].Zone.ToString()))),
        };

    // What decides first, so that the reason that is read is that of the headline.
    private static IEnumerable<Phrase> Why(FaceGrading grade, FaceLimits profile, Func<Finding, bool> decides) =>
        grade.Verdict == FaceVerdict.CannotGrade
            ? grade.Reasons
            : FaceJudge.Against(profile, grade.Findings).OrderByDescending(e => e.Marks.Any(decides)).Select(e => e.Says);

    private static string ToneOf(FaceGrading grade) =>
        grade.Verdict switch
        {
            FaceVerdict.Pass => grade.IsMarginal ? "doubtful" : "good",
            FaceVerdict.Fail => "bad",
            FaceVerdict.CleanAndLookAgain => "doubtful",
            _ => "none",
        };

    private IEnumerable<string> Marginal(FaceGrading grade) => grade.IsMarginal ? [book.Say(Phrase.Of(PhraseKeys.Face.ViewMarginal))] : [];

    private FaceViewFinding Mark(int number, Finding mark, FaceLimits profile, bool isAgainst, double scale)
    {
        var share = ShareOf(mark, profile, mark.Size);
        return new FaceViewFinding(
            number,
            book.Say(
                Phrase.Of(
                    mark.Kind == FindingKind.Scratch ? PhraseKeys.Face.ViewScratch : PhraseKeys.Face.ViewMark,
                    ("mark", Name(mark.Kind)),
                    ("size", Micrometers(mark.Size)),
                    ("sure", Number(mark.Uncertainty)),
                    ("length", Micrometers(mark.Length)),
                    ("zone", mark.Zone.ToString())
                )
            ),
            LimitOf(mark, profile),
            isAgainst ? (mark.MayComeOff ? "doubtful" : "bad")
                : share > NearLimit ? "doubtful"
                : "good",
            share,
            share is null ? null : ShareOf(mark, profile, mark.Size - mark.Uncertainty),
            share is null ? null : ShareOf(mark, profile, mark.Size + mark.Uncertainty),
            mark.X,
            mark.Y,
            Math.Max(LeastReach, mark.Size / scale / 2)
        );
    }

    private static double? ShareOf(Finding mark, FaceLimits profile, double size) =>
        profile.ShareOf(mark with { Size = Math.Max(0, size) }) is { } share ? Math.Min(LargestShare, share) : null;

    private string LimitOf(Finding mark, FaceLimits profile) =>
        profile.Of(mark.Zone)?.Of(mark.Class) is not { } bands ? book.Say(Phrase.Of(PhraseKeys.Face.ViewNotJudged))
        : bands.Count == 0 ? book.Say(Phrase.Of(PhraseKeys.Face.ViewNoneMay))
        : bands[^1].End is { } end ? book.Say(Phrase.Of(PhraseKeys.Face.ViewLimit, ("limit", Micrometers((double)end))))
        : book.Say(Phrase.Of(PhraseKeys.Face.ViewAnyMay));

    private FaceViewZone Zone(ZoneLimits zone, FaceGrading grade)
    {
        var verdict = grade.Zones.FirstOrDefault(z => z.Zone == zone.Zone);
        var isOpen = zone.Scratches.Concat(zone.Defects).All(b => b.End is null && b.Most is null) && zone.Scratches.Count > 0 && zone.Defects.Count > 0;
        return new FaceViewZone(
            book.Say(Phrase.Of($"face.zone.{zone.Zone}")),
            Count(verdict?.Scratches),
            Bands(zone.Scratches),
            Count(verdict?.Defects),
            Bands(zone.Defects),
            verdict is null
                ? "–"
                : book.Say(
                    Phrase.Of(
                        isOpen ? PhraseKeys.Face.ViewFree
                        : verdict.Passes ? PhraseKeys.Face.ViewWithin
                        : PhraseKeys.Face.ViewOver
                    )
                ),
            verdict is null || isOpen ? "none"
                : verdict.Passes ? "good"
                : "bad"
        );
    }

    private static string Count(int? seen) => seen?.ToString(CultureInfo.InvariantCulture) ?? "–";

    private string Bands(IReadOnlyList<SizeBand> bands) =>
        bands.Count == 0 ? book.Say(Phrase.Of(PhraseKeys.Face.ViewNone)) : string.Join(", ", bands.Select((b, i) => Band(b, i == 0 ? null : bands[i - 1].End)));

    private string Band(SizeBand band, decimal? from)
    {
        var most = band.Most is { } count ? count.ToString(CultureInfo.InvariantCulture) : book.Say(Phrase.Of(PhraseKeys.Face.ViewAny));
        return band.End is not { } end ? (from is null ? most : $"{most} > {Short(from.Value)}")
            : from is { } low ? book.Say(Phrase.Of(PhraseKeys.Face.ViewBand, ("most", most), ("from", Short(low)), ("to", Short(end))))
            : $"{most} {(band.Below is null ? "≤" : "<")} {Short(end)}";
    }

    private static string Short(decimal size) => size.ToString("0.#", CultureInfo.InvariantCulture);

    private List<FaceViewRing> Rings(FaceGrading grade, FaceLimits profile) =>
        grade.Place is not { } place
            ? []
            :
            [
                .. profile.Zones.Select(z => new FaceViewRing(
                    book.Say(Phrase.Of($"face.zone.{z.Zone}")),
                    place.CenterX,
                    place.CenterY,
                    (double)z.To / 2 / place.Scale
                )),
            ];

    private IEnumerable<string> Quality(FaceGrading grade)
    {
        if (grade.Place is not { } place)
        {
            yield break;
        }

        yield return book.Say(Phrase.Of(PhraseKeys.Face.ViewScale, ("scale", place.Scale.ToString("0.000", CultureInfo.InvariantCulture))));
        yield return book.Say(
            Phrase.Of(grade.Quality.Focus < SharpFocus ? PhraseKeys.Face.ViewSharp : PhraseKeys.Face.ViewSoft, ("focus", Micrometers(grade.Quality.Focus)))
        );
    }

    private string Name(FindingKind kind) => book.Say(Phrase.Of($"face.kind.{kind}"));

    private static string Micrometers(double size) => $"{Number(size)} µm";

    private static string Number(double size) => size.ToString("0.0", CultureInfo.InvariantCulture);
}
