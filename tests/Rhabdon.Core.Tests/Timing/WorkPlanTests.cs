using FsCheck;
using FsCheck.Fluent;
using Rhabdon.Core.Bench;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Timing;

namespace Rhabdon.Core.Tests.Timing;

/// <summary>
/// Orders of work: of two jobs through a hand and a machine by Johnson's rule (Johnson, "Optimal two- and three-stage production schedules with setup times
/// included", 1954), and what holds of any batch.
/// </summary>
public class WorkPlanTests
{
    private const int Ends = 6;

    private static readonly WorkRule StageByStage = new(WorkOrder.StageByStage);
    private static readonly WorkRule StrandByStrand = new(WorkOrder.StrandByStrand);

    // One line: 10 s of hands, 60 alone on a machine of one place, 5 of hands. Three of them: the machine is fed at 10, 70 and 130, and the last comes out at
    // 190. Worked by hand.
    [Fact]
    public void A_machine_with_one_place_is_never_kept_waiting()
    {
        var batch = Batch(3, Item(10, alone: 60, on: "heater"), Item(5));
        var plan = WorkPlan.Best(new WorkStand(batch));
        Assert.Equal(10 + (3 * 60) + 10 + 10 + 5, plan.Last);
        Assert.Equal([0, 70, 140], plan.Moves.Where(m => m.Item == 0).Select(m => m.Start));
    }

    // Two stages, hands then machine: the shortest hands first. By Johnson's rule (3, 6), (5, 2), (1, 2) is worked 3rd, 1st, 2nd, and takes 12.
    [Fact]
    public void Johnsons_rule_is_met()
    {
        (double Hands, double Machine)[] jobs = [(3, 6), (5, 2), (1, 2)];
        var lines = jobs.Select((j, at) => new WorkLine($"J{at}", [Item(j.Hands), Item(0, alone: j.Machine, on: "machine")])).ToList();
        var batch = new WorkBatch(lines, new Dictionary<string, int> { ["machine"] = 1 }, Change: 0);
        Assert.Equal(1 + 3 + 6 + 2, WorkPlan.Best(new WorkStand(batch)).Last);
    }

    // An oven that warms up for 60 s holds up nobody: what can be done before it is done before it.
    [Fact]
    public void What_warms_up_is_begun_first_and_the_work_goes_on_meanwhile()
    {
        var oven = new WorkItem(0, 0, [5], Once: "oven", Starts: 60);
        var batch = Batch(3, oven, Item(20), new WorkItem(2, 2, [4], After: "oven"));
        var plan = WorkPlan.Best(new WorkStand(batch));
        Assert.Equal(0, plan.Moves[0].Item);
        Assert.Single(plan.Moves, m => m.Item == 0);
        Assert.Equal(5 + 60 + (3 * 4), plan.Last);
    }

    // A mix of 100 s serves three lines of 15 s: it is made when all three stand ready, and once.
    [Fact]
    public void A_mix_waits_until_all_that_is_filled_from_it_stands_ready()
    {
        var mix = new WorkItem(1, 1, [10], Once: "mix", Starts: 100, Spoils: true);
        var batch = Batch(3, Item(20), mix, new WorkItem(2, 2, [15], Within: "mix"));
        var plan = WorkPlan.Best(new WorkStand(batch));
        Assert.Equal(60, Assert.Single(plan.Moves, m => m.Item == 1).Start);
        Assert.Equal(60 + 10 + 45, plan.Last);
    }

    // The slowest of twenty goes decides: 15 s may take 30, so from a mix that has 29 left nothing more is filled.
    [Fact]
    public void Nothing_perishable_is_begun_that_one_time_in_twenty_would_not_be_safe_in_time()
    {
        var (mix, use) = (new WorkItem(0, 0, [10], Once: "mix", Starts: 100, Spoils: true), new WorkItem(1, 1, [15], Within: "mix"));
        var late = use.HandsLate;
        Assert.InRange(late, 25, 35);
        var stand = new WorkStand(Batch(1, mix, use));
        stand.Began("R", "mix", -(100 - late - 1), 100);
        Assert.Equal(1, stand.Wanted(0, 0));
        stand.Began("R", "mix", -(100 - late + 1), 100);
        Assert.Equal(0, stand.Wanted(0, 0));
    }

    [Theory]
    [InlineData("A1")]
    [InlineData("E1")]
    [InlineData("H1")]
    [InlineData("M4")]
    [InlineData("R1")]
    [InlineData("S1")]
    [InlineData("S2")]
    public void It_takes_no_longer_than_the_better_habit_with_one_at_work_and_with_two(string recipe)
    {
        for (var hands = 1; hands <= 2; hands++)
        {
            var batch = WorkBatch.Of(Worked(recipe), Ends, hands);
            var habit = Math.Min(By(StageByStage, batch), By(StrandByStrand, batch));
            Assert.InRange(Followed(batch), 1, habit + 0.01);
        }
    }

