using System.Diagnostics;
using System.Net;
using System.Net.Http.Json;
using System.Text;
using System.Text.Json;
using System.Text.Json.Nodes;
using Dapper;
using Npgsql;
using Rhabdon.Core;
using Rhabdon.Core.Bench;
using Rhabdon.Core.Recipes;

namespace Rhabdon.Bench;

/// <summary>
/// Every door of the OpenAPI document but the news, which never ends, and signing out, asked by every role with what its schema allows and with what it does
/// not. No answer may be a fault of the server, none may take
/// five seconds, and what is refused may change nothing. The same seed asks the same.
/// </summary>
internal static class FuzzBench
{
    private const int Seed = 20261128;
    private const int Together = 50;
    private static readonly TimeSpan Slow = TimeSpan.FromSeconds(5);
    private static readonly string[] Texts =
    [
        "",
        " ",
        "null",
        "'; drop table event; --",
        "<script>",
        "٣",
        "../../etc/passwd",
        new('x', 3_000),
        "💥",
        "-1",
        "1e999",
        "\u0000",
        "a\u001bb",
        "=1+1",
        "PH1",
        "M4",
        "2026-11-28",
        "90 m",
        "America/Halifax",
    ];

    private static readonly (string SignIn, string Secret)[] People =
    [
        ("heron", "saltmarsh-heron"),
        ("viewer", "saltmarsh-viewer"),
        ("lead", "saltmarsh-lead"),
        ("sandpiper", "saltmarsh-sandpiper"),
        ("olive", "saltmarsh-owner"),
    ];

    public static async Task RunAsync(Uri address, string database, int requests)
    {
        var random = new Random(Seed);
        using var stranger = new HttpClient { BaseAddress = address };
        var api = (await stranger.GetFromJsonAsync<JsonNode>("/openapi/v1.json"))!.AsObject();
        var doors = (
            from path in api["paths"]!.AsObject()
            from way in path.Value!.AsObject()
            where
                way.Key is "get" or "post" or "put" or "delete"
                && !path.Key.EndsWith("/live", StringComparison.Ordinal)
                && !(way.Key == "delete" && path.Key.EndsWith("/session", StringComparison.Ordinal))
            select (path.Key, way.Key, way.Value!)
        ).ToArray();
        var tablets = new List<(HttpClient Client, BenchTablet? Tablet)> { (stranger, null) };
        foreach (var (signIn, secret) in People)
        {
            var tablet = await BenchTablet.SignedInAsync(address, signIn, secret);
            tablets.Add((tablet.Client, tablet));
        }

        var (_, near) = await tablets[3].Tablet!.AddCableAsync($"Fuzz {Guid.CreateVersion7()}", 12);
        var (faults, slow, changes, statuses) = (new List<string>(), new List<string>(), 0, new Dictionary<int, int>());
        var before = await SnapshotAsync(database);
        for (var sent = 0; sent < requests; )
        {
            var mayChange = false;
            for (var i = 0; i < Together && sent < requests; i++, sent++)
            {
                var (client, tablet) = tablets[random.Next(tablets.Count)];
                var (path, way, door) = doors[random.Next(doors.Length)];
                using var asked = Ask(random, api, path, way, door, tablet, near);
                var watch = Stopwatch.StartNew();
                using var answer = await client.SendAsync(asked);
                var status = (int)answer.StatusCode;
                statuses[status] = statuses.GetValueOrDefault(status) + 1;
                if (status >= 500)
                {
                    faults.Add($"{asked.Method} {asked.RequestUri}: {status}");
                }

                if (watch.Elapsed > Slow)
                {
                    slow.Add($"{asked.Method} {asked.RequestUri}: {watch.Elapsed.TotalSeconds:0.0} s");
                }

                mayChange |= way != "get" && answer.IsSuccessStatusCode && (!path.EndsWith("/events", StringComparison.Ordinal) || await TookAnyAsync(answer));
            }

            var after = await SnapshotAsync(database);
            changes += !mayChange && before != after ? 1 : 0;
            before = after;
        }

        Timed.Say(
            $"fuzz: {requests} requests over {doors.Length} doors by {tablets.Count} roles, seed {Seed}: {string.Join(", ", statuses.OrderBy(s => s.Key).Select(s => $"{s.Key} x {s.Value}"))}"
        );
        Timed.Say(
            $"fuzz: {faults.Count} answers of 5xx, {slow.Count} over {Slow.TotalSeconds:0} s, {changes} of {(requests + Together - 1) / Together} rounds of refused requests changed something (aim 0, 0, 0)"
        );
        foreach (var line in faults.Concat(slow).Distinct().Take(20))
        {
            Timed.Say($"  {line}");
        }
    }

