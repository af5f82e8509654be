using System.Net;
using System.Net.Http.Json;
using System.Text.Json.Nodes;
using Microsoft.Extensions.DependencyInjection;
using Rhabdon.Core.Bench;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.Links;
using Rhabdon.Core.Units;
using Rhabdon.Data;
using Rhabdon.Server.Recipes;

namespace Rhabdon.Server.Tests;

/// <summary>A link is measured through the same door as all else, and its loss is seen wherever its strand is.</summary>
public sealed class LinkTests(Host host) : IClassFixture<Host>
{
    [Fact]
    public async Task A_loss_is_kept_and_seen_on_the_ladder_the_links_page_and_the_job_until_its_reference_no_longer_holds()
    {
        var heron = await host.SignedIn();
        var (job, cable) = await heron.CableAsync();
        var reference = Guid.CreateVersion7();
        var taken = new ReferenceTaken(job, ReferenceMethod.OneCord, [new TestCord("TC-14")], [new ReferencePower(850, Power("-20 dBm"))]);
        Assert.Equal((int[])[200, 200], await heron.SendAsync(heron.Make(reference, taken, 0), Loss(heron, job, cable, 2, "0.42 dB", reference)));
        Assert.Equal((int[])[200], await heron.SendAsync(Loss(heron, job, cable, 3, "2.9 dB", reference)));
        Assert.Equal(("pass", "0.42 dB", "1 of 4", false), await LadderAsync(heron, cable, 2));
        Assert.Equal(("fail", "2.9 dB", "1 of 4", false), await LadderAsync(heron, cable, 3));
        var page = await heron.Client.GetFromJsonAsync<JsonNode>($"/api/v1/cables/{cable}/links/2");
        Assert.Equal("0.42 dB", page!["link"]!["readings"]![0]!["loss"]!.ToString());
        Assert.Equal(2, page["link"]!["limits"]!.AsArray().Count);
        var links = await heron.Client.GetFromJsonAsync<JsonNode>($"/api/v1/jobs/{job}/links");
        Assert.Equal(3, links!["failing"]!.AsArray().Single(f => f!["cable"]!.GetValue<Guid>() == cable)!["strand"]!.GetValue<int>());

        // A look that finds 5 dB less puts all that was read since it was taken in doubt.
        var check = new ReferenceChecked([new ReferenceDrift(850, Decibel.Of(5))]);
        Assert.Equal((int[])[200], await heron.SendAsync(heron.Make(reference, check, 1)));
        Assert.True((await LadderAsync(heron, cable, 2)).IsInDoubt);
        var (_, differing) = await host
            .Services.GetRequiredService<EventStore>()
            .RebuildAsync(await host.Services.GetRequiredService<RecipeBookCache>().BookAsync(), write: false);
        Assert.Empty(differing);
    }

    [Fact]
    public async Task A_test_run_opens_with_its_strands_references_and_events_and_is_reckoned_for_anyone()
    {
        var heron = await host.SignedIn();
        var (job, cable) = await heron.CableAsync();
        var reference = Guid.CreateVersion7();
        await heron.SendAsync(
            heron.Make(reference, new ReferenceTaken(job, ReferenceMethod.OneCord, [new TestCord("TC-14")], [new ReferencePower(850, null)]), 0)
        );
        await heron.SendAsync(Loss(heron, job, cable, 5, "0.51 dB", reference));
        var run = (await heron.Client.GetFromJsonAsync<JsonNode>($"/api/v1/cables/{cable}/run"))!;
        Assert.Contains(reference, run["references"]!.AsArray().Select(r => r!.GetValue<Guid>()));
        Assert.Contains(run["events"]!.AsArray(), e => e!["body"]!["loss"]?.ToString() == "0.51 dB");
        var asked = new JsonObject
        {
            ["run"] = new JsonObject
            {
                ["cable"] = run["cable"]!.DeepClone(),
                ["references"] = run["references"]!.DeepClone(),
                ["now"] = DateTimeOffset.UtcNow.ToString("O"),
            },
            ["events"] = run["events"]!.DeepClone(),
        };
        var answer = await (await heron.Client.PostAsJsonAsync("/api/v1/calc/run", asked)).Content.ReadFromJsonAsync<JsonNode>();
        var cell = answer!["view"]!["rows"]![4]!["cells"]![0]!;
        Assert.Equal(("0.51 dB", "pass"), (cell["loss"]!.ToString(), cell["grade"]!.ToString()));
    }

