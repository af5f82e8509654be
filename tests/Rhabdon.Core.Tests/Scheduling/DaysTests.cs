using Rhabdon.Core.Catalog;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Scheduling;

namespace Rhabdon.Core.Tests.Scheduling;

/// <summary>A crew's days: hours, absences, rooms and wishes as a schedule's problem; what is shown of them, and why what does not fit does not.</summary>
public sealed class DaysTests
{
    // A Friday.
    private static readonly DateOnly Friday = new(2026, 12, 4);

    private static readonly RoomAhead Near = RoomAhead.Of("Harbour", "N1");
    private static readonly RoomAhead Far = RoomAhead.Of("Harbour", "F1");
    private static readonly RoomAhead Elsewhere = RoomAhead.Of("Ferry house", "F1");
    private static readonly Guid Ira = Guid.NewGuid();
    private static readonly Guid Lena = Guid.NewGuid();
    private static readonly Guid Cable = Guid.NewGuid();

    private static readonly TasksAhead Maker = new(StarterRecipes.Book(), Phrasebook.English, "en");

    private static readonly CrewAhead Ahead = new(
        [
            new CableAhead(
                Cable,
                "Quay",
                CableBuild.TightBuffer900,
                FiberGrade.OM4,
                [new EndsAhead(CableEnd.Near, Near.Id, "M4", ConnectorType.SC, 12), new EndsAhead(CableEnd.Far, Far.Id, "M4", ConnectorType.SC, 12)],
                12,
                4,
                Far.Id
            ),
        ],
        [Near, Far, Elsewhere],
        [new HandAhead(Ira, "Ira", ["mechanical"]), new HandAhead(Lena, "Lena", [])],
        [new ToolCount("oven", 1), new ToolCount("splicer", 1)]
    );

    private static readonly CrewDays Usual = CrewDays.Usual(Friday);
    private static readonly RoomHours Morning = new(Near.Id, new TimeOnly(8, 0), new TimeOnly(12, 0));

    [Fact]
    public void Who_has_left_the_crew_is_told_of_and_holds_no_task()
    {
        var tasks = DaysProblem.Of(Usual, Ahead, Maker).Problem.Tasks;
        var days = Usual with { Placed = [.. tasks.Select(t => new KeptTask(t.Id, Guid.NewGuid(), Friday.ToDateTime(new TimeOnly(9, 0)), IsPinned: true))] };
        Assert.Equal(tasks.Count, ViewOf(days, Ahead, 0).Breaks.Count(b => b.Says.Contains("no longer in this crew", StringComparison.Ordinal)));
        Assert.All(DaysProblem.Of(days, Ahead, Maker, now: 0).Problem.Tasks, t => Assert.Null(t.Pin));
    }

    [Fact]
    public void Work_is_done_in_the_hours_of_weekdays_without_the_break()
    {
        var hours = DaysProblem.Of(Usual, Ahead, Maker).Problem.Hours!;
        // Friday 8:00 to 12:00 and 12:30 to 16:30, then Monday: three days on.
        Assert.Equal([new Period(480, 720), new Period(750, 990), new Period(4800, 5040)], hours.Take(3));
        hours = DaysProblem.Of(Usual with { Break = null, Weekdays = [DayOfWeek.Saturday] }, Ahead, Maker).Problem.Hours!;
        Assert.Equal(new Period(1440 + 480, 1440 + 990), hours[0]);
    }

    [Fact]
    public void What_is_over_cannot_be_planned_any_more()
    {
        // Ten past two: from a quarter past, in steps of five minutes.
        var hours = DaysProblem.Of(Usual, Ahead, Maker, now: (14 * 60) + 12).Problem.Hours!;
        Assert.Equal(new Period((14 * 60) + 15, 990), hours[0]);
    }

    [Fact]
    public void Who_is_away_when_rooms_are_open_and_when_cables_are_there_stands_in_the_problem()
    {
        var monday = Friday.AddDays(3);
        var days = Usual with
        {
            Away = [new AwayDays(Ira, monday, monday)],
            Rooms = [new RoomHours(Near.Id, new TimeOnly(9, 0), new TimeOnly(11, 0))],
            Pulled = [new CableDay(Cable, monday)],
            Wished = [new CableDay(Cable, monday)],
            Tools = [new ToolCount("oven", 3)],
        };
        var problem = DaysProblem.Of(days, Ahead, Maker).Problem;
        Assert.Equal([new Period(3 * 1440, 4 * 1440)], problem.People[0].Away!);
        Assert.Equal(new Period(540, 660), problem.Rooms[0].Open![0]);
        Assert.All(problem.Tasks, t => Assert.Equal((3 * 1440, 4 * 1440), (t.NotBefore, t.Due)));
        Assert.Equal([3, 1], problem.Tools!.Select(t => t.Count));
        Assert.Equal((5, 30), (problem.MinutesBetween(Near.Id, Far.Id), problem.MinutesBetween(Near.Id, Elsewhere.Id)));
    }

