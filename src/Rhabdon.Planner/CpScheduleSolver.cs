using Google.OrTools.Sat;
using Rhabdon.Core.Scheduling;

namespace Rhabdon.Planner;

/// <summary>Searches for schedules by constraint programming (CP-SAT).</summary>
/// <param name="workers">Threads that search.</param>
public sealed class CpScheduleSolver(int workers = 2) : IScheduleSolver
{
    public Task<SolvedSchedule> SolveAsync(
        ScheduleProblem problem,
        Schedule first,
        SolveLimits limits,
        IProgress<SolveProgress>? progress = null,
        CancellationToken cancel = default
    ) => Task.Run(() => Solve(problem, first, limits, progress, cancel), CancellationToken.None);

    private SolvedSchedule Solve(ScheduleProblem problem, Schedule first, SolveLimits limits, IProgress<SolveProgress>? progress, CancellationToken cancel)
    {
        var least = ScheduleBound.Of(problem);
        var known = new SolvedSchedule(first, first.EndIn(problem), least, LateIn(problem, first));
        if (problem.Tasks.Count == 0 || IsBroken(problem, first) || (known.IsBest && known.Unkept.Count == 0) || cancel.IsCancellationRequested)
        {
            return known;
        }

        var model = new ScheduleModel(problem, first, limits);
        var solver = new CpSolver
        {
            StringParameters = FormattableString.Invariant($"max_time_in_seconds:{limits.Seconds} num_search_workers:{workers} random_seed:1"),
        };
        using var found = new Found(s =>
            progress?.Report(
                new SolveProgress(
                    s.WallTime(),
                    model.Read(s),
                    model.EndOf(s.ObjectiveValue()),
                    model.BoundOf(s.BestObjectiveBound(), s.ObjectiveValue(), least)
                )
            )
        );
        using var stop = cancel.Register(solver.StopSearch);
        var status = solver.Solve(model.Model, found);
        if (status is not (CpSolverStatus.Optimal or CpSolverStatus.Feasible))
        {
            return known;
        }

        var schedule = model.Read(solver);
        var bound = model.BoundOf(solver.BestObjectiveBound, solver.ObjectiveValue, least);
        var solved = new SolvedSchedule(schedule, schedule.EndIn(problem), bound, LateIn(problem, schedule));
        return (solved.Unkept.Count, solved.End).CompareTo((known.Unkept.Count, known.End)) <= 0 ? solved : known;
    }

    // A task without a place, or pinned where it breaks a rule: nothing that the model allows would hold it.
    private static bool IsBroken(ScheduleProblem problem, Schedule schedule) => ScheduleCheck.Of(problem, schedule).Any(b => b.Kind != BreakKind.Late);

    private static List<string> LateIn(ScheduleProblem problem, Schedule schedule) =>
        [.. ScheduleCheck.Of(problem, schedule).Where(b => b.Kind == BreakKind.Late).Select(b => b.Task)];

    private sealed class Found(Action<CpSolverSolutionCallback> hear) : CpSolverSolutionCallback
    {
        public override void OnSolutionCallback() => hear(this);
    }
}
