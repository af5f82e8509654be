using Rhabdon.Core.Bench;
using Rhabdon.Core.Recipes;

namespace Rhabdon.Core.Sessions;

/// <summary>The recipes of the work that lies ahead.</summary>
public static class ReadyWork
{
    /// <summary>As they are worked on strands that are not over, each once: in the technique that each began with, else in the usual one.</summary>
    public static IReadOnlyList<Recipe> Of(IEnumerable<TerminationState> strands, RecipeBook book) =>
        [
            .. strands
                .Where(s => !s.IsOver && s.Plan is not null)
                .Select(s => s.Worked ?? book.Latest(s.Plan!.RecipeId)?.On(s.Plan, null))
                .OfType<Recipe>()
                .Distinct(ReferenceEqualityComparer.Instance)
                .Cast<Recipe>(),
        ];
}
