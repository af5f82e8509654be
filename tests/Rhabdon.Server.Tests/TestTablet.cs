using System.Net.Http.Json;
using System.Text.Json;
using System.Text.Json.Nodes;
using Rhabdon.Core;
using Rhabdon.Core.Bench;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Verification;

namespace Rhabdon.Server.Tests;

/// <summary>A tablet with a person signed in: it makes events under its own device and sequence and sends them.</summary>
public sealed class TestTablet(HttpClient client)
{
    private long sequence;

    public HttpClient Client { get; } = client;

    public Guid Device { get; } = Guid.CreateVersion7();

    public Guid Person { get; private set; }

    public static async Task<TestTablet> SignedInAsync(HttpClient client, string name = "heron", string secret = "saltmarsh-heron")
    {
        var tablet = new TestTablet(client);
        await tablet.RenewAsync();
        (await client.PostAsJsonAsync("/api/v1/session", new { signIn = name, secret })).EnsureSuccessStatusCode();
        await tablet.RenewAsync();
        return tablet;
    }

    /// <summary>Fetches the token that writes carry, and who is signed in.</summary>
    public async Task RenewAsync()
    {
        var session = (await Client.GetFromJsonAsync<JsonNode>("/api/v1/session"))!;
        Client.DefaultRequestHeaders.Remove("X-Rhabdon-Forgery");
        Client.DefaultRequestHeaders.Add("X-Rhabdon-Forgery", session["forgery"]!.GetValue<string>());
        Person = session["person"]?.GetValue<Guid>() ?? Guid.Empty;
    }

    /// <summary>The termination of a strand of the first job's first cable.</summary>
    public async Task<Guid> StrandAsync(int number, string end = "near")
    {
        var cable = (await Client.GetFromJsonAsync<JsonArray>("/api/v1/jobs"))![^1]!["cables"]![0]!["id"]!.GetValue<Guid>();
        return (await TerminationsAsync(cable, end))[number - 1];
    }

    /// <summary>The terminations of a cable's end, in strand order.</summary>
    /// <summary>The cable that <see cref="StrandAsync"/> finds its strands in.</summary>
    public async Task<(Guid Job, Guid Cable)> CableAsync()
    {
        var opened = await Client.GetFromJsonAsync<JsonNode>($"/api/v1/bench?strands={await StrandAsync(1)}");
        var at = opened!["strands"]![0]!;
        return (at["job"]!.GetValue<Guid>(), at["cable"]!.GetValue<Guid>());
    }

    public async Task<Guid[]> TerminationsAsync(Guid cable, string end)
    {
        var rows = (await Client.GetFromJsonAsync<JsonNode>($"/api/v1/cables/{cable}/ladder"))!["rows"]!.AsArray();
        return [.. rows.Select(row => row![end]!["id"]!.GetValue<Guid>())];
    }

    public BenchEvent Make(Guid strand, EventBody body, int known) => Make([new Subject(strand, known)], body);

    public BenchEvent Make(IReadOnlyList<Subject> strands, EventBody body, RecipeRef? recipe = null)
    {
        var (now, number) = (DateTimeOffset.UtcNow, Interlocked.Increment(ref sequence));
        return new BenchEvent(
            Guid.CreateVersion7(),
            Device,
            number,
            new HybridTime(now.ToUnixTimeMilliseconds(), (int)number),
            now,
            Person,
            Rulebook.Version,
            strands,
            body,
            recipe ?? new RecipeRef("M4", 1)
        );
    }

    /// <returns>The status of each event, in order.</returns>
    public async Task<int[]> SendAsync(params BenchEvent[] events)
    {
        var answer = await DeliverAsync(events);
        answer.EnsureSuccessStatusCode();
        return [.. (await answer.Content.ReadFromJsonAsync<JsonArray>())!.Select(a => a!["status"]!.GetValue<int>())];
    }

    public Task<HttpResponseMessage> DeliverAsync(IEnumerable<BenchEvent> events) =>
        Client.PostAsJsonAsync(
            "/api/v1/events",
            new JsonArray([.. events.Select(e => JsonNode.Parse(JsonSerializer.Serialize(e, CoreJson.Default.BenchEvent)))])
        );

    /// <summary>A 48-strand cable of a new job of the lead's crew, with its 96 ends.</summary>
    public async Task<Guid> AddCableAsync(string name, int strands = 48, string recipe = "M4", bool isConfirmedOnly = false)
    {
        var crew = (await Client.GetFromJsonAsync<JsonArray>("/api/v1/crews"))![0]!["id"]!.GetValue<Guid>();
        var made = await Client.PostAsJsonAsync(
            "/api/v1/jobs",
            new
            {
                name,
                customer = "Saltmarsh Harbour Trust",
                site = "Workshop",
                timeZone = "America/Halifax",
                labelPattern = "{closet}-{panel}:{port:00}",
                panels = new[]
                {
                    new
                    {
                        closet = "WS1",
                        name = "A",
                        ports = strands,
                    },
                    new
                    {
                        closet = "WS2",
                        name = "A",
                        ports = strands,
                    },
                },
                crews = new[] { crew },
                confirmedOnly = isConfirmedOnly,
            }
        );
        var job = (await made.EnsureSuccessStatusCode().Content.ReadFromJsonAsync<JsonNode>())!["id"]!.GetValue<Guid>();
        var panels = (await Client.GetFromJsonAsync<JsonNode>($"/api/v1/jobs/{job}"))!["panels"]!.AsArray();
        var ends = panels
            .Select(p => new
            {
                panel = p!["id"]!.GetValue<Guid>(),
                firstPort = 1,
                connector = recipe == "A2" ? "ST" : "SC",
                polish = "UPC",
                recipe,
                service = "500 mm",
                least = "300 mm",
            })
            .ToArray();
        var cable = await Client.PostAsJsonAsync(
            $"/api/v1/jobs/{job}/cables",
            new
            {
                name,
                build = "tight-buffer-900",
                grade = "OM4",
                strands,
                length = "90 m",
                near = ends[0],
                far = ends[1],
            }
        );
        return (await cable.EnsureSuccessStatusCode().Content.ReadFromJsonAsync<JsonNode>())!["id"]!.GetValue<Guid>();
    }
}
