using Rhabdon.Core.Catalog;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Scheduling;

namespace Rhabdon.Core.Tests.Scheduling;

/// <summary>What is left of cables as tasks of a schedule.</summary>
public sealed class TasksAheadTests
{
    private static readonly RecipeBook Book = StarterRecipes.Book();

    [Fact]
    public void Thirteen_ends_are_two_batches_of_seven_and_six_and_the_test_comes_after_both_ends()
    {
        var tasks = Of(
            new CableAhead(
                Guid.NewGuid(),
                "Quay",
                CableBuild.TightBuffer900,
                FiberGrade.OM4,
                [Ends(CableEnd.Near, "M4", 13), Ends(CableEnd.Far, "M4", 6)],
                13,
                4,
                "far"
            )
        );
        Assert.Equal([6, 7, 6, 0], tasks.Select(t => t.Ends));
        Assert.Equal(tasks.Take(3).Select(t => t.Task.Id), tasks[3].Task.After!);
        Assert.Equal(tasks.Count, tasks.Select(t => t.Task.Id).Distinct().Count());
        Assert.Equal(("near", "far"), (tasks[0].Task.Room, tasks[3].Task.Room));
    }

    // The hands of a batch are those of its ends, as the handbook's figures of the recipe tell them (HandsOnSeconds), and a change of tools now and then.
    [Theory]
    [InlineData("M4", CableBuild.TightBuffer900, 12)]
    [InlineData("A1", CableBuild.Cordage30, 12)]
    [InlineData("S2", CableBuild.TightBuffer900, 6)]
    public void A_batch_takes_the_hands_that_its_ends_take(string recipe, CableBuild build, int ends)
    {
        var tasks = Of(new CableAhead(Guid.NewGuid(), "Quay", build, FiberGrade.OM4, [Ends(CableEnd.Near, recipe, ends)], 0, 4, "far"));
        var seconds = Book.Latest(recipe)!.Recipe.Timing.HandsOnSeconds * ends;
        Assert.InRange(tasks.Sum(t => t.Task.Minutes), seconds * 0.8m / 60, (seconds * 1.5m / 60) + 10);
        Assert.All(tasks, t => Assert.InRange(t.Task.Minutes, 5, 180));
    }

    [Fact]
    public void An_oven_and_a_splicer_are_taken_by_what_needs_them()
    {
        Assert.Contains("oven", ToolsOf("H1", CableBuild.Cordage30));
        Assert.Contains("splicer", ToolsOf("S2", CableBuild.TightBuffer900));
        Assert.Empty(ToolsOf("M4", CableBuild.TightBuffer900));

        static IEnumerable<string> ToolsOf(string recipe, CableBuild build) =>
            Of(new CableAhead(Guid.NewGuid(), "Quay", build, FiberGrade.OM4, [Ends(CableEnd.Near, recipe, 6)], 0, 4, "far"))
                .SelectMany(t => t.Task.Tools ?? [])
                .Select(t => t.Kind)
                .Distinct();
    }

    [Fact]
    public void A_cable_with_all_its_ends_made_is_only_tested_and_what_is_tested_is_no_task()
    {
        var cable = new CableAhead(Guid.NewGuid(), "Quay", CableBuild.TightBuffer900, FiberGrade.OM4, [], 144, 4, "far");
        var tests = Of(cable);
        Assert.Equal(3, tests.Count);
        Assert.All(tests, t => Assert.Empty(t.Task.After!));
        Assert.Empty(Of(cable with { Untested = 0 }));
        Assert.Contains("48 strands", tests[0].Title, StringComparison.Ordinal);
    }

    private static EndsAhead Ends(CableEnd end, string recipe, int count) => new(end, JsonNames.Of(end), recipe, ConnectorType.SC, count);

    private static IReadOnlyList<TitledTask> Of(CableAhead cable) => new TasksAhead(Book, Phrasebook.English, "en").Of([cable]);
}
