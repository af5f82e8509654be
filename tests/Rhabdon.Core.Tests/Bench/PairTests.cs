using Rhabdon.Core.Bench;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Units;

namespace Rhabdon.Core.Tests.Bench;

/// <summary>Two fibers of a duplex port are one piece of work (common practice: the clip goes over both, once both are done).</summary>
public class PairTests
{
    private static readonly RecipeBook Book = StarterRecipes.Book();
    private readonly StrandAtWork first = new("M4", null, id: Guid.CreateVersion7(), positions: 2);
    private readonly StrandAtWork second = new("M4", null, id: Guid.CreateVersion7(), positions: 2);

    // SC and LC are clipped in pairs; a strand with a port to itself has no clip, nor has an ST.
    [Theory]
    [InlineData("M4", 2, true)]
    [InlineData("M4", 1, false)]
    [InlineData("A1", 2, true)]
    [InlineData("S2", 2, true)]
    [InlineData("M8", 2, false)]
    public void Only_a_pair_is_clipped(string recipe, int positions, bool isClipped) =>
        Assert.Equal(isClipped, new StrandAtWork(recipe, null, positions: positions).Recipe.Steps.Any(s => s.Once == Once.Pair));

    [Fact]
    public void The_clip_waits_for_the_other_fiber_and_is_done_for_both_by_one_tap()
    {
        first.Until("duplex");
        second.Until("cap");
        var early = View();
        Assert.Equal((second.Id, BatchPlace.Waiting), (early.Focus, early.Queue[0].Place));
        Assert.Equal(("B", "B of a pair, with strand 1: Boot"), (early.Pair!.Position, early.Pair.Says));
        Assert.Null(early.Pair.Waits);
        second.Until("duplex");
        var both = View();
        Assert.Equal([first.Id, second.Id], both.Together);
        Assert.Null(both.Pair!.Waits);
    }

    [Fact]
    public void Where_the_other_fiber_is_not_in_the_batch_the_bench_says_what_it_waits_for()
    {
        first.Until("duplex");
        second.Until("mark");
        var view = View(first);
        Assert.Equal("strand 2 first: it stands at Mark. The clip comes when both are done.", view.Pair!.Waits);
        Assert.Equal((second.Id, "To strand 2"), (view.Pair.Partner, view.Pair.Turn));
    }

    // One that was given up holds nobody back.
    [Fact]
    public void The_clip_does_not_wait_for_a_fiber_that_is_over()
    {
        first.Until("duplex");
        while (!second.State.IsOver)
        {
            second.StepWell();
        }

        Assert.Null(View(first).Pair!.Waits);
    }

    [Fact]
    public void No_card_of_the_practiced_passes_over_the_clip()
    {
        first.Until("unload");
        var card = Stretch.From(first.Recipe, first.State.StepIndex, Guidance.Checkpoints);
        Assert.Equal("cap", first.Recipe.Steps[card.Last].Id);
        first.Until("duplex");
        Assert.Equal("shards", first.Recipe.Steps[Stretch.From(first.Recipe, first.State.StepIndex, Guidance.Checkpoints).Last].Id);
    }

    // Two connectors share a clip: twelve want six, and three want two.
    [Theory]
    [InlineData(2, 1)]
    [InlineData(12, 6)]
    [InlineData(3, 2)]
    public void Half_as_many_clips_as_connectors_are_laid_out(int strands, int clips)
    {
        var batch = Enumerable.Range(1, strands).Select(i => new StrandAtWork("M4", null, begin: false, id: Guid.CreateVersion7(), positions: 2)).ToList();
        var slots = batch.Select((s, i) => new BatchSlot(s.Id, i + 1, $"{i + 1}")).ToList();
        var view = new BatchViewer(Book, Phrasebook.English, "en").View(new BatchRequest(slots, Pace.StageByStage, LengthUnit.Millimeter), id =>
            batch.First(s => s.Id == id).State
        );
        Assert.Equal(clips, view.Bench!.Kit!.Single(k => k.Title == "duplex clip, one a pair").Count);
    }

    private BatchView View(params StrandAtWork[] only)
    {
        BatchSlot[] slots =
        [
            new(first.Id, 1, "PH1-A:01A", Partner: new Partner(second.Id, 2), Position: 1),
            new(second.Id, 2, "PH1-A:01B", Partner: new Partner(first.Id, 1), Position: 2),
        ];
        return new BatchViewer(Book, Phrasebook.English, "en").View(
            new BatchRequest([.. slots.Where(s => only.Length == 0 || only.Any(o => o.Id == s.Termination))], Pace.StageByStage, LengthUnit.Millimeter),
            id => id == first.Id ? first.State : second.State
        );
    }
}
