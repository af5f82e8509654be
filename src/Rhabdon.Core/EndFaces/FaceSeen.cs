namespace Rhabdon.Core.EndFaces;

/// <summary>A look at a face through a picture: which picture, held against whose limits, and what was made of it then.</summary>
/// <param name="Picture">SHA-256 of the file as taken, 64 lowercase hexadecimal digits.</param>
/// <param name="Profile">Of the limits, and <paramref name="Version"/> which version of them.</param>
/// <param name="Sign">What the ladder calls the worst of it (<see cref="FaceSymptom"/>); null for a face that passes.</param>
public sealed record FaceSeen(string Picture, string Profile, int Version, FaceGrading Grade, string? Sign = null)
{
    /// <summary>Most marks that a look may carry.</summary>
    public const int MostFindings = 500;

    /// <summary>Characters of a SHA-256 in hexadecimal.</summary>
    public const int HashLength = 64;

    public static FaceSeen Of(string picture, FaceLimits profile, FaceGrading grade) =>
        new(picture, profile.Id, profile.Version, grade, FaceSymptom.Of(profile, grade.Findings));

    /// <summary>True for what can name a picture.</summary>
    public static bool IsHash(string? text) => text is { Length: HashLength } && text.All(c => c is (>= '0' and <= '9') or (>= 'a' and <= 'f'));

    /// <summary>True when these limits make of these marks what was made of them.</summary>
    public bool Agrees(FaceLimits profile) =>
        Grade.Verdict == FaceVerdict.CannotGrade
        || (FaceJudge.Judge(profile, Grade.Findings).Verdict == Grade.Verdict && FaceSymptom.Of(profile, Grade.Findings) == Sign);
}
