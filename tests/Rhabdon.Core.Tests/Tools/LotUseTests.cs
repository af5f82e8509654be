using Rhabdon.Core.Bench;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Tests.Bench;
using Rhabdon.Core.Tools;

namespace Rhabdon.Core.Tests.Tools;

/// <summary>What the work uses up, and whether the stock lasts for it.</summary>
public class LotUseTests
{
    private static readonly RecipeBook Book = StarterRecipes.Book();

    // Common practice, a termination: 3 wipes, 5 where it is polished; 1 ml of alcohol; 0.1 ml of adhesive; a shot of primer; a sheet of film of each grit for
    // 4 to 6; a sleeve for a splice; a pack of epoxy for about 30. Twelve fibers of a ribbon are one splice.
    [Theory]
    [InlineData("M4", "connectors", 1)]
    [InlineData("M4", "wipes", 3)]
    [InlineData("M4", "alcohol", 1)]
    [InlineData("M4", "sleeves", 0)]
    [InlineData("M4", "adhesive", 0)]
    [InlineData("A1", "adhesive", 0.1)]
    [InlineData("A1", "primer", 1)]
    [InlineData("A1", "wipes", 5)]
    [InlineData("A1", "films", 0.2)]
    [InlineData("E1", "epoxy", 0.0333)]
    [InlineData("S2", "sleeves", 1)]
    [InlineData("R1", "sleeves", 0.0833)]
    public void A_termination_takes_its_share(string recipe, string kind, double amount) =>
        Assert.Equal((decimal)amount, LotUse.PerEnd(GearKind.Of(kind)!, Book.Latest(recipe)!.Recipe));

    // Whoever works a strand through once, without trouble, uses what the recipe says and no more, whatever the recipe's steps share it out to.
    [Theory]
    [InlineData("M4", "alcohol")]
    [InlineData("M4", "connectors")]
    [InlineData("M6", "wipes")]
    [InlineData("A1", "adhesive")]
    [InlineData("A1", "films")]
    [InlineData("H1", "connectors")]
    [InlineData("S2", "sleeves")]
    [InlineData("S3", "connectors")]
    [InlineData("S3", "sleeves")]
    public void Worked_through_once_a_strand_uses_what_its_recipe_says(string recipe, string kind)
    {
        var worked = Book.Latest(recipe)!.Recipe;
        var (strand, story) = (Guid.CreateVersion7(), new Story());
        var used = worked
            .Steps.Select(s => story.Make(new StepDone(1, 1, s.Id)).Concerning([new Subject(strand, 0)]))
            .Sum(e => AmountOf(e, worked, strand, kind));
        Assert.Equal(LotUse.PerEnd(GearKind.Of(kind)!, worked), used, 3);
    }

    // A fiber that is cleaved again goes into the same connector; its wipes and its alcohol are used once more.
    [Fact]
    public void What_is_done_again_uses_more_and_a_connector_serves_until_it_is_cut_off()
    {
        var story = new Story().Begin().Until("light");
        var (alcohol, wipes) = (Used("alcohol"), Used("wipes"));
        Assert.Equal(1, Used("connectors"));
        story.Step("light").Take("re-cleave", "It never seated.").Until("light");
        Assert.Equal(story.State.Attempt, Used("connectors"));
        Assert.True(Used("alcohol") > alcohol && Used("wipes") > wipes);

        decimal Used(string kind) => story.Events.Sum(e => AmountOf(e, story.State.Worked!, story.Id, kind));
    }

    // Beside what the recipe says: nobody needs more where nothing went wrong.
    [Fact]
    public void What_a_batch_used_is_told_beside_its_recipe()
    {
        var (good, again) = (new Story().Begin(), new Story().Begin().Until("light"));
        while (!good.State.IsOver)
        {
            good.Step();
        }

        again.Step("light").Take("re-cleave", "It never seated.").Until("light");
        Assert.Contains(new UsedLine("wipes", "3", "3", IsMore: false), Used(good));
        Assert.Contains(new UsedLine("connectors", "1", "1", IsMore: false), Used(good));
        Assert.Contains(new UsedLine("connectors", "2", "2", IsMore: false), Used(good, again));
        Assert.Contains(Used(good, again), l => l is { Title: "alcohol", Planned: "2 ml", IsMore: true });
        Assert.Empty(Used(new Story()));

        static IReadOnlyList<UsedLine> Used(params Story[] strands) => new BatchUse(Phrasebook.English).Of([.. strands.Select(s => s.State)]);
    }

