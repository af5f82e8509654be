using Rhabdon.Core.Catalog;
using Rhabdon.Core.Recipes;

namespace Rhabdon.Core.Timing;

/// <summary>What a hand does on a strand without a break: steps of one stage, up to where a machine or the clock takes over.</summary>
/// <param name="First">Index of its first step in the recipe as it is worked.</param>
/// <param name="Last">Of its last.</param>
/// <param name="Parts">Seconds that a hand is taken up, step by step.</param>
/// <param name="Alone">Seconds that run after it with no hand.</param>
/// <param name="Once">What it is done for once, whichever strand it is met on; null where each strand needs it.</param>
/// <param name="Starts">Seconds of the time that it starts beside; 0 for none.</param>
/// <param name="Spoils">What it starts goes off when that time is over; else it is ready only then.</param>
/// <param name="After">It waits until the time that this started is over.</param>
/// <param name="Within">It is done while the time that this started still runs.</param>
/// <param name="On">The thing with places that the strand takes one of.</param>
public sealed record WorkItem(
    int First,
    int Last,
    IReadOnlyList<double> Parts,
    double Alone = 0,
    string? Once = null,
    double Starts = 0,
    bool Spoils = false,
    string? After = null,
    string? Within = null,
    string? On = null
)
{
    private const string PotLife = "pot-life";

    /// <summary>Seconds that a hand is taken up.</summary>
    public double Hands { get; } = Parts.Sum();

    /// <summary>The same in the slowest of twenty goes.</summary>
    public double HandsLate { get; } = StepTimes.Late(Parts);

    /// <summary>The same, where its steps take other times.</summary>
    public WorkItem Taking(IReadOnlyList<double> parts) => new(First, Last, parts, Alone, Once, Starts, Spoils, After, Within, On);

    /// <summary>The whole recipe as it is worked, from its first step on.</summary>
    public static IReadOnlyList<WorkItem> Of(Recipe worked)
    {
        var (times, items, first) = (StepTimes.Of(worked), new List<WorkItem>(), 0);
        for (var at = 0; at < worked.Steps.Count; at++)
        {
            if (at + 1 == worked.Steps.Count || IsBreak(worked.Steps[at], worked.Steps[at + 1]))
            {
                items.Add(Made(worked, times, first, at));
                first = at + 1;
            }
        }

        return items;
    }

    private static bool IsBreak(Step step, Step next) =>
        !next.AtOnce
        && (
            step.Stage != next.Stage
            || step.Once == Recipes.Once.Session
            || next.Once == Recipes.Once.Session
            || AloneAt(step) > 0
            || step.On != next.On
            || next.After is not null
        );

    private static WorkItem Made(Recipe worked, IReadOnlyList<double> times, int first, int last)
    {
        var steps = worked.Steps.Skip(first).Take(last - first + 1).ToList();
        return new WorkItem(
            first,
            last,
            [.. times.Skip(first).Take(steps.Count)],
            steps.Sum(AloneAt),
            steps[0].Once == Recipes.Once.Session ? steps[0].Id : null,
            steps[0].Starts?.Seconds ?? 0,
            steps[0].Starts?.Kind == PotLife,
            steps.Select(s => s.After).FirstOrDefault(a => a is not null),
            steps.Select(s => s.Within).FirstOrDefault(w => w is not null),
            steps.Select(s => s.On).FirstOrDefault(o => o is not null)
        );
    }

    private static double AloneAt(Step step) => step.Clock is { } clock && Catalogs.All.ClockOf(clock.Kind)?.IsAttended != true ? clock.Seconds : 0;
}
