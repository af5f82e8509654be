using Rhabdon.Core.Recipes;

namespace Rhabdon.Core.Bench;

/// <summary>Strands that lie side by side in one ribbon and are worked as one: what is cut off one is cut off all.</summary>
internal static class Ribbon
{
    /// <summary>The strand's own ribbon, itself among them, in the cable's order; null when its recipe works strands one by one.</summary>
    public static IReadOnlyList<Guid>? Of(TerminationState state, RecipeBook book)
    {
        var recipe = state.Worked ?? book.Latest(state.Plan?.RecipeId ?? string.Empty)?.Recipe;
        if (recipe?.Together is not { } together)
        {
            return null;
        }

        // A cable's ends are planned together, in the order of its strands.
        var planned = state.History.First(h => h.Event.Body is Planned).Event.About.Select(s => s.Id).ToList();
        return [.. planned.Skip(planned.IndexOf(state.Termination) / together * together).Take(together)];
    }
}
