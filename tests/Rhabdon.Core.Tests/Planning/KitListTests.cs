using Rhabdon.Core.Bench;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Planning;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Tests.Tools;
using Rhabdon.Core.Tools;

namespace Rhabdon.Core.Tests.Planning;

/// <summary>What to load for a job: exact parts with their spares, what is used up, and tools.</summary>
public class KitListTests
{
    private static readonly RecipeBook Book = StarterRecipes.Book();

    // 144 of 160 that were made well, and the usual 0.92 that weighs as 20: the share is 162.4 of 180. How many to take is checked in SparesTests.
    [Fact]
    public void Parts_come_with_their_spares_and_what_is_in_the_van_is_taken_off()
    {
        var box = new GearOnPaper("connectors", setting: "SC", amount: 40);
        var asked = Question([new WorkAhead("M4", "SC", 48)], box) with { Yields = [new YieldRecord("mechanical", 144, 160)] };
        var part = Assert.Single(ListOf(asked).Parts);
        var take = Spares.Take(48, MethodYield.Of(0.92, new YieldRecord("mechanical", 144, 160)), 0.95, hasLots: true);
        Assert.Equal(("SC · Wedge-lock on 900 µm tight buffer", $"{take}", $"48 and {take - 48} spare"), (part.Title, part.Take, part.Why));
        Assert.Equal(("40", $"{take - 40}"), (part.Has, part.Bring));
        Assert.True(take > 48);
    }

    // Both kinds of work take from the one box: what the first takes is not there for the second.
    [Fact]
    public void One_box_is_not_counted_twice()
    {
        var box = new GearOnPaper("connectors", setting: "SC", amount: 30);
        var parts = ListOf(Question([new WorkAhead("M1", "SC", 12), new WorkAhead("M4", "SC", 24)], box)).Parts;
        Assert.Equal(("30", null), (parts[0].Has, parts[0].Bring));
        var left = 30 - int.Parse(parts[0].Take);
        Assert.Equal(($"{left}", $"{int.Parse(parts[1].Take) - left}"), (parts[1].Has, parts[1].Bring));
    }

    // 3 wipes a termination, 90 in a pack: with the spares that are made as well. Nobody counts wipes here, so nothing is said to be missing.
    [Fact]
    public void What_is_used_up_is_told_by_the_pack()
    {
        var load = ListOf(Question([new WorkAhead("M4", "SC", 48)]));
        var (take, wipes) = (int.Parse(load.Parts[0].Take), load.Supplies.Single(s => s.Id == "supply wipes"));
        Assert.Equal(($"{3 * take}", $"{Math.Ceiling(3m * take / 90):0} packs of 90"), (wipes.Take, wipes.Why));
        Assert.Equal((null, null), (wipes.Has, wipes.Bring));
        Assert.DoesNotContain(load.Supplies, s => s.Id is "supply adhesive" or "supply connectors");
    }

    // A splicer that was never checked is told before the drive; what is set aside is not counted on.
    [Fact]
    public void Tools_are_those_that_the_recipes_steps_are_done_with()
    {
        var (splicer, cleaver) = (new GearOnPaper("splicer"), new GearOnPaper("cleaver"));
        cleaver.Do(new GearQuarantined("Chips at every cleave."));
        var tools = ListOf(Question([new WorkAhead("S2", "SC", 6), new WorkAhead("A1", "ST", 6)], splicer, cleaver)).Tools;
        var (spliced, cleaved) = (tools.Single(t => t.Id == "tool splicer"), tools.Single(t => t.Id == "tool cleaver"));
        Assert.Equal(("The splicer", "for S2"), (spliced.Has, spliced.Why));
        Assert.Equal("The splicer: Not checked yet.", Assert.Single(spliced.Says));
        Assert.Null(cleaved.Has);
        Assert.Contains(tools, t => t.Id == "tool syringe");
        Assert.DoesNotContain(tools, t => t.Id == "tool oven");
    }

    // A ribbon of twelve is one part and one splice.
    [Fact]
    public void A_ribbon_is_one_part()
    {
        var part = Assert.Single(ListOf(Question([new WorkAhead("R1", "MPO", 72)])).Parts);
        Assert.StartsWith("6 and ", part.Why);
    }

    // A ribbon of twelve is one part in its room as well.
    [Fact]
    public void A_part_says_into_which_room_how_much_of_it_goes()
    {
        var asked = Question([new WorkAhead("R1", "MPO", 72), new WorkAhead("M4", "SC", 20)]) with
        {
            Rooms = [new("N1", "R1", "MPO", 36), new("F1", "R1", "MPO", 36), new("N1", "M4", "SC", 8), new("N1", "M4", "SC", 12), new("N2", "M4", "LC", 4)],
        };
        var parts = ListOf(asked).Parts;
        Assert.Equal(["F1: 3", "N1: 3"], parts[0].Rooms!);
        Assert.Equal(["N1: 20"], parts[1].Rooms!);
        Assert.Null(ListOf(asked with { Rooms = null }).Parts[0].Rooms);
    }

    [Fact]
    public void Nothing_ahead_is_nothing_to_load() => Assert.Empty(ListOf(Question([])).All);

    private static KitQuestion Question(IReadOnlyList<WorkAhead> ahead, params GearOnPaper[] gear) =>
        new(ahead, [.. gear.Select(g => new GearOnHand(g.Stream.State, []))], new DateTimeOffset(2026, 11, 30, 9, 0, 0, TimeSpan.Zero));

    private static LoadList ListOf(KitQuestion asked) => new KitList(Book, Phrasebook.English, "en").Of(asked);
}
