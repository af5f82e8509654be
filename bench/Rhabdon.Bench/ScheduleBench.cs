using System.Diagnostics;
using System.Globalization;
using Rhabdon.Core.Scheduling;
using Rhabdon.Core.Tests.Scheduling;
using Rhabdon.Planner;

namespace Rhabdon.Bench;

/// <summary>
/// Schedules of made-up sites (batches of twelve ends and the tests of both ends; four people, three rooms, two ovens, one splicer): how long one takes at
/// once, how near the search then comes to the proven bound, and how both grow with the work.
/// </summary>
internal static class ScheduleBench
{
    private const int BatchEnds = 12;

    // Two batches and their test.
    private const int TasksOfTwo = 3;

    public static async Task RunAsync(double seconds = 60)
    {
        Timed.Say("| ends | tasks | at once, ms | over, days | searched, s | over, days | proven bound, days | over the bound | better than at once |");
        Timed.Say("|---|---|---|---|---|---|---|---|---|");
        foreach (var (ends, seeds) in ((int, int[])[])[(288, [1, 2, 3]), (1_008, [1]), (5_040, [1])])
        {
            foreach (var seed in seeds)
            {
                await OneAsync(ends, seed, seconds);
            }
        }
    }

    private static async Task OneAsync(int ends, int seed, double seconds)
    {
        var problem = Sites.Make(seed, ends / BatchEnds / 2 * TasksOfTwo);
        GreedySchedule.Of(Sites.Make(seed, TasksOfTwo));
        var watch = Stopwatch.StartNew();
        var first = GreedySchedule.Of(problem);
        var atOnce = watch.Elapsed.TotalMilliseconds;
        watch.Restart();
        var solved = await new CpScheduleSolver().SolveAsync(problem, first, new SolveLimits(seconds));
        var searched = watch.Elapsed.TotalSeconds;
        if (ScheduleCheck.Of(problem, solved.Schedule) is [var broken, ..])
        {
            throw new InvalidOperationException($"The schedule of {ends} ends breaks {broken}.");
        }

        string[] row =
        [
            ends.ToString("#,0", CultureInfo.InvariantCulture),
            $"{problem.Tasks.Count}",
            Timed.Number(atOnce),
            Days(first.EndIn(problem)),
            searched.ToString("0.0", CultureInfo.InvariantCulture),
            Days(solved.End),
            Days(solved.Bound),
            Share(solved.End - solved.Bound, solved.Bound),
            Share(first.EndIn(problem) - solved.End, first.EndIn(problem)),
        ];
        Timed.Say($"| {string.Join(" | ", row)} |");
    }

    private static string Share(int part, int whole) => (100.0 * part / whole).ToString("0.0", CultureInfo.InvariantCulture) + " %";

    private static string Days(int minutes) => ((double)minutes / Sites.Day).ToString("0.00", CultureInfo.InvariantCulture);
}
