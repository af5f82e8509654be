using Rhabdon.Core.Phrases;
using Rhabdon.Core.Recipes;

namespace Rhabdon.Core.Tools;

/// <summary>Ends that are still to be made by one recipe with one type of connector.</summary>
/// <param name="Connector">Id of the type: <c>SC</c>, <c>LC</c>, ...</param>
/// <param name="Ends">1 or more.</param>
public sealed record WorkAhead(string Recipe, string Connector, int Ends);

/// <summary>What the work ahead takes of one kind of lot.</summary>
/// <param name="Amount">Above zero, in the kind's unit.</param>
/// <param name="Connector">The type it must be for; null where that does not matter.</param>
public sealed record StockNeed(string Kind, decimal Amount, string? Connector = null)
{
    /// <summary>What ends take that are still to be made, by the latest recipes; an end whose recipe nobody has takes nothing.</summary>
    public static IReadOnlyList<StockNeed> Of(IReadOnlyList<WorkAhead> ahead, RecipeBook book) =>
        [
            .. from kind in GearKind.All
            where kind.Stock is not null
            from work in ahead
            let recipe = book.Latest(work.Recipe)?.Recipe
            where recipe is not null
            group work.Ends * LotUse.PerEnd(kind, recipe) by (kind.Id, Connector: kind.Stock!.IsByConnector ? work.Connector : null) into takes
            let amount = takes.Sum()
            where amount > 0
            select new StockNeed(takes.Key.Id, amount, takes.Key.Connector),
        ];
}

/// <summary>What the work ahead takes of one kind of lot, beside what the crew has of it.</summary>
/// <param name="Title">The kind in words, with the type of connector where it has one.</param>
/// <param name="Have">In all lots of it that may be worked with; in the kind's unit, as <paramref name="Need"/> is.</param>
/// <param name="Bring">How much is missing, in words; null where there is enough.</param>
public sealed record StockLine(string Kind, KitShape Shape, string Title, string Says, decimal Have, decimal Need, string? Bring);

/// <summary>Says before the drive what of the stock will not last for the work ahead.</summary>
public sealed class StockTeller(Phrasebook words)
{
    /// <summary>
    /// What the work takes of each kind that the crew counts, what is short first. A kind of which no lot was ever counted is left out: nobody knows how much
    /// there is. Spares are not reckoned with.
    /// </summary>
    public IReadOnlyList<StockLine> Tell(IReadOnlyList<StockNeed> needs, IReadOnlyList<GearOnHand> gear, DateTimeOffset now)
    {
        var viewer = new GearViewer(words);
        var lots = gear.Where(g => g.State is { Card: not null, Counted: not null })
            .Select(g => (g.State, Line: viewer.View(g.State, g.Counts, new GearLook(now))))
            .ToLookup(l => l.State.Card!.Gear);
        return
        [
            .. needs
                .Where(n => lots.Contains(n.Kind))
                .Select(n => LineOf(GearKind.Of(n.Kind)!, n, lots[n.Kind].Where(l => IsThere(l.State, n, now)).Sum(l => l.Line.Stock!.Left)))
                .OrderByDescending(l => l.Bring is not null),
        ];
    }

    private static bool IsThere(GearState lot, StockNeed need, DateTimeOffset now) =>
        lot.IsThere(now) && (need.Connector is null || lot.Card!.Setting == need.Connector);

    private StockLine LineOf(GearKind kind, StockNeed takes, decimal have)
    {
        var (name, unit) = (words.Say(Phrase.Of($"gear.kind-{kind.Id}")), kind.Stock!.Unit);
        var need = kind.Stock.IsWhole ? Math.Ceiling(takes.Amount) : takes.Amount;
        var missing = kind.Stock.IsWhole ? Math.Ceiling(need - have) : need - have;
        return new StockLine(
            kind.Id,
            kind.Shape,
            takes.Connector is null ? name : $"{takes.Connector} {name}",
            words.Say(Phrase.Of(PhraseKeys.Gear.StockNeed, ("have", AmountText.Say(words, have, unit)), ("need", AmountText.Say(words, need, unit)))),
            have,
            need,
            missing > 0 ? words.Say(Phrase.Of(PhraseKeys.Gear.StockBring, ("missing", AmountText.Say(words, missing, unit)))) : null
        );
    }
}
