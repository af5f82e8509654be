namespace Rhabdon.Core.Scheduling;

/// <summary>A room that is worked in.</summary>
/// <param name="Id">Its site and its closet, as <see cref="Of"/> joins them.</param>
public sealed record RoomAhead(string Id, string Name, string Site)
{
    public static RoomAhead Of(string site, string closet) => new($"{site} / {closet}", closet, site);
}

/// <summary>Somebody of a crew.</summary>
/// <param name="Knows">Methods by which they have made ends, as their record shows.</param>
public sealed record HandAhead(Guid Id, string Name, IReadOnlyList<string> Knows);

/// <summary>What a crew has before it.</summary>
/// <param name="Rooms">All that the cables name.</param>
/// <param name="Tools">How many the crew has of what there is one of, or a few.</param>
/// <param name="Pace">Days on which the crew made ends; null for none.</param>
public sealed record CrewAhead(
    IReadOnlyList<CableAhead> Cables,
    IReadOnlyList<RoomAhead> Rooms,
    IReadOnlyList<HandAhead> People,
    IReadOnlyList<ToolCount> Tools,
    IReadOnlyList<PaceDay>? Pace = null
);

/// <summary>Puts a crew's days and what it has before it into a schedule's problem.</summary>
/// <param name="Untaught">Methods that nobody of the crew is known to have learned: anybody is taken to make them.</param>
public sealed record DaysProblem(ScheduleProblem Problem, IReadOnlyList<TitledTask> Tasks, IReadOnlyList<string> Untaught)
{
    private const int Day = 24 * 60;

    // As many days are looked at as one pair of hands would take for all of it, and these on top.
    private const int DaysOnTop = 21;
    private const int MostDays = 700;

    // A schedule is read in steps of five minutes.
    private const int Step = 5;

    /// <param name="now">Minute of the schedule before which nothing can be planned any more; null to look at a plan as it stands.</param>
    /// <exception cref="KeyNotFoundException">A recipe is not in the maker's book.</exception>
    public static DaysProblem Of(CrewDays days, CrewAhead ahead, TasksAhead maker, int? now = null)
    {
        var cables = ahead.Cables.Select(c => c with { NotBefore = NotBefore(days, c.Cable) }).ToList();
        var due = days.Wished.ToDictionary(w => w.Cable, w => DayAt(days, w.Day) + Day);
        // Nobody is held to a person who has left the crew, nor to a time that is over.
        var there = ahead.People.Select(p => p.Id).ToHashSet();
        var pins = now is { } from
            ? days.Placed.Where(p => p.IsPinned && there.Contains(p.Person) && days.MinuteOf(p.Start) >= from).ToDictionary(p => p.Task)
            : [];
        var tasks = maker
            .Of(cables)
            .Select(t =>
                t with
                {
                    Task = t.Task with
                    {
                        Due = due.TryGetValue(t.Cable, out var by) ? by : null,
                        Pin = pins.TryGetValue(t.Task.Id, out var pin) ? new Pin(days.MinuteOf(pin.Start), $"{pin.Person}") : null,
                    },
                }
            )
            .ToList();
        var methods = tasks.Select(t => t.Task.Skill).OfType<string>().Distinct().Order(StringComparer.Ordinal).ToList();
        var said = days.Knows.ToDictionary(k => k.Person, k => k.Methods);
        var known = ahead.People.ToDictionary(p => p.Id, p => said.GetValueOrDefault(p.Id) ?? p.Knows);
        List<string> untaught = [.. methods.Where(m => !known.Values.Any(k => k.Contains(m)))];
        var last = DaysOf(days, tasks);
        var workers = ahead.People.Select(p => new Worker(
            $"{p.Id}",
            p.Name,
            [.. known[p.Id].Union(untaught)],
            [.. days.Away.Where(a => a.Person == p.Id).Select(a => new Period(DayAt(days, a.From), DayAt(days, a.To) + Day))]
        ));
        var open = days.Rooms.ToDictionary(r => r.Room);
        var rooms = ahead.Rooms.Select(r => new WorkRoom(
            r.Id,
            r.Name,
            open.TryGetValue(r.Id, out var hours) ? [.. Enumerable.Range(0, last).Select(d => At(d, hours.From, hours.To))] : null
        ));
        var problem = new ScheduleProblem(
            [.. tasks.Select(t => t.Task)],
            [.. workers],
            [.. rooms],
            [.. ahead.Tools.Select(t => days.Tools.FirstOrDefault(s => s.Kind == t.Kind) ?? t)],
            [.. Ways(days, ahead.Rooms)],
            [.. HoursOf(days, last).SelectMany(p => From(p, now is { } n ? (n + Step - 1) / Step * Step : 0))]
        );
        return new DaysProblem(problem, tasks, untaught);
    }

    /// <summary>What is planned, in minutes of the schedule, of the tasks that are still to be done.</summary>
    public Schedule Kept(CrewDays days)
    {
        var tasks = Problem.Tasks.Select(t => t.Id).ToHashSet();
        return new Schedule([.. days.Placed.Where(p => tasks.Contains(p.Task)).Select(p => new PlacedTask(p.Task, $"{p.Person}", days.MinuteOf(p.Start)))]);
    }

    private static int DayAt(CrewDays days, DateOnly day) => (day.DayNumber - days.From.DayNumber) * Day;

    private static int NotBefore(CrewDays days, Guid cable) =>
        days.Pulled.FirstOrDefault(p => p.Cable == cable) is { } pulled ? Math.Max(0, DayAt(days, pulled.Day)) : 0;

    private static Period At(int day, TimeOnly from, TimeOnly to) =>
        new((day * Day) + (int)from.ToTimeSpan().TotalMinutes, (day * Day) + (int)to.ToTimeSpan().TotalMinutes);

    private static IEnumerable<Period> HoursOf(CrewDays days, int last)
    {
        for (var day = 0; day < last; day++)
        {
            if (!days.Weekdays.Contains(days.From.AddDays(day).DayOfWeek))
            {
                continue;
            }

            if (days.Break is not { } pause)
            {
                yield return At(day, days.Hours.From, days.Hours.To);
                continue;
            }

            yield return At(day, days.Hours.From, pause.From);
            yield return At(day, pause.To, days.Hours.To);
        }
    }

    private static IEnumerable<Period> From(Period hours, int now)
    {
        if (hours.To > now)
        {
            yield return hours with
            {
                From = Math.Max(hours.From, now),
            };
        }
    }

    private static int DaysOf(CrewDays days, IReadOnlyList<TitledTask> tasks)
    {
        var each = (days.Hours.To - days.Hours.From).TotalMinutes * days.Weekdays.Count / 7;
        var work = (int)Math.Ceiling(tasks.Sum(t => t.Task.Minutes + days.Walk) / each);
        var latest = days
            .Away.Select(a => a.To)
            .Concat(days.Pulled.Select(p => p.Day))
            .Concat(days.Placed.Select(p => DateOnly.FromDateTime(p.Start)))
            .Select(d => d.DayNumber - days.From.DayNumber)
            .DefaultIfEmpty()
            .Max();
        return Math.Clamp(Math.Max(0, latest) + work + DaysOnTop, 1, MostDays);
    }

    private static IEnumerable<Way> Ways(CrewDays days, IReadOnlyList<RoomAhead> rooms) =>
        from first in rooms
        from second in rooms
        where string.CompareOrdinal(first.Id, second.Id) < 0
        select new Way(first.Id, second.Id, first.Site == second.Site ? days.Walk : days.Drive);
}
