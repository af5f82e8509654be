using System.Globalization;
using Rhabdon.Core.Bench;
using Rhabdon.Core.Preparation;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Verification;

namespace Rhabdon.Demo;

/// <summary>
/// A hand that errs now and then, always alike for the same seed. What follows from an error is the ladder's and the fold's.
/// </summary>
internal sealed class DemoHand(int seed)
{
    private const double Slip = 0.012;

    private readonly Random random = new(seed);

    /// <summary>A reading that is not good, or null for a good one.</summary>
    public string? Read(TerminationState state, Step step)
    {
        if (random.NextDouble() > Slip)
        {
            return null;
        }

        if (step.Ask is { IsLength: true })
        {
            var dimension = ResolvedDimension.Of(step, state.Worked!, state.Recleave)!;
            return (dimension.Target - dimension.Tolerance - dimension.Tolerance).Millimeters.ToString(CultureInfo.InvariantCulture);
        }

        var worse = !step.Ask!.IsChoice ? [] : IntentHandler.OpenChoices(state, step.Ask).Where(c => c.Grade != ReadingGrade.Good).ToList();
        return worse.Count == 0 ? null : worse[random.Next(worse.Count)].Value;
    }
}
