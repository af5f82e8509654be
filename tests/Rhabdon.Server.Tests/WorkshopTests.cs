using System.Net.Http.Json;
using System.Text.Json;
using System.Text.Json.Nodes;
using Microsoft.Extensions.DependencyInjection;
using Rhabdon.Core;
using Rhabdon.Core.Bench;
using Rhabdon.Core.Recipes;
using Rhabdon.Data;

namespace Rhabdon.Server.Tests;

/// <summary>Recipes made, taken in, compared, confirmed and retired by leads.</summary>
public sealed class WorkshopTests(Host host) : IClassFixture<Host>
{
    [Fact]
    public async Task A_recipe_that_nobody_has_seen_before_comes_with_its_ladder_and_is_worked_by_at_once()
    {
        var lead = await host.SignedIn("lead", "saltmarsh-lead");
        var file = Foreign("F7");
        Assert.Empty((await (await lead.Client.PostAsync("/api/v1/calc/recipe", Json(file))).Content.ReadFromJsonAsync<JsonNode>())!["faults"]!.AsArray());
        Assert.Equal(1, await PublishAsync(lead, file));
        var strand = (await lead.TerminationsAsync(await lead.AddCableAsync("FOREIGN", 2, "F7"), "near"))[0];
        Assert.Equal(200, Assert.Single(await lead.SendAsync(lead.Make([new Subject(strand, 1)], new Begun(), new RecipeRef("F7", 1)))));
    }

    [Fact]
    public async Task Faults_are_each_named_with_their_place_and_nothing_is_published()
    {
        var lead = await host.SignedIn("lead", "saltmarsh-lead");
        var file = Foreign("F8");
        file["recipe"]!["cuts"]![0]!["length"] = "0 mm";
        file["recipe"]!["steps"]![0]!["stage"] = "nowhere";
        var answer = await lead.Client.PostAsync("/api/v1/recipes", Json(file));
        Assert.Equal(400, (int)answer.StatusCode);
        var places = (await answer.Content.ReadFromJsonAsync<JsonNode>())!["faults"]!.AsArray().Select(f => f!["field"]!.GetValue<string>()).ToList();
        Assert.Contains("cuts[0].length", places);
        Assert.Contains("steps[0].stage", places);
        file["recipe"]!["cuts"]![0]!["length"] = "three";
        answer = await lead.Client.PostAsync("/api/v1/recipes", Json(file));
        Assert.Equal("$.recipe.cuts[0].length", (await answer.Content.ReadFromJsonAsync<JsonNode>())!["faults"]![0]!["field"]!.GetValue<string>());
        Assert.Equal(404, (int)(await lead.Client.GetAsync(new Uri("/api/v1/recipes/F8/versions", UriKind.Relative))).StatusCode);
    }

    [Fact]
    public async Task A_changed_recipe_is_a_new_version_beside_the_old_and_outlives_the_next_start()
    {
        var lead = await host.SignedIn("lead", "saltmarsh-lead");
        var file = await FileAsync(lead, "M7");
        var version = await PublishAsync(lead, file);
        file["recipe"]!["cuts"]![0]!["length"] = "41 mm";
        Assert.Equal(version + 1, await PublishAsync(lead, file));
        await host.Services.GetRequiredService<RecipeStore>().PublishShippedAsync();
        Assert.Equal("41 mm", (await FileAsync(lead, "M7"))["recipe"]!["cuts"]![0]!["length"]!.GetValue<string>());
        var changes = (await lead.Client.GetFromJsonAsync<JsonArray>($"/api/v1/recipes/M7/changes?from={version}&to={version + 1}"))!;
        Assert.Equal(
            ("cuts[buffer].length", "40 mm", "41 mm"),
            (changes.Single()!["place"]!.GetValue<string>(), changes[0]!["before"]!.GetValue<string>(), changes[0]!["after"]!.GetValue<string>())
        );
    }

