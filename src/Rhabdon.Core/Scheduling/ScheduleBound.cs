namespace Rhabdon.Core.Scheduling;

/// <summary>A minute before which no schedule is over, told without a search.</summary>
public static class ScheduleBound
{
    /// <summary>
    /// The greatest of: the longest chain of tasks from where it may begin, the hands that a skill takes, and the time that a kind of tool is taken.
    /// </summary>
    public static int Of(ScheduleProblem problem) =>
        new[]
        {
            Chain(problem),
            problem.Tasks.Select(t => t.Skill).Distinct().Select(skill => Hands(problem, skill)).DefaultIfEmpty().Max(),
            Tools(problem),
        }.Max();

    private static int Chain(ScheduleProblem problem)
    {
        var ends = new Dictionary<string, int>();
        var open = problem.Rooms.ToDictionary(r => r.Id, r => r.Open);
        foreach (var task in problem.InOrder())
        {
            var ready = Math.Max(task.NotBefore, (task.After ?? []).Select(a => ends[a]).DefaultIfEmpty().Max());
            ends[task.Id] = Begin(problem.Hours, open.GetValueOrDefault(task.Room), ready, task.Minutes) + task.Minutes + task.Alone;
        }

        return ends.Values.DefaultIfEmpty().Max();
    }

    // The first minute from which work goes on without a break within the hours of work and of its room.
    private static int Begin(IReadOnlyList<Period>? hours, IReadOnlyList<Period>? open, int ready, int minutes) =>
        (hours ?? [])
            .Concat(open ?? [])
            .Select(p => p.From)
            .Where(from => from > ready)
            .Append(ready)
            .Where(at => IsIn(hours, at, minutes) && IsIn(open, at, minutes))
            .DefaultIfEmpty(ScheduleProblem.Longest)
            .Min();

    private static bool IsIn(IReadOnlyList<Period>? allowed, int at, int minutes) => allowed?.Any(a => a.Holds(new Period(at, at + minutes))) != false;

    // All that takes a skill, or, for null, everything, on the hands that can do it.
    private static int Hands(ScheduleProblem problem, string? skill)
    {
        var tasks = problem.Tasks.Where(t => skill is null || t.Skill == skill).ToList();
        var people = problem.People.Count(p => skill is null || p.Skills.Contains(skill));
        return tasks.Count == 0 || people == 0
            ? 0
            : Worked(problem, tasks.Min(t => t.NotBefore), (tasks.Sum(t => t.Minutes) + people - 1) / people) + tasks.Min(t => t.Alone);
    }

    private static int Tools(ScheduleProblem problem) =>
        (problem.Tools ?? [])
            .Where(t => t.Count > 0)
            .Select(tool =>
            {
                var uses = problem.Tasks.Where(t => t.Tools?.Any(u => u.Kind == tool.Kind) == true).ToList();
                var minutes = uses.Sum(t => t.Minutes + (t.Tools!.First(u => u.Kind == tool.Kind).IsHeldAlone ? t.Alone : 0));
                return uses.Count == 0 ? 0 : uses.Min(t => t.NotBefore) + ((minutes + tool.Count - 1) / tool.Count);
            })
            .DefaultIfEmpty()
            .Max();

    // When so many minutes of work are done at the earliest, if every hour of work from there on is used.
    private static int Worked(ScheduleProblem problem, int from, int minutes)
    {
        if (problem.Hours is not { } hours)
        {
            return from + minutes;
        }

        foreach (var period in hours.Where(h => h.To > from))
        {
            var begin = Math.Max(from, period.From);
            if (period.To - begin >= minutes)
            {
                return begin + minutes;
            }

            minutes -= period.To - begin;
        }

        return ScheduleProblem.Longest;
    }
}
