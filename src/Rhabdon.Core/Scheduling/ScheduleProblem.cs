using System.Text.Json.Serialization;

namespace Rhabdon.Core.Scheduling;

/// <summary>A stretch of time in minutes from where the schedule begins. <paramref name="To"/> is no part of it.</summary>
public readonly record struct Period([property: JsonRequired] int From, [property: JsonRequired] int To)
{
    /// <summary>Whether both share a minute.</summary>
    public bool Meets(Period other) => From < other.To && other.From < To;

    /// <summary>Whether all of the other lies in it.</summary>
    public bool Holds(Period other) => From <= other.From && other.To <= To;
}

/// <summary>A kind of tool that a task takes.</summary>
/// <param name="IsHeldAlone">It stays taken while the work goes on by itself, as an oven does.</param>
public sealed record ToolTaken(string Kind, bool IsHeldAlone = false);

/// <summary>Where a person has said that a task stays: it is not moved.</summary>
/// <param name="Start">Minute.</param>
public sealed record Pin(int Start, string Person);

/// <summary>Work of one pair of hands in one room, without a break: most often a batch.</summary>
/// <param name="Minutes">Of hands, 1 or more.</param>
/// <param name="Skill">What its person must have learned; null for anyone.</param>
/// <param name="After">Ids of the tasks that must be over before it begins, with what of them goes on by itself.</param>
/// <param name="Alone">Minutes that the work then goes on by itself, as in curing.</param>
/// <param name="NotBefore">Minute before which it cannot begin: the cable is not pulled.</param>
/// <param name="Due">Minute by which somebody wishes it done; null for no wish.</param>
public sealed record ScheduleTask(
    string Id,
    string Room,
    int Minutes,
    string? Skill = null,
    IReadOnlyList<string>? After = null,
    int Alone = 0,
    IReadOnlyList<ToolTaken>? Tools = null,
    int NotBefore = 0,
    int? Due = null,
    Pin? Pin = null
);

/// <summary>A person whose hands are planned.</summary>
/// <param name="Skills">What they have learned.</param>
/// <param name="Away">When they are not there.</param>
public sealed record Worker(string Id, string Name, IReadOnlyList<string> Skills, IReadOnlyList<Period>? Away = null);

/// <summary>A room that is worked in.</summary>
/// <param name="Open">When one gets in; null for always.</param>
public sealed record WorkRoom(string Id, string Name, IReadOnlyList<Period>? Open = null);

/// <summary>How many there are of a kind of tool.</summary>
public sealed record ToolCount(string Kind, int Count);

/// <summary>Minutes from one room to another, and back.</summary>
public sealed record Way(string From, string To, int Minutes);

/// <summary>What is to be planned. Time is in minutes from where the schedule begins.</summary>
/// <param name="Hours">When work is done, in order and apart; no task runs over the end of one. Null for always.</param>
public sealed record ScheduleProblem(
    IReadOnlyList<ScheduleTask> Tasks,
    IReadOnlyList<Worker> People,
    IReadOnlyList<WorkRoom> Rooms,
    IReadOnlyList<ToolCount>? Tools = null,
    IReadOnlyList<Way>? Ways = null,
    IReadOnlyList<Period>? Hours = null
)
{
    /// <summary>No schedule goes beyond it: two years.</summary>
    public const int Longest = 2 * 365 * 24 * 60;

    /// <summary>Who has learned what the task takes.</summary>
    public IEnumerable<Worker> Able(ScheduleTask task) => People.Where(p => task.Skill is null || p.Skills.Contains(task.Skill));

    /// <summary>Minutes from one room to another; 0 where no way is told.</summary>
    public int MinutesBetween(string from, string to) =>
        from == to ? 0 : Ways?.FirstOrDefault(w => (w.From == from && w.To == to) || (w.From == to && w.To == from))?.Minutes ?? 0;

    /// <summary>Tasks in an order in which each comes after all that it waits for.</summary>
    /// <exception cref="InvalidOperationException">Tasks wait for one another in a circle, or for one that is not there.</exception>
    public IReadOnlyList<ScheduleTask> InOrder()
    {
        var (ordered, done) = (new List<ScheduleTask>(), new HashSet<string>());
        var left = Tasks.ToList();
        while (left.Count > 0)
        {
            var ready = left.Where(t => (t.After ?? []).All(done.Contains)).ToList();
            if (ready.Count == 0)
            {
                throw new InvalidOperationException($"Tasks wait for one another, or for none that is there: {string.Join(", ", left.Select(t => t.Id))}.");
            }

            ordered.AddRange(ready);
            done.UnionWith(ready.Select(t => t.Id));
            left.RemoveAll(ready.Contains);
        }

        return ordered;
    }
}

/// <summary>A task in a schedule.</summary>
/// <param name="Start">Minute.</param>
public sealed record PlacedTask(string Task, string Person, int Start);

/// <summary>Who does what when.</summary>
public sealed record Schedule(IReadOnlyList<PlacedTask> Placed)
{
    /// <summary>The minute at which all is over, with what goes on by itself.</summary>
    public int EndIn(ScheduleProblem problem)
    {
        var tasks = problem.Tasks.ToDictionary(t => t.Id);
        return Placed.Count == 0 ? 0 : Placed.Max(p => p.Start + tasks[p.Task].Minutes + tasks[p.Task].Alone);
    }
}
