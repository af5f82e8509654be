using System.Net;
using System.Net.Http.Json;
using System.Text.Json.Nodes;
using Microsoft.Extensions.DependencyInjection;
using Rhabdon.Core.Bench;
using Rhabdon.Core.Recipes;
using Rhabdon.Data;
using Rhabdon.Server.Recipes;

namespace Rhabdon.Server.Tests;

public sealed class AppendTests(Host host) : IClassFixture<Host>
{
    [Fact]
    public async Task An_event_is_taken_once_however_often_it_is_sent()
    {
        var (tablet, strand) = await Open(9);
        var begun = tablet.Make(strand, new Begun(), known: 1);
        Assert.Equal((int[])[200], await tablet.SendAsync(begun));
        Assert.Equal((int[])[200, 200], await tablet.SendAsync(begun, begun));
        Assert.Equal(2, (await Stream(strand)).Count);
    }

    [Fact]
    public async Task The_same_id_with_other_content_is_a_conflict_and_changes_nothing()
    {
        var (tablet, strand) = await Open(10);
        var begun = tablet.Make(strand, new Begun(), known: 1);
        await tablet.SendAsync(begun);
        Assert.Equal((int[])[409], await tablet.SendAsync(begun with { At = begun.At.AddMinutes(1) }));
        Assert.Equal(2, (await Stream(strand)).Count);
    }

    [Fact]
    public async Task One_bad_event_does_not_block_the_queue_behind_it()
    {
        var (tablet, strand) = await Open(11);
        var begun = tablet.Make(strand, new Begun(), known: 1);
        var impossible = tablet.Make(strand, new StepDone(1, 1, "light"), known: 2);
        var parts = tablet.Make(strand, new StepDone(1, 1, "parts"), known: 2);
        Assert.Equal((int[])[200, 422, 200], await tablet.SendAsync(begun, impossible, parts));
    }

    [Fact]
    public async Task An_event_on_an_older_state_is_kept_and_the_strand_needs_a_look()
    {
        var (tablet, strand) = await Open(12);
        await tablet.SendAsync(tablet.Make(strand, new Begun(), known: 1), tablet.Make(strand, new StepDone(1, 1, "parts"), known: 2));
        var other = tablet.Make(strand, new StepDone(1, 1, "parts"), known: 2) with { Device = Guid.CreateVersion7() };
        Assert.Equal((int[])[202], await tablet.SendAsync(other));
        Assert.Equal(4, (await Stream(strand)).Count);
    }

    [Fact]
    public async Task A_shared_act_with_one_impossible_strand_changes_none()
    {
        var (tablet, first) = await Open(1, "far");
        var second = await tablet.StrandAsync(1);
        var shared = tablet.Make(first, new Begun(), known: 1);
        shared = shared.Concerning([shared.About[0], new Subject(second, (await Stream(second)).Count)]);
        Assert.Equal((int[])[422], await tablet.SendAsync(shared));
        Assert.Single(await Stream(first));
    }

    [Fact]
    public async Task A_stranger_gets_404_and_a_viewer_may_not_work()
    {
        var (tablet, strand) = await Open(2, "far");
        var stranger = await host.SignedIn("sandpiper", "saltmarsh-sandpiper");
        Assert.Equal(
            HttpStatusCode.NotFound,
            (await stranger.Client.GetAsync($"/api/v1/terminations/{strand}/story", TestContext.Current.CancellationToken)).StatusCode
        );
        Assert.Equal((int[])[404], await stranger.SendAsync(tablet.Make(strand, new Begun(), known: 1)));
        var viewer = await host.SignedIn("viewer", "saltmarsh-viewer");
        Assert.Equal((int[])[403], await viewer.SendAsync(viewer.Make(strand, new Begun(), known: 1)));
        Assert.Single(await Stream(strand));
    }