    [Fact]
    public void The_lot_in_hand_is_told_of_it_once()
    {
        var story = new Story().Begin().Until("light");
        var lot = Guid.CreateVersion7();
        var uses = story
            .Events.Select(e => e with { With = GearUse.Chosen(e.Body, story.State.Worked, [new GearInHand("connectors", lot)]) })
            .SelectMany(e => GearUse.Of(e, story.State.Worked!, story.Id))
            .ToList();
        Assert.All(uses, u => Assert.Equal(lot, u.Gear));
        Assert.Equal(1, uses.Sum(u => u.Amount));
    }

    [Fact]
    public void A_lot_is_counted_and_says_what_is_left()
    {
        var bag = new GearOnPaper("sleeves", amount: 50);
        Assert.Equal(("50 of 50 left", GearStanding.Good), Left(bag, 0));
        Assert.Equal(("12 of 50 left", GearStanding.Good), Left(bag, 38));
        Assert.Equal(("5 of 50 left", GearStanding.Soon), Left(bag, 45));
        Assert.Equal(("0 of 50 left", GearStanding.Due), Left(bag, 51));

        // Whoever counts knows better: what was reckoned before counts no more.
        Assert.Null(bag.Do(new GearCounted(48)));
        Assert.Equal(("48 of 48 left", GearStanding.Good), Left(bag, 0));
        Assert.Equal("body.amount", bag.Do(new GearCounted(-1)));
        Assert.Equal("body", new GearOnPaper("cleaver").Do(new GearCounted(3)));
        Assert.Null(new GearViewer(Phrasebook.English).View(new GearOnPaper("sleeves").Stream.State, [], new GearLook(bag.Clock)).Stock);

        static (string, GearStanding) Left(GearOnPaper lot, decimal used)
        {
            var counts = new GearCount(GearStock.Counter, used, lot.Stream.State.Counted!.At);
            var line = new GearViewer(Phrasebook.English).View(lot.Stream.State, [counts], new GearLook(lot.Clock));
            return (line.Stock!.Says, line.Standing);
        }
    }

    // 96 SC ends are ahead with 40 connectors in one box and 60 in one that is set aside; another type is no help, and what nobody counts is no news.
    [Fact]
    public void What_is_short_for_the_work_ahead_is_told_first()
    {
        var (box, aside, other) = (Lot("connectors", 40, "SC"), Lot("connectors", 60, "SC"), Lot("connectors", 500, "LC"));
        aside.Do(new GearQuarantined("Two of six broke."));
        var told = new StockTeller(Phrasebook.English).Tell(
            StockNeed.Of([new WorkAhead("M4", "SC", 96), new WorkAhead("M4", "LC", 10), new WorkAhead("A1", "LC", 24), new WorkAhead("gone", "LC", 5)], Book),
            [.. new[] { box, aside, other, Lot("adhesive", 2), Lot("alcohol", 100) }.Select(g => new GearOnHand(g.Stream.State, []))],
            box.Clock
        );
        Assert.Equal(
            [
                ("SC connectors", "40 here, 96 needed", "bring 56"),
                ("adhesive", "2 ml here, 2.4 ml needed", "bring 0.4 ml"),
                ("alcohol", "100 ml here, 130 ml needed", "bring 30 ml"),
                ("LC connectors", "500 here, 34 needed", null),
            ],
            told.Select(l => (l.Title, l.Says, l.Bring))
        );

        static GearOnPaper Lot(string gear, decimal amount, string? setting = null) => new(gear, setting: setting, amount: amount);
    }

    // Half a pack of epoxy is a pack to bring.
    [Fact]
    public void What_comes_by_the_piece_is_brought_by_the_piece()
    {
        var packs = new GearOnPaper("epoxy", amount: 0);
        var told = new StockTeller(Phrasebook.English).Tell(
            StockNeed.Of([new WorkAhead("E1", "ST", 40)], Book),
            [new GearOnHand(packs.Stream.State, [])],
            packs.Clock
        );
        Assert.Equal("bring 2", Assert.Single(told).Bring);
    }

    private static decimal AmountOf(BenchEvent happened, Recipe worked, Guid strand, string kind) =>
        LotUse.Of(happened, worked, strand).Where(u => u.Kind.Id == kind).Sum(u => u.Amount);
}
