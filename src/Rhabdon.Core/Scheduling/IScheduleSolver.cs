namespace Rhabdon.Core.Scheduling;

/// <summary>A schedule that a solver has found.</summary>
/// <param name="End">Minute at which it is over.</param>
/// <param name="Bound">Minute before which no schedule of the same kept wishes is over: proven.</param>
/// <param name="Unkept">Ids of the tasks whose wish for an end it does not keep.</param>
public sealed record SolvedSchedule(Schedule Schedule, int End, int Bound, IReadOnlyList<string> Unkept)
{
    /// <summary>Proven to be over as early as any.</summary>
    public bool IsBest => End <= Bound;
}

/// <summary>How a search goes.</summary>
/// <param name="Seconds">Since it began.</param>
/// <param name="Schedule">The best until now: whoever stops the search has it.</param>
public sealed record SolveProgress(double Seconds, Schedule Schedule, int End, int Bound);

/// <summary>How far a search may go.</summary>
/// <param name="Seconds">It may take, above 0.</param>
/// <param name="Before">What was planned until now: of what could stay where it is, nearly all does.</param>
/// <param name="MostMoved">The share of that which may move, 0 to 1.</param>
public sealed record SolveLimits(double Seconds, Schedule? Before = null, double MostMoved = 0.1);

/// <summary>Searches for a schedule that is over earlier than a first one.</summary>
public interface IScheduleSolver
{
    /// <summary>The best schedule that was found when the time is over or the search is canceled; never a worse one than the first.</summary>
    /// <param name="first">A schedule that places every task.</param>
    /// <param name="progress">Hears of every better schedule.</param>
    Task<SolvedSchedule> SolveAsync(
        ScheduleProblem problem,
        Schedule first,
        SolveLimits limits,
        IProgress<SolveProgress>? progress = null,
        CancellationToken cancel = default
    );
}
