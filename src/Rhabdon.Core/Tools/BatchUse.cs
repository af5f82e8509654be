using Rhabdon.Core.Bench;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Recipes;

namespace Rhabdon.Core.Tools;

/// <summary>What work used up of one kind of lot, beside what its recipes say.</summary>
/// <param name="Used">In words, as <paramref name="Planned"/> is.</param>
/// <param name="IsMore">It used more.</param>
public sealed record UsedLine(string Title, string Used, string Planned, bool IsMore);

/// <summary>Says what strands really used up, whatever lots it was taken from.</summary>
public sealed class BatchUse(Phrasebook words)
{
    // What a recipe's steps share out sums up to less than its whole by that much.
    private const decimal Slack = 0.01m;

    /// <summary>Of strands that were begun; what their recipes do without is left out.</summary>
    public IReadOnlyList<UsedLine> Of(IReadOnlyList<TerminationState> strands)
    {
        var worked = strands.Where(s => s.Worked is not null).ToList();
        var used = worked.SelectMany(UsesOf).ToLookup(u => u.Kind.Id, u => u.Amount);
        return
        [
            .. from kind in GearKind.All
            where kind.Stock is not null
            let planned = worked.Sum(s => LotUse.PerEnd(kind, s.Worked!))
            where planned > 0
            select LineOf(kind, used[kind.Id].Sum(), planned),
        ];
    }

    private static IEnumerable<(GearKind Kind, decimal Amount)> UsesOf(TerminationState strand) =>
        strand
            .History.Where(h => h.Effect == EntryEffect.Counts && h.Event.Body.IsWork())
            .SelectMany(h => LotUse.Of(h.Event, strand.Worked!, strand.Termination));

    private UsedLine LineOf(GearKind kind, decimal used, decimal planned)
    {
        var unit = kind.Stock!.Unit;
        return new UsedLine(
            words.Say(Phrase.Of($"gear.kind-{kind.Id}")),
            AmountText.Say(words, used, unit),
            AmountText.Say(words, planned, unit),
            used > planned + Slack
        );
    }
}
