using Rhabdon.Core.Preparation;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Tests.Bench;
using Rhabdon.Core.Units;
using Rhabdon.Core.Verification;

namespace Rhabdon.Core.Tests.Preparation;

public class PreparationTests
{
    private static Recipe M4 => Story.StarterBook().Latest("M4")!.Recipe;

    // M4 on 900 µm: strip 30 in bites of 6, cleave 10 (common practice and house figures).
    [Fact]
    public void M4_strips_30_in_five_bites_and_leaves_10_of_glass()
    {
        var plan = StripPlan.For(M4, isRecleave: false);
        Assert.Equal(Length.Mm(30), plan.Marks[0].At);
        Assert.Equal(Enumerable.Repeat(Length.Mm(6), 5), plan.Marks[0].Bites);
        Assert.Equal((Length.Mm(10), Length.Mm(20)), (plan.Glass, plan.Scrap));
    }

    // Common practice: short bites from the tip inward, the last one at the mark.
    [Theory]
    [InlineData(40, 6, new[] { 6, 6, 6, 6, 6, 6, 4 })]
    [InlineData(15, 6, new[] { 6, 6, 3 })]
    [InlineData(19, 10, new[] { 10, 9 })]
    [InlineData(4, 6, new[] { 4 })]
    public void Bites_run_inward_and_the_last_ends_at_the_mark(int length, int bite, int[] bites) =>
        Assert.Equal(bites.Select(b => Length.Mm(b)), Bites.Of(Length.Mm(length), Length.Mm(bite)));

    [Fact]
    public void One_pull_is_one_bite() => Assert.Equal([Length.Mm(40)], Bites.Of(Length.Mm(40), null));

    // Worked in the house's handbook: service 500, least 300, re-cleave 15, cut-off 10 + 30 = 40: five cut-offs or thirteen re-cleaves.
    [Fact]
    public void The_worked_example_has_five_cut_offs_or_thirteen_re_cleaves_left()
    {
        var (recleave, cutOff) = (FiberLeft.Use(FiberUse.Recleave, M4), FiberLeft.Use(FiberUse.CutOff, M4));
        Assert.Equal((Length.Mm(15), Length.Mm(40)), (recleave, cutOff));
        var left = new FiberLeft(Length.Mm(500), Length.Mm(300), Length.Zero);
        Assert.Equal((5, 13), (left.TriesLeft(cutOff), left.TriesLeft(recleave)));
    }

    [Fact]
    public void Fiber_below_the_least_length_leaves_no_try() =>
        Assert.Equal(0, new FiberLeft(Length.Mm(310), Length.Mm(300), Length.Mm(20)).TriesLeft(Length.Mm(15)));

    // Inside is good; beyond three quarters of the tolerance doubtful; outside bad. A cleave knows no doubtful (common practice).
    [Theory]
    [InlineData("strip-length", "30.75", ReadingGrade.Good)]
    [InlineData("strip-length", "30.76", ReadingGrade.Doubtful)]
    [InlineData("strip-length", "31", ReadingGrade.Doubtful)]
    [InlineData("strip-length", "31.01", ReadingGrade.Bad)]
    [InlineData("strip-length", "28.99", ReadingGrade.Bad)]
    [InlineData("cleave-length", "31", ReadingGrade.Good)]
    [InlineData("cleave-length", "31.01", ReadingGrade.Bad)]
    public void A_length_is_judged_by_its_tolerance(string check, string reading, ReadingGrade grade) =>
        Assert.Equal(grade, ReadingJudge.OfLength(check, Story.Mm(reading), Length.Mm(30), Length.Mm(1)));

    [Fact]
    public void Changing_a_length_in_the_recipe_changes_plan_drawing_judgement_and_fiber()
    {
        var longer = Story.StarterBook(r => r with { Cuts = [r.Cuts[0] with { Length = Length.Mm(36) }] }).Latest("M4")!.Recipe;
        Assert.Equal(6, StripPlan.For(longer, false).Marks[0].Bites.Count);
        Assert.Equal(36m, LineDrawing.For(longer, longer.IndexOf("mark"), false, LengthUnit.Millimeter).Span!.To);
        Assert.Equal(Length.Mm(36), ResolvedDimension.Of(longer.Steps[longer.IndexOf("strip")], longer, false)!.Target);
        Assert.Equal(Length.Mm(46), FiberLeft.Use(FiberUse.CutOff, longer));
    }

    [Fact]
    public void The_cleave_is_drawn_from_the_buffers_edge_with_the_rulers_zero_there()
    {
        var line = LineDrawing.For(M4, M4.IndexOf("cleave"), false, LengthUnit.Millimeter);
        Assert.Equal(new Span(20, 30, 30), line.Span);
        Assert.Contains(line.Now, s => s == new Segment("glass", 0, 30));
        Assert.Contains(line.After, s => s == new Segment("glass", 20, 30));
        Assert.Contains(line.Ticks, t => t is { At: 20, Label: "10" });
    }
}
