using System.Net;
using System.Net.Http.Headers;
using System.Net.Http.Json;
using System.Text;
using System.Text.Json;
using System.Text.Json.Nodes;
using Dapper;
using Microsoft.Extensions.DependencyInjection;
using Rhabdon.Core;
using Rhabdon.Core.Bench;
using Rhabdon.Core.EndFaces;
using Rhabdon.Core.Units;
using Rhabdon.Data;
using Rhabdon.Documents;
using Rhabdon.Imaging;
using Rhabdon.Server.Recipes;
using Rhabdon.Vision;

namespace Rhabdon.Server.Tests;

/// <summary>Nothing that anyone sends, and nothing that was stored before it was checked, keeps others from their work.</summary>
public sealed class JamTests(Host host) : IClassFixture<Host>
{
    private static readonly string[] Texts = ["a\u0000b", "a\u001bb", "\u009f"];

    [Fact]
    public async Task Strands_are_taken_out_of_their_batch_and_the_story_goes_on()
    {
        var heron = await host.SignedIn();
        var strand = await heron.StrandAsync(9);
        Assert.Equal(
            (int[])[200, 200],
            await heron.SendAsync(heron.Make(strand, new Batched(Guid.CreateVersion7()), 1), heron.Make(strand, new Batched(null), 2))
        );
        Assert.Equal(3, (await StoryAsync(heron, strand))["lines"]!.AsArray().Count);
        var opened = (await (await heron.Client.PostAsJsonAsync("/api/v1/bench", new { strands = new[] { strand } })).Content.ReadFromJsonAsync<JsonNode>())!;
        Assert.Equal([0, 0, 1, 1, 2, 2], opened["strands"]![0]!["events"]!.AsArray().Select(n => n!.GetValue<int>()));
    }

    // A row as an earlier program or a newer one may have left it.
    [Theory]
    [InlineData(10, "{\"id\":1,\"kind\":\"of tomorrow\"}")]
    [InlineData(11, "not even that")]
    public async Task One_stored_event_that_cannot_be_read_takes_nothing_with_it(int number, string content)
    {
        var heron = await host.SignedIn();
        var strand = await heron.StrandAsync(number);
        await SpoilAsync(strand, heron.Person, content);
        var story = await StoryAsync(heron, strand);
        Assert.True(story["state"]!["needsALook"]!.GetValue<bool>());
        Assert.Equal(["planned", "unreadable"], story["lines"]!.AsArray().Select(l => l!["kind"]!.GetValue<string>()).Order(StringComparer.Ordinal));
        Assert.Equal((int[])[202], await heron.SendAsync(heron.Make(strand, new Begun(), 2)));
        var lead = await host.SignedIn("lead", "saltmarsh-lead");
        var job = (await lead.Client.GetFromJsonAsync<JsonArray>("/api/v1/jobs"))![^1]!["job"]!["id"]!.GetValue<Guid>();
        foreach (
            var door in (string[])
                [$"/api/v1/bench?strands={strand}", $"/api/v1/jobs/{job}/export", $"/api/v1/jobs/{job}/record.csv", $"/api/v1/terminations/{strand}/stories"]
        )
        {
            Assert.Equal((door, HttpStatusCode.OK), (door, (await lead.Client.GetAsync(door)).StatusCode));
        }

        var (folded, _) = await host
            .Services.GetRequiredService<EventStore>()
            .RebuildAsync(await host.Services.GetRequiredService<RecipeBookCache>().BookAsync(), write: true);
        Assert.Equal(Host.DemoStreams, folded);
        var file = await lead.Client.GetByteArrayAsync($"/api/v1/jobs/{job}/export");
        Assert.Contains(JobFile.Read(file).Events, e => e.Body is Unreadable u && u.Content == content);
    }

    [Fact]
    public async Task One_event_of_unfit_text_does_not_keep_the_others_out()
    {
        var heron = await host.SignedIn();
        var strand = await heron.StrandAsync(12);
        var good = JsonSerializer.Serialize(heron.Make(strand, new Begun(), 1), CoreJson.Default.BenchEvent);
        using var body = new StringContent(
            $$"""[{"id":"\ud800"},{{good}},{"id":"{{Guid.CreateVersion7()}}","x":"\u0000"}]""",
            Encoding.UTF8,
            "application/json"
        );
        var answers = (await (await heron.Client.PostAsync("/api/v1/events", body)).Content.ReadFromJsonAsync<JsonArray>())!;
        Assert.Equal([400, 200, 400], answers.Select(a => a!["status"]!.GetValue<int>()));
    }