    // Of a heater for one and twelve joints the hands decide: what a heater does meanwhile costs nothing but the last one's time.
    [Fact]
    public void A_heater_for_one_holds_up_nobody_for_long()
    {
        var batch = WorkBatch.Of(Worked("S2"), 12) with { Change = 0 };
        var work = batch.Lines.Sum(l => l.Items.Where(i => i.Once is null).Sum(i => i.Hands)) + (2 * StepTimes.OnceSeconds);
        Assert.InRange(WorkPlan.Best(new WorkStand(batch)).Last, work - 0.001, work + 60);
        Assert.True(By(StageByStage, batch) > work + (10 * 60));
    }

    [Fact]
    public void Thinking_again_after_each_move_never_makes_it_longer() =>
        Prop.ForAll(Batches().ToArbitrary(), batch =>
            {
                var least = WorkRule.All.Min(r => By(r, batch));
                return Followed(batch) <= least + 0.01;
            })
            .QuickCheckThrowOnFailure();

    [Fact]
    public void No_place_holds_two_and_no_hand_does_two_things() =>
        Prop.ForAll(Batches().ToArbitrary(), batch =>
            {
                var moves = WorkPlan.Best(new WorkStand(batch)).Moves;
                var items = batch.Lines.Sum(l => l.Items.Count(i => i.Once is null));
                var isEveryItemDone = moves.Count(m => batch.Lines[m.Line].Items[m.Item].Once is null) == items;
                var isHandFree = moves.GroupBy(m => m.Hand).All(h => h.Zip(h.Skip(1), (a, b) => a.End <= b.Start + 0.001).All(ok => ok));
                var inside = moves.Where(m => batch.Lines[m.Line].Items[m.Item].On is not null).OrderBy(m => m.Start).ToList();
                var isRoom = inside.TrueForAll(m => inside.Count(o => o.Start <= m.Start && OutOf(batch, o) > m.Start + 0.001) <= batch.Places["machine"]);
                return isEveryItemDone && isHandFree && isRoom;
            })
            .QuickCheckThrowOnFailure();

    [Fact]
    public void A_recipe_is_cut_where_a_machine_or_the_clock_takes_over()
    {
        var worked = Worked("H1");
        var items = WorkItem.Of(worked);
        Assert.Equal(worked.Steps.Count, items.Sum(i => i.Last - i.First + 1));
        var home = items.Single(i => i.After == "oven");
        Assert.Equal(("oven-warm", "clip", "oven"), (worked.Steps[home.First].Id, worked.Steps[home.Last].Id, home.On));
        Assert.Equal(240, items.Single(i => i.Alone > 0).Alone);
        Assert.Equal(360, items.Single(i => i.Once == "oven").Starts);

        // 30 s of holding take a hand; the whole is the recipe's own time (recipes.md: 300 s, of which 30 to 45 holding).
        Assert.Equal(300, WorkItem.Of(Worked("A1")).Where(i => i.Once is null).Sum(i => i.Hands), 3);
        Assert.True(StepTimes.Of(Worked("A1"))[Worked("A1").IndexOf("hold")] >= 30);
    }

    private static double OutOf(WorkBatch batch, WorkMove move) => move.End + batch.Lines[move.Line].Items[move.Item].Alone;

    // The bench as it goes: think, do the first thing, think again.
    private static double Followed(WorkBatch batch)
    {
        var (stand, at) = (new WorkStand(batch), (double?)0);
        while (at is { } now)
        {
            while (WorkPlan.Best(stand, now).Moves is [{ } first, ..] && first.Start <= now && stand.FreeFrom(first.Hand) <= now)
            {
                stand.Do(first.Line, first.Hand, now);
            }

            at = stand.NextMoment(now);
        }

        Assert.True(stand.IsOver);
        return stand.Last;
    }

    private static double By(WorkRule rule, WorkBatch batch) => WorkPlan.By(rule, new WorkStand(batch), 0, []).Last;

    private static Recipe Worked(string recipe)
    {
        var published = StarterRecipes.Book().Latest(recipe)!;
        return published.On(published.Recipe.Serves.Builds[0], null, null, published.Recipe.Serves.Connectors[0]);
    }

    private static WorkItem Item(double hands, double alone = 0, string? on = null) => new(0, 0, [hands], alone, On: on);

    private static WorkBatch Batch(int lines, params WorkItem[] items)
    {
        var line = new WorkLine("R", items);
        return new WorkBatch([.. Enumerable.Repeat(line, lines)], new Dictionary<string, int> { ["heater"] = 1 }, Change: 0);
    }

    private static Gen<WorkBatch> Batches() =>
        from lines in Gen.Choose(1, 5)
        from hands in Gen.Choose(1, 2)
        from places in Gen.Choose(1, 3)
        from change in Gen.Elements(0.0, 5.0)
        from items in Gen.ListOf(ItemOf(), 5)
        select new WorkBatch([.. Enumerable.Repeat(new WorkLine("R", [.. items]), lines)], new Dictionary<string, int> { ["machine"] = places }, hands, change);

    private static Gen<WorkItem> ItemOf() =>
        from work in Gen.Choose(1, 60)
        from isAlone in Gen.Elements(true, false)
        from alone in Gen.Choose(1, 120)
        from isOn in Gen.Elements(true, false)
        select Item(work, isAlone ? alone : 0, isAlone && isOn ? "machine" : null);
}
