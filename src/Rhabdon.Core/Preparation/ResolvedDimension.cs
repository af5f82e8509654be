using Rhabdon.Core.Recipes;
using Rhabdon.Core.Units;

namespace Rhabdon.Core.Preparation;

/// <summary>A step's dimension with its figures, taken from the strip plan in force.</summary>
/// <param name="AtLeast">The target is a least: more is good.</param>
/// <param name="Zero">Position from T0 of the edge it is measured from, and <paramref name="End"/> of where it ends; for the drawing.</param>
public sealed record ResolvedDimension(
    Length Target,
    Length Tolerance,
    Edge From,
    Length Zero,
    Length End,
    bool AtLeast = false,
    FigureStanding? Standing = null
)
{
    /// <summary>The dimension of a step, or null when it has none. After a re-cleave's start the shorter strip is in force.</summary>
    public static ResolvedDimension? Of(Step step, Recipe recipe, bool isRecleave)
    {
        if (step.Dimension is not { } dimension)
        {
            return null;
        }

        var plan = StripPlan.For(recipe, isRecleave);
        return dimension switch
        {
            { Of: DimensionOf.Cut, Cut: { } id } when plan.MarkOf(id) is { } mark => OfMark(mark),
            { Of: DimensionOf.Cleave } when recipe.Cleave is { } cleave => new ResolvedDimension(
                cleave.Length,
                cleave.Tolerance,
                plan.BareEdge,
                plan.Bare,
                plan.Bare - cleave.Length,
                Standing: cleave.Standing
            ),
            { Of: DimensionOf.Given, Length: { } length, Tolerance: { } tolerance, From: { } from } => new ResolvedDimension(
                length,
                tolerance,
                from,
                plan.Bare + length,
                plan.Bare,
                Standing: dimension.Standing
            ),
            _ => null,
        };
    }

    private static ResolvedDimension OfMark(PenMark mark) =>
        new(
            mark.Length,
            mark.Tolerance,
            mark.From,
            mark.Toward == Toward.Closet ? mark.At - mark.Length : mark.At + mark.Length,
            mark.At,
            mark.AtLeast,
            mark.Standing
        );
}
