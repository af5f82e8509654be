using Rhabdon.Core.Phrases;

namespace Rhabdon.Core.EndFaces;

/// <summary>What is done next about a polished face, and why.</summary>
public sealed record FaceAdvice(Phrase Do, Phrase? Why = null)
{
    // A scratch this many times as wide as its limit was not made by the last film (common practice).
    private const double Heavy = 1.5;

    /// <summary>The cheapest step that can help against the worst that is there (common practice).</summary>
    public static FaceAdvice For(FaceGrade grade, FaceProfile profile)
    {
        var over = FaceJudge.Against(profile, grade.Findings).SelectMany(e => e.Marks).ToList();
        return grade.Verdict switch
        {
            FaceVerdict.Pass => Say("accept", grade.IsMarginal ? "accept-marginal" : null),
            FaceVerdict.CleanAndLookAgain => Say("clean", "clean-why"),
            FaceVerdict.CannotGrade => Say("again"),
            _ when over.Exists(f => f.IsRefused) => Say("cut-off", "cut-off-why"),
            _ when over.Exists(f => f.Kind == MarkKind.Adhesive && f.Zone < Zone.D) => Say("polish-on", "polish-on-why"),
            _ when over.Exists(f => f.Class == MarkClass.Scratch && profile.ShareOf(f) is > Heavy and < double.PositiveInfinity) => Say("film-back", "film-back-why"),
            _ when over.Exists(f => f.Class == MarkClass.Defect && f.Zone <= Zone.B && !f.MayComeOff) => Say("film-back", "pit-why"),
            _ when over.Count > 0 && over.TrueForAll(f => f.Zone == Zone.D) => Say("clean", "contact-why"),
            _ => Say("last-film", "last-film-why"),
        };
    }

    private static FaceAdvice Say(string what, string? why = null) => new(Phrase.Of($"face.do.{what}"), why is null ? null : Phrase.Of($"face.do.{why}"));
}
