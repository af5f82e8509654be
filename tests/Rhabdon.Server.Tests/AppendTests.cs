using System.Net;
using System.Net.Http.Json;
using System.Text.Json;
using System.Text.Json.Nodes;
using Microsoft.Extensions.DependencyInjection;
using Rhabdon.Core;
using Rhabdon.Core.Bench;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Verification;
using Rhabdon.Data;
using Rhabdon.Server.Recipes;

namespace Rhabdon.Server.Tests;

public sealed class AppendTests(Host host) : IClassFixture<Host>
{
    private static readonly Guid Tablet = Guid.CreateVersion7();
    private static long sequence;

    [Fact]
    public async Task An_event_is_taken_once_however_often_it_is_sent()
    {
        var (client, strand, person) = await Open(9);
        var begun = Event(strand, person, new Begun(), known: 1);
        Assert.Equal((int[])[200], await Send(client, begun));
        Assert.Equal((int[])[200, 200], await Send(client, begun, begun));
        Assert.Equal(2, (await Stream(strand)).Count);
    }

    [Fact]
    public async Task The_same_id_with_other_content_is_a_conflict_and_changes_nothing()
    {
        var (client, strand, person) = await Open(10);
        var begun = Event(strand, person, new Begun(), known: 1);
        await Send(client, begun);
        Assert.Equal((int[])[409], await Send(client, begun with { At = begun.At.AddMinutes(1) }));
        Assert.Equal(2, (await Stream(strand)).Count);
    }

    [Fact]
    public async Task One_bad_event_does_not_block_the_queue_behind_it()
    {
        var (client, strand, person) = await Open(11);
        var begun = Event(strand, person, new Begun(), known: 1);
        var impossible = Event(strand, person, new StepDone(1, 1, "light"), known: 2);
        var parts = Event(strand, person, new StepDone(1, 1, "parts"), known: 2);
        Assert.Equal((int[])[200, 422, 200], await Send(client, begun, impossible, parts));
    }

    [Fact]
    public async Task An_event_on_an_older_state_is_kept_and_the_strand_needs_a_look()
    {
        var (client, strand, person) = await Open(12);
        await Send(client, Event(strand, person, new Begun(), known: 1), Event(strand, person, new StepDone(1, 1, "parts"), known: 2));
        var other = Event(strand, person, new StepDone(1, 1, "parts"), known: 2) with { Device = Guid.CreateVersion7() };
        Assert.Equal((int[])[202], await Send(client, other));
        Assert.Equal(4, (await Stream(strand)).Count);
    }

    [Fact]
    public async Task A_shared_act_with_one_impossible_strand_changes_none()
    {
        var (client, first, person) = await Open(1, "far");
        var second = await Strand(client, 1, "near");
        var shared = Event(first, person, new Begun(), known: 1);
        shared = shared with { Strands = [shared.Strands[0], new StrandKnown(second, (await Stream(second)).Count)] };
        Assert.Equal((int[])[422], await Send(client, shared));
        Assert.Single(await Stream(first));
    }

    [Fact]
    public async Task A_stranger_gets_404_and_a_viewer_may_not_work()
    {
        var (client, strand, person) = await Open(2, "far");
        var stranger = await host.SignedIn("sandpiper", "4404");
        Assert.Equal(HttpStatusCode.NotFound, (await stranger.GetAsync($"/api/v1/terminations/{strand}/bench", TestContext.Current.CancellationToken)).StatusCode);
        Assert.Equal((int[])[404], await Send(stranger, Event(strand, person, new Begun(), known: 1)));
        var viewer = await host.SignedIn("viewer", "4405");
        Assert.Equal((int[])[403], await Send(viewer, Event(strand, await Person(viewer), new Begun(), known: 1)));
        Assert.Single(await Stream(strand));
    }

    [Fact]
    public async Task A_write_without_the_token_is_refused()
    {
        var client = await host.SignedIn();
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
    public async Task Wrong_tries_lock_the_door_for_a_while()
    {
        var client = host.CreateClient();
        await Host.Renew(client);
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
        var answer = await host.CreateClient().PostAsJsonAsync("/api/v1/calc/fiber-left", new { recipe = "M4", service = "500 mm", least = "300 mm", used = "0 mm" });
        var left = await answer.Content.ReadFromJsonAsync<JsonNode>();
        Assert.Equal((5, 13), (left!["cutOffs"]!.GetValue<int>(), left["recleaves"]!.GetValue<int>()));
    }

    [Fact]
    public async Task Projections_are_what_the_events_fold_to()
    {
        await Open(3);
        var store = host.Services.GetRequiredService<EventStore>();
        var (folded, differing) = await store.RebuildAsync(await host.Services.GetRequiredService<RecipeShelf>().BookAsync(), write: false);
        Assert.Equal(24, folded);
        Assert.Empty(differing);
    }

    private static BenchEvent Event(Guid strand, Guid person, EventBody body, int known)
    {
        var now = DateTimeOffset.UtcNow;
        var number = Interlocked.Increment(ref sequence);
        return new BenchEvent(
            Guid.CreateVersion7(), 1, Tablet, number, new HybridTime(now.ToUnixTimeMilliseconds(), (int)number), now, person, Rulebook.Version,
            [new StrandKnown(strand, known)], body, new RecipeRef("M4", 1));
    }

    private static async Task<int[]> Send(HttpClient client, params BenchEvent[] events)
    {
        var delivery = new JsonArray([.. events.Select(e => JsonNode.Parse(JsonSerializer.Serialize(e, CoreJson.Default.BenchEvent)))]);
        var answer = await client.PostAsJsonAsync("/api/v1/events", delivery);
        answer.EnsureSuccessStatusCode();
        return [.. (await answer.Content.ReadFromJsonAsync<JsonArray>())!.Select(a => a!["status"]!.GetValue<int>())];
    }

    private static async Task<Guid> Person(HttpClient client) => (await client.GetFromJsonAsync<JsonNode>("/api/v1/session"))!["person"]!.GetValue<Guid>();

    private static async Task<Guid> Strand(HttpClient client, int number, string end)
    {
        var job = (await client.GetFromJsonAsync<JsonArray>("/api/v1/jobs"))![0]!["id"];
        var cable = (await client.GetFromJsonAsync<JsonNode>($"/api/v1/jobs/{job}"))!["cables"]![0]!["id"];
        return (await client.GetFromJsonAsync<JsonNode>($"/api/v1/cables/{cable}/ladder"))!["rows"]![number - 1]![end]!["id"]!.GetValue<Guid>();
    }

    private async Task<(HttpClient Client, Guid Strand, Guid Person)> Open(int number, string end = "near")
    {
        var client = await host.SignedIn();
        return (client, await Strand(client, number, end), await Person(client));
    }

    private Task<IReadOnlyList<BenchEvent>> Stream(Guid strand) => host.Services.GetRequiredService<EventStore>().StreamAsync(strand);
}
