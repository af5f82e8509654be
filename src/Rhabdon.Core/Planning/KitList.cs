using Rhabdon.Core.Phrases;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Tools;

namespace Rhabdon.Core.Planning;

/// <summary>Work that one loads for.</summary>
/// <param name="Ahead">Ends still to be made.</param>
/// <param name="Gear">The crew's tools and lots: what is there is taken off.</param>
/// <param name="Yields">The crew's own record.</param>
/// <param name="Confidence">That the connectors are enough, 0.5 to 0.999.</param>
/// <param name="Rooms">Where the ends are made; null where nobody has said.</param>
public sealed record KitQuestion(
    IReadOnlyList<WorkAhead> Ahead,
    IReadOnlyList<GearOnHand> Gear,
    DateTimeOffset Now,
    IReadOnlyList<YieldRecord>? Yields = null,
    double Confidence = 0.95,
    IReadOnlyList<RoomWork>? Rooms = null
);

/// <summary>Ends that are still to be made in one room.</summary>
public sealed record RoomWork(string Room, string Recipe, string Connector, int Ends);

/// <summary>One thing to load.</summary>
/// <param name="Id">What it is ticked by: it stays the same while the list changes.</param>
/// <param name="Take">How much of it, in words; empty for a tool, of which one is enough.</param>
/// <param name="Why">How many of it are spares, or what it is for.</param>
/// <param name="Has">What is there, in words; null where nobody has counted.</param>
/// <param name="Bring">What is missing, in words; null where there is enough, or nobody has counted.</param>
/// <param name="Says">What is to be done about it before it is loaded: a check that is due, a lot that is set aside; empty where all is well.</param>
/// <param name="Rooms">Into which room how much of it goes, without spares; null for what is not shared out.</param>
public sealed record LoadLine(
    string Id,
    KitShape Shape,
    string Title,
    string Take,
    string Why,
    string? Has,
    string? Bring,
    IReadOnlyList<string> Says,
    IReadOnlyList<string>? Rooms = null
);

/// <summary>What to load for some work: parts with their spares, what is used up, and tools.</summary>
public sealed record LoadList(IReadOnlyList<LoadLine> Parts, IReadOnlyList<LoadLine> Supplies, IReadOnlyList<LoadLine> Tools)
{
    public IEnumerable<LoadLine> All => Parts.Concat(Supplies).Concat(Tools);
}

/// <summary>Makes the list of what to load from the recipes of the work, so that nobody drives back.</summary>
public sealed class KitList(RecipeBook book, Phrasebook words, string language)
{
    public LoadList Of(KitQuestion asked)
    {
        var work = asked
            .Ahead.Select(a => (Ahead: a, book.Latest(a.Recipe)?.Recipe))
            .Where(w => w.Recipe is not null)
            .Select(w => (w.Ahead, Recipe: w.Recipe!, Take: TakeOf(w.Ahead, w.Recipe!, asked)))
            .ToList();
        var stock = new StockTeller(words);
        return new LoadList(
            [.. PartsOf(work, asked)],
            [
                // With as many connectors as are taken: each spare that is used takes its wipes as well.
                .. StockNeed
                    .Of([.. work.Select(w => w.Ahead with { Ends = w.Take })], book)
                    .Where(n => GearKind.Of(n.Kind)!.Stock!.Consumable is not null)
                    .Select(n => SupplyOf(n, stock, asked)),
            ],
            [
                .. GearKind
                    .All.Where(k => k.Sort == GearSort.Tool && work.Exists(w => w.Recipe.Steps.Any(k.IsUsedAt)))
                    .Select(k => ToolOf(k, work.Select(w => w.Recipe), asked)),
            ]
        );
    }

    // Of ends: a part that joins several is taken whole.
    private static int TakeOf(WorkAhead ahead, Recipe recipe, KitQuestion asked)
    {
        var method = recipe.Serves.Method;
        var yield = MethodYield.Of(PlanFigures.Of(method, null).Yield, asked.Yields?.FirstOrDefault(y => y.Method == method));
        return (recipe.Together ?? 1) * Spares.Take(Spares.PartsFor(recipe, ahead.Ends), yield, asked.Confidence, hasLots: true);
    }

    // One stock serves all that take the same type: what a line takes is not there for the next.
    private IEnumerable<LoadLine> PartsOf(IEnumerable<(WorkAhead Ahead, Recipe Recipe, int Take)> work, KitQuestion asked)
    {
        var left = new Dictionary<string, decimal?>();
        foreach (var (ahead, recipe, take) in work)
        {
            var lots = Lots(asked, "connectors").Where(g => g.State.Card!.Setting == ahead.Connector).ToList();
            if (!left.TryGetValue(ahead.Connector, out var has))
            {
                has = lots.Count == 0 ? null : lots.Where(g => g.State.IsThere(asked.Now)).Sum(LeftOf);
            }

            var parts = Spares.PartsFor(recipe, take);
            left[ahead.Connector] = has is { } here ? Math.Max(0, here - parts) : null;
            yield return PartOf(ahead, recipe, parts, has, SaysOf(lots, asked)) with
            {
                Rooms = RoomsOf(ahead, recipe, asked),
            };
        }
    }

