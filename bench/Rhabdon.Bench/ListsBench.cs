using System.Net.Http.Json;
using System.Text.Json.Nodes;

namespace Rhabdon.Bench;

/// <summary>Every list as a lead sees it, with 10,000 and then with 1,000,000 terminations in the database: p95, and how much it grows.</summary>
internal static class ListsBench
{
    public static async Task RunAsync(Uri address, string database)
    {
        var small = await MeasuredAsync(address, database, 10_000);
        var large = await MeasuredAsync(address, database, 1_000_000);
        foreach (var (name, few) in small)
        {
            var many = large[name];
            Timed.Say(
                $"lists: {name, -13} p95 {Timed.Number(few.P95)} ms at 10,000, {Timed.Number(many.P95)} ms at 1,000,000 (aim < 100); median grows {Timed.Number(many.Median / few.Median)} x"
            );
        }
    }

    private static async Task<IReadOnlyDictionary<string, Timed>> MeasuredAsync(Uri address, string database, int terminations)
    {
        await Seed.GrowAsync(database, terminations);
        var tablet = await BenchTablet.SignedInAsync(address);
        var job = (await tablet.Client.GetFromJsonAsync<JsonArray>("/api/v1/jobs"))!.First(j => j!["cables"]!.AsArray().Count == 5)!;
        var cable = job["cables"]![0]!["id"]!;
        var strand = (await tablet.Client.GetFromJsonAsync<JsonNode>($"/api/v1/cables/{cable}/ladder"))!["rows"]![0]!["near"]!["id"]!;
        var lists = new Dictionary<string, string>
        {
            ["jobs"] = "/api/v1/jobs",
            ["found jobs"] = "/api/v1/jobs?find=renewal%207",
            ["job"] = $"/api/v1/jobs/{job["job"]!["id"]}",
            ["failing links"] = $"/api/v1/jobs/{job["job"]!["id"]}/links",
            ["ladder"] = $"/api/v1/cables/{cable}/ladder",
            ["batches"] = "/api/v1/batches",
            ["looks"] = "/api/v1/looks",
            ["crew"] = "/api/v1/crew",
            ["mates"] = "/api/v1/session/mates",
            ["story"] = $"/api/v1/terminations/{strand}/story",
            ["bench"] = $"/api/v1/bench?strands={strand}",
        };
        var measured = new Dictionary<string, Timed>();
        foreach (var (name, path) in lists)
        {
            measured[name] = await Timed.OfAsync(60, () => tablet.Client.GetByteArrayAsync(path));
        }

        return measured;
    }
}
