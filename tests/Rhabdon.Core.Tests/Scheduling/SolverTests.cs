using Rhabdon.Core.Scheduling;
using Rhabdon.Planner;

namespace Rhabdon.Core.Tests.Scheduling;

/// <summary>The solver against published instances, textbook rules, the greedy schedule and the check, which it shares no code with.</summary>
public sealed class SolverTests
{
    private static readonly CpScheduleSolver Solver = new();

    [Theory]
    [InlineData(Shops.SixBySix, 55)]
    [InlineData(Shops.TenByFive, 666)]
    public async Task A_published_job_shop_is_solved_to_its_known_optimum(string text, int optimum)
    {
        var solved = await SolvedAsync(Shops.Read(text), 30);
        Assert.Equal((optimum, true), (solved.End, solved.IsBest));
    }

    // Johnson 1954: what is short on the first machine goes first, what is short on the second last.
    [Theory]
    [InlineData(1)]
    [InlineData(2)]
    [InlineData(3)]
    public async Task Two_machines_in_line_end_when_johnsons_rule_says(int seed)
    {
        var chance = new Random(seed);
        var jobs = Enumerable.Range(0, 8).Select(_ => (First: chance.Next(1, 30), Second: chance.Next(1, 30))).ToList();
        var solved = await SolvedAsync(Shops.Read(string.Join('\n', jobs.Select(j => $"0 {j.First} 1 {j.Second}"))), 20);
        Assert.Equal((ByJohnson(jobs), true), (solved.End, solved.IsBest));
    }

    // Textbook example of the rule: jobs 3/6, 5/2, 1/2, 6/6, 7/5 are over after 24.
    [Fact]
    public void The_rule_itself_meets_the_textbook() => Assert.Equal(24, ByJohnson([(3, 6), (5, 2), (1, 2), (6, 6), (7, 5)]));

    [Theory]
    [InlineData(11)]
    [InlineData(12)]
    public async Task What_it_finds_breaks_nothing_and_is_over_no_later_than_the_greedy_one(int seed)
    {
        var problem = Sites.Make(seed, tasks: 18);
        var greedy = GreedySchedule.Of(problem);
        var solved = await Solver.SolveAsync(problem, greedy, new SolveLimits(4), cancel: TestContext.Current.CancellationToken);
        Assert.Empty(ScheduleCheck.Of(problem, solved.Schedule));
        Assert.InRange(solved.End, solved.Bound, greedy.EndIn(problem));
        Assert.True(solved.Bound >= ScheduleBound.Of(problem));
    }

    [Fact]
    public async Task A_wish_that_cannot_be_kept_is_named_and_the_other_is_kept()
    {
        var problem = new ScheduleProblem(
            [new ScheduleTask("first", "a", 60, Due: 90), new ScheduleTask("second", "a", 60, Due: 90), new ScheduleTask("third", "a", 60)],
            [new Worker("p", "P", [])],
            [new WorkRoom("a", "A")]
        );
        var solved = await SolvedAsync(problem, 10);
        Assert.Single(solved.Unkept);
        Assert.Equal((180, 180), (solved.End, solved.Bound));
    }

    [Fact]
    public async Task Once_somebody_is_away_for_a_day_nine_in_ten_of_what_can_stay_stays()
    {
        var problem = Sites.Make(5, tasks: 18);
        var before = (await Solver.SolveAsync(problem, GreedySchedule.Of(problem), new SolveLimits(4), cancel: TestContext.Current.CancellationToken)).Schedule;
        var person = problem.People[0];
        var without = problem with { People = [person with { Away = [new Period(0, Sites.Day)] }, .. problem.People.Skip(1)] };
        // What waits for a task that has to move may have to follow it.
        var moves = before.Placed.Where(p => p.Person == person.Id && p.Start < Sites.Day).Select(p => p.Task).ToHashSet();
        moves.UnionWith(problem.Tasks.Where(t => t.After?.Any(moves.Contains) == true).Select(t => t.Id));
        var stays = before.Placed.Where(p => !moves.Contains(p.Task)).ToList();
        Assert.NotEmpty(moves);
        Assert.NotEmpty(stays);
        var greedy = GreedySchedule.Of(without, before);
        var again = await Solver.SolveAsync(without, greedy, new SolveLimits(4, before), cancel: TestContext.Current.CancellationToken);
        Assert.Empty(ScheduleCheck.Of(without, again.Schedule));
        Assert.True(stays.Count(again.Schedule.Placed.Contains) >= 0.9 * stays.Count);
        Assert.True(stays.Count(greedy.Placed.Contains) >= 0.9 * stays.Count);
    }

    [Fact]
    public async Task What_is_pinned_to_somebody_who_has_not_learned_it_stays_and_the_check_tells_of_it()
    {
        var problem = Sites.Make(5, tasks: 6);
        var epoxy = problem.Tasks.First(t => t.Skill == "epoxy");
        var pinned = problem with { Tasks = [.. problem.Tasks.Select(t => t == epoxy ? t with { Pin = new Pin(Sites.Day + 540, "p1") } : t)] };
        var solved = await SolvedAsync(pinned, 4);
        Assert.Contains(new PlacedTask(epoxy.Id, "p1", Sites.Day + 540), solved.Schedule.Placed);
        Assert.Contains(ScheduleCheck.Of(pinned, solved.Schedule), b => b.Kind == BreakKind.Skill && b.Task == epoxy.Id);
    }

    [Fact]
    public async Task Canceled_at_once_it_gives_the_first_schedule_back()
    {
        var problem = Sites.Make(7, tasks: 18);
        var greedy = GreedySchedule.Of(problem);
        using var cancel = new CancellationTokenSource();
        await cancel.CancelAsync();
        var solved = await Solver.SolveAsync(problem, greedy, new SolveLimits(60), cancel: cancel.Token);
        Assert.Equal(greedy.Placed, solved.Schedule.Placed);
    }

    private static Task<SolvedSchedule> SolvedAsync(ScheduleProblem problem, double seconds) =>
        Solver.SolveAsync(problem, GreedySchedule.Of(problem), new SolveLimits(seconds), cancel: TestContext.Current.CancellationToken);

    private static int ByJohnson(IReadOnlyCollection<(int First, int Second)> jobs)
    {
        var (first, second) = (0, 0);
        foreach (
            var job in jobs.Where(j => j.First < j.Second).OrderBy(j => j.First).Concat(jobs.Where(j => j.First >= j.Second).OrderByDescending(j => j.Second))
        )
        {
            first += job.First;
            second = Math.Max(first, second) + job.Second;
        }

        return second;
    }
}
