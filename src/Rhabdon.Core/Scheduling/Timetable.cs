namespace Rhabdon.Core.Scheduling;

/// <summary>What of a schedule is placed so far, and where a further task finds its place in it.</summary>
internal sealed class Timetable
{
    private readonly ScheduleProblem problem;
    private readonly Dictionary<string, IReadOnlyList<Period>?> open;
    private readonly Dictionary<string, int> tools;
    private readonly Dictionary<string, List<(Period At, string Room)>> busy;
    private readonly Dictionary<string, List<Period>> taken = [];
    private readonly Dictionary<string, int> over = [];
    private readonly List<PlacedTask> placed = [];

    public Timetable(ScheduleProblem problem)
    {
        this.problem = problem;
        open = problem.Rooms.ToDictionary(r => r.Id, r => r.Open);
        tools = (problem.Tools ?? []).ToDictionary(t => t.Kind, t => t.Count);
        busy = problem.People.ToDictionary(p => p.Id, _ => new List<(Period, string)>());
    }

    public Schedule Schedule => new([.. placed]);

    /// <summary>The minute from which a task may begin: all that it waits for is over.</summary>
    public int ReadyFrom(ScheduleTask task) => Math.Max(task.NotBefore, (task.After ?? []).Select(a => over.GetValueOrDefault(a)).DefaultIfEmpty().Max());

    /// <summary>The first minute at which a person can begin a task; null when there is none within <see cref="ScheduleProblem.Longest"/>.</summary>
    public int? First(ScheduleTask task, Worker person)
    {
        var at = ReadyFrom(task);
        while (at < ScheduleProblem.Longest)
        {
            if (Later(task, person, at) is not { } later)
            {
                return at;
            }

            at = later;
        }

        return null;
    }

    /// <summary>Whether a person can begin a task just then.</summary>
    public bool Takes(ScheduleTask task, Worker person, int at) => at >= ReadyFrom(task) && Later(task, person, at) is null;

    public void Place(ScheduleTask task, Worker person, int at)
    {
        var hands = busy[person.Id];
        var index = hands.FindIndex(b => b.At.From > at);
        hands.Insert(index < 0 ? hands.Count : index, (new Period(at, at + task.Minutes), task.Room));
        foreach (var tool in task.Tools ?? [])
        {
            taken.TryAdd(tool.Kind, []);
            taken[tool.Kind].Add(Held(task, tool, at));
        }

        over[task.Id] = at + task.Minutes + task.Alone;
        placed.Add(new PlacedTask(task.Id, person.Id, at));
    }

    private static Period Held(ScheduleTask task, ToolTaken tool, int at) => new(at, at + task.Minutes + (tool.IsHeldAlone ? task.Alone : 0));

    // The next minute worth a try where this one does not do; null where it does.
    private int? Later(ScheduleTask task, Worker person, int at)
    {
        var period = new Period(at, at + task.Minutes);
        return Outside(problem.Hours, period)
            ?? Outside(open.GetValueOrDefault(task.Room), period)
            ?? (person.Away ?? []).Where(a => a.Meets(period)).Select(a => (int?)a.To).Max()
            ?? Busy(task, person, period)
            ?? (task.Tools ?? []).Select(t => Wanting(t.Kind, Held(task, t, at))).Max();
    }

    // Where a period begins next that could hold it; the end of time where none does.
    private static int? Outside(IReadOnlyList<Period>? allowed, Period period)
    {
        if (allowed is null || allowed.Any(a => a.Holds(period)))
        {
            return null;
        }

        var length = period.To - period.From;
        return allowed.Where(a => a.From > period.From && a.To - a.From >= length).Select(a => a.From).DefaultIfEmpty(ScheduleProblem.Longest).Min();
    }

    // The person is at something else, or on the way from there or to there.
    private int? Busy(ScheduleTask task, Worker person, Period period)
    {
        int? later = null;
        foreach (var (at, room) in busy[person.Id])
        {
            var way = problem.MinutesBetween(room, task.Room);
            if (new Period(at.From - way, at.To + way).Meets(period))
            {
                later = Math.Max(later ?? 0, at.To + way);
            }
        }

        return later;
    }

    // All tools of the kind are taken at some minute of it: until the first of them is given back.
    private int? Wanting(string kind, Period period)
    {
        if (!taken.TryGetValue(kind, out var held))
        {
            return tools.GetValueOrDefault(kind) > 0 ? null : ScheduleProblem.Longest;
        }

        var meeting = held.Where(h => h.Meets(period)).ToList();
        var count = tools.GetValueOrDefault(kind);
        var isFull = meeting.Select(h => Math.Max(h.From, period.From)).Append(period.From).Any(m => meeting.Count(h => h.From <= m && m < h.To) >= count);
        return !isFull ? null
            : meeting.Count == 0 ? ScheduleProblem.Longest
            : meeting.Min(h => h.To);
    }
}