    [Fact]
    public async Task A_job_that_demands_it_lets_nobody_begin_before_a_lead_has_confirmed_against_the_sheet()
    {
        var lead = await host.SignedIn("lead", "saltmarsh-lead");
        var strands = await lead.TerminationsAsync(await lead.AddCableAsync("CONFIRM", 2, "S2", isConfirmedOnly: true), "near");
        var newest = (await lead.Client.GetFromJsonAsync<JsonArray>("/api/v1/recipes/S2/versions"))![0]!["version"]!.GetValue<int>();
        var begun = lead.Make([new Subject(strands[0], 1)], new Begun(), new RecipeRef("S2", newest));
        Assert.Equal(422, Assert.Single(await lead.SendAsync(begun)));
        Assert.Equal(400, (int)(await lead.Client.PostAsJsonAsync("/api/v1/recipes/S2/confirmation", new { version = newest, sheetIssue = " " })).StatusCode);
        Assert.Equal(
            204,
            (int)(await lead.Client.PostAsJsonAsync("/api/v1/recipes/S2/confirmation", new { version = newest, sheetIssue = "issue 4, 2026" })).StatusCode
        );
        Assert.Equal(200, Assert.Single(await lead.SendAsync(lead.Make([new Subject(strands[0], 1)], new Begun(), new RecipeRef("S2", newest)))));
        var version = (await lead.Client.GetFromJsonAsync<JsonArray>("/api/v1/recipes/S2/versions"))![0]!;
        Assert.Equal(
            ("issue 4, 2026", "Lena Tidewater"),
            (version["confirmation"]!["sheetIssue"]!.GetValue<string>(), version["confirmedBy"]!.GetValue<string>())
        );
    }

    [Fact]
    public async Task A_retired_recipe_is_offered_no_more_until_it_is_offered_again()
    {
        var lead = await host.SignedIn("lead", "saltmarsh-lead");
        Assert.Equal(
            204,
            (int)(await lead.Client.PutAsJsonAsync("/api/v1/recipes/A2/retired", new { isRetired = true, reason = "no longer sold" })).StatusCode
        );
        Assert.True(await IsRetiredAsync());
        await Assert.ThrowsAsync<HttpRequestException>(() => lead.AddCableAsync("RETIRED", 2, "A2"));
        await lead.Client.PutAsJsonAsync("/api/v1/recipes/A2/retired", new { isRetired = false });
        Assert.False(await IsRetiredAsync());

        async Task<bool> IsRetiredAsync() =>
            (await lead.Client.GetFromJsonAsync<JsonArray>("/api/v1/recipes/list"))!.Single(r => r!["id"]!.GetValue<string>() == "A2")![
                "isRetired"
            ]!.GetValue<bool>();
    }

    private static async Task<JsonNode> FileAsync(TestTablet tablet, string id) =>
        (await tablet.Client.GetFromJsonAsync<JsonNode>($"/api/v1/recipes/{id}/file"))!;

    private static async Task<int> PublishAsync(TestTablet tablet, JsonNode file) =>
        (await (await tablet.Client.PostAsync("/api/v1/recipes", Json(file))).EnsureSuccessStatusCode().Content.ReadFromJsonAsync<JsonNode>())![
            "version"
        ]!.GetValue<int>();

    private static StringContent Json(JsonNode node) => new(node.ToJsonString(), null, "application/json");

    // Another house's: other id, other lengths, a ladder of its own.
    private static JsonNode Foreign(string id)
    {
        var book = StarterRecipes.Book();
        var m4 = book.Latest("M4")!.Recipe;
        var ladder = book.LadderOf(m4) with { Id = $"{id}-ladder" };
        return JsonNode.Parse(
            JsonSerializer.Serialize(
                new RecipeFile(m4 with { Id = id, Ladder = new ReworkLadderRef(ladder.Id, 0), Family = "foreign" }, ladder),
                CoreJson.Default.RecipeFile
            )
        )!;
    }
}
