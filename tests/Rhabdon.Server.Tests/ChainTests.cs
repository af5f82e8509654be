using System.Net;
using System.Net.Http.Json;
using System.Text.Json.Nodes;
using Rhabdon.Core.Bench;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.Links;
using Rhabdon.Core.Units;

namespace Rhabdon.Server.Tests;

/// <summary>Links over several cables, or over one there and back: made by a lead, tested like a cable, shown beside its links.</summary>
public sealed class ChainTests(Host host) : IClassFixture<Host>
{
    [Fact]
    public async Task A_chain_is_made_tested_shown_and_removed_and_its_readings_stay()
    {
        var (lead, installer) = (await host.SignedIn("lead", "saltmarsh-lead"), await host.SignedIn());
        var cable = await lead.AddCableAsync("Chained", strands: 24);
        var job = (await lead.Client.GetFromJsonAsync<JsonNode>($"/api/v1/cables/{cable}/ladder"))!["job"]!.GetValue<Guid>();
        var made = new LinkChain("There and back", 12, [new ChainPart(cable, 1), new ChainPart(cable, 13, LinkJoint.Pair)]);
        Assert.Equal(HttpStatusCode.Forbidden, (await AddAsync(installer, job, made)).StatusCode);
        var unsound = await AddAsync(lead, job, made with { Strands = 13 });
        Assert.Equal(HttpStatusCode.BadRequest, unsound.StatusCode);
        Assert.Contains("parts[1].first", await unsound.Content.ReadAsStringAsync(), StringComparison.Ordinal);
        var chain = (await (await AddAsync(lead, job, made)).Content.ReadFromJsonAsync<JsonNode>())!["id"]!.GetValue<Guid>();

        // As long as both together, from the first strand's near end to the last one's far end.
        var run = (await installer.Client.GetFromJsonAsync<JsonNode>($"/api/v1/cables/{chain}/run"))!;
        var one = (await installer.Client.GetFromJsonAsync<JsonNode>($"/api/v1/cables/{cable}/run"))!["cable"]!;
        Assert.Equal(("There and back", 12), ((string)run["cableName"]!, run["cable"]!["strands"]!.AsArray().Count));
        Assert.Equal(2 * Meters(one), Meters(run["cable"]!));
        Assert.Equal((string)one["strands"]![14]!["far"]!, (string)run["cable"]!["strands"]![2]!["far"]!);

        var (place, basis) = (
            made.PlaceOf(job, 3),
            new LossBasis("tia", FiberGrade.OM4, Length.Mm((long)(1000 * Meters(run["cable"]!))), ReferenceMethod.OneCord, 1)
        );
        var loss = Decibel.Of(4);
        var read = new LossRead(place, 850, CableEnd.Near, loss, basis.Limit(850), LossGrade.Fail, basis, Guid.CreateVersion7());
        Assert.Equal((int[])[200], await installer.SendAsync(installer.Make(place.Id, read, 0)));
        var links = (await installer.Client.GetFromJsonAsync<JsonNode>($"/api/v1/jobs/{job}/links"))!;
        var failing = Assert.Single(links["failing"]!.AsArray())!;
        Assert.Equal((chain, "There and back", 3), (failing["cable"]!.GetValue<Guid>(), (string)failing["cableName"]!, (int)failing["strand"]!));
        Assert.Empty(links["tallies"]!.AsArray());
        var page = (await installer.Client.GetFromJsonAsync<JsonNode>($"/api/v1/cables/{chain}/links/3"))!;
        Assert.True((bool)page["isChain"]!);
        Assert.Contains(page["link"]!["limits"]![0]!["lines"]!.AsArray(), line => (string)line!["item"]! == "pairs");
        Assert.NotNull(page["diagnosis"]);

        Assert.Equal(HttpStatusCode.Forbidden, (await installer.Client.DeleteAsync($"/api/v1/chains/{chain}")).StatusCode);
        Assert.Equal(HttpStatusCode.NoContent, (await lead.Client.DeleteAsync($"/api/v1/chains/{chain}")).StatusCode);
        Assert.Equal(HttpStatusCode.NotFound, (await lead.Client.DeleteAsync($"/api/v1/chains/{chain}")).StatusCode);
        Assert.Equal(HttpStatusCode.NotFound, (await lead.Client.GetAsync($"/api/v1/cables/{chain}/run")).StatusCode);
        Assert.Contains("850", await (await lead.Client.GetAsync($"/api/v1/jobs/{job}/losses.csv")).Content.ReadAsStringAsync(), StringComparison.Ordinal);
    }

    [Fact]
    public async Task Nobody_else_finds_it()
    {
        var (lead, stranger) = (await host.SignedIn("lead", "saltmarsh-lead"), await host.SignedIn("sandpiper", "saltmarsh-sandpiper"));
        var cable = await lead.AddCableAsync("Hidden", strands: 4);
        var job = (await lead.Client.GetFromJsonAsync<JsonNode>($"/api/v1/cables/{cable}/ladder"))!["job"]!.GetValue<Guid>();
        var made = new LinkChain("Two", 2, [new ChainPart(cable, 1), new ChainPart(cable, 3, LinkJoint.Splice)]);
        var chain = (await (await AddAsync(lead, job, made)).Content.ReadFromJsonAsync<JsonNode>())!["id"]!.GetValue<Guid>();
        Assert.Equal(HttpStatusCode.NotFound, (await stranger.Client.GetAsync($"/api/v1/cables/{chain}/run")).StatusCode);
        Assert.Equal(HttpStatusCode.NotFound, (await stranger.Client.GetAsync($"/api/v1/cables/{chain}/links/1")).StatusCode);
    }

    private static Task<HttpResponseMessage> AddAsync(TestTablet tablet, Guid job, LinkChain chain) =>
        tablet.Client.PostAsync(
            $"/api/v1/jobs/{job}/chains",
            new StringContent(System.Text.Json.JsonSerializer.Serialize(chain, Core.CoreJson.Default.LinkChain), System.Text.Encoding.UTF8, "application/json")
        );

    private static decimal Meters(JsonNode run) =>
        decimal.Parse(((string)run["length"]!).Split(' ')[0], System.Globalization.CultureInfo.InvariantCulture)
        / (((string)run["length"]!).EndsWith("mm", StringComparison.Ordinal) ? 1000 : 1);
}
