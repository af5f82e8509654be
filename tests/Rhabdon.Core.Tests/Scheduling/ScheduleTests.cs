using Rhabdon.Core.Scheduling;

namespace Rhabdon.Core.Tests.Scheduling;

/// <summary>A schedule at once, what breaks it, and what holds it up.</summary>
public sealed class ScheduleTests
{
    private static readonly WorkRoom[] Rooms = [new("a", "A"), new("b", "B", [new Period(100, 200)])];

    public static TheoryData<BreakKind, ScheduleTask, int> Broken =>
        new()
        {
            { BreakKind.Skill, new ScheduleTask("t", "a", 30, "fusion"), 0 },
            { BreakKind.Away, new ScheduleTask("t", "a", 30), 290 },
            { BreakKind.Hours, new ScheduleTask("t", "a", 30), 480 },
            { BreakKind.Room, new ScheduleTask("t", "b", 30), 180 },
            { BreakKind.Early, new ScheduleTask("t", "a", 30, NotBefore: 60), 59 },
            { BreakKind.Late, new ScheduleTask("t", "a", 30, Due: 100), 71 },
            { BreakKind.Order, new ScheduleTask("t", "a", 30, After: ["first"]), 49 },
            { BreakKind.Person, new ScheduleTask("t", "a", 30), 30 },
            { BreakKind.Tool, new ScheduleTask("t", "a", 30, Tools: [new ToolTaken("oven")]), 45 },
        };

    [Theory]
    [MemberData(nameof(Broken))]
    public void What_a_task_breaks_is_told_by_its_kind(BreakKind kind, ScheduleTask task, int start)
    {
        var first = new ScheduleTask("first", "a", 40, Alone: 10, Tools: [new ToolTaken("oven", IsHeldAlone: true)]);
        var problem = new ScheduleProblem(
            [first, task],
            [new Worker("p", "P", [], [new Period(300, 400)]), new Worker("q", "Q", [])],
            Rooms,
            [new ToolCount("oven", 1)],
            Hours: [new Period(0, 500)]
        );
        // Whoever is at something else breaks that only where nothing else does.
        var other = kind is BreakKind.Person ? "p" : "q";
        var schedule = new Schedule([new PlacedTask("first", other, 0), new PlacedTask("t", "p", start)]);
        Assert.Equal([kind], ScheduleCheck.Of(problem, schedule).Select(b => b.Kind));
        Assert.Contains(BreakKind.Unplaced, ScheduleCheck.Of(problem, new Schedule([])).Select(b => b.Kind));
    }

    [Theory]
    [InlineData(1)]
    [InlineData(2)]
    [InlineData(3)]
    [InlineData(4)]
    public void What_is_planned_at_once_breaks_nothing_and_is_over_no_earlier_than_can_be(int seed)
    {
        var problem = Sites.Make(seed, tasks: 36);
        var schedule = GreedySchedule.Of(problem);
        Assert.Empty(ScheduleCheck.Of(problem, schedule));
        Assert.True(schedule.EndIn(problem) >= ScheduleBound.Of(problem));
    }

    // The way from one room to the other is walked: 30 of work, 10 of way, 30 of work.
    [Fact]
    public void A_person_walks_between_rooms()
    {
        var problem = new ScheduleProblem(
            [new ScheduleTask("x", "a", 30), new ScheduleTask("y", "c", 30)],
            [new Worker("p", "P", [])],
            [new WorkRoom("a", "A"), new WorkRoom("c", "C")],
            Ways: [new Way("c", "a", 10)]
        );
        Assert.Equal(70, GreedySchedule.Of(problem).EndIn(problem));
    }

    // One oven: while a batch cures in it the next is made ready by other hands, and goes in when it is free.
    [Fact]
    public void An_oven_stays_taken_while_it_works_alone()
    {
        var problem = new ScheduleProblem(
            [.. "xy".Select(id => new ScheduleTask($"{id}", "a", 20, Alone: 30, Tools: [new ToolTaken("oven", true)]))],
            [new Worker("p", "P", []), new Worker("q", "Q", [])],
            Rooms,
            [new ToolCount("oven", 1)]
        );
        Assert.Equal(100, GreedySchedule.Of(problem).EndIn(problem));
        Assert.Equal(50, GreedySchedule.Of(problem with { Tools = [new ToolCount("oven", 2)] }).EndIn(problem));
    }

    [Fact]
    public void What_is_pinned_stays_and_what_can_stay_does()
    {
        var problem = Sites.Make(9, tasks: 12);
        var before = GreedySchedule.Of(problem);
        var pinned = problem with { Tasks = [problem.Tasks[0] with { Pin = new Pin(Sites.Day + 540, "p0") }, .. problem.Tasks.Skip(1)] };
        var after = GreedySchedule.Of(pinned, before);
        Assert.Equal(Sites.Day + 540, after.Placed.Single(p => p.Task == problem.Tasks[0].Id).Start);
        Assert.Empty(ScheduleCheck.Of(pinned, after));
        Assert.Equal(
            before.Placed.OrderBy(p => p.Task, StringComparer.Ordinal),
            GreedySchedule.Of(problem, before).Placed.OrderBy(p => p.Task, StringComparer.Ordinal)
        );
    }

    [Fact]
    public void What_nobody_can_do_has_no_place_and_what_waits_for_it_has_none()
    {
        var problem = new ScheduleProblem(
            [new ScheduleTask("x", "a", 30, "fusion"), new ScheduleTask("y", "a", 30, After: ["x"]), new ScheduleTask("z", "a", 30)],
            [new Worker("p", "P", [])],
            Rooms
        );
        var schedule = GreedySchedule.Of(problem);
        Assert.Equal(["z"], schedule.Placed.Select(p => p.Task));
        Assert.Equal(["x", "y"], ScheduleCheck.Of(problem, schedule).Where(b => b.Kind == BreakKind.Unplaced).Select(b => b.Task));
        Assert.Throws<InvalidOperationException>(() =>
            GreedySchedule.Of(problem with { Tasks = [new ScheduleTask("x", "a", 1, After: ["y"]), new ScheduleTask("y", "a", 1, After: ["x"])] })
        );
    }

    // Three in a row of 10, 40 and 5; beside them one of 20 that nobody waits for.
    [Fact]
    public void The_critical_chain_is_what_holds_up_the_end()
    {
        var problem = new ScheduleProblem(
            [
                new ScheduleTask("one", "a", 10),
                new ScheduleTask("two", "a", 30, After: ["one"], Alone: 10),
                new ScheduleTask("three", "a", 5, After: ["two"]),
                new ScheduleTask("beside", "a", 20),
            ],
            [new Worker("p", "P", []), new Worker("q", "Q", [])],
            Rooms
        );
        var schedule = GreedySchedule.Of(problem);
        Assert.Equal(55, schedule.EndIn(problem));
        Assert.Equal(["one", "two", "three"], CriticalChain.Of(problem, schedule));
        Assert.Equal(55, ScheduleBound.Of(problem));
    }
}