    [Fact]
    public async Task Text_that_could_not_be_kept_is_refused_at_every_door()
    {
        var owner = await host.SignedIn("olive", "saltmarsh-owner");
        foreach (
            var door in Doors.All.Where(d =>
                d is { Method: "POST" or "PUT", Body: not null }
                && !d.Pattern.EndsWith("/events", StringComparison.Ordinal)
                && !d.Pattern.Contains("face", StringComparison.Ordinal)
                && !d.Pattern.Contains("picture", StringComparison.Ordinal)
            )
        )
        {
            var address = door
                .Pattern.Replace("{id:guid}", Guid.CreateVersion7().ToString(), StringComparison.Ordinal)
                .Replace("{id}", "M4", StringComparison.Ordinal)
                .Replace("{strand:int}", "1", StringComparison.Ordinal)
                .Replace("{wavelength:int}", "1310", StringComparison.Ordinal)
                .Replace("{recipe}", "M4", StringComparison.Ordinal);
            foreach (var text in Texts)
            {
                using var asked = new HttpRequestMessage(new HttpMethod(door.Method), address) { Content = JsonContent.Create(new { any = text }) };
                Assert.Equal((door.Pattern, HttpStatusCode.BadRequest), (door.Pattern, (await owner.Client.SendAsync(asked)).StatusCode));
            }

            using var charset = new HttpRequestMessage(new HttpMethod(door.Method), address) { Content = new ByteArrayContent("{}"u8.ToArray()) };
            charset.Content.Headers.ContentType = new MediaTypeHeaderValue("application/json") { CharSet = "x-none" };
            Assert.Equal((door.Pattern, HttpStatusCode.UnsupportedMediaType), (door.Pattern, (await owner.Client.SendAsync(charset)).StatusCode));
        }

        Assert.Equal(HttpStatusCode.BadRequest, (await owner.Client.GetAsync("/api/v1/jobs?find=a%00b")).StatusCode);
    }

    [Theory]
    [InlineData("""{"batch":{"slots":[],"pace":"stage-by-stage","unit":"mm"},"events":[{"body":{}}]}""")]
    [InlineData("""{"batch":null,"events":[]}""")]
    public async Task A_computation_of_what_has_no_kind_is_the_senders_fault(string json)
    {
        using var body = new StringContent(json, Encoding.UTF8, "application/json");
        Assert.Equal(HttpStatusCode.BadRequest, (await host.CreateClient().PostAsync("/api/v1/calc/bench", body)).StatusCode);
    }

    // The same slot three hundred times, two thousand times over, was a minute of work; now it is refused, or folded once.
    [Fact]
    public async Task A_computation_is_bounded_by_what_it_would_fold_and_its_body()
    {
        var heron = await host.SignedIn();
        var strand = Guid.CreateVersion7();
        var slots = Enumerable
            .Repeat(
                new
                {
                    termination = strand,
                    strand = 1,
                    label = "A",
                },
                300
            )
            .ToArray();
        var events = Enumerable
            .Range(0, 400)
            .Select(i =>
                JsonNode.Parse(JsonSerializer.Serialize(heron.Make(strand, new Retracted(Guid.CreateVersion7(), "x", false), i), CoreJson.Default.BenchEvent))
            )
            .ToArray();
        var answer = await host.CreateClient()
            .PostAsJsonAsync(
                "/api/v1/calc/bench",
                new
                {
                    batch = new
                    {
                        slots,
                        pace = "stage-by-stage",
                        unit = "mm",
                    },
                    events,
                }
            );
        Assert.Equal(HttpStatusCode.BadRequest, answer.StatusCode);
        using var large = new ByteArrayContent(new byte[1_200_000]);
        large.Headers.ContentType = new MediaTypeHeaderValue("application/json");
        Assert.Equal(HttpStatusCode.RequestEntityTooLarge, await TooLargeAsync(large));
    }

    [Fact]
    public async Task Every_answer_says_what_a_page_may_do_with_it()
    {
        var client = host.CreateClient();
        foreach (
            var (path, isPrivate) in ((string, bool)[])[("/api/v1/session", true), ("/api/v1/nothing", true), ("/api/v1/jobs", true), ("/health/live", false)]
        )
        {
            var answer = await client.GetAsync(path);
            Assert.Contains("form-action 'self'", string.Join(';', answer.Headers.GetValues("Content-Security-Policy")), StringComparison.Ordinal);
            Assert.Equal("nosniff", Assert.Single(answer.Headers.GetValues("X-Content-Type-Options")));
            Assert.Equal(isPrivate, answer.Headers.CacheControl?.NoStore == true);
        }

        using var elsewhere = new HttpRequestMessage(HttpMethod.Get, "/api/v1/session") { Headers = { Host = "evil.example" } };
        Assert.Equal(HttpStatusCode.BadRequest, (await client.SendAsync(elsewhere)).StatusCode);
    }

