using Rhabdon.Core.Recipes;

namespace Rhabdon.Core.Tests.Recipes;

/// <summary>Recipes that would mislead the hand are refused, each spoiled in one place (what is wrong about each: common practice).</summary>
public class ActCheckTests
{
    private static readonly RecipeBook Book = StarterRecipes.Book();

    [Theory]
    [InlineData("M7", "rear-cap", "recipe.rear-cap-on")]
    [InlineData("M1", "caps", "recipe.rear-cap-on")]
    [InlineData("M1", "caps", "recipe.front-cap-on")]
    [InlineData("M8", "light-off", "recipe.light-stays")]
    [InlineData("M5", "clamp-off", "recipe.clamp-stays")]
    [InlineData("M7", "unload", "recipe.tool-stays")]
    [InlineData("M1", "cap", "recipe.uncapped")]
    [InlineData("M4", "light-off", "recipe.uncapped")]
    [InlineData("M8", "light-off", "recipe.uncapped")]
    [InlineData("A1", "boot", "recipe.never-seated")]
    [InlineData("A1", "parts", "recipe.never-loaded")]
    public void Without_this_step_it_is_refused(string id, string step, string says)
    {
        var recipe = Book.Latest(id)!.Recipe;
        Assert.Contains(says, Faults(recipe with { Steps = [.. recipe.Steps.Where(s => s.Id != step)] }));
        Assert.DoesNotContain(says, Faults(recipe));
    }

    [Theory]
    [InlineData("A1", "p2-air", "scribe-flat", "recipe.polish-first")]
    [InlineData("A1", "crimp-large", "scribe-flat", "recipe.crimp-order")]
    [InlineData("M7", "insert", "rear-cap", "recipe.rear-cap-on")]
    [InlineData("M4", "light-off", "light", "recipe.light-stays")]
    public void Moved_before_that_it_is_refused(string id, string moved, string before, string says)
    {
        var recipe = Book.Latest(id)!.Recipe;
        var steps = recipe.Steps.ToList();
        var step = steps.Single(s => s.Id == moved);
        steps.Remove(step);
        steps.Insert(steps.FindIndex(s => s.Id == before), step);
        Assert.Contains(says, Faults(recipe with { Steps = steps }));
    }

    [Fact]
    public void Aramid_that_nothing_cuts_or_holds_is_refused()
    {
        var recipe = Book.Latest("A1")!.Recipe;
        var loose = recipe with { Steps = [.. recipe.Steps.Select(s => s with { Acts = [.. s.Acts!.Where(a => a.Of != "aramid")] })] };
        Assert.Contains("recipe.aramid-loose", Faults(loose));
    }

    [Fact]
    public void A_bad_answer_that_nobody_has_an_answer_to_is_refused()
    {
        var recipe = Book.Latest("M4")!.Recipe;
        var mute = recipe.Steps.Select(s =>
            s.Ask is { } ask ? s with { Ask = ask with { Choices = [.. ask.Choices.Select(c => c with { Sign = null })] } } : s
        );
        Assert.Contains("recipe.bad-sign", Faults(recipe with { Steps = [.. mute] }));
    }

    [Fact]
    public void A_cap_that_no_connector_has_is_refused()
    {
        var recipe = Book.Latest("M7")!.Recipe;
        var steps = recipe.Steps.Select(s =>
            s with
            {
                Acts = [.. s.Acts!.Select(a => a.Does == ActKind.CapOff && a.Of == "rear" ? a with { Of = "back" } : a)],
            }
        );
        Assert.Contains("recipe.no-cap", Faults(recipe with { Steps = [.. steps] }));
    }

    [Fact]
    public void A_thing_of_the_kit_that_no_step_needs_as_it_says_is_refused()
    {
        var recipe = Book.Latest("M4")!.Recipe;
        Assert.Contains("recipe.no-act", Faults(recipe with { Kit = [recipe.Kit![0] with { NeededFor = new Act(ActKind.Scribe) }] }));
    }

    // The words are those that have stood in the wrong family before.
    [Theory]
    [InlineData("M5", "Into the holder", "recipe.foreign-word")]
    [InlineData("M6", "Tap the bow", "recipe.foreign-word")]
    [InlineData("A1", "Push until the stub is met", "recipe.foreign-word")]
    [InlineData("S2", "Turn the cam", "recipe.foreign-word")]
    [InlineData("M8", "Into the oven", "recipe.foreign-word")]
    public void Words_of_another_family_are_refused(string id, string words, string says)
    {
        var recipe = Book.Latest(id)!.Recipe;
        var told = new Wording(new Dictionary<string, string> { ["en"] = words });
        Assert.Contains(says, Faults(recipe with { Steps = [recipe.Steps[0] with { Title = told }, .. recipe.Steps.Skip(1)] }));
    }

    [Fact]
    public void A_ladder_that_speaks_of_another_family_is_refused()
    {
        var recipe = Book.Latest("A1")!.Recipe;
        var ladder = Book.LadderOf(recipe);
        var spoiled = ladder with
        {
            Signs = [ladder.Signs[0] with { Title = new Wording(new Dictionary<string, string> { ["en"] = "The stub is hurt" }) }, .. ladder.Signs.Skip(1)],
        };
        Assert.Contains(RecipeCheck.Faults(recipe, spoiled), f => f.Says.Key == "recipe.foreign-word" && f.Place == "ladder.signs[0]");
    }

    [Fact]
    public void A_condition_on_a_connector_that_is_not_made_is_refused()
    {
        var recipe = Book.Latest("M1")!.Recipe;
        var spoiled = recipe with
        {
            Steps = [recipe.Steps[0] with { When = new Condition(Connectors: [Rhabdon.Core.Catalog.ConnectorType.FC]) }, .. recipe.Steps.Skip(1)],
        };
        Assert.Contains("recipe.other-connector", Faults(spoiled));
    }

    private static IEnumerable<string> Faults(Recipe recipe) => RecipeCheck.Faults(recipe, Book.LadderOf(recipe)).Select(f => f.Says.Key);
}