    private static async Task<bool> TookAnyAsync(HttpResponseMessage answer) =>
        (await answer.Content.ReadFromJsonAsync<JsonArray>())!.Any(a => a!["status"]!.GetValue<int>() is 200 or 202 or 403);

    private static HttpRequestMessage Ask(Random random, JsonObject api, string path, string way, JsonNode door, BenchTablet? tablet, Guid[] near)
    {
        var address = new StringBuilder(path);
        var query = new List<string>();
        foreach (var parameter in door["parameters"]?.AsArray() ?? [])
        {
            var name = parameter!["name"]!.GetValue<string>();
            var value = Uri.EscapeDataString(
                random.Next(3) switch
                {
                    0 => near[random.Next(near.Length)].ToString(),
                    1 => Guid.CreateVersion7().ToString(),
                    _ => Texts[random.Next(Texts.Length)],
                }
            );
            if (parameter["in"]!.GetValue<string>() == "path")
            {
                address.Replace($"{{{name}}}", value.Length == 0 ? "x" : value);
            }
            else if (random.Next(2) == 0)
            {
                query.Add($"{name}={value}");
            }
        }

        var asked = new HttpRequestMessage(
            new HttpMethod(way.ToUpperInvariant()),
            $"{address}{(query.Count > 0 ? "?" : string.Empty)}{string.Join('&', query)}"
        );
        if (door["requestBody"]?["content"]?.AsObject().FirstOrDefault() is { Value: { } content } body)
        {
            var text =
                path.EndsWith("/events", StringComparison.Ordinal) && tablet is not null && random.Next(2) == 0
                    ? $"[{JsonSerializer.Serialize(Event(random, tablet, near), CoreJson.Default.BenchEvent)}]"
                    : Mangled(random, Value(random, api, content["schema"], 0)?.ToJsonString() ?? "null");
            asked.Content = new ByteArrayContent(random.Next(30) == 0 ? [0xC3, 0x28, .. Encoding.UTF8.GetBytes(text)] : Encoding.UTF8.GetBytes(text));
            asked.Content.Headers.TryAddWithoutValidation(
                "Content-Type",
                random.Next(20) switch
                {
                    0 => "text/plain",
                    1 => "application/json; charset=x-none",
                    _ => body.Key == "*/*" ? "application/json" : body.Key,
                }
            );
        }

        return asked;
    }

    // An event that is nearly right.
    private static BenchEvent Event(Random random, BenchTablet tablet, Guid[] near)
    {
        EventBody[] bodies =
        [
            new Begun(),
            new Batched(null),
            new StepDone(1, 1, "parts"),
            new Retracted(Guid.CreateVersion7(), "x", false),
            new HandedOver(Guid.CreateVersion7()),
            new Resolved([Guid.CreateVersion7()], true, "x"),
            new ClockStarted(1, 1, "x"),
            new TroubleFound(1, 1, "x", "y"),
        ];
        var made = tablet.Make(near[random.Next(near.Length)], bodies[random.Next(bodies.Length)], random.Next(4));
        return random.Next(8) switch
        {
            0 => made with { Actor = Guid.CreateVersion7() },
            1 => made with { Clock = new HybridTime(random.NextInt64(-9, 1L << 50), random.Next(-9, 9)) },
            2 => made with { At = DateTimeOffset.FromUnixTimeSeconds(random.NextInt64(-60_000_000_000, 200_000_000_000)) },
            3 => made with { Recipe = new RecipeRef(Texts[random.Next(Texts.Length)], random.Next(-1, 3)) },
            4 => made with { Signature = Texts[random.Next(Texts.Length)] },
            _ => made,
        };
    }

