using System.Text.Json;
using System.Text.Json.Nodes;
using Rhabdon.Core.Bench;
using Rhabdon.Core.Recipes;
using Rhabdon.Testing;

namespace Rhabdon.Core.Tests.Bench;

/// <summary>
/// One file of event vectors, folded natively here and in WebAssembly by tests/browser/vectors.mjs; both must come to the state that the file holds.
/// RHABDON_WRITE_VECTORS=1 writes it anew, to be read before it is committed.
/// </summary>
public class VectorTests
{
    [Fact]
    public void The_vectors_fold_to_the_state_they_hold()
    {
        var path = Path.Combine(Checkout.Root(), "tests/vectors/folds.json");
        if (Environment.GetEnvironmentVariable("RHABDON_WRITE_VECTORS") == "1")
        {
            Directory.CreateDirectory(Path.GetDirectoryName(path)!);
            File.WriteAllText(path, Written().ToJsonString(new JsonSerializerOptions { WriteIndented = true }) + "\n");
        }

        var file = JsonNode.Parse(File.ReadAllText(path))!;
        var book = new RecipeBook();
        foreach (var ladder in file["ladders"]!.AsArray())
        {
            book.Add(ladder.Deserialize(CoreJson.Default.PublishedReworkLadder)!);
        }

        foreach (var recipe in file["recipes"]!.AsArray())
        {
            book.Add(recipe.Deserialize(CoreJson.Default.PublishedRecipe)!);
        }

        var folds = file["folds"]!.AsArray();
        Assert.NotEmpty(folds);
        Assert.All(folds, fold =>
        {
            var state = TerminationFold.Fold(fold!["termination"]!.GetValue<Guid>(), fold["events"].Deserialize(CoreJson.Default.ListBenchEvent)!, book);
            Assert.True(JsonNode.DeepEquals(fold["state"], JsonSerializer.SerializeToNode(state, CoreJson.Default.TerminationState)), fold["name"]!.ToString());
        });
    }

    private static JsonObject Written()
    {
        var reworked = new Story()
            .Begin()
            .Until("light")
            .Step("light")
            .Take("tap")
            .Until("light")
            .Step("dimmer")
            .Take("tap-again")
            .Until("light")
            .Step("light")
            .Take("re-cleave")
            .Until("light")
            .Step("light")
            .Take("new-connector")
            .Finish();
        var undone = new Story().Begin().Until("cleave").Step("9.2").Take("re-cleave");
        undone.Do(new Undo(undone.Events[^1].Id, "tapped the wrong button", GlassWasCut: true));
        var clash = new Story().Begin();
        clash.Events.AddRange([
            clash.Make(new StepDone(1, 1, "parts")),
            clash.Make(new StepDone(1, 1, "parts"), device: Guid.Parse("01900000-0000-7000-8000-0000000000cc"), id: 1),
        ]);
        var book = reworked.Book;
        return new JsonObject
        {
            ["ladders"] = new JsonArray([.. book.Ladders.Select(l => JsonSerializer.SerializeToNode(l, CoreJson.Default.PublishedReworkLadder))]),
            ["recipes"] = new JsonArray([.. book.Recipes.Select(r => JsonSerializer.SerializeToNode(r, CoreJson.Default.PublishedRecipe))]),
            ["folds"] = new JsonArray([
                Fold("reworked to attempt 2", reworked),
                Fold("taken back, glass stays cut", undone),
                Fold("two tablets, one step", clash),
            ]),
        };
    }

    private static JsonObject Fold(string name, Story story) =>
        new JsonObject
        {
            ["name"] = name,
            ["termination"] = Story.Strand,
            ["events"] = JsonSerializer.SerializeToNode(story.Events.AsEnumerable().Reverse().ToList(), CoreJson.Default.ListBenchEvent),
            ["state"] = JsonSerializer.SerializeToNode(story.State, CoreJson.Default.TerminationState),
        };
}
