using System.Text.Encodings.Web;
using System.Text.Json;
using System.Text.Json.Nodes;
using Rhabdon.Core.Bench;
using Rhabdon.Core.Preparation;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Tests.Bench;
using Rhabdon.Core.Units;

namespace Rhabdon.Core.Tests.Recipes;

public class RecipeTests
{
    private static readonly JsonSerializerOptions Loose = new() { Encoder = JavaScriptEncoder.UnsafeRelaxedJsonEscaping };

    /// <summary>A recipe, a text in its file, what spoils it, and the place and kind of the fault.</summary>
    public static TheoryData<string, string, string, string, string> Mutants =>
        new()
        {
            { "M4", "\"length\": \"30 mm\"", "\"length\": \"0 mm\"", "cuts[0].length", "recipe.above-zero" },
            { "M4", "\"length\": \"30 mm\"", "\"length\": \"30 m\"", "cuts[0].length", "recipe.too-long" },
            { "M4", "\"tolerance\": \"0.5 mm\"", "\"tolerance\": \"10 mm\"", "cleave.tolerance", "recipe.tolerance" },
            { "M4", "\"length\": \"10 mm\"", "\"length\": \"28 mm\"", "cleave.length", "recipe.cleave-outside" },
            { "M4", "\"sign\": \"strip-outside\"", "\"sign\": \"lost\"", "steps[4].ask", "recipe.no-sign" },
            { "M4", "\"cautions\": [\"alcohol\"]", "\"cautions\": [\"dragons\"]", "steps[6].cautions", "recipe.no-caution" },
            { "M4", "\"id\": \"bow\"", "\"id\": \"insert\"", "steps[14].id", "recipe.twice" },
            { "M4", "\"id\": \"press\"", "\"id\": \"bend\"", "ladder.signs[0].rungs[0].returnsTo", "recipe.no-step" },
            { "A1", "\"length\": \"16 mm\"", "\"length\": \"40 mm\"", "cuts[4].length", "recipe.beyond-tip" },
            { "A1", "\"length\": \"16 mm\", ", "\"length\": \"16 mm\", \"toward\": \"closet\", ", "cuts[4].length", "recipe.edges" },
            { "A1", "\"length\": \"7 mm\", ", "\"length\": \"7 mm\", \"toward\": \"closet\", ", "cuts[3].length", "recipe.aramid" },
            { "A1", "\"from\": \"jacket-edge\", \"length\": \"7 mm\"", "\"from\": \"tube-edge\", \"length\": \"7 mm\"", "cuts[3].from", "recipe.no-edge-yet" },
            { "A2", "\"seconds\": 30", "\"seconds\": 50", "clock.seconds", "recipe.clock" },
            { "A1", "\"kind\": \"hold\"", "\"kind\": \"wish\"", "clock.kind", "recipe.no-clock" },
            { "A1", "\"usual\": \"twist\"", "\"usual\": \"bite\"", "choices[1].usual", "recipe.no-option" },
            { "A1", "\"choice\": \"scribe\"", "\"choice\": \"wet-fit\"", "when.choice", "recipe.no-choice" },
            {
                "A1",
                "\"cut\": \"aramid\", \"dimension\": { \"of\": \"cut\", \"cut\": \"aramid\" }",
                "\"cut\": \"buffer\", \"dimension\": { \"of\": \"cut\", \"cut\": \"aramid\" }",
                "cuts[3].id",
                "recipe.no-step-cuts"
            },
            { "M4", "\"consumable\": \"wipe\"", "\"consumable\": \"glue\"", "consumes[0].consumable", "recipe.no-consumable" },
            { "M4", "\"stub\": \"22 mm\"", "\"stub\": \"12 mm\"", "joint.stub", "recipe.stub-behind-stop" },
            { "M4", "\"bowMost\": \"1.8 mm\"", "\"bowMost\": \"0.1 mm\"", "joint.bowMost", "recipe.bow" },
            { "H1", "\"of\": \"oven\"", "\"of\": \"stove\"", "capacities[0].of", "recipe.no-capacity" },
            { "M8", "\"when\": \"inner-boot\"", "\"when\": \"later\"", "parts[5].when", "recipe.no-step" },
            { "M4", "\"bite\": \"6 mm\"", "\"bite\": \"0.000001 mm\"", "cuts[0].bite", "recipe.bite" },
            { "M4", "\"frontOfTip\": \"12 mm\"", "\"frontOfTip\": \"9000 m\"", "body.frontOfTip", "recipe.too-long" },
            { "M4", "\"builds\": [\"tight-buffer-900\"]", "\"builds\": []", "serves.builds", "recipe.serves-none" },
            { "M4", "\"id\": \"M4\"", "\"id\": \"M 4\"", "id", "recipe.id" },
            { "R1", "\"together\": 12", "\"together\": 1", "together", "recipe.together" },
        };

