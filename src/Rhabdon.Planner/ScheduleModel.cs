using Google.OrTools.Sat;
using Google.OrTools.Util;
using Rhabdon.Core.Scheduling;

namespace Rhabdon.Planner;

/// <summary>
/// A scheduling problem as the solver takes it: it shares no code with the greedy schedule or the check, and is held against both. What it makes least is how
/// many wishes are not kept, and then the end of all.
/// </summary>
internal sealed class ScheduleModel
{
    // Pairs of tasks in different rooms that one person could do: beyond so many the ways between rooms are taken into the tasks, each of them as the longest.
    private const int MostPairs = 40_000;

    // The solver tells whole numbers as fractions.
    private const double Rounding = 1e-6;

    private readonly ScheduleProblem problem;
    private readonly int horizon;
    private readonly Dictionary<string, IntVar> starts = [];
    private readonly Dictionary<(string Task, string Person), BoolVar> does = [];

    public ScheduleModel(ScheduleProblem problem, Schedule first, SolveLimits limits)
    {
        this.problem = problem;
        // A wish may be kept by letting other work end later.
        var end = first.EndIn(problem);
        horizon = problem.Tasks.Any(t => t.Due is not null) ? end + (end / 4) : end;
        Weight = horizon + 1L;
        Places();
        Order();
        Hands();
        Tools();
        Stay(limits);
        Objective();
        Hint(first);
    }

    public CpModel Model { get; } = new();

    private long Weight { get; }

    /// <summary>The end of all, in minutes, of a value of the objective.</summary>
    public int EndOf(double objective) => (int)((long)Math.Ceiling(objective - Rounding) % Weight);

    /// <summary>
    /// The minute before which nothing is over that keeps as many wishes: proven by the objective's bound only where that counts as many unkept as were found.
    /// </summary>
    /// <param name="least">What is known without a search.</param>
    public int BoundOf(double bound, double found, int least) =>
        (long)Math.Ceiling(bound - Rounding) / Weight == (long)Math.Ceiling(found - Rounding) / Weight ? Math.Max(least, EndOf(bound)) : least;

    public Schedule Read(CpSolver solver) => Read(solver.BooleanValue, solver.Value);

    public Schedule Read(CpSolverSolutionCallback found) => Read(found.BooleanValue, found.Value);

    private Schedule Read(Func<ILiteral, bool> isSo, Func<IntVar, long> valueOf) =>
        new([.. problem.Tasks.Select(t => new PlacedTask(t.Id, problem.Able(t).First(p => isSo(does[(t.Id, p.Id)])).Id, (int)valueOf(starts[t.Id])))]);

    // Where each task may begin, by the hours of work and of its room; and who does it.
    private void Places()
    {
        var rooms = problem.Rooms.ToDictionary(r => r.Id);
        foreach (var task in problem.Tasks)
        {
            var allowed = Begin(problem.Hours, task).IntersectionWith(Begin(rooms[task.Room].Open, task));
            starts[task.Id] = Model.NewIntVarFromDomain(allowed.IntersectionWith(new Domain(task.NotBefore, horizon - task.Minutes - task.Alone)), task.Id);
            foreach (var person in problem.Able(task))
            {
                var does = this.does[(task.Id, person.Id)] = Model.NewBoolVar($"{task.Id} {person.Id}");
                if (person.Away is { Count: > 0 } away)
                {
                    var gone = Domain.FromIntervals([.. away.Select(a => new long[] { a.From - task.Minutes + 1, a.To - 1 })]);
                    Model.AddLinearExpressionInDomain(starts[task.Id], gone.Complement()).OnlyEnforceIf(does);
                }
            }

            Model.AddExactlyOne(problem.Able(task).Select(p => does[(task.Id, p.Id)]));
            if (task.Pin is { } pin)
            {
                Model.Add(starts[task.Id] == pin.Start);
                Model.Add(does[(task.Id, pin.Person)] == 1);
            }
        }
    }

    private Domain Begin(IReadOnlyList<Period>? allowed, ScheduleTask task) =>
        allowed is null
            ? new Domain(0, horizon)
            : Domain.FromIntervals([.. allowed.Where(a => a.To - a.From >= task.Minutes).Select(a => new long[] { a.From, a.To - task.Minutes })]);

    private void Order()
    {
        var tasks = problem.Tasks.ToDictionary(t => t.Id);
        foreach (var task in problem.Tasks)
        {
            foreach (var before in task.After ?? [])
            {
                Model.Add(starts[task.Id] >= starts[before] + tasks[before].Minutes + tasks[before].Alone);
            }
        }
    }

