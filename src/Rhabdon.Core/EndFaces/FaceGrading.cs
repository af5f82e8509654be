using Rhabdon.Core.Phrases;

namespace Rhabdon.Core.EndFaces;

/// <summary>A picture of an end face, graded. Places in pixels of the picture, the center of the top left one at 0, 0; sizes in micrometers.</summary>
/// <param name="Place">Null when no fiber was found.</param>
/// <param name="Reasons">The decisive one first; empty for a pass.</param>
/// <param name="Grader">Version of the grader; null for what was graded before versions were noted.</param>
public sealed record FaceGrading(
    FaceVerdict Verdict,
    bool IsMarginal,
    PictureQuality Quality,
    IReadOnlyList<Finding> Findings,
    IReadOnlyList<ZoneVerdict> Zones,
    IReadOnlyList<Phrase> Reasons,
    FiberCircle? Place = null,
    int? Grader = null
);

/// <summary>The cladding in a picture.</summary>
/// <param name="CladdingDiameter">Pixels.</param>
/// <param name="Scale">Micrometers to a pixel.</param>
/// <param name="CoreRadius">Micrometers.</param>
public sealed record FiberCircle(double CenterX, double CenterY, double CladdingDiameter, double Scale, double CoreRadius);
