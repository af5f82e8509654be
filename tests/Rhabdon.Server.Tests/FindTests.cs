using System.Net;
using System.Net.Http.Json;
using Rhabdon.Data;

namespace Rhabdon.Server.Tests;

/// <summary>Quick jump: jobs by what their names hold, cables and ports by what they begin with, and only what one may see.</summary>
public sealed class FindTests(Host host) : IClassFixture<Host>
{
    private static async Task<List<FoundRow>> FindAsync(HttpClient client, string text) =>
        (await client.GetFromJsonAsync<List<FoundRow>>($"/api/v1/find?text={Uri.EscapeDataString(text)}", TestContext.Current.CancellationToken))!;

    [Fact]
    public async Task A_port_is_found_by_the_beginning_of_its_label_in_any_case_and_leads_to_its_end()
    {
        var lead = await host.SignedIn("lead", "saltmarsh-lead");
        var label = (await FindAsync(lead.Client, "p")).First(f => f.Kind == FoundKind.End).Name;
        var found = await FindAsync(lead.Client, label.ToLowerInvariant());
        Assert.Equal((FoundKind.End, label), (found[^1].Kind, found[^1].Name));
        Assert.Equal(
            HttpStatusCode.OK,
            (await lead.Client.GetAsync($"/api/v1/terminations/{found[^1].Id}/story", TestContext.Current.CancellationToken)).StatusCode
        );
    }

    [Fact]
    public async Task A_job_is_found_by_the_middle_of_its_name_and_a_sign_of_patterns_means_itself()
    {
        var lead = await host.SignedIn("lead", "saltmarsh-lead");
        Assert.Contains(await FindAsync(lead.Client, "ferry"), f => f.Kind == FoundKind.Job);
        Assert.Empty(await FindAsync(lead.Client, "%"));
        Assert.Empty(await FindAsync(lead.Client, "_"));
        Assert.Empty(await FindAsync(lead.Client, "\\"));
    }

    [Fact]
    public async Task Nothing_is_found_of_another_crews_job()
    {
        var (lead, stranger) = (await host.SignedIn("lead", "saltmarsh-lead"), await host.SignedIn("sandpiper", "saltmarsh-sandpiper"));
        var mine = await FindAsync(lead.Client, "ferry");
        var theirs = (await FindAsync(stranger.Client, "ferry")).Select(f => f.Id).ToHashSet();
        foreach (var hidden in mine.Where(f => !theirs.Contains(f.Id)))
        {
            var answer = await stranger.Client.GetAsync($"/api/v1/jobs/{hidden.Id}", TestContext.Current.CancellationToken);
            Assert.Equal(HttpStatusCode.NotFound, answer.StatusCode);
        }

        Assert.True(mine.Count > theirs.Count);
    }

    [Theory]
    [InlineData("")]
    [InlineData("   ")]
    public async Task Nothing_typed_is_a_fault_that_names_the_field(string text)
    {
        var lead = await host.SignedIn("lead", "saltmarsh-lead");
        var answer = await lead.Client.GetAsync($"/api/v1/find?text={Uri.EscapeDataString(text)}", TestContext.Current.CancellationToken);
        Assert.Equal(HttpStatusCode.BadRequest, answer.StatusCode);
        Assert.Contains("\"text\"", await answer.Content.ReadAsStringAsync(TestContext.Current.CancellationToken), StringComparison.Ordinal);
    }
}
