using Rhabdon.Core.Bench;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.Links;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Tests.Bench;
using Rhabdon.Core.Tools;

namespace Rhabdon.Core.Tests.Tools;

/// <summary>Which gear an act at the bench is done with, and what that counts (the acts of the starter recipes, as sequences of the trade have them).</summary>
public class GearUseTests
{
    private static readonly Guid Cleaver = Guid.CreateVersion7();
    private static readonly Guid Coarse = Guid.CreateVersion7();
    private static readonly Guid Fine = Guid.CreateVersion7();

    // A wedge-lock strand is cleaved once; after a re-cleave the blade has cut twice.
    [Fact]
    public void A_blade_is_counted_by_the_cleaves_done_with_it()
    {
        var story = new Story().Begin().Until("light");
        Assert.Equal(1, Times(story, Cleaver, ActKind.Cleave));
        story.Step("light").Take("re-cleave", "It never seated.").Until("light");
        Assert.Equal(2, Times(story, Cleaver, ActKind.Cleave));
    }

    // Only the film whose grit a step takes is used at it.
    [Fact]
    public void A_film_is_used_at_the_step_of_its_grit()
    {
        var worked = StarterRecipes.Book().Latest("A1")!.Recipe;
        var polishing = StarterRecipes.Book().Recipes.SelectMany(r => r.Recipe.Steps.Where(s => s.Film is not null), (r, s) => (r.Recipe, Step: s)).First();
        var grit = polishing.Step.Film!.Value;
        GearInHand[] inHand = [new("film", Coarse, "99"), new("film", Fine, $"{grit:0.###}"), new("cleaver", Cleaver)];
        var used = GearUse.Chosen(new StepDone(1, 1, polishing.Step.Id), polishing.Recipe, inHand);
        Assert.Equal([new GearUsed("film", Fine)], used);
        Assert.Null(GearUse.Chosen(new StepDone(1, 1, "no such step"), worked, inHand));
        Assert.Null(GearUse.Chosen(new Begun(), worked, inHand));
    }

    // Two lots of connectors may be in hand: an SC end takes from the one that is for SC.
    [Fact]
    public void A_lot_of_another_connector_has_no_part_in_it()
    {
        var story = new Story().Begin().Until("light");
        GearInHand[] inHand = [new("connectors", Coarse, "LC"), new("connectors", Fine, "SC")];
        var used = story.Events.SelectMany(e => GearUse.Chosen(e.Body, story.State.Worked, inHand, ConnectorType.SC) ?? []).Distinct();
        Assert.Equal([new GearUsed("connectors", Fine)], used);
        var unsaid = story.Events.SelectMany(e => GearUse.Chosen(e.Body, story.State.Worked, [new("connectors", Coarse)], ConnectorType.SC) ?? []).Distinct();
        Assert.Equal([new GearUsed("connectors", Coarse)], unsaid);
        var both = GearInHand.With(GearInHand.With([], Coarse, Box("LC")), Fine, Box("SC"));
        static GearCard Box(string type) => new("connectors", $"box {type}", type, Guid.CreateVersion7(), Setting: type);
        Assert.Equal(2, both.Count);
    }

    // A loss is read with source and meter; the cleaver in the other hand has no part in it.
    [Fact]
    public void A_reading_is_taken_with_what_measures()
    {
        GearInHand[] inHand = [new("cleaver", Cleaver), new("meter", Fine), new("source", Coarse)];
        var taken = new ReferenceTaken(Guid.CreateVersion7(), ReferenceMethod.OneCord, [new TestCord("TC-14")], [new ReferencePower(850, null)]);
        Assert.Equal([new GearUsed("meter", Fine), new GearUsed("source", Coarse)], GearUse.Chosen(taken, null, inHand));
        Assert.Null(GearUse.Chosen(new ReferenceEnded(ReferenceEnd.Disconnected), null, inHand));
    }

