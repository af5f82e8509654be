using Rhabdon.Core.EndFaces;
using Rhabdon.Core.Units;

namespace Rhabdon.Core.Verification;

/// <summary>What was read, raw: a length, the value of a choice, or a count of strokes.</summary>
/// <param name="Face">The picture that the choice was read from.</param>
/// <param name="Overruled">Why the person chose otherwise than the picture was graded; null when they agree.</param>
public sealed record Reading(string Check, Length? Length = null, string? Choice = null, int? Count = null, FaceSeen? Face = null, string? Overruled = null);
