using System.Diagnostics;
using System.Globalization;
using System.Net.Http.Json;
using Rhabdon.Core.Bench;

namespace Rhabdon.Bench;

/// <summary>
/// Acts that a thousand strands share: how long one more takes beside a first, how long all of them take to open, and what the server's memory comes to.
/// </summary>
internal static class ActsBench
{
    private const int Strands = 1_000;
    private const int Acts = 200;
    private const int Openings = 20;

    public static async Task RunAsync(Uri address)
    {
        var tablet = await BenchTablet.SignedInAsync(address);
        var (_, near) = await tablet.AddCableAsync($"Acts {Guid.CreateVersion7()}", Strands);
        var appends = new List<double>();
        long early = 0;
        for (var act = 0; act < Acts; act++)
        {
            var shared = tablet.Make([.. near.Select(s => new Subject(s, act + 1))], new Batched(Guid.CreateVersion7()));
            var watch = Stopwatch.StartNew();
            await tablet.SendAsync([shared]);
            appends.Add(watch.Elapsed.TotalMilliseconds);
            early = act == Acts / 4 ? Memory(address) : early;
        }

        var (first, last) = (new Timed(appends[10..60]), new Timed(appends[^50..]));
        var opened = await Timed.OfAsync(Openings, async () =>
        {
            using var answer = await tablet.Client.PostAsJsonAsync("/api/v1/bench", new { strands = near });
            await answer.EnsureSuccessStatusCode().Content.ReadAsByteArrayAsync();
        });
        Timed.Say(
            $"acts: one more on {Strands} strands, with some 30 before: median {Timed.Number(first.Median)} ms, p95 {Timed.Number(first.P95)}; with some {Acts - 25}: median {Timed.Number(last.Median)}, p95 {Timed.Number(last.P95)} (aim < 100); ratio {Timed.Number(last.Median / first.Median)}"
        );
        Timed.Say(
            $"acts: opening {Strands} strands with {Acts} acts each: median {Timed.Number(opened.Median)} ms, p95 {Timed.Number(opened.P95)} (aim < 300)"
        );
        Timed.Say(
            $"acts: the server's memory after {Acts / 4} acts {early / 1024 / 1024} MB, after all and {Openings} openings {Memory(address) / 1024 / 1024} MB"
        );
    }

    // Of the process that was started to serve this address.
    private static long Memory(Uri address) =>
        Process
            .GetProcesses()
            .Where(p => CommandOf(p).Contains($"--urls\0{address.ToString().TrimEnd('/')}", StringComparison.Ordinal))
            .Sum(p => p.WorkingSet64);

    private static string CommandOf(Process process)
    {
        try
        {
            return File.ReadAllText(string.Create(CultureInfo.InvariantCulture, $"/proc/{process.Id}/cmdline"));
        }
        catch (IOException)
        {
            return string.Empty;
        }
    }
}
