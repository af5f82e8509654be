using Rhabdon.Core.Planning;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Scheduling;

namespace Rhabdon.Core.Tests.Planning;

/// <summary>What a job has cost and will cost: worked by hand beside each check.</summary>
public class JobCostTests
{
    private static readonly RecipeBook Book = StarterRecipes.Book();
    private static readonly JobCosts Costs = new(Book, "en");

    // A connector 14, a share of 0.92: 46 ends take 50 connectors. Without what is used up: parts 14 * 50 = 700.
    [Fact]
    public void What_is_ahead_takes_its_connectors_its_rework_and_its_hands()
    {
        var cost = Costs.Of(new CostQuestion([new CostWork("M4", 46, 0, 0, 0)], TestMinutes: 90, PerHour: 60));
        var line = Assert.Single(cost.Lines);
        Assert.Equal(700, line.ToCome.Parts);
        // Hands by the recipe's own figure, a minute of them costs 1.
        Assert.Equal(46.0 * Book.Latest("M4")!.Recipe.Timing.HandsOnSeconds / 60, (double)line.ToCome.Hands, 0.01);
        Assert.Equal(90, cost.Tests);
        Assert.Equal((0, line.ToCome.Sum + 90), (cost.Spent, cost.ToCome));
        // Four of fifty connectors are rework's, and so is their share of what is used up.
        Assert.Equal((double)(line.ToCome.Parts + line.ToCome.UsedUp) * 4 / 50, (double)line.Rework, 0.02);
    }

    // Ten attempts, eight accepted, two hours at 75: 140 of parts and 150 of hands; two tenths of all of it were rework's.
    [Fact]
    public void What_was_done_costs_what_it_took()
    {
        var cost = Costs.Of(new CostQuestion([new CostWork("M4", 0, 10, 8, 7200)], 0, PerHour: 75));
        var line = Assert.Single(cost.Lines);
        Assert.Equal((140m, 150m, 8), (line.Spent.Parts, line.Spent.Hands, line.Made));
        Assert.Equal((double)line.Spent.Sum / 5, (double)line.Rework, 0.01);
        Assert.Equal(0.2, cost.ReworkShare, 0.001);
        Assert.Equal(cost.Spent, cost.Sum);
    }

    [Fact]
    public void The_jobs_own_price_and_the_crews_own_pace_go_before_the_figures()
    {
        var asked = new CostQuestion([new CostWork("M4", 46, 0, 0, 0)], 0, PerHour: 60, PerConnector: 20);
        // 180 h in place of 160 by the recipes, with 20 h of theirs: 200 of 180.
        var slower = asked with { Pace = [new PaceDay("mechanical", 180 * 3600.0, 160 * 3600.0)] };
        Assert.Equal(1000, Costs.Of(asked).Lines[0].ToCome.Parts);
        Assert.Equal(200.0 / 180, (double)(Costs.Of(slower).Lines[0].ToCome.Hands / Costs.Of(asked).Lines[0].ToCome.Hands), 0.001);
    }

    // Twelve fibers are one part of 60 and a share of 0.95: 72 ends are six parts, and 6.32 with rework.
    [Fact]
    public void A_ribbon_is_one_part() =>
        Assert.Equal(378.95, (double)Costs.Of(new CostQuestion([new CostWork("R1", 72, 0, 0, 0)], 0, 60)).Lines[0].ToCome.Parts, 0.01);

    [Fact]
    public void A_price_that_cannot_be_is_refused()
    {
        Assert.Equal("perHour", new CostQuestion([], 0, -1).Fault?.Field);
        Assert.Throws<ArgumentException>(() => Costs.Of(new CostQuestion([], 0, -1)));
        Assert.Equal(0, Costs.Of(new CostQuestion([], 0, 60)).Sum);
    }
}
