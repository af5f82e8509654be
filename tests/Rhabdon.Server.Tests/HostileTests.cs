using System.Net.Http.Json;
using System.Text;
using System.Text.Json;
using System.Text.Json.Nodes;
using Dapper;
using Microsoft.Extensions.DependencyInjection;
using Rhabdon.Core;
using Rhabdon.Core.Bench;
using Rhabdon.Data;

namespace Rhabdon.Server.Tests;

/// <summary>Two thousand malformed, oversized, stale, foreign and hostile requests over every door: never a fault of the server, never a change.</summary>
public sealed class HostileTests(Host host) : IClassFixture<Host>
{
    private static readonly string[] Texts =
    [
        "",
        " ",
        "null",
        "'; drop table event; --",
        "<script>",
        "٣",
        "../../etc/passwd",
        new('x', 10_000),
        "\ud83d\udca5",
        "-1",
        "1e999",
        "\u0000",
    ];

    [Fact]
    public async Task Two_thousand_hostile_requests_change_nothing_and_break_nothing()
    {
        var random = new Random(20261124);
        TestTablet[] tablets =
        [
            new(host.CreateClient()),
            await host.SignedIn(),
            await host.SignedIn("viewer", "saltmarsh-viewer"),
            await host.SignedIn("olive", "saltmarsh-owner"),
        ];
        await tablets[0].RenewAsync();
        var strand = await tablets[1].StrandAsync(9);
        var before = await SnapshotAsync();
        var broken = new List<string>();
        var doors = Doors.All.Where(d => d.Method != "DELETE" && !d.Pattern.EndsWith("/live", StringComparison.Ordinal)).ToArray();
        for (var number = 0; number < 2_000; number++)
        {
            var (door, tablet) = (doors[random.Next(doors.Length)], tablets[random.Next(tablets.Length)]);
            using var asked = Hostile(random, door, tablet, strand);
            using var answer = await tablet.Client.SendAsync(asked);
            if ((int)answer.StatusCode >= 500)
            {
                broken.Add($"{number}: {asked.Method} {asked.RequestUri} gave {(int)answer.StatusCode}");
            }
        }

        Assert.Empty(broken);
        Assert.Equal(before, await SnapshotAsync());
    }

    private static HttpRequestMessage Hostile(Random random, Door door, TestTablet tablet, Guid strand)
    {
        var id = random.Next(4) switch
        {
            0 => Guid.Empty.ToString(),
            1 => Guid.CreateVersion7().ToString(),
            2 => strand.ToString(),
            _ => Uri.EscapeDataString(Texts[random.Next(6)]),
        };
        var address =
            door.Pattern.Replace("{id:guid}", id, StringComparison.Ordinal)
                .Replace("{strand:int}", $"{random.Next(-1, 14)}", StringComparison.Ordinal)
                .Replace("{wavelength:int}", $"{random.Next(-1, 2000)}", StringComparison.Ordinal)
            + random.Next(5) switch
            {
                3 => $"?find={Uri.EscapeDataString(Texts[random.Next(Texts.Length)])}&skip={random.Next(-9, 9)}",
                0 => $"?strands={Uri.EscapeDataString(Texts[random.Next(7)])}",
                1 => "?unit=furlong&strands=,,,",
                2 => $"?strands={strand},{strand}",
                _ => string.Empty,
            };
        var asked = new HttpRequestMessage(new HttpMethod(door.Method), address);
        if (door.Method != "GET")
        {
            var body = door.Pattern == "/api/v1/events" && random.Next(3) > 0 ? Events(random, tablet, strand) : Mangled(random, Faulty(door));
            asked.Content = new ByteArrayContent(random.Next(12) == 0 ? [0xC3, 0x28, .. Encoding.UTF8.GetBytes(body)] : Encoding.UTF8.GetBytes(body));
            asked.Content.Headers.TryAddWithoutValidation("Content-Type", random.Next(20) == 0 ? "text/plain" : "application/json");
        }

        return asked;
    }

    // A crew may be called anything, so what makes its form faulty is a member that no crew has.
    private static JsonNode? Faulty(Door door)
    {
        var body = JsonSerializer.SerializeToNode(door.Body);
        if (door is { Pattern: "/api/v1/crews" })
        {
            body!["unheard"] = true;
        }

        return body;
    }

    private static string Events(Random random, TestTablet tablet, Guid strand)
    {
        var happened = tablet.Make(strand, new Begun(), random.Next(-3, 99));
        happened = random.Next(9) switch
        {
            0 => happened with { Actor = Guid.CreateVersion7() },
            1 => happened with { Sequence = -random.Next(99) },
            2 => happened with { Format = 3 },
            3 => happened.Concerning([new Subject(Guid.CreateVersion7(), 1)]),
            4 => happened.Concerning([]),
            5 => happened with { Clock = new HybridTime(long.MaxValue, int.MaxValue) },
            6 => (happened with { Body = new StepDone(1, 1, "light", null, null) }).Concerning([new Subject(strand, 99)]),
            7 => (happened with { Body = new Resolved([Guid.Empty], true, "") }).Concerning([new Subject(strand, 99)]),
            _ => happened with { Id = Guid.NewGuid() },
        };
        if (random.Next(6) == 0)
        {
            return $"[{Mangled(random, JsonSerializer.SerializeToNode(happened with { Format = 3 }, CoreJson.Default.BenchEvent))}]";
        }

        return $"[{string.Join(',', Enumerable.Repeat(JsonSerializer.Serialize(happened, CoreJson.Default.BenchEvent), random.Next(1, 4)))}]";
    }

    // Breaks one thing in a body: a member dropped, doubled in depth, or given what does not belong there.
    private static string Mangled(Random random, JsonNode? body)
    {
        if (body is JsonObject { Count: > 0 } members)
        {
            var name = members.ElementAt(random.Next(members.Count)).Key;
            members[name] = random.Next(7) switch
            {
                0 => null,
                1 => Texts[random.Next(Texts.Length)],
                2 => -1,
                3 => new JsonArray([.. Enumerable.Range(0, 600).Select(_ => (JsonNode?)null)]),
                4 => JsonNode.Parse(string.Concat(Enumerable.Repeat("[", 60)) + string.Concat(Enumerable.Repeat("]", 60))),
                5 => new JsonObject { [Texts[random.Next(5)]] = true },
                _ => 1e300,
            };
        }

        var text = body?.ToJsonString() ?? "null";
        return random.Next(8) switch
        {
            0 => text[..(text.Length / 2)],
            1 => "[" + text + "]",
            2 => Texts[random.Next(Texts.Length)],
            _ => text,
        };
    }

    // Every table's rows, but for the count of wrong sign-ins and what was set aside because it could not be verified, which are meant to change.
    private async Task<string> SnapshotAsync()
    {
        await using var connection = await host.Services.GetRequiredService<Database>().OpenAsync();
        var tables = await connection.QueryAsync<string>(
            """
            select table_name from information_schema.tables where table_schema = 'public'
                and table_name not in ('protection_key', 'schemaversions', 'sign_in_try', 'quarantine', 'quarantine_of') order by 1
            """
        );
        var hashes = new List<string>();
        foreach (var table in tables)
        {
            var columns = table == "person" ? "id, name, sign_in, role, password_hash, pin_hash, is_active" : "t.*";
            hashes.Add(
                $"{table} {await connection.ExecuteScalarAsync<string>($"select md5(string_agg(r::text, '|' order by r::text)) from (select {columns} from {table} t) r")}"
            );
        }

        return string.Join('\n', hashes);
    }
}
