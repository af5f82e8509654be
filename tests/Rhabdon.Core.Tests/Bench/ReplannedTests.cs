using Rhabdon.Core.Bench;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Rights;

namespace Rhabdon.Core.Tests.Bench;

/// <summary>Another recipe is chosen for an end before it begins.</summary>
public sealed class ReplannedTests
{
    [Fact]
    public void The_end_begins_by_the_recipe_that_was_chosen_last()
    {
        var story = new Story().Do(new PlanBy("S2")).Do(new PlanBy("A2"));
        Assert.Equal("A2", story.State.Plan!.RecipeId);
        Assert.Equal("A2", story.Begin().State.Recipe!.Id);
        Assert.Equal(Permission.Plan, new Replanned("A2").Needs([]));
    }

    // Cordage is not tight buffer; an end that is begun stays with what it began by.
    [Theory]
    [InlineData("A1")]
    [InlineData("X9")]
    public void A_recipe_that_does_not_serve_it_or_is_not_there_is_refused(string recipe)
    {
        var story = new Story();
        Assert.NotNull(story.Refused(new PlanBy(recipe)));
        Assert.Equal("M4", story.State.Plan!.RecipeId);
    }

    [Fact]
    public void What_has_begun_stays_and_says_so()
    {
        var story = new Story().Begin();
        Assert.NotNull(story.Refused(new PlanBy("A2")));
        // Two tablets: one had begun it, the other planned it anew without knowing.
        story.Events.Add(story.Make(new Replanned("A2")));
        Assert.Equal("M4", story.State.Recipe!.Id);
        Assert.Equal("M4", story.State.Plan!.RecipeId);
        Assert.NotEqual(EntryEffect.Counts, story.State.History[^1].Effect);
    }

    [Fact]
    public void Taken_back_it_is_planned_as_before()
    {
        var story = new Story().Do(new PlanBy("A2"));
        story.Do(new Undo(story.Events[^1].Id, "Another cable was meant.", GlassWasCut: false));
        Assert.Equal("M4", story.State.Plan!.RecipeId);
    }
}
