using System.Net;
using System.Net.Http.Json;
using System.Text.Json.Nodes;

namespace Rhabdon.Server.Tests;

/// <summary>Loss budgets are unconfirmed until a lead has compared them; a customer's own is published, followed by test plans, and never changed.</summary>
public sealed class BudgetTests(Host host) : IClassFixture<Host>
{
    [Fact]
    public async Task A_lead_confirms_a_budget_and_a_run_says_against_what()
    {
        var (lead, installer) = (await host.SignedIn("lead", "saltmarsh-lead"), await host.SignedIn());
        var (_, cable) = await lead.CableAsync();
        Assert.Null((await BudgetAsync(installer, "tia"))["confirmation"]);
        Assert.Null((await RunAsync(lead, cable))["edition"]);
        Assert.Equal(HttpStatusCode.Forbidden, await ConfirmAsync(installer, "tia", 1, "edition of 2022"));
        Assert.Equal(HttpStatusCode.NotFound, await ConfirmAsync(lead, "tia", 2, "edition of 2022"));
        Assert.Equal(HttpStatusCode.BadRequest, await ConfirmAsync(lead, "tia", 1, " "));
        Assert.Equal(HttpStatusCode.NoContent, await ConfirmAsync(lead, "tia", 1, "edition of 2022"));
        Assert.Equal("Lena Tidewater", (string)(await BudgetAsync(installer, "tia"))["confirmation"]!["by"]!);
        Assert.Equal("edition of 2022", (string)(await RunAsync(lead, cable))["edition"]!);
    }

    [Fact]
    public async Task A_plan_follows_the_version_that_there_was_when_it_was_made()
    {
        var (lead, installer) = (await host.SignedIn("lead", "saltmarsh-lead"), await host.SignedIn());
        var (job, cable) = await lead.CableAsync();
        var own = (await BudgetAsync(lead, "iso"))["profile"]!.AsObject();
        (own["id"], own["title"]!["en"], own["pair"]) = ("harbor", "Harbor line", "0.5 dB");
        Assert.Equal(HttpStatusCode.Forbidden, (await installer.Client.PostAsJsonAsync("/api/v1/budgets", own)).StatusCode);
        Assert.Equal(HttpStatusCode.OK, (await lead.Client.PostAsJsonAsync("/api/v1/budgets", own)).StatusCode);

        // What a tablet sends of the profile itself is not believed.
        var forged = new { profile = "harbor", own = Changed(own, "pair", "5 dB") };
        (await lead.Client.PutAsJsonAsync($"/api/v1/jobs/{job}/test-plan", forged)).EnsureSuccessStatusCode();
        Assert.Equal("0.5 dB", (string)(await RunAsync(lead, cable))["plan"]!["own"]!["pair"]!);

        // Two leads at once: the second is told. The next version leaves the plan as it is, until it is made anew.
        Assert.Equal(HttpStatusCode.Conflict, (await lead.Client.PostAsJsonAsync("/api/v1/budgets", own)).StatusCode);
        var next = Changed(Changed(own, "pair", "0.4 dB"), "version", 2);
        Assert.Equal(HttpStatusCode.OK, (await lead.Client.PostAsJsonAsync("/api/v1/budgets", next)).StatusCode);
        Assert.Equal("0.5 dB", (string)(await RunAsync(lead, cable))["plan"]!["own"]!["pair"]!);
        (await lead.Client.PutAsJsonAsync($"/api/v1/jobs/{job}/test-plan", new { profile = "harbor" })).EnsureSuccessStatusCode();
        Assert.Equal("0.4 dB", (string)(await RunAsync(lead, cable))["plan"]!["own"]!["pair"]!);
        (await lead.Client.PutAsJsonAsync($"/api/v1/jobs/{job}/test-plan", new { profile = "tia" })).EnsureSuccessStatusCode();

        var unsound = await lead.Client.PostAsJsonAsync("/api/v1/budgets", Changed(Changed(own, "splice", "-1 dB"), "version", 3));
        Assert.Equal(HttpStatusCode.BadRequest, unsound.StatusCode);
        Assert.Contains("\"splice\"", await unsound.Content.ReadAsStringAsync(), StringComparison.Ordinal);
    }

    private static JsonNode Changed(JsonNode from, string field, JsonNode to)
    {
        var changed = from.DeepClone();
        changed[field] = to;
        return changed;
    }

    private static async Task<JsonNode> BudgetAsync(TestTablet tablet, string id) =>
        (await tablet.Client.GetFromJsonAsync<JsonNode>("/api/v1/budgets"))!["profiles"]!.AsArray().Single(b => (string)b!["profile"]!["id"]! == id)!;

    private static async Task<JsonNode> RunAsync(TestTablet tablet, Guid cable) =>
        (await tablet.Client.GetFromJsonAsync<JsonNode>($"/api/v1/cables/{cable}/run"))!["cable"]!;

    private static async Task<HttpStatusCode> ConfirmAsync(TestTablet tablet, string id, int version, string edition) =>
        (await tablet.Client.PostAsJsonAsync($"/api/v1/budgets/{id}/confirmation", new { version, edition })).StatusCode;
}
