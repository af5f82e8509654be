using System.Net.Http.Json;
using System.Text.Json.Nodes;
using Rhabdon.Core.Bench;
using Rhabdon.Core.Recipes;

namespace Rhabdon.Server.Tests;

/// <summary>A crew's technique: chosen by its lead, followed by what begins then.</summary>
public sealed class TechniqueTests(Host host) : IClassFixture<Host>
{
    [Fact]
    public async Task A_lead_chooses_and_the_whole_crew_and_nobody_else_follows()
    {
        var (lead, heron, stranger) = (
            await host.SignedIn("lead", "saltmarsh-lead"),
            await host.SignedIn(),
            await host.SignedIn("sandpiper", "saltmarsh-sandpiper")
        );
        var crew = (await lead.Client.GetFromJsonAsync<JsonArray>("/api/v1/crews"))![0]!["id"]!;
        var chosen = await lead.Client.PutAsJsonAsync($"/api/v1/crews/{crew}/techniques/A1", new { options = new { clean = "91" } });
        Assert.Equal(204, (int)chosen.StatusCode);
        Assert.Equal(
            "91",
            (await heron.Client.GetFromJsonAsync<JsonNode>("/api/v1/recipes"))!["techniques"]![0]!["technique"]!["options"]!["clean"]!.GetValue<string>()
        );
        Assert.Empty((await stranger.Client.GetFromJsonAsync<JsonNode>("/api/v1/recipes"))!["techniques"]!.AsArray());
        Assert.DoesNotContain("clean-dry", await StepsAsync(heron));
        Assert.Contains("clean-dry", await StepsAsync(stranger));
        Assert.Equal(400, (int)(await lead.Client.PutAsJsonAsync($"/api/v1/crews/{crew}/techniques/A1", new { options = new { clean = "soap" } })).StatusCode);
    }

    [Fact]
    public async Task A_crews_film_colors_come_to_its_bench_and_to_no_others()
    {
        var (lead, sandpiper) = (await host.SignedIn("lead", "saltmarsh-lead"), await host.SignedIn("sandpiper", "saltmarsh-sandpiper"));
        var crew = (await lead.Client.GetFromJsonAsync<JsonArray>("/api/v1/crews"))![0]!["id"]!;
        var films = $"/api/v1/crews/{crew}/films";
        Assert.Equal(
            204,
            (int)(await lead.Client.PutAsJsonAsync(films, new object[] { new { grit = 3, color = " pink " }, new { grit = 0.3, color = "" } })).StatusCode
        );
        Assert.Equal("""[{"grit":3,"color":"pink"}]""", await lead.Client.GetStringAsync(films));
        var bench = await lead.Client.GetFromJsonAsync<JsonNode>($"/api/v1/bench?strands={await lead.StrandAsync(1)}");
        Assert.Equal("pink", bench!["strands"]![0]!["crews"]![0]!["films"]![0]!["color"]!.ToString());
        Assert.Equal(404, (int)(await sandpiper.Client.GetAsync(films)).StatusCode);
        Assert.Equal(400, (int)(await lead.Client.PutAsJsonAsync(films, new object[] { new { grit = 0, color = "pink" } })).StatusCode);
        Assert.Equal(
            400,
            (int)(await lead.Client.PutAsJsonAsync(films, new object[] { new { grit = 3, color = "pink" }, new { grit = 3, color = "red" } })).StatusCode
        );
    }

    [Fact]
    public async Task A_strand_begun_in_an_unknown_technique_is_refused()
    {
        var lead = await host.SignedIn("lead", "saltmarsh-lead");
        var strand = await lead.StrandAsync(12);
        Assert.Equal((int[])[422], await lead.SendAsync(lead.Make(strand, new Begun(new Technique(new Dictionary<string, string> { ["clean"] = "soap" })), 1)));
    }

    // A step is told apart on the sheet by what its caution and title say; the dry wipe names no alcohol.
    private static async Task<string[]> StepsAsync(TestTablet tablet)
    {
        var document = (await tablet.Client.GetFromJsonAsync<JsonNode>("/api/v1/recipes/A1/document"))!;
        return [.. document["steps"]!.AsArray().Select(s => s!["name"]!.GetValue<string>() == "Dry wipe" ? "clean-dry" : s["name"]!.GetValue<string>())];
    }
}
