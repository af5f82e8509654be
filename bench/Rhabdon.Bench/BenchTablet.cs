using System.Net;
using System.Net.Http.Json;
using System.Text.Json;
using System.Text.Json.Nodes;
using Rhabdon.Core;
using Rhabdon.Core.Bench;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Verification;

namespace Rhabdon.Bench;

/// <summary>A lead's tablet that sends events as the browser's outbox does.</summary>
internal sealed class BenchTablet(HttpClient client, Guid person)
{
    private static readonly string[] Closets = ["WS1", "WS2"];
    private long sequence;

    public Guid Device { get; } = Guid.CreateVersion7();

    public HttpClient Client { get; } = client;

    public Guid Person { get; } = person;

    public static async Task<BenchTablet> SignedInAsync(Uri address, string signIn = "lead", string secret = "saltmarsh-lead")
    {
        var client = new HttpClient(new HttpClientHandler { CookieContainer = new CookieContainer(), AutomaticDecompression = DecompressionMethods.None })
        {
            BaseAddress = address,
        };
        await RenewAsync(client);
        (await client.PostAsJsonAsync("/api/v1/session", new { signIn, secret })).EnsureSuccessStatusCode();
        return new BenchTablet(client, await RenewAsync(client));
    }

    /// <summary>A new job with one cable, M4 at both ends; its near ends in strand order, and the cable.</summary>
    public async Task<(Guid Cable, Guid[] Near)> AddCableAsync(string name, int strands)
    {
        var crew = (await Client.GetFromJsonAsync<JsonArray>("/api/v1/crews"))![0]!["id"]!.GetValue<Guid>();
        var panels = Closets.Select(closet => new
        {
            closet,
            name = "A",
            ports = strands,
        });
        var job = await PostAsync(
            "/api/v1/jobs",
            new
            {
                name,
                customer = "Saltmarsh Harbour Trust",
                site = "Workshop",
                timeZone = "America/Halifax",
                labelPattern = "{closet}-{panel}:{port:000}",
                panels,
                crews = new[] { crew },
            }
        );
        var places = (await Client.GetFromJsonAsync<JsonNode>($"/api/v1/jobs/{job["id"]}"))!["panels"]!.AsArray();
        var ends = places
            .Select(p => new
            {
                panel = p!["id"]!.GetValue<Guid>(),
                firstPort = 1,
                connector = "SC",
                polish = "UPC",
                recipe = "M4",
                service = "500 mm",
                least = "300 mm",
            })
            .ToArray();
        var cable = (
            await PostAsync(
                $"/api/v1/jobs/{job["id"]}/cables",
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
            )
        )["id"]!.GetValue<Guid>();
        var rows = (await Client.GetFromJsonAsync<JsonNode>($"/api/v1/cables/{cable}/ladder"))!["rows"]!.AsArray();
        return (cable, [.. rows.Select(r => r!["near"]!["id"]!.GetValue<Guid>())]);
    }

    public BenchEvent Make(Guid strand, EventBody body, int known) => Make([new Subject(strand, known)], body);

    public BenchEvent Make(IReadOnlyList<Subject> strands, EventBody body)
    {
        var (now, number) = (DateTimeOffset.UtcNow, Next());
        return new BenchEvent(
            Guid.CreateVersion7(),
            Device,
            number,
            new HybridTime(now.ToUnixTimeMilliseconds(), (int)(number % 10_000)),
            now,
            Person,
            Rulebook.Version,
            strands,
            body,
            new RecipeRef("M4", 1)
        );
    }

    /// <summary>The device's next sequence number.</summary>
    public long Next() => ++sequence;

    /// <summary>Delivers, and fails unless every one was taken.</summary>
    public async Task SendAsync(IReadOnlyList<BenchEvent> events)
    {
        var body = $"[{string.Join(',', events.Select(e => JsonSerializer.Serialize(e, CoreJson.Default.BenchEvent)))}]";
        using var content = new StringContent(body, System.Text.Encoding.UTF8, "application/json");
        using var answer = await Client.PostAsync("/api/v1/events", content);
        var answers = (await answer.EnsureSuccessStatusCode().Content.ReadFromJsonAsync<JsonArray>())!;
        if (answers.Any(a => a!["status"]!.GetValue<int>() != 200))
        {
            throw new InvalidOperationException(answers.ToJsonString());
        }
    }

    private static async Task<Guid> RenewAsync(HttpClient client)
    {
        var session = (await client.GetFromJsonAsync<JsonNode>("/api/v1/session"))!;
        client.DefaultRequestHeaders.Remove("X-Rhabdon-Forgery");
        client.DefaultRequestHeaders.Add("X-Rhabdon-Forgery", session["forgery"]!.GetValue<string>());
        return session["person"]?.GetValue<Guid>() ?? Guid.Empty;
    }

    private async Task<JsonNode> PostAsync(string path, object body) =>
        (await (await Client.PostAsJsonAsync(path, body)).EnsureSuccessStatusCode().Content.ReadFromJsonAsync<JsonNode>())!;
}