    // One cleaver in hand, whatever it is called; of films one of each grit. A crimp tool with another die takes the place of the one before.
    [Fact]
    public void What_is_taken_up_takes_the_place_of_another_of_its_kind()
    {
        var inHand = Take([], "cleaver", Cleaver);
        inHand = Take(Take(inHand, "film", Coarse, "3"), "film", Fine, "1");
        Assert.Equal([Cleaver, Coarse, Fine], inHand.Select(g => g.Id));
        var other = Guid.CreateVersion7();
        Assert.Equal([Coarse, Fine, other], Take(inHand, "cleaver", other).Select(g => g.Id));
        Assert.Equal([Cleaver, Fine, other], Take(inHand, "film", other, "3").Select(g => g.Id));
        Assert.Single(Take(Take([], "crimp-tool", Coarse, "0.190"), "crimp-tool", Fine, "0.137"));
        Assert.Equal([Coarse, Fine], GearInHand.Without(inHand, Cleaver).Select(g => g.Id));

        static IReadOnlyList<GearInHand> Take(IReadOnlyList<GearInHand> held, string gear, Guid id, string? setting = null) =>
            GearInHand.With(held, id, new GearCard(gear, "A", "B", Guid.CreateVersion7(), Setting: setting));
    }

    // Twelve fibers of a ribbon are one cleave; each of them was made with that blade all the same.
    [Fact]
    public void A_ribbon_is_cleaved_at_once()
    {
        var published = StarterRecipes.Book().Latest("R1")!;
        var cleave = published.Recipe.Steps.First(s => s.Acts?.Any(a => a.Does == ActKind.Cleave) == true);
        var strands = Enumerable.Range(0, 12).Select(_ => Guid.CreateVersion7()).ToList();
        var happened = new Story().Make(new StepDone(1, 1, cleave.Id)).Concerning([.. strands.Select(s => new Subject(s, 0))]) with
        {
            With = [new GearUsed("cleaver", Cleaver)],
        };
        var each = strands.SelectMany(s => GearUse.Of(happened, published.Recipe, s)).ToList();
        Assert.Equal(12, each.Count);
        Assert.Equal(cleave.Acts!.Count(a => a.Does == ActKind.Cleave), each.Sum(u => u.Times));
    }

    [Fact]
    public void The_last_attempt_tells_what_it_was_made_with()
    {
        var story = new Story().Begin();
        Assert.Empty(GearUse.ServedLast(story.Stream));
        story.Step();
        var events = story.Events.Select(e => e.Body is StepDone ? e with { With = [new GearUsed("stripper", Cleaver)] } : e);
        Assert.Equal([Cleaver], GearUse.ServedLast(FoldedTermination.Of(story.Id, events, story.Book)));
    }

    [Fact]
    public void An_event_names_gear_once_and_not_too_much_of_it()
    {
        var happened = new Story().Make(new StepDone(1, 1, "cleave"));
        Assert.Equal("with", Field(happened with { With = [] }));
        Assert.Equal("with", Field(happened with { With = [new GearUsed("cleaver", Cleaver), new GearUsed("cleaver", Cleaver)] }));
        Assert.Equal("with", Field(happened with { With = [.. Enumerable.Range(0, 25).Select(_ => new GearUsed("film", Guid.CreateVersion7()))] }));
        Assert.Equal("with.gear", Field(happened with { With = [new GearUsed("", Cleaver)] }));
        Assert.Null(Field(happened with { With = [new GearUsed("hammer", Cleaver)] }));

        static string? Field(BenchEvent one) => EventAdmission.Malformed(one)?.Field;
    }

    private static int Times(Story story, Guid gear, ActKind does) =>
        story
            .Events.Select(e => e with { With = GearUse.Chosen(e.Body, story.State.Worked, [new GearInHand("cleaver", gear)]) })
            .SelectMany(e => GearUse.Of(e, story.State.Worked!, story.Id))
            .Where(u => u.Gear == gear && u.Does == does)
            .Sum(u => u.Times);
}