    // RFC 4180: what one spreadsheet writes another reads.
    [Fact]
    public async Task The_losses_of_a_job_come_as_a_table_and_in_its_file()
    {
        var heron = await host.SignedIn();
        var (job, cable) = await heron.CableAsync();
        var reference = Guid.CreateVersion7();
        var taken = new ReferenceTaken(job, ReferenceMethod.OneCord, [new TestCord("TC-14")], [new ReferencePower(850, null)]);
        await heron.SendAsync(heron.Make(reference, taken, 0));
        var place = LinkPlace.Of(job, cable, 9);
        Assert.Equal(
            (int[])[200, 200],
            await heron.SendAsync(Loss(heron, job, cable, 9, "0.9 dB", reference), Loss(heron, job, cable, 9, "0.41 dB", reference, known: 1))
        );
        var table = await heron.Client.GetStringAsync($"/api/v1/jobs/{job}/losses.csv");
        var rows = table.Split("\r\n").Where(r => r.Contains(",9,850,near,", StringComparison.Ordinal)).ToList();
        Assert.Equal(2, rows.Count);
        Assert.Contains(",0.9,", rows[0]);
        Assert.Contains(",no,one cord,", rows[0]);
        Assert.Contains(",0.41,", rows[1]);
        Assert.Contains(",yes,one cord,", rows[1]);
        var owner = await host.SignedIn("olive", "saltmarsh-owner");
        var file = await owner.Client.GetFromJsonAsync<JsonNode>($"/api/v1/jobs/{job}/export");
        Assert.Contains(file!["events"]!.AsArray(), e =>
            e!["body"]!["kind"]!.ToString() == "loss-read" && e.ToJsonString().Contains($"{place.Id}", StringComparison.Ordinal)
        );
    }

    [Fact]
    public async Task Whoever_may_not_work_on_the_job_may_not_measure_there_and_only_a_lead_settles()
    {
        var (heron, viewer, lead) = (await host.SignedIn(), await host.SignedIn("viewer", "saltmarsh-viewer"), await host.SignedIn("lead", "saltmarsh-lead"));
        var (job, cable) = await heron.CableAsync();
        Assert.Equal((int[])[403], await viewer.SendAsync(Loss(viewer, job, cable, 7, "0.42 dB", Guid.CreateVersion7())));
        Assert.Equal((int[])[404], await heron.SendAsync(Loss(heron, Guid.CreateVersion7(), cable, 7, "0.42 dB", Guid.CreateVersion7())));
        var read = Loss(heron, job, cable, 7, "-0.9 dB", Guid.CreateVersion7());
        Assert.Equal((int[])[200], await heron.SendAsync(read));
        var place = LinkPlace.Of(job, cable, 7);
        var settled = new LossSettled(place, read.Id, IsAccepted: true, "Two references say the same.");
        Assert.Equal((int[])[403], await heron.SendAsync(heron.Make(place.Id, settled, 1)));
        Assert.Equal((int[])[200], await lead.SendAsync(lead.Make(place.Id, settled, 1)));
        Assert.Equal("pass", (await LadderAsync(heron, cable, 7)).Grade);
    }

    [Fact]
    public async Task A_lead_says_how_the_links_of_a_job_are_tested_and_the_run_follows()
    {
        var lead = await host.SignedIn("lead", "saltmarsh-lead");
        var (job, cable) = await lead.CableAsync();
        var plan = $"/api/v1/jobs/{job}/test-plan";
        var refused = await lead.Client.PutAsJsonAsync(plan, new { profile = "tia", wavelengths = (int[])[85] });
        Assert.Equal(HttpStatusCode.BadRequest, refused.StatusCode);
        (
            await lead.Client.PutAsJsonAsync(
                plan,
                new
                {
                    profile = "iso",
                    wavelengths = (int[])[850],
                    isOneWay = true,
                }
            )
        ).EnsureSuccessStatusCode();
        var run = await lead.Client.GetFromJsonAsync<JsonNode>($"/api/v1/cables/{cable}/run");
        Assert.Equal("iso", run!["cable"]!["plan"]!["profile"]!.ToString());
        (await lead.Client.PutAsJsonAsync(plan, new { profile = "tia" })).EnsureSuccessStatusCode();
    }

    private static DecibelMilliwatt Power(string text) => QuantityText.TryParse<DecibelMilliwatt>(text, out var power) ? power : default;

    private static BenchEvent Loss(TestTablet tablet, Guid job, Guid cable, int strand, string read, Guid reference, int known = 0)
    {
        var (place, basis) = (LinkPlace.Of(job, cable, strand), new LossBasis("tia", FiberGrade.OM4, Length.Mm(120_000), ReferenceMethod.OneCord));
        var loss = QuantityText.TryParse<Decibel>(read, out var typed) ? typed : default;
        return tablet.Make(place.Id, new LossRead(place, 850, CableEnd.Near, loss, basis.Limit(850), basis.Judge(850, loss), basis, reference), known);
    }

    private static async Task<(string Grade, string Loss, string Taken, bool IsInDoubt)> LadderAsync(TestTablet tablet, Guid cable, int strand)
    {
        var ladder = await tablet.Client.GetFromJsonAsync<JsonNode>($"/api/v1/cables/{cable}/ladder");
        var link = ladder!["rows"]![strand - 1]!["link"]!;
        return (link["grade"]!.ToString(), link["loss"]!.ToString(), $"{link["taken"]} of {link["of"]}", link["isInDoubt"]!.GetValue<bool>());
    }
}
