using System.Globalization;
using Rhabdon.Core.Phrases;

namespace Rhabdon.Core.EndFaces;

/// <summary>A flat ferrule's row of fibers, graded, as it is answered to whoever asks.</summary>
/// <param name="Verdict">Of the whole: the worst of its fibers'; cannot-grade when the row is not whole in the picture and none of it fails.</param>
/// <param name="Decisive">Which fiber to look at first, from 0: the one that decides about the row, else the first; null when none was found.</param>
/// <param name="Fibers">From left to right; pixels of the picture as sent.</param>
public sealed record FaceRowAnswer(FaceVerdict Verdict, int? Decisive, IReadOnlyList<FaceAnswer> Fibers, IReadOnlyList<string> Reasons)
{
    /// <param name="picture">SHA-256 of the file as sent.</param>
    public static FaceRowAnswer Of(string picture, IReadOnlyList<FaceGrading> grades, FaceLimits profile, Phrasebook book)
    {
        var judged = FlatFerrule.Judged(profile);
        var isWhole = grades.Count == FlatFerrule.Fibers;
        var verdict = ((FaceVerdict[])[FaceVerdict.Fail, FaceVerdict.CannotGrade, FaceVerdict.CleanAndLookAgain]).FirstOrDefault(
            v => grades.Any(g => g.Verdict == v) || (v == FaceVerdict.CannotGrade && !isWhole),
            FaceVerdict.Pass
        );
        var missing = isWhole
            ? []
            : (string[])[book.Say(Phrase.Of(PhraseKeys.Face.RowFound, ("found", Number(grades.Count)), ("wanted", Number(FlatFerrule.Fibers))))];
        var against = grades.SelectMany(
            (g, i) => g.Reasons.Take(1).Select(r => book.Say(Phrase.Of(PhraseKeys.Face.RowFiber, ("fiber", Number(i + 1)), ("why", book.Say(r)))))
        );
        int? decisive = grades.Count == 0 ? null : Math.Max(0, grades.ToList().FindIndex(g => g.Verdict == verdict));
        return new FaceRowAnswer(
            verdict,
            decisive,
            [.. grades.Select(g => FaceAnswer.Of(FaceSeen.Of(picture, judged, g), judged, book, advice: FaceAdvice.ForFlatFerrule(g)))],
            [.. missing, .. against]
        );
    }

    private static string Number(int number) => number.ToString(CultureInfo.InvariantCulture);
}
