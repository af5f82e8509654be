using System.Text.Encodings.Web;
using System.Text.Json;
using System.Text.Json.Nodes;
using Rhabdon.Core.Bench;
using Rhabdon.Core.Recipes;
using Rhabdon.Testing;

namespace Rhabdon.Core.Tests.Bench;

/// <summary>Events of format 1, as the program wrote them before there were streams of any kind. The fixture was made by that program.</summary>
public class EarlierFormatTests
{
    private static readonly JsonObject Kept = JsonNode.Parse(File.ReadAllText(Path.Combine(Checkout.Root(), "tests/fixtures/format-1/folds.json")))!.AsObject();

    public static TheoryData<int> Folds => [.. Enumerable.Range(0, Kept["folds"]!.AsArray().Count)];

    [Theory]
    [MemberData(nameof(Folds))]
    public void They_fold_to_what_they_folded_to_then(int index)
    {
        var fold = Kept["folds"]![index]!;
        var events = fold["events"]!.Deserialize(CoreJson.Default.ListBenchEvent)!;
        var state = TerminationFold.Fold(fold["termination"]!.GetValue<Guid>(), events, BookOf());
        Assert.NotEmpty(events);
        Assert.True(JsonNode.DeepEquals(fold["state"], JsonSerializer.SerializeToNode(state, CoreJson.Default.TerminationState)));
    }

    [Theory]
    [MemberData(nameof(Folds))]
    public void Their_text_is_the_one_that_was_signed(int index)
    {
        foreach (var written in Kept["folds"]![index]!["events"]!.AsArray())
        {
            var text = written!.ToJsonString(new JsonSerializerOptions { Encoder = JavaScriptEncoder.UnsafeRelaxedJsonEscaping });
            Assert.Equal(text, EventText.Canonical(JsonSerializer.Deserialize(text, CoreJson.Default.BenchEvent)!));
        }
    }

    [Fact]
    public void Each_format_names_its_subjects_in_its_own_way_only()
    {
        var now = new Story().Begin().Events[^1];
        var then = JsonSerializer.Deserialize(Kept["folds"]![0]!["events"]![1]!.ToJsonString(), CoreJson.Default.BenchEvent)!;
        Assert.Null(EventAdmission.Malformed(now));
        Assert.Null(EventAdmission.Malformed(then));
        Assert.Equal("strands", EventAdmission.Malformed(now with { Format = 1 })?.Field);
        Assert.Equal("subjects", EventAdmission.Malformed(then with { Format = 2 })?.Field);
        Assert.Equal("subjects", EventAdmission.Malformed(now with { Strands = now.Subjects })?.Field);
        Assert.Equal(then.About[0].Id, then.For(then.About[0].Id).Strands![0].Termination);
    }

    private static RecipeBook BookOf()
    {
        var book = new RecipeBook();
        foreach (var ladder in Kept["ladders"]!.AsArray())
        {
            book.Add(ladder.Deserialize(CoreJson.Default.PublishedReworkLadder)!);
        }

        foreach (var recipe in Kept["recipes"]!.AsArray())
        {
            book.Add(recipe.Deserialize(CoreJson.Default.PublishedRecipe)!);
        }

        return book;
    }
}
