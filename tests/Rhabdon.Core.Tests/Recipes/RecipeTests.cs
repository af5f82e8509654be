using System.Text.Json;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Tests.Bench;
using Rhabdon.Core.Units;

namespace Rhabdon.Core.Tests.Recipes;

public class RecipeTests
{
    public static TheoryData<string, string> Mutants => new()
    {
        { "\"length\": \"30 mm\"", "\"length\": \"0 mm\"" },
        { "\"stage\": \"mark\"", "\"stage\": \"nowhere\"" },
        { "\"sign\": \"strip-outside\"", "\"sign\": \"lost\"" },
        { "\"length\": \"10 mm\"", "\"length\": \"28 mm\"" },
        { "\"of\": \"cut\", \"cut\": \"buffer\" },\n      \"ask\"", "\"of\": \"cut\", \"cut\": \"jacket\" },\n      \"ask\"" },
        { "\"cautions\": [\"alcohol\"]", "\"cautions\": [\"dragons\"]" },
        { "\"id\": \"bow\"", "\"id\": \"insert\"" },
    };

    [Fact]
    public void Every_starter_is_without_fault() => Assert.All(
        StarterRecipes.Recipes(),
        recipe => Assert.Empty(RecipeCheck.Faults(recipe, StarterRecipes.Ladders().Single(l => l.Id == recipe.Ladder.Id))));

    [Theory]
    [MemberData(nameof(Mutants))]
    public void A_spoiled_recipe_names_the_place_of_its_fault(string from, string to)
    {
        var whole = Text();
        Assert.Contains(from, whole, StringComparison.Ordinal);
        var spoiled = StarterRecipes.ReadRecipe(whole.Replace(from, to, StringComparison.Ordinal));
        var faults = RecipeCheck.Faults(spoiled, StarterRecipes.Ladders().Single());
        Assert.NotEmpty(faults);
        Assert.All(faults, f => Assert.NotEmpty(f.Place));
    }

    [Fact]
    public void A_length_without_its_unit_is_no_length() =>
        Assert.Throws<JsonException>(() => StarterRecipes.ReadRecipe(Text().Replace("\"30 mm\"", "\"30\"", StringComparison.Ordinal)));

    [Fact]
    public void An_unknown_field_is_refused_and_named()
    {
        var fault = Assert.Throws<JsonException>(() => StarterRecipes.ReadRecipe(Text().Replace("\"family\"", "\"famly\"", StringComparison.Ordinal)));
        Assert.Contains("famly", fault.Message, StringComparison.Ordinal);
    }

    [Fact]
    public void A_recipe_written_and_read_again_is_the_same()
    {
        var written = JsonSerializer.Serialize(Story.StarterBook().Latest("M4")!.Recipe, CoreJson.Default.Recipe);
        Assert.Equal(written, JsonSerializer.Serialize(StarterRecipes.ReadRecipe(written), CoreJson.Default.Recipe));
    }

    private static string Text()
    {
        using var reader = new StreamReader(typeof(Recipe).Assembly.GetManifestResourceStream("recipes/M4.json")!);
        return reader.ReadToEnd();
    }
}
