using Rhabdon.Core.Bench;
using Rhabdon.Core.Recipes;

namespace Rhabdon.Core.Tools;

/// <summary>How much of each kind of lot the work takes.</summary>
public static class LotUse
{
    // A share of a milliliter is not known better than that.
    private const int Decimals = 4;

    /// <summary>What a termination takes by its recipe, in the kind's unit; 0 where the recipe does without. The fibers of a ribbon share one.</summary>
    public static decimal PerEnd(GearKind kind, Recipe recipe) => decimal.Round(PerPiece(kind, recipe) / (recipe.Together ?? 1), Decimals);

    /// <summary>What an act on a strand used up, whatever lot it was taken from.</summary>
    /// <param name="worked">The recipe as it is worked there.</param>
    public static IEnumerable<(GearKind Kind, decimal Amount)> Of(BenchEvent happened, Recipe worked, Guid strand)
    {
        var steps = GearUse.StepsOf(happened.Body, worked).ToList();
        return steps.Count == 0 || GearUse.IsShared(happened, worked, strand)
            ? []
            : GearKind.All.Where(k => k.Stock is not null).Select(k => (k, Of(k, happened.Body, steps, worked))).Where(u => u.Item2 > 0);
    }

    /// <summary>What an act used up of one kind.</summary>
    internal static decimal Of(GearKind kind, EventBody body, IReadOnlyList<Step> steps, Recipe worked)
    {
        var whole = PerPiece(kind, worked);
        return whole == 0 ? 0
            : !kind.Stock!.IsByAttempt ? decimal.Round(whole * Acts(kind, steps) / Acts(kind, worked.Steps), Decimals)
            : TryOf(body) == 1 && steps.Contains(worked.Steps.First(kind.IsUsedAt)) ? whole
            : 0;
    }

    private static int Acts(GearKind kind, IEnumerable<Step> steps) => steps.SelectMany(s => s.Acts ?? []).Count(a => kind.Uses.Contains(a.Does));

    // What one piece of work takes: a termination, or a ribbon.
    private static decimal PerPiece(GearKind kind, Recipe recipe) =>
        kind.Stock is not { } stock || !recipe.Steps.Any(kind.IsUsedAt) ? 0
        : stock.Consumable is null ? 1
        : recipe.Consumes?.FirstOrDefault(c => c.Consumable == stock.Consumable) is { } takes ? takes.Amount / takes.Every
        : 0;

    private static int TryOf(EventBody body) =>
        body switch
        {
            StepDone done => done.Try,
            ClockStarted started => started.Try,
            _ => 1,
        };
}
