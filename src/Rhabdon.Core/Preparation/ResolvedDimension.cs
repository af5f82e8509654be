using Rhabdon.Core.Recipes;
using Rhabdon.Core.Units;

namespace Rhabdon.Core.Preparation;

/// <summary>A step's dimension with its figures, taken from the strip plan in force.</summary>
public sealed record ResolvedDimension(Length Target, Length Tolerance, Edge From)
{
    /// <summary>The dimension of a step, or null when it has none. After a re-cleave's start the shorter strip is in force.</summary>
    public static ResolvedDimension? Of(Step step, Recipe recipe, bool isRecleave) => step.Dimension switch
    {
        { Of: DimensionOf.Cut, Cut: { } cut } when StripPlan.For(recipe, isRecleave).MarkOf(cut) is { } mark =>
            new ResolvedDimension(mark.Cut.Length, mark.Cut.Tolerance, mark.Cut.From),
        { Of: DimensionOf.Cleave } when recipe.Cleave is { } cleave =>
            new ResolvedDimension(cleave.Length, cleave.Tolerance, Edge.BufferEdge),
        { Of: DimensionOf.Given, Length: { } length, Tolerance: { } tolerance, From: { } from } =>
            new ResolvedDimension(length, tolerance, from),
        _ => null,
    };
}
