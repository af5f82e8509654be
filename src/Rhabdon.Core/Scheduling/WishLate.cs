using System.Text.Json.Serialization;

namespace Rhabdon.Core.Scheduling;

/// <summary>Why a wish for an end cannot be kept.</summary>
[JsonConverter(typeof(EnumNames<WishReason>))]
public enum WishReason
{
    /// <summary>What it waits for, its own work and the hours of work take longer, with all hands free: proven.</summary>
    [JsonStringEnumMemberName("chain")]
    Chain,

    /// <summary>All that is wished by then takes more hands than there are until then: proven.</summary>
    [JsonStringEnumMemberName("hands")]
    Hands,

    /// <summary>All that is wished by then takes a tool for longer than there is: proven.</summary>
    [JsonStringEnumMemberName("tool")]
    Tool,

    /// <summary>No schedule was found that keeps it; one that does is not ruled out.</summary>
    [JsonStringEnumMemberName("not-found")]
    NotFound,
}

/// <summary>A wish that is not kept, and why.</summary>
/// <param name="Needs">Minutes: for <see cref="WishReason.Chain"/> the minute before which the task cannot be over; for hands and a tool what is
/// taken until then.</param>
/// <param name="Has">Minutes that there are of it; the minute that was wished for <see cref="WishReason.Chain"/>.</param>
/// <param name="Tool">The kind of tool; null where it is none.</param>
public sealed record WishLate(string Task, WishReason Reason, int Needs = 0, int Has = 0, string? Tool = null)
{
    /// <summary>Why a task cannot be over when it is wished. The first reason that can be proven; else <see cref="WishReason.NotFound"/>.</summary>
    /// <exception cref="ArgumentException">Nobody wishes it over by a minute.</exception>
    public static WishLate Of(ScheduleProblem problem, ScheduleTask task)
    {
        var due = task.Due ?? throw new ArgumentException("Nobody wishes this task over by a minute.", nameof(task));
        var earliest = ScheduleBound.Of(problem with { Tasks = WithBefore(problem, [task]) });
        if (earliest > due)
        {
            return new WishLate(task.Id, WishReason.Chain, earliest, due);
        }

        var wished = WithBefore(problem, [.. problem.Tasks.Where(t => t.Due <= due)]);
        var hands = wished.Sum(t => t.Minutes);
        var free = problem.People.Sum(p => FreeUntil(problem, p, due));
        if (hands > free)
        {
            return new WishLate(task.Id, WishReason.Hands, hands, free);
        }

        foreach (var tool in problem.Tools ?? [])
        {
            var taken = wished.Sum(t => t.Tools?.FirstOrDefault(o => o.Kind == tool.Kind) is { } o ? t.Minutes + (o.IsHeldAlone ? t.Alone : 0) : 0);
            // What goes on by itself goes on at night: all of the time until then counts.
            var there = tool.Count * due;
            if (taken > there)
            {
                return new WishLate(task.Id, WishReason.Tool, taken, there, tool.Kind);
            }
        }

        return new WishLate(task.Id, WishReason.NotFound);
    }

    private static IReadOnlyList<ScheduleTask> WithBefore(ScheduleProblem problem, IReadOnlyList<ScheduleTask> tasks)
    {
        var byId = problem.Tasks.ToDictionary(t => t.Id);
        var (all, left) = (new Dictionary<string, ScheduleTask>(), new Stack<ScheduleTask>(tasks));
        while (left.TryPop(out var task))
        {
            if (all.TryAdd(task.Id, task))
            {
                foreach (var before in task.After ?? [])
                {
                    left.Push(byId[before]);
                }
            }
        }

        return [.. problem.Tasks.Where(t => all.ContainsKey(t.Id))];
    }

    private static int FreeUntil(ScheduleProblem problem, Worker person, int due)
    {
        var hours = problem.Hours ?? [new Period(0, due)];
        return hours.Sum(h => Minutes(h, due) - (person.Away ?? []).Sum(a => Minutes(new Period(Math.Max(a.From, h.From), Math.Min(a.To, h.To)), due)));
    }

    private static int Minutes(Period period, int until) => Math.Max(0, Math.Min(period.To, until) - period.From);
}