    private LoadLine PartOf(WorkAhead ahead, Recipe recipe, int parts, decimal? has, IReadOnlyList<string> says)
    {
        var needed = Spares.PartsFor(recipe, ahead.Ends);
        return new LoadLine(
            $"part {ahead.Recipe} {ahead.Connector}",
            KitShape.Connector,
            $"{ahead.Connector} · {recipe.Title.In(language)}",
            AmountText.Say(words, parts, "piece"),
            words.Say(Phrase.Of(PhraseKeys.Load.Spares, ("ends", $"{needed}"), ("spare", $"{parts - needed}"))),
            has is null ? null : AmountText.Say(words, has.Value, "piece"),
            has < parts ? AmountText.Say(words, parts - has.Value, "piece") : null,
            says
        );
    }

    private IReadOnlyList<string>? RoomsOf(WorkAhead ahead, Recipe recipe, KitQuestion asked) =>
        asked.Rooms is null
            ? null
            :
            [
                .. asked
                    .Rooms.Where(r => r.Recipe == ahead.Recipe && r.Connector == ahead.Connector)
                    .GroupBy(r => r.Room)
                    .OrderBy(r => r.Key, StringComparer.Ordinal)
                    .Select(r => words.Say(Phrase.Of(PhraseKeys.Load.Room, ("room", r.Key), ("amount", $"{Spares.PartsFor(recipe, r.Sum(e => e.Ends))}")))),
            ];

    private LoadLine SupplyOf(StockNeed need, StockTeller stock, KitQuestion asked)
    {
        var kind = GearKind.Of(need.Kind)!;
        var lots = Lots(asked, kind.Id).ToList();
        var amount = kind.Stock!.IsWhole ? Math.Ceiling(need.Amount) : need.Amount;
        var told = stock.Tell([need], asked.Gear, asked.Now) is [var line, ..] ? line : null;
        return new LoadLine(
            $"supply {kind.Id}",
            kind.Shape,
            words.Say(Phrase.Of($"gear.kind-{kind.Id}")),
            AmountText.Say(words, amount, kind.Stock.Unit),
            kind.Stock.Pack is { } pack
                ? words.Say(
                    Phrase.Of(PhraseKeys.Load.Packs, ("packs", $"{Math.Ceiling(amount / pack)}"), ("pack", AmountText.Say(words, pack, kind.Stock.Unit)))
                )
                : "",
            told is null ? null : AmountText.Say(words, told.Have, kind.Stock.Unit),
            told?.Bring is null ? null : AmountText.Say(words, amount - told.Have, kind.Stock.Unit),
            SaysOf(lots, asked)
        );
    }

    private LoadLine ToolOf(GearKind kind, IEnumerable<Recipe> recipes, KitQuestion asked)
    {
        var own = Lots(asked, kind.Id).Where(g => g.State.IsThere(asked.Now)).ToList();
        return new LoadLine(
            $"tool {kind.Id}",
            kind.Shape,
            words.Say(Phrase.Of($"gear.kind-{kind.Id}")),
            "",
            words.Say(
                Phrase.Of(PhraseKeys.Load.For, ("recipes", string.Join(", ", recipes.Where(r => r.Steps.Any(kind.IsUsedAt)).Select(r => r.Id).Distinct())))
            ),
            own.Count == 0 ? null : string.Join(", ", own.Select(g => g.State.Card!.Name)),
            null,
            SaysOf(own, asked)
        );
    }

    private static IEnumerable<GearOnHand> Lots(KitQuestion asked, string kind) =>
        asked.Gear.Where(g => g.State is { Card: { } card, Retired: null } && card.Gear == kind);

    private decimal LeftOf(GearOnHand lot) => new GearViewer(words).StockOf(lot.State, GearKind.Of(lot.State.Card!.Gear)!, lot.Counts)?.Left ?? 0;

    // What is due on any of them, and on which.
    private IReadOnlyList<string> SaysOf(IEnumerable<GearOnHand> gear, KitQuestion asked) =>
        [
            .. gear.Select(g => new GearViewer(words).View(g.State, g.Counts, new GearLook(asked.Now)))
                .Where(l => l.Standing >= GearStanding.Due)
                .Select(l => $"{l.Card.Name}: {string.Join(" ", l.Says)}"),
        ];
}