    // What a schema allows, or nearly.
    private static JsonNode? Value(Random random, JsonObject api, JsonNode? schema, int depth)
    {
        if (schema?["$ref"]?.GetValue<string>() is { } reference)
        {
            schema = api["components"]!["schemas"]![reference[(reference.LastIndexOf('/') + 1)..]];
        }

        if (schema is not JsonObject of || depth > 7 || random.Next(40) == 0)
        {
            return random.Next(4) switch
            {
                0 => null,
                1 => Texts[random.Next(Texts.Length)],
                2 => random.Next(-9, 99),
                _ => new JsonObject(),
            };
        }

        if ((of["anyOf"] ?? of["oneOf"])?.AsArray() is { Count: > 0 } ways)
        {
            return Value(random, api, ways[random.Next(ways.Count)], depth + 1);
        }

        if (of["enum"]?.AsArray() is { Count: > 0 } names)
        {
            return names[random.Next(names.Count)]?.DeepClone();
        }

        var type = of["type"] is JsonArray several ? several[0]!.GetValue<string>() : of["type"]?.GetValue<string>() ?? "object";
        return type switch
        {
            "object" => new JsonObject(
                (of["properties"]?.AsObject() ?? [])
                    .Where(_ => random.Next(12) > 0)
                    .Select(p => KeyValuePair.Create(p.Key, Value(random, api, p.Value, depth + 1)))
            ),
            "array" => new JsonArray([.. Enumerable.Range(0, random.Next(4)).Select(_ => Value(random, api, of["items"], depth + 1))]),
            "integer" or "number" => random.Next(6) == 0 ? 1e300 : random.Next(-3, 400),
            "boolean" => random.Next(2) == 0,
            _ => of["format"]?.GetValue<string>() switch
            {
                "uuid" => Guid.CreateVersion7().ToString(),
                "date" => "2026-11-28",
                "date-time" => "2026-11-28T10:00:00Z",
                _ => Texts[random.Next(Texts.Length)],
            },
        };
    }

    private static string Mangled(Random random, string text) =>
        random.Next(14) switch
        {
            0 => text[..(text.Length / 2)],
            1 => $"[{text}]",
            2 => Texts[random.Next(Texts.Length)],
            3 => text.Replace("\"", "'", StringComparison.Ordinal),
            4 => string.Concat(Enumerable.Repeat("[", 80)) + string.Concat(Enumerable.Repeat("]", 80)),
            _ => text,
        };

    // Every row of every table but the counts of tries, what could not be verified and was set aside, and what the server notes for itself.
    private static async Task<string> SnapshotAsync(string database)
    {
        await using var connection = new NpgsqlConnection(database);
        var tables = await connection.QueryAsync<string>(
            """
            select table_name from information_schema.tables where table_schema = 'public'
                and table_name not in ('protection_key', 'sign_in_try', 'proof_of_life', 'device', 'second_look', 'quarantine', 'quarantine_of') order by 1
            """
        );
        var sums = new List<string>();
        foreach (var table in tables)
        {
            sums.Add(
                $"{table} {await connection.ExecuteScalarAsync<string>($"select count(*) || ' ' || coalesce(sum(hashtext(t::text)::bigint), 0) from \"{table}\" t")}"
            );
        }

        return string.Join('\n', sums);
    }
}
