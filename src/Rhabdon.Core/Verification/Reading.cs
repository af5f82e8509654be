using Rhabdon.Core.Units;

namespace Rhabdon.Core.Verification;

/// <summary>What was read, raw: a length, or the value of a choice.</summary>
public sealed record Reading(string Check, Length? Length = null, string? Choice = null);