    [Fact]
    public async Task A_write_without_the_token_is_refused()
    {
        var client = (await host.SignedIn()).Client;
        client.DefaultRequestHeaders.Remove("X-Rhabdon-Forgery");
        Assert.Equal(HttpStatusCode.BadRequest, (await client.PostAsJsonAsync("/api/v1/events", Array.Empty<int>())).StatusCode);
    }

    [Theory]
    [InlineData("/api/v1/jobs")]
    [InlineData("/api/v1/recipes")]
    [InlineData("/api/v1/crews")]
    public async Task Nothing_is_told_without_a_session(string address) =>
        Assert.Equal(HttpStatusCode.Unauthorized, (await host.CreateClient().GetAsync(address)).StatusCode);

    [Fact]
    public async Task A_book_that_is_held_is_not_sent_again_until_a_crew_chooses_otherwise()
    {
        var lead = await host.SignedIn("lead", "saltmarsh-lead");
        var crew = (await lead.Client.GetFromJsonAsync<JsonArray>("/api/v1/crews"))![0]!["id"]!;
        var mark = (await lead.Client.GetAsync("/api/v1/recipes")).Headers.ETag!;
        async Task<HttpStatusCode> AskedAgainAsync()
        {
            using var asked = new HttpRequestMessage(HttpMethod.Get, "/api/v1/recipes");
            asked.Headers.IfNoneMatch.Add(mark);
            return (await lead.Client.SendAsync(asked)).StatusCode;
        }

        Assert.Equal(HttpStatusCode.NotModified, await AskedAgainAsync());
        var put = await lead.Client.PutAsJsonAsync($"/api/v1/crews/{crew}/techniques/A1", new { options = new { clean = "91" } });
        Assert.True(put.IsSuccessStatusCode, await put.Content.ReadAsStringAsync());
        Assert.Equal(HttpStatusCode.OK, await AskedAgainAsync());
    }

    [Fact]
    public async Task Wrong_tries_lock_the_door_for_a_while()
    {
        var client = host.CreateClient();
        await new TestTablet(client).RenewAsync();
        var answers = new List<HttpStatusCode>();
        for (var wrong = 0; wrong < 6; wrong++)
        {
            answers.Add((await client.PostAsJsonAsync("/api/v1/session", new { signIn = "olive", secret = "0000" })).StatusCode);
        }

        Assert.Equal(HttpStatusCode.Unauthorized, answers[0]);
        Assert.Equal(HttpStatusCode.TooManyRequests, answers[^1]);
    }

    [Fact]
    public async Task The_worked_fiber_example_is_an_open_computation()
    {
        var answer = await host.CreateClient()
            .PostAsJsonAsync(
                "/api/v1/calc/fiber-left",
                new
                {
                    recipe = "M4",
                    service = "500 mm",
                    least = "300 mm",
                    used = "0 mm",
                }
            );
        var left = await answer.Content.ReadFromJsonAsync<JsonNode>();
        Assert.Equal((5, 13), (left!["cutOffs"]!.GetValue<int>(), left["recleaves"]!.GetValue<int>()));
    }

    [Fact]
    public async Task Projections_are_what_the_events_fold_to()
    {
        await Open(3);
        var store = host.Services.GetRequiredService<EventStore>();
        var (folded, differing) = await store.RebuildAsync(await host.Services.GetRequiredService<RecipeBookCache>().BookAsync(), write: false);
        Assert.Equal(Host.DemoStreams, folded);
        Assert.Empty(differing);
    }

    private async Task<(TestTablet Tablet, Guid Strand)> Open(int number, string end = "near")
    {
        var tablet = await host.SignedIn();
        return (tablet, await tablet.StrandAsync(number, end));
    }

    private async Task<IReadOnlyList<BenchEvent>> Stream(Guid strand) =>
        (
            await host
                .Services.GetRequiredService<EventStore>()
                .TerminationsAsync([strand], await host.Services.GetRequiredService<RecipeBookCache>().BookAsync())
        )[strand].Events;
}
