using Rhabdon.Core.Preparation;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Units;

namespace Rhabdon.Core.Verification;

/// <summary>Readings to verdicts. The limits are the recipe's; how near a limit is already doubtful is the rulebook's, by check.</summary>
public static class Judgement
{
    /// <summary>
    /// A length against target and tolerance: within is good, outside is bad. Strip lengths are doubtful beyond three quarters of the tolerance;
    /// a cleave or holder length is not (common practice).
    /// </summary>
    public static Grade OfLength(string check, Length reading, Length target, Length tolerance)
    {
        var off = (reading - target).Abs();
        return off > tolerance ? Grade.Bad
            : check == "strip-length" && off * 4 > tolerance * 3 ? Grade.Doubtful
            : Grade.Good;
    }

    /// <summary>Strokes against the technique's count: too few leaves adhesive, too many undercuts the glass, and only the look tells (common practice).</summary>
    public static Grade OfCount(int count, Count wanted) => count >= wanted.Low && count <= wanted.High ? Grade.Good : Grade.Doubtful;

    /// <summary>The verdict on a reading asked for by a step. A length outside raises the step's sign; a choice raises its own.</summary>
    /// <param name="dimension">Target and tolerance at this step, for a length.</param>
    /// <exception cref="ArgumentException">The reading does not answer what the step asks.</exception>
    public static Verdict Judge(Step step, Reading reading, ResolvedDimension? dimension)
    {
        var ask = step.Ask!;
        if (ask.Counts)
        {
            var count = reading.Count ?? throw new ArgumentException($"The check {ask.Check} wants a count.", nameof(reading));
            return new Verdict(OfCount(count, step.Count!));
        }

        if (ask.IsLength)
        {
            if (reading.Length is not { } length || dimension is null)
            {
                throw new ArgumentException($"The check {ask.Check} wants a length.", nameof(reading));
            }

            var grade = OfLength(ask.Check, length, dimension.Target, dimension.Tolerance);
            return new Verdict(grade, grade == Grade.Bad ? ask.Sign : null);
        }

        var choice = ask.Choices.FirstOrDefault(c => c.Value == reading.Choice)
            ?? throw new ArgumentException($"The check {ask.Check} has no choice '{reading.Choice}'.", nameof(reading));
        return new Verdict(choice.Grade, choice.Sign);
    }
}
