using Rhabdon.Core.Units;

namespace Rhabdon.Core.Verification;

/// <summary>What was read, raw: a length, the value of a choice, or a count of strokes.</summary>
public sealed record Reading(string Check, Length? Length = null, string? Choice = null, int? Count = null);