    [Fact]
    public void A_method_that_nobody_has_learned_is_anybodys_and_a_leads_word_goes_before_the_record()
    {
        var made = DaysProblem.Of(Usual, Ahead, Maker);
        Assert.Empty(made.Untaught);
        Assert.Equal([true, false], made.Problem.People.Select(p => p.Skills.Contains("mechanical")));
        made = DaysProblem.Of(Usual with { Knows = [new PersonKnows(Ira, [])] }, Ahead, Maker);
        Assert.Equal(["mechanical"], made.Untaught);
        Assert.All(made.Problem.People, p => Assert.Contains("mechanical", p.Skills));
    }

    [Fact]
    public void What_is_planned_anew_goes_on_where_it_was_kept_and_pins_that_are_over_are_let_go()
    {
        var id = DaysProblem.Of(Usual, Ahead, Maker).Problem.Tasks[0].Id;
        var days = Usual with
        {
            Placed = [new KeptTask(id, Ira, Friday.ToDateTime(new TimeOnly(9, 0)), IsPinned: true), new KeptTask("gone", Ira, Friday.ToDateTime(default))],
        };
        var made = DaysProblem.Of(days, Ahead, Maker, now: 480);
        Assert.Equal(new Pin(540, $"{Ira}"), made.Problem.Tasks[0].Pin);
        Assert.Equal([new PlacedTask(id, $"{Ira}", 540)], made.Kept(days).Placed);
        Assert.Null(DaysProblem.Of(days, Ahead, Maker, now: 600).Problem.Tasks[0].Pin);
    }

    [Fact]
    public void What_does_not_fit_is_said_in_words()
    {
        var monday = Friday.AddDays(3);
        var tasks = DaysProblem.Of(Usual, Ahead, Maker).Problem.Tasks;
        var days = Usual with
        {
            Away = [new AwayDays(Ira, monday, monday)],
            Placed =
            [
                new KeptTask(tasks[0].Id, Ira, monday.ToDateTime(new TimeOnly(9, 0))),
                new KeptTask(tasks[^1].Id, Lena, Friday.ToDateTime(new TimeOnly(8, 0))),
            ],
        };
        var view = ViewOf(days, Ahead, now: 1500);
        Assert.Equal("Ira is away then.", Assert.Single(view.Breaks, b => b.Kind == BreakKind.Away).Says);
        // Friday's test is over, not done.
        Assert.Equal(tasks[^1].Id, Assert.Single(view.Breaks, b => b.Kind == BreakKind.Behind).Task);
        Assert.True(view.Placed.Single(p => p.Task == tasks[^1].Id).IsBehind);
        Assert.True(view.Placed.Single(p => p.Task == tasks[0].Id).IsBroken);
        Assert.Equal(tasks.Count - 2, view.Unplaced);
        Assert.Equal(monday.ToDateTime(new TimeOnly(9, 0)), view.Placed.Single(p => p.Task == tasks[0].Id).StartsAt);
    }

    [Theory]
    [InlineData("tool", "The crew has none of this")]
    [InlineData("hours", "no hours of work or of its room are that long")]
    public void Why_a_task_has_no_place_is_said(string field, string says)
    {
        var ahead = Ahead with
        {
            Cables = [Ahead.Cables[0] with { Build = CableBuild.Cordage30, Ends = [new EndsAhead(CableEnd.Near, Near.Id, "H1", ConnectorType.SC, 6)] }],
        };
        var days =
            field == "tool"
                ? Usual with
                {
                    Tools = [new ToolCount("oven", 0)],
                }
                : Usual with
                {
                    Hours = new DayHours(new TimeOnly(8, 0), new TimeOnly(9, 0)),
                    Break = null,
                    Rooms = [new RoomHours(Near.Id, new TimeOnly(8, 0), new TimeOnly(8, 10))],
                };
        var made = DaysProblem.Of(days, ahead, Maker);
        var kept = days with
        {
            Placed = [.. GreedySchedule.Of(made.Problem).Placed.Select(p => new KeptTask(p.Task, Guid.Parse(p.Person), days.MomentOf(p.Start)))],
        };
        Assert.Contains(ViewOf(kept, ahead, 0).Breaks, b => b.Kind == BreakKind.Unplaced && b.Says.Contains(says, StringComparison.Ordinal));
    }

