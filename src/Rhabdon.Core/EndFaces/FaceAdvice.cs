using Rhabdon.Core.Phrases;

namespace Rhabdon.Core.EndFaces;

/// <summary>
/// What is done next about a polished face, and why, from the picture alone. At the bench the ladder has the word: it knows what was tried before.
/// </summary>
public sealed record FaceAdvice(Phrase Do, Phrase? Why = null)
{
    /// <summary>The cheapest step that can help against the worst that is there (common practice).</summary>
    public static FaceAdvice For(FaceGrading grade, FaceLimits profile) =>
        ForAny(grade)
        ?? FaceSymptom.Of(profile, grade.Findings) switch
        {
            FaceSymptom.ChipCore => Say("cut-off", "cut-off-why"),
            FaceSymptom.AdhesiveLeft => Say("polish-on", "polish-on-why"),
            FaceSymptom.HeavyScratches => Say("film-back", "film-back-why"),
            FaceSymptom.Pit => Say("film-back", "pit-why"),
            FaceSymptom.Dirt => Say("clean", "contact-why"),
            _ => Say("last-film", "last-film-why"),
        };

    /// <summary>Of a fiber of a flat ferrule, which its maker polished: films at the bench do not mend it (common practice).</summary>
    public static FaceAdvice ForFlatFerrule(FaceGrading grade) => ForAny(grade) ?? Say("splice-on", "splice-on-why");

    // What is done whoever polished it; null for a face that fails.
    private static FaceAdvice? ForAny(FaceGrading grade) =>
        grade.Verdict switch
        {
            FaceVerdict.CannotGrade => Say("again"),
            FaceVerdict.CleanAndLookAgain => Say("clean", "clean-why"),
            FaceVerdict.Pass => Say("accept", grade.IsMarginal ? "accept-marginal" : null),
            _ => null,
        };

    private static FaceAdvice Say(string what, string? why = null) => new(Phrase.Of($"face.do.{what}"), why is null ? null : Phrase.Of($"face.do.{why}"));
}
