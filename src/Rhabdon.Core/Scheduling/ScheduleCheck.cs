using System.Text.Json.Serialization;

namespace Rhabdon.Core.Scheduling;

/// <summary>What a placed task breaks.</summary>
[JsonConverter(typeof(EnumNames<BreakKind>))]
public enum BreakKind
{
    /// <summary>Its person has not learned it.</summary>
    [JsonStringEnumMemberName("skill")]
    Skill,

    /// <summary>Its person is at something else, or on the way.</summary>
    [JsonStringEnumMemberName("person")]
    Person,

    [JsonStringEnumMemberName("away")]
    Away,

    /// <summary>No work is done then.</summary>
    [JsonStringEnumMemberName("hours")]
    Hours,

    /// <summary>The room is closed.</summary>
    [JsonStringEnumMemberName("room")]
    Room,

    /// <summary>More of a tool are taken than there are.</summary>
    [JsonStringEnumMemberName("tool")]
    Tool,

    /// <summary>What it waits for is not over.</summary>
    [JsonStringEnumMemberName("order")]
    Order,

    /// <summary>Its cable is not pulled.</summary>
    [JsonStringEnumMemberName("early")]
    Early,

    /// <summary>It is done after it was wished.</summary>
    [JsonStringEnumMemberName("late")]
    Late,

    /// <summary>Its time is over, and it is not done: told of days that have begun, by <see cref="DaysViewer"/>.</summary>
    [JsonStringEnumMemberName("behind")]
    Behind,

    /// <summary>It has no place.</summary>
    [JsonStringEnumMemberName("unplaced")]
    Unplaced,
}

/// <summary>Something that a schedule breaks.</summary>
/// <param name="Other">The task that stands against it, or the kind of tool; null where neither does.</param>
/// <param name="Minutes">By how much, where that can be told.</param>
public sealed record ScheduleBreak(BreakKind Kind, string Task, string? Other = null, int? Minutes = null);

/// <summary>Tells what a schedule breaks, whoever made it: by hand, at once, or by a solver.</summary>
public static class ScheduleCheck
{
    /// <returns>In the order of the problem's tasks; empty for a schedule that keeps every rule and every wish.</returns>
    public static IReadOnlyList<ScheduleBreak> Of(ScheduleProblem problem, Schedule schedule)
    {
        var tasks = problem.Tasks.ToDictionary(t => t.Id);
        var placed = schedule.Placed.Where(p => tasks.ContainsKey(p.Task)).ToDictionary(p => p.Task);
        return
        [
            .. problem.Tasks.SelectMany(task =>
                placed.TryGetValue(task.Id, out var at) ? OfOne(problem, tasks, placed, task, at) : [new ScheduleBreak(BreakKind.Unplaced, task.Id)]
            ),
        ];
    }

    private static IEnumerable<ScheduleBreak> OfOne(
        ScheduleProblem problem,
        Dictionary<string, ScheduleTask> tasks,
        Dictionary<string, PlacedTask> placed,
        ScheduleTask task,
        PlacedTask at
    )
    {
        var period = new Period(at.Start, at.Start + task.Minutes);
        var person = problem.People.FirstOrDefault(p => p.Id == at.Person);
        if (person is null || (task.Skill is not null && !person.Skills.Contains(task.Skill)))
        {
            yield return new ScheduleBreak(BreakKind.Skill, task.Id);
        }

        if (person?.Away?.Any(a => a.Meets(period)) == true)
        {
            yield return new ScheduleBreak(BreakKind.Away, task.Id);
        }

        if (problem.Hours?.Any(h => h.Holds(period)) == false)
        {
            yield return new ScheduleBreak(BreakKind.Hours, task.Id);
        }

        if (problem.Rooms.FirstOrDefault(r => r.Id == task.Room)?.Open?.Any(o => o.Holds(period)) == false)
        {
            yield return new ScheduleBreak(BreakKind.Room, task.Id);
        }

        if (at.Start < task.NotBefore)
        {
            yield return new ScheduleBreak(BreakKind.Early, task.Id, Minutes: task.NotBefore - at.Start);
        }

        if (task.Due is { } due && EndOf(task, at) > due)
        {
            yield return new ScheduleBreak(BreakKind.Late, task.Id, Minutes: EndOf(task, at) - due);
        }

        foreach (var before in (task.After ?? []).Where(placed.ContainsKey).Where(b => EndOf(tasks[b], placed[b]) > at.Start))
        {
            yield return new ScheduleBreak(BreakKind.Order, task.Id, before, EndOf(tasks[before], placed[before]) - at.Start);
        }

        foreach (var other in placed.Values.Where(p => p.Task != task.Id && p.Person == at.Person && p.Start <= at.Start))
        {
            var free = other.Start + tasks[other.Task].Minutes + problem.MinutesBetween(tasks[other.Task].Room, task.Room);
            // Of two that begin together only the later named one is told of.
            if (free > at.Start && (other.Start < at.Start || string.CompareOrdinal(other.Task, task.Id) < 0))
            {
                yield return new ScheduleBreak(BreakKind.Person, task.Id, other.Task, free - at.Start);
            }
        }

        foreach (var tool in task.Tools ?? [])
        {
            var held = placed.Values.Count(p => Holds(tasks[p.Task], p, tool.Kind, at.Start));
            if (held > (problem.Tools?.FirstOrDefault(t => t.Kind == tool.Kind)?.Count ?? 0))
            {
                yield return new ScheduleBreak(BreakKind.Tool, task.Id, tool.Kind);
            }
        }
    }

    private static int EndOf(ScheduleTask task, PlacedTask at) => at.Start + task.Minutes + task.Alone;

    // More are taken than there are from the beginning of some task on: it is enough to look at those moments.
    private static bool Holds(ScheduleTask task, PlacedTask at, string kind, int moment) =>
        task.Tools?.FirstOrDefault(t => t.Kind == kind) is { } tool
        && at.Start <= moment
        && moment < at.Start + task.Minutes + (tool.IsHeldAlone ? task.Alone : 0);
}
