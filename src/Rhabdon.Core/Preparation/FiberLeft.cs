using Rhabdon.Core.Recipes;
using Rhabdon.Core.Units;

namespace Rhabdon.Core.Preparation;

/// <summary>The fiber an end still has for further tries.</summary>
/// <param name="Service">What it began with, beyond the first connector's own strip.</param>
/// <param name="Least">The least that reaches the panel with legal bends.</param>
public sealed record FiberLeft(Length Service, Length Least, Length Used)
{
    public Length Left => Service - Used;

    /// <summary>What may still be used up; zero when nothing may.</summary>
    public Length Spare => Left > Least ? Left - Least : Length.Zero;

    /// <summary>
    /// floor((left − least) / use): how often an action that uses <paramref name="use"/> can still be done.
    /// </summary>
    /// <exception cref="ArgumentOutOfRangeException"><paramref name="use"/> is not above zero: such an action is not bounded by fiber.</exception>
    public int TriesLeft(Length use)
    {
        ArgumentOutOfRangeException.ThrowIfNegativeOrZero(use.Nanometers);
        return (int)Math.Min(int.MaxValue, Spare.Nanometers / use.Nanometers);
    }

    /// <summary>What an action uses up on this recipe: on 900 µm buffer a re-cleave takes the glass still needed and what the cleaver holds; under a
    /// jacket it takes a whole new strip. Cutting off takes the part inside the connector and a whole new strip.</summary>
    public static Length Use(FiberUse use, Recipe recipe) =>
        use switch
        {
            FiberUse.None => Length.Zero,
            FiberUse.Recleave => StripPlan.For(recipe, isRecleave: true).Strip,
            FiberUse.StripAgain => StripPlan.For(recipe, isRecleave: false).Strip,
            FiberUse.CutOff => StripPlan.For(recipe, isRecleave: false) is var plan ? plan.Profile.Tip + plan.Strip : Length.Zero,
            _ => throw new NotSupportedException(use.ToString()),
        };
}
