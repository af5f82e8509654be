using System.Net;
using System.Net.Http.Json;
using System.Text.Json.Nodes;
using Rhabdon.Core.Planning;
using Rhabdon.Documents;
using Rhabdon.Documents.Sheets;

namespace Rhabdon.Server.Tests;

/// <summary>A crew's days over HTTP: planned, kept, changed by two, told to whoever works, and written as a calendar.</summary>
public sealed class DaysTests(Host host) : IClassFixture<Host>
{
    [Fact]
    public async Task Days_are_searched_for_kept_once_and_told_to_whoever_works_them()
    {
        var lead = await host.SignedIn("lead", "saltmarsh-lead");
        var crew = await CrewAsync(lead);
        var days = $"/api/v1/crews/{crew}/days";
        var before = (await lead.Client.GetFromJsonAsync<JsonNode>(days))!;
        Assert.Equal((0, 0), (before["version"]!.GetValue<int>(), before["view"]!["placed"]!.AsArray().Count));
        Assert.NotEmpty(before["view"]!["tasks"]!.AsArray());

        var found = await FoundAsync(lead, days, before["days"]!);
        Assert.True(found.Count >= 2 && found[^1]["isOver"]!.GetValue<bool>());
        Assert.True(found[^1]["end"]!.GetValue<int>() <= found[0]["end"]!.GetValue<int>());
        Assert.All(found, f => Assert.True(f["bound"]!.GetValue<int>() <= f["end"]!.GetValue<int>()));
        // Of what a search finds, all is placed and nothing broken.
        var best = found[^1];
        Assert.Empty(best["view"]!["breaks"]!.AsArray());
        Assert.Equal(before["view"]!["tasks"]!.AsArray().Count, best["view"]!["placed"]!.AsArray().Count);

        var kept = await lead.Client.PutAsJsonAsync(days, new { version = 0, days = best["days"] });
        Assert.Equal(HttpStatusCode.OK, kept.StatusCode);
        var stale = await lead.Client.PutAsJsonAsync(days, new { version = 0, days = before["days"] });
        Assert.Equal(HttpStatusCode.Conflict, stale.StatusCode);
        Assert.Contains("Lena Tidewater", await stale.Content.ReadAsStringAsync(), StringComparison.Ordinal);
        var now = (await lead.Client.GetFromJsonAsync<JsonNode>(days))!;
        Assert.Equal((1, best["days"]!.ToJsonString()), (now["version"]!.GetValue<int>(), now["days"]!.ToJsonString()));

        // Each of the crew has their own tasks, in the order of the day.
        var heron = await host.SignedIn();
        var mine = (await heron.Client.GetFromJsonAsync<JsonArray>("/api/v1/days/mine"))!.Select(t => t!["task"]!.GetValue<string>()).ToList();
        var theirs = best["days"]!["placed"]!
            .AsArray()
            .Where(p => p!["person"]!.GetValue<Guid>() == heron.Person)
            .OrderBy(p => p!["start"]!.GetValue<DateTime>())
            .Select(p => p!["task"]!.GetValue<string>());
        Assert.NotEmpty(mine);
        Assert.Equal(theirs.Take(mine.Count), mine);

        var file = await heron.Client.GetStringAsync($"{days}.ics?person={heron.Person}");
        Assert.Equal(theirs.Count(), file.Split("BEGIN:VEVENT").Length - 1);
    }

    [Fact]
    public async Task A_check_keeps_nothing_and_says_what_breaks()
    {
        var lead = await host.SignedIn("lead", "saltmarsh-lead");
        var days = $"/api/v1/crews/{await CrewAsync(lead)}/days";
        var kept = (await lead.Client.GetFromJsonAsync<JsonNode>(days))!;
        var asked = kept["days"]!.DeepClone();
        var task = kept["view"]!["tasks"]![0]!["id"]!.GetValue<string>();
        // Three in the morning.
        asked["placed"] = new JsonArray(
            new JsonObject
            {
                ["task"] = task,
                ["person"] = lead.Person,
                ["start"] = $"{asked["from"]!.GetValue<string>()}T03:00:00",
            }
        );
        var view = await (await lead.Client.PostAsJsonAsync($"{days}/check", asked)).Content.ReadFromJsonAsync<JsonNode>();
        Assert.Contains(view!["breaks"]!.AsArray(), b => b!["kind"]!.GetValue<string>() == "hours" && b["task"]!.GetValue<string>() == task);
        Assert.Equal(kept["version"]!.GetValue<int>(), (await lead.Client.GetFromJsonAsync<JsonNode>(days))!["version"]!.GetValue<int>());

        asked["weekdays"] = new JsonArray();
        var refused = await lead.Client.PostAsJsonAsync($"{days}/check", asked);
        Assert.Equal(HttpStatusCode.BadRequest, refused.StatusCode);
        Assert.Equal("weekdays", (await refused.Content.ReadFromJsonAsync<JsonNode>())!["faults"]![0]!["field"]!.GetValue<string>());
        var tooLong = await lead.Client.PostAsJsonAsync($"{days}/search", new { days = kept["days"], seconds = 61 });
        Assert.Equal(HttpStatusCode.BadRequest, tooLong.StatusCode);
    }

