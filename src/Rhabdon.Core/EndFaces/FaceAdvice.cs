using Rhabdon.Core.Phrases;

namespace Rhabdon.Core.EndFaces;

/// <summary>What is done next about a polished face, and why, from the picture alone. At the bench the ladder has the word: it knows what was tried before.</summary>
public sealed record FaceAdvice(Phrase Do, Phrase? Why = null)
{
    /// <summary>The cheapest step that can help against the worst that is there (common practice).</summary>
    public static FaceAdvice For(FaceGrade grade, FaceProfile profile) => grade.Verdict switch
    {
        FaceVerdict.CannotGrade => Say("again"),
        FaceVerdict.CleanAndLookAgain => Say("clean", "clean-why"),
        _ => FaceSign.Of(profile, grade.Findings) switch
        {
            null => Say("accept", grade.IsMarginal ? "accept-marginal" : null),
            FaceSign.ChipCore => Say("cut-off", "cut-off-why"),
            FaceSign.AdhesiveLeft => Say("polish-on", "polish-on-why"),
            FaceSign.HeavyScratches => Say("film-back", "film-back-why"),
            FaceSign.Pit => Say("film-back", "pit-why"),
            FaceSign.Dirt => Say("clean", "contact-why"),
            _ => Say("last-film", "last-film-why"),
        },
    };

    private static FaceAdvice Say(string what, string? why = null) => new(Phrase.Of($"face.do.{what}"), why is null ? null : Phrase.Of($"face.do.{why}"));
}