    [Fact]
    public async Task Nothing_may_follow_a_pictures_end()
    {
        var heron = await host.SignedIn();
        var strand = await heron.StrandAsync(9);
        byte[] picture = PictureWriter.Png(new GrayImage(16, 16, new byte[256]));
        Assert.True(PictureEnd.IsLast(picture));
        Assert.Equal(HttpStatusCode.NoContent, await PutAsync(picture));
        Assert.Equal(HttpStatusCode.BadRequest, await PutAsync([.. picture, .. "<script>"u8]));
        Assert.Equal(HttpStatusCode.BadRequest, await PutAsync([.. picture, .. picture]));

        async Task<HttpStatusCode> PutAsync(byte[] file) =>
            (await heron.Client.PutAsync($"/api/v1/terminations/{strand}/pictures/{PictureHash.Of(file)}", new ByteArrayContent(file))).StatusCode;
    }

    [Theory]
    [InlineData("row.jpg")]
    [InlineData("clean.png")]
    public void A_whole_picture_ends_at_its_end(string name)
    {
        var file = File.ReadAllBytes(Path.Combine(Rhabdon.Testing.Checkout.Root(), "tests/e2e/faces", name));
        Assert.True(PictureEnd.IsLast(file));
        Assert.False(PictureEnd.IsLast([.. file, 0]));
        Assert.False(PictureEnd.IsLast(file.AsSpan(..^3)));
    }

    // OWASP, CSV injection: a cell must not begin with = + - @, tab or return, after separators and quotes too.
    [Theory]
    [InlineData("=1+1", "'=1+1")]
    [InlineData(";=1", ";'=1")]
    [InlineData("a; =1", "a; '=1")]
    [InlineData("\uFF1D1", "'\uFF1D1")]
    [InlineData("\t@x", "\t'@x")]
    [InlineData("PH1-A:01", "PH1-A:01")]
    public void No_cell_starts_a_formula(string label, string cell)
    {
        var termination = new FileTermination(
            Guid.CreateVersion7(),
            Guid.CreateVersion7(),
            1,
            Rhabdon.Core.Catalog.CableEnd.Near,
            Guid.CreateVersion7(),
            1,
            1,
            label
        );
        var connector = new FileConnector(label, Rhabdon.Core.Recipes.StrandPhase.Planned, false, Length.Zero, []);
        var row = Encoding.UTF8.GetString(RecordCsv.Write([("C", termination, connector)], new Dictionary<Guid, string>())).Split("\r\n")[1];
        Assert.Contains(cell, row, StringComparison.Ordinal);
        Assert.True(label == cell || !row.Contains(label, StringComparison.Ordinal) || cell.Contains(label, StringComparison.Ordinal));
    }

    private static async Task<JsonNode> StoryAsync(TestTablet tablet, Guid strand) =>
        (await tablet.Client.GetFromJsonAsync<JsonNode>($"/api/v1/terminations/{strand}/story"))!;

    private async Task<HttpStatusCode> TooLargeAsync(HttpContent large)
    {
        // The in-memory server has no limit of its own on a body: the real one is asked.
        await using var server = await ServerProcess.StartAsync(Rhabdon.Testing.TestDatabase.New());
        return (await server.Client().PostAsync("/api/v1/calc/bench", large)).StatusCode;
    }

    private async Task SpoilAsync(Guid strand, Guid actor, string content)
    {
        await using var connection = await host.Services.GetRequiredService<Database>().OpenAsync();
        await connection.ExecuteAsync(
            """
            insert into event (id, device_id, device_sequence, clock_ms, clock_count, actor_id, kind, content) values (@id, @device, 1, 1764000000000, 0,
                @actor, 'batched', @content);
            insert into event_stream (stream_id, event_id) values (@strand, @id);
            update termination_state set events = events + 1 where termination_id = @strand
            """,
            new
            {
                id = Guid.CreateVersion7(),
                device = Guid.CreateVersion7(),
                strand,
                actor,
                content,
            }
        );
    }
}