    public static TheoryData<string, CrewDays> Faulty =>
        new()
        {
            { "hours", Usual with { Hours = new DayHours(new TimeOnly(9, 0), new TimeOnly(9, 30)) } },
            { "break", Usual with { Break = new DayHours(new TimeOnly(7, 0), new TimeOnly(9, 0)) } },
            { "weekdays", Usual with { Weekdays = [] } },
            { "away", Usual with { Away = [new AwayDays(Ira, Friday, Friday.AddDays(-1))] } },
            { "rooms", Usual with { Rooms = [new RoomHours(Near.Id, new TimeOnly(9, 0), new TimeOnly(9, 0))] } },
            { "tools", Usual with { Tools = [new ToolCount("oven", -1)] } },
            { "rooms", Usual with { Rooms = [Morning, Morning] } },
            { "pulled", Usual with { Pulled = [new CableDay(Cable, Friday), new CableDay(Cable, Friday)] } },
            { "wished", Usual with { Wished = [new CableDay(Cable, Friday), new CableDay(Cable, Friday)] } },
            { "knows", Usual with { Knows = [new PersonKnows(Ira, []), new PersonKnows(Ira, [])] } },
            { "walk", Usual with { Walk = 241 } },
            { "drive", Usual with { Drive = -1 } },
            { "from", Usual with { Pulled = [new CableDay(Cable, DateOnly.MaxValue)] } },
            { "placed", Usual with { Placed = [new KeptTask("t", Ira, Friday.ToDateTime(default)), new KeptTask("t", Lena, Friday.ToDateTime(default))] } },
        };

    [Theory]
    [MemberData(nameof(Faulty))]
    public void Days_that_cannot_be_name_the_field(string field, CrewDays days) => Assert.Equal(field, days.Fault()?.Field);

    [Fact]
    public void Usual_days_can_be() => Assert.Null(Usual.Fault());

    // Worked by hand. Two people, one day of 480 minutes, no break.
    [Fact]
    public void Why_a_wish_cannot_be_kept_is_proven_where_it_can_be()
    {
        ScheduleTask[] tasks = [new("a", "r", 300, Due: 480), new("b", "r", 300, After: ["a"], Due: 480), new("c", "r", 200, Due: 480)];
        // One after the other: 300 and 300 of 480; the rest of the second on the next day, a task is not broken: it begins there.
        Assert.Equal(new WishLate("b", WishReason.Chain, 1440 + 300, 480), WishLate.Of(Of(tasks), tasks[1]));

        // All three beside one another take 1,050 minutes of 960.
        tasks = [new("a", "r", 350, Due: 480), new("b", "r", 350, Due: 480), new("c", "r", 350, Due: 480)];
        Assert.Equal(new WishLate("c", WishReason.Hands, 1050, 960), WishLate.Of(Of(tasks), tasks[2]));

        // Two of 200 take the one oven for 400 each, curing included: 800 of 480.
        tasks = [Oven("a"), Oven("b")];
        Assert.Equal(new WishLate("b", WishReason.Tool, 800, 480, "oven"), WishLate.Of(Of(tasks), tasks[1]));

        // Three of 300 on two pairs of hands fit by their sum, and yet do not: that is not proven here.
        tasks = [new("a", "r", 300, Due: 480), new("b", "r", 300, Due: 480), new("c", "r", 300, Due: 480)];
        Assert.Equal(WishReason.NotFound, WishLate.Of(Of(tasks), tasks[2]).Reason);
        Assert.Throws<ArgumentException>(() => WishLate.Of(Of(tasks), new ScheduleTask("d", "r", 10)));

        static ScheduleTask Oven(string id) => new(id, "r", 200, Alone: 200, Due: 480, Tools: [new ToolTaken("oven", IsHeldAlone: true)]);
        static ScheduleProblem Of(ScheduleTask[] tasks) =>
            new(
                tasks,
                [new Worker("p", "P", []), new Worker("q", "Q", [])],
                [new WorkRoom("r", "R")],
                [new ToolCount("oven", 1)],
                Hours: [new Period(0, 480), new Period(1440, 1920), new Period(2880, 3360)]
            );
    }

    private static DaysView ViewOf(CrewDays days, CrewAhead ahead, int now) =>
        new DaysViewer(Phrasebook.English, "en").View(days, ahead, DaysProblem.Of(days, ahead, Maker), now);
}
