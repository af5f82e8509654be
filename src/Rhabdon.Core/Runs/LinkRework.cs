using Rhabdon.Core.Bench;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.Causes;
using Rhabdon.Core.Recipes;

namespace Rhabdon.Core.Runs;

/// <summary>A way from a link that does not pass to the bench.</summary>
/// <param name="Reading">The event that told the loss.</param>
/// <param name="Sign">Of the ladder of the end's recipe.</param>
/// <param name="Action">The first action of the ladder, in words.</param>
public sealed record ReworkWay(CableEnd End, Guid Termination, Cause Cause, Guid Reading, string Sign, string Action, string Why);

/// <summary>Finds what is done first at an end for the cause that is suspected there.</summary>
public static class LinkRework
{
    /// <summary>The ladder's first action for the likeliest cause that the bench can cure at this end; null where there is none, or the end is open.</summary>
    /// <param name="ranked">The causes, the likeliest first.</param>
    public static ReworkWay? Of(IEnumerable<Cause> ranked, Guid reading, CableEnd at, TerminationState end, RecipeBook book, string language)
    {
        if (!end.IsAccepted || end.Worked is not { } worked)
        {
            return null;
        }

        var ladder = book.LadderOf(worked);
        return ranked
            .Select(cause => (Cause: cause, Sign: SignsOf(cause).Select(ladder.Find).FirstOrDefault(s => s is not null)))
            .Where(c => c.Sign?.Proposed(_ => true) is not null)
            .Select(c => (c.Cause, c.Sign, Action: c.Sign!.Proposed(_ => true)!))
            .Select(c => new ReworkWay(at, end.Termination, c.Cause, reading, c.Sign!.Id, c.Action.Title.In(language), c.Action.Why.In(language)))
            .FirstOrDefault();
    }

    // Under which of their signs the ladders treat it; the first that a ladder has. What is not here is put right away from the bench.
    private static string[] SignsOf(Cause cause) =>
        cause switch
        {
            Cause.Dirt => ["dirt"],
            Cause.Gap => ["light-bad", "light-seen", "not-dimmer", "moves", "estimate-bad", "broke-inside"],
            Cause.Cleave => ["cleave-bad", "angles-bad", "cleave-chipped"],
            Cause.Offset => ["estimate-bad", "light-bad", "light-seen", "not-dimmer", "moves", "broke-inside"],
            Cause.Cracked => ["chip-core", "broke-inside", "estimate-bad"],
            Cause.Polish => ["adhesive-left"],
            Cause.FiberMix => ["wrong-stub"],
            _ => [],
        };
}
