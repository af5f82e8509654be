using Rhabdon.Core.Recipes;

namespace Rhabdon.Core.Verification;

/// <summary>How a reading was judged.</summary>
/// <param name="Sign">The ladder's sign it raises, if any.</param>
public sealed record Verdict(ReadingGrade Grade, string? Sign = null);
