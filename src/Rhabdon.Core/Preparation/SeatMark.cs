using Rhabdon.Core.Recipes;
using Rhabdon.Core.Units;

namespace Rhabdon.Core.Preparation;

/// <summary>The mark that tells at the connector's entry that glass has met the stub.</summary>
public static class SeatMark
{
    /// <summary>The id that a recipe's seat mark bears.</summary>
    public const string Id = "seat";

    /// <summary>How far from the entry it may stand at contact (common practice).</summary>
    public static Length Limit { get; } = Length.Mm(2);

    /// <summary>
    /// How far outside the entry the mark stands when the glass touches the stub; below zero it has gone inside. Null without a seat mark, or while the stub's
    /// depth must still be taken from the maker's sheet.
    /// </summary>
    public static Length? AtContact(Recipe recipe, StripPlan plan) =>
        recipe.Joint?.Stub is { } stub && plan.MarkOf(Id) is { } mark ? mark.At - (plan.Bare - plan.Glass) - stub : null;
}