    private void Hands()
    {
        var pairs = (
            from first in problem.Tasks.Select((t, at) => (Task: t, At: at))
            from second in problem.Tasks.Skip(first.At + 1)
            let way = problem.MinutesBetween(first.Task.Room, second.Room)
            where way > 0
            select (First: first.Task, Second: second, Way: way)
        ).ToList();
        var isPaired = pairs.Count <= MostPairs;
        var longest = isPaired ? 0 : pairs.Max(p => p.Way);
        foreach (var person in problem.People)
        {
            Model.AddNoOverlap(
                problem
                    .Tasks.Where(t => does.ContainsKey((t.Id, person.Id)))
                    .Select(t => Model.NewOptionalFixedSizeIntervalVar(starts[t.Id], t.Minutes + longest, does[(t.Id, person.Id)], $"{t.Id} {person.Id}"))
            );
        }

        foreach (var (first, second, way) in isPaired ? pairs : [])
        {
            var isBefore = Model.NewBoolVar($"{first.Id} {second.Id}");
            foreach (var person in problem.People.Where(p => does.ContainsKey((first.Id, p.Id)) && does.ContainsKey((second.Id, p.Id))))
            {
                ILiteral[] both = [does[(first.Id, person.Id)], does[(second.Id, person.Id)]];
                Model.Add(starts[second.Id] >= starts[first.Id] + first.Minutes + way).OnlyEnforceIf([.. both, isBefore]);
                Model.Add(starts[first.Id] >= starts[second.Id] + second.Minutes + way).OnlyEnforceIf([.. both, isBefore.Not()]);
            }
        }
    }

    private void Tools()
    {
        foreach (var tool in problem.Tools ?? [])
        {
            var held =
                from task in problem.Tasks
                let taken = task.Tools?.FirstOrDefault(t => t.Kind == tool.Kind)
                where taken is not null
                select Model.NewFixedSizeIntervalVar(starts[task.Id], task.Minutes + (taken.IsHeldAlone ? task.Alone : 0), $"{task.Id} {tool.Kind}");
            var cumulative = Model.AddCumulative(tool.Count);
            foreach (var interval in held)
            {
                cumulative.AddDemand(interval, 1);
            }
        }
    }

    // Of what still can stay where it was, with its person, nearly all does.
    private void Stay(SolveLimits limits)
    {
        var tasks = problem.Tasks.ToDictionary(t => t.Id);
        var may = (limits.Before?.Placed ?? []).Where(p => tasks.ContainsKey(p.Task) && does.ContainsKey((p.Task, p.Person))).ToList();
        var broken = ScheduleCheck
            .Of(problem, new Schedule(may))
            .Where(b => b.Kind is not (BreakKind.Late or BreakKind.Unplaced))
            .Select(b => b.Task)
            .ToHashSet();
        var stays = may.Where(p => !broken.Contains(p.Task))
            .Select(p =>
            {
                var isKept = Model.NewBoolVar($"{p.Task} stays");
                Model.Add(starts[p.Task] == p.Start).OnlyEnforceIf(isKept);
                Model.AddImplication(isKept, does[(p.Task, p.Person)]);
                return isKept;
            })
            .ToList();
        if (stays.Count > 0)
        {
            Model.Add(LinearExpr.Sum(stays) >= stays.Count - (long)(limits.MostMoved * stays.Count));
        }
    }

    private void Objective()
    {
        var end = Model.NewIntVar(0, horizon, "end");
        var late = new List<BoolVar>();
        foreach (var task in problem.Tasks)
        {
            var over = starts[task.Id] + task.Minutes + task.Alone;
            Model.Add(end >= over);
            if (task.Due is { } due)
            {
                var isLate = Model.NewBoolVar($"{task.Id} late");
                Model.Add(over <= due).OnlyEnforceIf(isLate.Not());
                late.Add(isLate);
            }
        }

        Model.Minimize((LinearExpr.Sum(late) * Weight) + end);
    }

    private void Hint(Schedule first)
    {
        foreach (var placed in first.Placed)
        {
            Model.AddHint(starts[placed.Task], placed.Start);
            foreach (var person in problem.People.Where(p => does.ContainsKey((placed.Task, p.Id))))
            {
                Model.AddHint(does[(placed.Task, person.Id)], person.Id == placed.Person ? 1 : 0);
            }
        }
    }
}
