using Rhabdon.Core.Catalog;
using Rhabdon.Core.EndFaces;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Recipes;

namespace Rhabdon.Core.Verification;

/// <summary>A look through a picture, as one of the answers that a step offers.</summary>
public static class FaceReading
{
    /// <summary>
    /// The answer with the picture's sign. A look between films that has none for fine scratches takes them for good: they are normal there (common practice).
    /// </summary>
    /// <returns>Null when the step has no answer for what the picture shows.</returns>
    public static Choice? Proposed(Ask ask, FaceSeen face) =>
        ask.Choices.FirstOrDefault(c => c.Sign == face.Sign)
        ?? (face.Sign == FaceSymptom.FineScratches ? ask.Choices.FirstOrDefault(c => c.Grade == ReadingGrade.Good) : null);

    /// <summary>
    /// Why the picture cannot stand behind the answer given: it was asked about something else, cannot be graded, or says otherwise and nobody said why. Null
    /// when it can.
    /// </summary>
    public static (string Field, Phrase Says)? Fault(Ask ask, Reading reading) =>
        reading.Face is not { } face ? (reading.Overruled is null ? null : ("overruled", Phrase.Of(PhraseKeys.Conflict.FaceNone)))
        : ask.Reads != ReadingKind.Picture ? ("face", Phrase.Of(PhraseKeys.Conflict.FaceNone))
        : face.Grade.Verdict == FaceVerdict.CannotGrade ? ("face", Phrase.Of(PhraseKeys.Conflict.FaceCannot))
        : (Proposed(ask, face)?.Value == reading.Choice) == (reading.Overruled is null) ? null
        : ("overruled", Phrase.Of(reading.Overruled is null ? PhraseKeys.Conflict.FaceReason : PhraseKeys.Conflict.FaceAgrees));
}
