using System.Net.Http.Json;
using System.Text.Json.Nodes;
using Dapper;
using Microsoft.Extensions.DependencyInjection;
using Rhabdon.Core.Bench;
using Rhabdon.Data;
using Rhabdon.Server.Recipes;

namespace Rhabdon.Server.Tests;

/// <summary>A second kind of stream, through the same door as terminations: append, rights, rebuild, export and import.</summary>
public sealed class WorkSessionTests(Host host) : IClassFixture<Host>
{
    [Fact]
    public async Task It_is_begun_and_ended_by_its_person_and_taken_once()
    {
        var (heron, sandpiper) = (await host.SignedIn(), await host.SignedIn("sandpiper", "saltmarsh-sandpiper"));
        var session = Guid.CreateVersion7();
        var begun = heron.Make(session, new SessionBegun("Closet 3"), 0) with { Recipe = null };
        Assert.Equal((int[])[200, 200], await heron.SendAsync(begun, begun));
        Assert.Equal((int[])[422], await sandpiper.SendAsync(sandpiper.Make(session, new SessionEnded(), 1) with { Recipe = null }));
        Assert.Equal((int[])[422], await heron.SendAsync(heron.Make(session, new SessionBegun("Closet 4"), 1) with { Recipe = null }));
        Assert.Equal((int[])[200], await heron.SendAsync(heron.Make(session, new SessionEnded("Van broke down"), 1) with { Recipe = null }));
        var (person, place, events, isOver) = await RowAsync(session);
        Assert.Equal((heron.Person, "Closet 3", 2, true), (person, place, events, isOver));
        var (_, differing) = await host
            .Services.GetRequiredService<EventStore>()
            .RebuildAsync(await host.Services.GetRequiredService<RecipeBookCache>().BookAsync(), write: false);
        Assert.Empty(differing);
    }

    [Fact]
    public async Task Rights_are_those_of_its_job_and_of_the_role()
    {
        var (lead, heron, viewer, sandpiper) = (
            await host.SignedIn("lead", "saltmarsh-lead"),
            await host.SignedIn(),
            await host.SignedIn("viewer", "saltmarsh-viewer"),
            await host.SignedIn("sandpiper", "saltmarsh-sandpiper")
        );
        var job = await JobAsync(lead);
        Assert.Equal((int[])[200], await heron.SendAsync(Begun(heron, job)));
        Assert.Equal((int[])[403], await viewer.SendAsync(Begun(viewer, job)));
        Assert.Equal((int[])[404], await heron.SendAsync(Begun(heron, Guid.CreateVersion7())));
        Assert.Equal((int[])[404], await heron.SendAsync(heron.Make(Guid.CreateVersion7(), new SessionEnded(), 0) with { Recipe = null }));
        // A stream is of one kind: a strand takes no session's events, nor a session a strand's.
        var strand = await heron.StrandAsync(1);
        Assert.Equal((int[])[422], await heron.SendAsync(heron.Make(strand, new SessionEnded(), 99) with { Recipe = null }));
        Assert.Equal((int[])[422], await heron.SendAsync(heron.Make(strand, new SessionBegun("Closet 3"), 99) with { Recipe = null }));
        Assert.Equal((int[])[403], await heron.SendAsync(Begun(heron, job) with { Actor = sandpiper.Person }));
    }

    [Fact]
    public async Task It_leaves_with_its_job_and_comes_back_byte_for_byte()
    {
        var lead = await host.SignedIn("lead", "saltmarsh-lead");
        var job = await JobAsync(lead);
        var begun = Begun(lead, job);
        Assert.Equal((int[])[200, 200], await lead.SendAsync(begun, lead.Make(begun.About[0].Id, new SessionEnded(), 1) with { Recipe = null }));
        var file = await lead.Client.GetByteArrayAsync($"/api/v1/jobs/{job}/export");
        Assert.Contains(JsonNode.Parse(file)!["events"]!.AsArray(), e => e!["body"]!["kind"]!.ToString() == "session-ended");
        await using var empty = Host.Empty();
        var owner = await empty.SignedInToEmpty();
        var taken = await ImportAsync(owner, file);
        Assert.True(taken.IsSuccessStatusCode, await taken.Content.ReadAsStringAsync());
        Assert.Equal(file, await owner.Client.GetByteArrayAsync($"/api/v1/jobs/{job}/export"));
    }

    /// <summary>Files of the time before there were streams of any kind, made by the program of that time.</summary>
    [Theory]
    [InlineData("move")]
    [InlineData("two")]
    public async Task An_earlier_job_file_still_opens_and_exports_as_it_was(string name)
    {
        var file = await File.ReadAllBytesAsync(Path.Combine(Testing.Checkout.Root(), $"tests/fixtures/format-1/{name}.json"));
        await using var empty = Host.Empty();
        var owner = await empty.SignedInToEmpty();
        var taken = await ImportAsync(owner, file);
        Assert.True(taken.IsSuccessStatusCode, await taken.Content.ReadAsStringAsync());
        Assert.Equal(file, await owner.Client.GetByteArrayAsync($"/api/v1/jobs/{JsonNode.Parse(file)!["job"]!["id"]}/export"));
    }

    private static BenchEvent Begun(TestTablet tablet, Guid job) =>
        tablet.Make(Guid.CreateVersion7(), new SessionBegun("Closet 3", job), 0) with
        {
            Recipe = null,
        };

    private static async Task<Guid> JobAsync(TestTablet tablet) =>
        (await tablet.Client.GetFromJsonAsync<JsonArray>("/api/v1/jobs"))![^1]!["job"]!["id"]!.GetValue<Guid>();

    private static async Task<HttpResponseMessage> ImportAsync(TestTablet tablet, byte[] file)
    {
        using var content = new ByteArrayContent(file);
        content.Headers.ContentType = new("application/json");
        return await tablet.Client.PostAsync("/api/v1/jobs/import", content);
    }

    private async Task<(Guid Person, string Place, int Events, bool IsOver)> RowAsync(Guid session)
    {
        await using var connection = await host.Services.GetRequiredService<Database>().OpenAsync();
        return await connection.QuerySingleAsync<(Guid, string, int, bool)>(
            "select person_id, place, events, ended_at is not null from work_session_state where stream_id = @session",
            new { session }
        );
    }
}
