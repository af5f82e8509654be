namespace Rhabdon.Core.Scheduling;

/// <summary>The tasks that hold each other up to the end: whoever makes one of them shorter has a chance to be done earlier.</summary>
public static class CriticalChain
{
    /// <returns>Ids of tasks, the first that begins first; empty for an empty schedule.</returns>
    public static IReadOnlyList<string> Of(ScheduleProblem problem, Schedule schedule)
    {
        var tasks = problem.Tasks.ToDictionary(t => t.Id);
        var chain = new List<string>();
        var at = schedule.Placed.MaxBy(p => p.Start + tasks[p.Task].Minutes + tasks[p.Task].Alone);
        while (at is not null)
        {
            chain.Add(at.Task);
            at = Before(problem, tasks, schedule, at, chain);
        }

        chain.Reverse();
        return chain;
    }

    // Of all that it had to wait for, what was over last: by order, by its person, or by a tool. None where it could begin at once.
    private static PlacedTask? Before(ScheduleProblem problem, Dictionary<string, ScheduleTask> tasks, Schedule schedule, PlacedTask at, List<string> chain)
    {
        var task = tasks[at.Task];
        return schedule
            .Placed.Where(p => p.Start < at.Start && !chain.Contains(p.Task))
            .Select(p => (Placed: p, Over: OverFor(problem, tasks[p.Task], p, task, at)))
            .Where(p => p.Over > task.NotBefore && p.Over <= at.Start)
            .OrderByDescending(p => p.Over)
            .ThenBy(p => p.Placed.Task, StringComparer.Ordinal)
            .FirstOrDefault()
            .Placed;
    }

    // The minute from which an earlier task no longer stands in the way of this one; null where it never did.
    private static int? OverFor(ScheduleProblem problem, ScheduleTask earlier, PlacedTask placed, ScheduleTask task, PlacedTask at)
    {
        var hands = placed.Start + earlier.Minutes;
        var ends = new List<int>();
        if (task.After?.Contains(earlier.Id) == true)
        {
            ends.Add(hands + earlier.Alone);
        }

        if (placed.Person == at.Person)
        {
            ends.Add(hands + problem.MinutesBetween(earlier.Room, task.Room));
        }

        foreach (var tool in (earlier.Tools ?? []).Where(t => task.Tools?.Any(o => o.Kind == t.Kind) == true))
        {
            ends.Add(hands + (tool.IsHeldAlone ? earlier.Alone : 0));
        }

        return ends.Count == 0 ? null : ends.Max();
    }
}
