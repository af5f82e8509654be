using System.Net.Http.Json;
using System.Text.Json.Nodes;
using Microsoft.Extensions.DependencyInjection;
using Rhabdon.Core.Bench;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Verification;
using Rhabdon.Data;
using Rhabdon.Server.Recipes;

namespace Rhabdon.Server.Tests;

/// <summary>What is done once at a cable's end goes through the same door as its strands, and is seen where they are.</summary>
public sealed class CableEndTests(Host host) : IClassFixture<Host>
{
    [Fact]
    public async Task A_step_is_kept_once_shown_at_the_bench_and_on_the_ladder_and_taken_back()
    {
        var heron = await host.SignedIn();
        var (place, strand, recipe) = await PlaceAsync(heron);
        var done = Done(heron, place, recipe, "goods-in", 0);
        Assert.Equal((int[])[200, 200], await heron.SendAsync(done, done));
        Assert.Equal("Cable end, 1 of 6", await LineAsync(heron, place));
        var opened = await heron.Client.GetFromJsonAsync<JsonNode>($"/api/v1/bench?strands={strand}");
        var end = Assert.Single(opened!["ends"]!.AsArray())!;
        Assert.Equal((place.Id, place.Id), (end["id"]!.GetValue<Guid>(), opened["strands"]![0]!["cableEnd"]!.GetValue<Guid>()));
        Assert.Equal("end-step-done", opened["acts"]![end["events"]![0]!.GetValue<int>()]!["body"]!["kind"]!.ToString());
        Assert.Equal(
            (int[])[200],
            await heron.SendAsync(heron.Make(place.Id, new EndStepTakenBack(place.Job, place.Cable, place.End, "goods-in", "Wrong cable."), 1))
        );
        Assert.Equal("Cable end, 0 of 6", await LineAsync(heron, place));
        var (_, differing) = await host
            .Services.GetRequiredService<EventStore>()
            .RebuildAsync(await host.Services.GetRequiredService<RecipeBookCache>().BookAsync(), write: false);
        Assert.Empty(differing);
    }

    [Fact]
    public async Task Whoever_may_not_work_on_the_job_may_not_work_on_its_cables_ends()
    {
        var (heron, viewer) = (await host.SignedIn(), await host.SignedIn("viewer", "saltmarsh-viewer"));
        var (place, _, recipe) = await PlaceAsync(heron);
        Assert.Equal((int[])[403], await viewer.SendAsync(Done(viewer, place, recipe, "goods-in", 0)));
        var elsewhere = place with { Job = Guid.CreateVersion7() };
        Assert.Equal((int[])[404], await heron.SendAsync(Done(heron, elsewhere, recipe, "goods-in", 0)));
        // The stream is that of this cable's end and of no other.
        Assert.Equal(
            (int[])[400],
            await heron.SendAsync(Done(heron, place, recipe, "goods-in", 0) with { Subjects = [new Subject(Guid.CreateVersion7(), 0)] })
        );
    }

    [Fact]
    public async Task The_work_card_is_reckoned_for_anyone_who_brings_the_events()
    {
        var heron = await host.SignedIn();
        var (place, strand, recipe) = await PlaceAsync(heron);
        var story = await heron.Client.GetFromJsonAsync<JsonNode>($"/api/v1/bench?strands={strand}");
        var planned = story!["acts"]![0]!.DeepClone();
        planned["subjects"] = new JsonArray(new JsonObject { ["stream"] = strand, ["known"] = 0 });
        var asked = new JsonObject
        {
            ["place"] = new JsonObject
            {
                ["job"] = place.Job,
                ["cable"] = place.Cable,
                ["end"] = "near",
            },
            ["strand"] = strand,
            ["events"] = new JsonArray(planned),
            ["unit"] = "mm",
        };
        var answer = await heron.Client.PostAsJsonAsync("/api/v1/calc/cable-end", asked);
        var card = await answer.Content.ReadFromJsonAsync<JsonNode>();
        Assert.Equal(("goods-in", recipe.ToString()), (card!["now"]!.ToString(), card["recipe"]!.ToString()));
    }

    private static BenchEvent Done(TestTablet tablet, CableEndPlace place, RecipeRef recipe, string step, int known) =>
        tablet.Make(
            [new Subject(place.Id, known)],
            new EndStepDone(place.Job, place.Cable, place.End, step, new Reading("goods-in", Choice: "agrees"), new Verdict(ReadingGrade.Good)),
            recipe
        );

    private static async Task<string> LineAsync(TestTablet tablet, CableEndPlace place)
    {
        var ladder = await tablet.Client.GetFromJsonAsync<JsonNode>($"/api/v1/cables/{place.Cable}/ladder");
        var line = ladder!["ends"]!.AsArray().Single(e => e!["end"]!.ToString() == "near")!["line"]!;
        return $"{line["title"]}, {line["done"]} of {line["of"]}";
    }

    private static async Task<(CableEndPlace Place, Guid Strand, RecipeRef Recipe)> PlaceAsync(TestTablet tablet)
    {
        var strand = await tablet.StrandAsync(9);
        var opened = await tablet.Client.GetFromJsonAsync<JsonNode>($"/api/v1/bench?strands={strand}");
        var at = opened!["strands"]![0]!;
        var book = await tablet.Client.GetFromJsonAsync<JsonNode>("/api/v1/recipes");
        var latest = book!["recipes"]!.AsArray().Where(r => r!["ref"]!["id"]!.ToString() == "M4").Max(r => r!["ref"]!["version"]!.GetValue<int>());
        return (new CableEndPlace(at["job"]!.GetValue<Guid>(), at["cable"]!.GetValue<Guid>(), CableEnd.Near), strand, new RecipeRef("M4", latest));
    }
}
