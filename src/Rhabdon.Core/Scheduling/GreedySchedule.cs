namespace Rhabdon.Core.Scheduling;

/// <summary>A good schedule at once: tasks are placed one by one where they end first, by several rules; the best of them stands.</summary>
public static class GreedySchedule
{
    /// <summary>A schedule that keeps every rule. A task that finds no place, since nobody can do it or no hours hold it, is left out.</summary>
    /// <param name="before">What was planned until now: what still can stays where it is, with its person.</param>
    /// <exception cref="InvalidOperationException">Tasks wait for one another in a circle.</exception>
    public static Schedule Of(ScheduleProblem problem, Schedule? before = null)
    {
        var tails = TailsOf(problem);
        Func<ScheduleTask, (int, int)>[] rules =
        [
            t => (-tails[t.Id], t.NotBefore),
            t => (t.Due ?? int.MaxValue, -tails[t.Id]),
            t => (problem.Able(t).Count(), -tails[t.Id]),
            t => (-t.Minutes - t.Alone, t.NotBefore),
            t => (t.Minutes, t.NotBefore),
            t => (-t.Alone, t.Minutes),
            t => (string.CompareOrdinal(t.Room, problem.Rooms[0].Id), -tails[t.Id]),
        ];
        return rules
            .Select(rule => By(problem, rule, before))
            .OrderByDescending(s => s.Placed.Count)
            .ThenBy(s => LateIn(problem, s))
            .ThenBy(s => s.EndIn(problem))
            .ThenBy(s => s.Placed.Sum(p => p.Start))
            .First();
    }

    /// <summary>Minutes that lie at least between the beginning of each task and the end of all.</summary>
    internal static IReadOnlyDictionary<string, int> TailsOf(ScheduleProblem problem)
    {
        var own = problem.Tasks.ToDictionary(t => t.Id, t => t.Minutes + t.Alone);
        var tails = own.ToDictionary();
        foreach (var task in problem.InOrder().Reverse())
        {
            foreach (var before in task.After ?? [])
            {
                tails[before] = Math.Max(tails[before], own[before] + tails[task.Id]);
            }
        }

        return tails;
    }

    private static int LateIn(ScheduleProblem problem, Schedule schedule)
    {
        var tasks = problem.Tasks.ToDictionary(t => t.Id);
        return schedule.Placed.Sum(p => tasks[p.Task] is { Due: { } due } t ? Math.Max(0, p.Start + t.Minutes + t.Alone - due) : 0);
    }

    private static Schedule By(ScheduleProblem problem, Func<ScheduleTask, (int, int)> rule, Schedule? before)
    {
        var (timetable, done) = (new Timetable(problem), new HashSet<string>());
        var people = problem.People.ToDictionary(p => p.Id);
        Keep(problem, timetable, people, before, done);
        var left = problem.InOrder().Where(t => !done.Contains(t.Id)).ToList();
        while (left.Count > 0)
        {
            var next = left.Where(t => (t.After ?? []).All(done.Contains)).MinBy(rule);
            if (next is null)
            {
                // What they wait for found no place.
                break;
            }

            left.Remove(next);
            var place = problem
                .Able(next)
                .Select(p => (Person: p, At: timetable.First(next, p)))
                .Where(p => p.At is not null)
                .OrderBy(p => p.At)
                .ThenBy(p => p.Person.Skills.Count)
                .ThenBy(p => p.Person.Id, StringComparer.Ordinal)
                .FirstOrDefault();
            if (place.At is { } at)
            {
                timetable.Place(next, place.Person, at);
                done.Add(next.Id);
            }
        }

        return timetable.Schedule;
    }

    // What is pinned, and what can still be done where it was planned.
    private static void Keep(ScheduleProblem problem, Timetable timetable, Dictionary<string, Worker> people, Schedule? before, HashSet<string> done)
    {
        var earlier = (before?.Placed ?? []).ToDictionary(p => p.Task);
        var places =
            from task in problem.InOrder()
            let at = task.Pin is { } pin ? new PlacedTask(task.Id, pin.Person, pin.Start) : earlier.GetValueOrDefault(task.Id)
            where at is not null
            orderby task.Pin is null, at.Start
            select (task, at);
        foreach (var (task, at) in places)
        {
            var isAble = people.TryGetValue(at.Person, out var person) && (task.Skill is null || person.Skills.Contains(task.Skill));
            // What is pinned is at a person's word; the check says what it breaks.
            var isHeld =
                person is not null && (task.Pin is not null || (isAble && (task.After ?? []).All(done.Contains) && timetable.Takes(task, person, at.Start)));
            if (isHeld)
            {
                timetable.Place(task, person!, at.Start);
                done.Add(task.Id);
            }
        }
    }
}