    // RFC 5545: 3.3.5 (local time with its zone), 3.8.4.7 (the same UID for the same entry), 3.3.11 (a comma in a text is escaped).
    [Fact]
    public void A_calendar_tells_times_by_the_clock_of_the_site()
    {
        var from = new DateTime(2026, 12, 4, 8, 0, 0);
        var text = System.Text.Encoding.UTF8.GetString(
            DaysCalendar.Write(
                "Heron",
                "America/Halifax",
                [new CalendarEntry("a near M4 1", "Quay, near end", "Harbour, N1", "Ira", from, from.AddMinutes(90))]
            )
        );
        foreach (
            var line in (string[])
                [
                    "BEGIN:VCALENDAR",
                    "VERSION:2.0",
                    "BEGIN:VTIMEZONE",
                    "DTSTART;TZID=America/Halifax:20261204T080000",
                    "DTEND;TZID=America/Halifax:20261204T093000",
                    "SUMMARY:Quay\\, near end",
                    "UID:a-near-M4-1@rhabdon",
                ]
        )
        {
            Assert.Contains(line, text.Split("\r\n"));
        }
    }

    [Fact]
    public async Task A_job_has_a_cost_and_a_quote_whose_prices_are_the_customers()
    {
        var lead = await host.SignedIn("lead", "saltmarsh-lead");
        await lead.AddCableAsync("COST", 12);
        var job = (await lead.Client.GetFromJsonAsync<JsonArray>("/api/v1/jobs?find=COST"))![0]!["job"]!["id"]!.GetValue<Guid>();
        var told = (await lead.Client.GetFromJsonAsync<JsonNode>($"/api/v1/jobs/{job}/cost?perHour=60"))!;
        var line = Assert.Single(told["cost"]!["lines"]!.AsArray())!;
        Assert.Equal((24, 0), (line["ahead"]!.GetValue<int>(), line["made"]!.GetValue<int>()));
        Assert.True(told["cost"]!["toCome"]!.GetValue<decimal>() > told["cost"]!["tests"]!.GetValue<decimal>());

        var refused = await lead.Client.GetAsync($"/api/v1/jobs/{job}/cost?perHour=-1");
        Assert.Equal("perHour", (await refused.Content.ReadFromJsonAsync<JsonNode>())!["faults"]![0]!["field"]!.GetValue<string>());
        foreach (var (query, field) in (IEnumerable<(string, string)>)[("margin=-1", "margin"), ("valid=0", "valid"), ("paper=a9", "paper")])
        {
            refused = await lead.Client.GetAsync($"/api/v1/jobs/{job}/quote.pdf?{query}");
            Assert.Equal(field, (await refused.Content.ReadFromJsonAsync<JsonNode>())!["faults"]![0]!["field"]!.GetValue<string>());
        }

        var quote = await lead.Client.GetAsync($"/api/v1/jobs/{job}/quote.pdf?perHour=60&margin=25");
        Assert.Equal((HttpStatusCode.OK, "application/pdf"), (quote.StatusCode, quote.Content.Headers.ContentType!.MediaType));
        Assert.StartsWith("%PDF-", await quote.Content.ReadAsStringAsync(), StringComparison.Ordinal);
    }

    // By hand: 100 of ends and 20 of tests, a quarter on top: 125, 25, together 150.
    [Fact]
    public void A_quote_tells_prices_with_what_is_on_top_and_never_what_that_is()
    {
        var sum = new CostSum(60, 10, 30);
        var cost = new JobCost([new CostLine("M4", "Wedge-lock", 0, 10, new CostSum(0, 0, 0), sum, 5)], 0, 120, 20, 0.05);
        var blocks = QuoteSheet.Of(new QuoteTerms("Quay", "Harbour", "Pier", "CAD", new DateOnly(2026, 12, 4), 30, 25), cost).ToList();
        var rows = blocks.OfType<SheetTable>().Single().Rows;
        Assert.Equal(["10", "Wedge-lock", "12.50", "125.00"], rows[0]);
        Assert.Equal(["25.00", "150.00 CAD"], rows.Skip(1).Select(r => r[^1]));
        Assert.Contains(blocks.OfType<SheetParagraph>(), p => p.Runs[0].Text.Contains("3 January 2027", StringComparison.Ordinal));
        Assert.DoesNotContain(rows.SelectMany(r => r), cell => cell.Contains("25 %", StringComparison.Ordinal));
    }

    private static async Task<Guid> CrewAsync(TestTablet tablet) =>
        (await tablet.Client.GetFromJsonAsync<JsonArray>("/api/v1/crews"))!.First(c => c!["name"]!.GetValue<string>() == "Heron")!["id"]!.GetValue<Guid>();

    private static async Task<IReadOnlyList<JsonNode>> FoundAsync(TestTablet tablet, string days, JsonNode asked)
    {
        var answer = await tablet.Client.PostAsJsonAsync($"{days}/search", new { days = asked, seconds = 2 });
        Assert.Equal("text/event-stream", answer.Content.Headers.ContentType?.MediaType);
        return
        [
            .. (await answer.Content.ReadAsStringAsync())
                .Split('\n')
                .Where(line => line.StartsWith("data: ", StringComparison.Ordinal))
                .Select(line => JsonNode.Parse(line[6..])!),
        ];
    }
}
