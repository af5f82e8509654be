using Rhabdon.Core.Catalog;
using Rhabdon.Core.Preparation;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Units;

namespace Rhabdon.Core.Verification;

/// <summary>Readings to verdicts. The limits are the recipe's; how near a limit is already doubtful is the rulebook's, by check.</summary>
public static class ReadingJudge
{
    /// <summary>
    /// A length against target and tolerance: within is good, outside is bad. From which share of the tolerance on it is doubtful is the check's.
    /// </summary>
    public static ReadingGrade OfLength(string check, Length reading, Length target, Length tolerance)
    {
        var off = (reading - target).Abs();
        return off > tolerance ? ReadingGrade.Bad
            : Catalogs.All.CheckOf(check)?.DoubtfulBeyond is { } share && off.Nanometers > tolerance.Nanometers * share ? ReadingGrade.Doubtful
            : ReadingGrade.Good;
    }

    /// <summary>A length that must be reached: more is good.</summary>
    public static ReadingGrade OfLeast(Length reading, Length least) => reading < least ? ReadingGrade.Bad : ReadingGrade.Good;

    /// <summary>A figure against limits, in the same unit.</summary>
    public static ReadingGrade OfFigure(decimal figure, ReadingLimits? limits) =>
        figure < limits?.Least || figure > limits?.Most ? ReadingGrade.Bad
        : figure < limits?.GoodLeast || figure > limits?.GoodMost ? ReadingGrade.Doubtful
        : ReadingGrade.Good;

    /// <summary>
    /// Strokes against the technique's count: too few leaves adhesive, too many undercuts the glass, and only the look tells (common practice).
    /// </summary>
    public static ReadingGrade OfCount(int count, Count wanted) => count >= wanted.Low && count <= wanted.High ? ReadingGrade.Good : ReadingGrade.Doubtful;

    /// <summary>The verdict on a reading asked for by a step. A length or figure outside raises the step's sign; a choice raises its own.</summary>
    /// <param name="dimension">Target and tolerance at this step, for a length.</param>
    /// <exception cref="ArgumentException">The reading does not answer what the step asks.</exception>
    public static Verdict Judge(Step step, Reading reading, ResolvedDimension? dimension)
    {
        var ask = step.Ask!;
        if (!reading.Answers(ask.Reads))
        {
            throw Unanswered(ask, nameof(reading));
        }

        return reading.Value switch
        {
            ReadingValue.OfLength { Length: var length } when dimension is not null => Raised(
                ask,
                dimension.AtLeast ? OfLeast(length, dimension.Target) : OfLength(ask.Check, length, dimension.Target, dimension.Tolerance)
            ),
            ReadingValue.OfCount { Count: var count } => new Verdict(OfCount(count, step.Count!)),
            ReadingValue.OfChoice { Choice: var value } when ask.Choices.FirstOrDefault(c => c.Value == value) is { } choice => new Verdict(
                choice.Grade,
                choice.Sign
            ),
            ReadingValue.OfAngle { Angle: var angle } => Raised(ask, OfFigure(angle.Amount, ask.Limits)),
            ReadingValue.OfAngles { Angles: var angles } => Raised(ask, OfFigure(angles.Worse.Amount, ask.Limits)),
            ReadingValue.OfLoss { Loss: var loss } => Raised(ask, OfFigure(loss.Amount, ask.Limits)),
            ReadingValue.OfReflectance { Reflectance: var back } => Raised(ask, OfFigure(back.Amount, ask.Limits)),
            ReadingValue.OfPower { Power: var power } => Raised(ask, OfFigure(power.Amount, ask.Limits)),
            ReadingValue.OfTemperature { Temperature: var warm } => Raised(ask, OfFigure(warm.Amount, ask.Limits)),
            ReadingValue.OfDuration { Seconds: var seconds } => Raised(ask, OfFigure(seconds, ask.Limits)),
            ReadingValue.OfText => new Verdict(ReadingGrade.Good),
            _ => throw Unanswered(ask, nameof(reading)),
        };
    }

    private static Verdict Raised(Ask ask, ReadingGrade grade) => new(grade, grade == ReadingGrade.Bad ? ask.Sign : null);

    private static ArgumentException Unanswered(Ask ask, string name) => new($"The check {ask.Check} wants a {ask.Reads} that the step offers.", name);
}