    [Fact]
    public void Every_starter_is_without_fault() =>
        Assert.All(StarterRecipes.Recipes(), recipe =>
            Assert.Empty(RecipeCheck.Faults(recipe, StarterRecipes.Ladders().Single(l => l.Id == recipe.Ladder.Id)))
        );

    [Theory]
    [MemberData(nameof(Mutants))]
    public void A_spoiled_recipe_names_its_fault_and_the_place(string recipe, string from, string to, string place, string says)
    {
        var whole = Text(recipe);
        // Written over several lines or in one, the same text must be met.
        var folded = JsonNode
            .Parse(whole)!
            .ToJsonString(Loose)
            .Replace(":", ": ", StringComparison.Ordinal)
            .Replace(",\"", ", \"", StringComparison.Ordinal)
            .Replace("{\"", "{ \"", StringComparison.Ordinal)
            .Replace("\"}", "\" }", StringComparison.Ordinal);
        Assert.Contains(from, folded, StringComparison.Ordinal);
        var spoiled = StarterRecipes.ReadRecipe(folded.Replace(from, to, StringComparison.Ordinal)).With([.. StarterRecipes.Sequences()]);
        var faults = RecipeCheck.Faults(spoiled, StarterRecipes.Ladders().Single(l => l.Id == spoiled.Ladder.Id));
        Assert.Contains(faults, f => f.Place.EndsWith(place, StringComparison.Ordinal) && f.Says.Key == says);
    }

    [Fact]
    public void A_length_left_to_the_sheet_is_left_out_of_the_file_and_read_again_as_such()
    {
        var m2 = StarterRecipes.Book().Latest("M2")!.Recipe;
        var waiting = m2 with
        {
            Cuts = [m2.Cuts[0] with { Length = null }],
            Marks = [m2.Marks![0] with { Length = null }],
            Joint = m2.Joint! with { Stub = null },
        };
        var read = StarterRecipes.ReadRecipe(System.Text.Json.JsonSerializer.Serialize(waiting, CoreJson.Default.Recipe));
        Assert.Equal(["buffer", "seat"], read.FromTheSheet);
        Assert.Null(read.Joint!.Stub);
    }

    [Fact]
    public void A_file_without_measure_is_told_so_at_once()
    {
        var m4 = StarterRecipes.Book().Latest("M4")!.Recipe;
        var endless = m4 with { Steps = [.. Enumerable.Repeat(m4.Steps[0], 5_000)] };
        Assert.Equal(("steps", "recipe.too-many"), RecipeCheck.Faults(endless, null).Select(f => (f.Place, f.Says.Key)).Single());
    }

    [Fact]
    public void Null_in_a_list_of_a_file_is_a_fault_of_the_file() =>
        Assert.Throws<System.Text.Json.JsonException>(() =>
            RecipeFile.Read(
                System
                    .Text.Json.JsonSerializer.Serialize(new RecipeFile(StarterRecipes.Book().Latest("M4")!.Recipe), CoreJson.Default.RecipeFile)
                    .Replace("\"cautions\":[\"alcohol\"]", "\"cautions\":[null]", StringComparison.Ordinal)
            )
        );

    [Fact]
    public void A_length_from_the_sheet_leaves_no_plan_and_lets_nobody_begin()
    {
        var book = Story.StarterBook(r => r.Id == "M4" ? r with { Cuts = [r.Cuts[0] with { Length = null }] } : r);
        var recipe = book.Latest("M4")!.Recipe;
        Assert.Empty(RecipeCheck.Faults(recipe, book.LadderOf(recipe)));
        Assert.Throws<InvalidOperationException>(() => StripPlan.For(recipe, false));
        Assert.Equal("conflict.from-the-sheet", new Story(book).Refused(new BeginWork())?.Says.Key);
    }

    [Fact]
    public void A_length_without_its_unit_is_no_length() =>
        Assert.Throws<JsonException>(() => StarterRecipes.ReadRecipe(Text("M4").Replace("\"30 mm\"", "\"30\"", StringComparison.Ordinal)));

    [Fact]
    public void An_unknown_field_is_refused_and_named()
    {
        var fault = Assert.Throws<JsonException>(() => StarterRecipes.ReadRecipe(Text("M4").Replace("\"family\"", "\"famly\"", StringComparison.Ordinal)));
        Assert.Contains("famly", fault.Message, StringComparison.Ordinal);
    }

    [Fact]
    public void A_recipe_written_and_read_again_is_the_same()
    {
        var written = JsonSerializer.Serialize(Story.StarterBook().Latest("M4")!.Recipe, CoreJson.Default.Recipe);
        Assert.Equal(written, JsonSerializer.Serialize(StarterRecipes.ReadRecipe(written), CoreJson.Default.Recipe));
    }

    private static string Text(string recipe)
    {
        using var reader = new StreamReader(typeof(Recipe).Assembly.GetManifestResourceStream($"recipes/{recipe}.json")!);
        return reader.ReadToEnd();
    }
}
