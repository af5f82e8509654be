using System.Diagnostics;
using System.Globalization;

namespace Rhabdon.Bench;

/// <summary>Runs of one thing, in milliseconds.</summary>
internal sealed record Timed(IReadOnlyList<double> Milliseconds)
{
    public double Median => At(0.5);

    public double P95 => At(0.95);

    /// <summary>Runs both in turns, so that whatever else the machine does falls on each alike. The first tenth warms up and is not counted.</summary>
    public static async Task<(Timed First, Timed Second)> InTurnsAsync(int runs, Func<Task> first, Func<Task> second)
    {
        var (a, b) = (new List<double>(runs), new List<double>(runs));
        for (var run = 0; run < runs + (runs / 10); run++)
        {
            var (one, other) = (await OnceAsync(first), await OnceAsync(second));
            if (run >= runs / 10)
            {
                a.Add(one);
                b.Add(other);
            }
        }

        return (new Timed(a), new Timed(b));
    }

    public static async Task<Timed> OfAsync(int runs, Func<Task> what) => (await InTurnsAsync(runs, what, () => Task.CompletedTask)).First;

    public static void Say(string what) => Console.WriteLine(what);

    public static string Number(double number) => number.ToString(number < 10 ? "0.00" : "#,0", CultureInfo.InvariantCulture);

    private static async Task<double> OnceAsync(Func<Task> what)
    {
        var watch = Stopwatch.StartNew();
        await what();
        return watch.Elapsed.TotalMilliseconds;
    }

    private double At(double share) => Milliseconds.Order().ElementAt((int)((Milliseconds.Count - 1) * share));
}
