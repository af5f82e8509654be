namespace Rhabdon.Core.Timing;

/// <summary>How a batch goes on from where it stands.</summary>
/// <param name="Moves">In the order of their start.</param>
/// <param name="Last">Seconds from now at which the last line is done.</param>
public sealed record WorkPlan(IReadOnlyList<WorkMove> Moves, double Last)
{
    /// <summary>The best that is found: each rule is tried to the end, also after each thing that a hand could begin with now.</summary>
    /// <remarks>
    /// Whatever was planned before can be planned again from where it leads, since rules decide by the stand alone: thinking again never makes it longer, and
    /// it is never longer than any one rule from the beginning.
    /// </remarks>
    public static WorkPlan Best(WorkStand stand, double now = 0, bool looksAhead = true)
    {
        WorkPlan? best = null;
        foreach (var rule in WorkRule.All)
        {
            Try(By(rule, stand.Copy(), now, []));
        }

        var hand = Enumerable.Range(0, stand.Batch.Hands).MinBy(stand.FreeFrom);
        if (looksAhead && stand.FreeFrom(hand) <= now)
        {
            foreach (var line in First(stand, now))
            {
                foreach (var rule in WorkRule.All)
                {
                    var tried = stand.Copy();
                    var move = tried.Do(line, hand, now);
                    Try(By(rule, tried, now, [move]));
                }
            }
        }

        return best!;

        void Try(WorkPlan plan)
        {
            if (best is null || plan.Last < best.Last - Better)
            {
                best = plan;
            }
        }
    }

    /// <summary>As one rule would go on to the end.</summary>
    public static WorkPlan By(WorkRule rule, WorkStand stand, double now, List<WorkMove> moves)
    {
        for (double? at = now; at is { } moment && !stand.IsOver; at = stand.NextMoment(moment))
        {
            var isWorking = true;
            while (isWorking)
            {
                isWorking = false;
                for (var hand = 0; hand < stand.Batch.Hands; hand++)
                {
                    if (stand.FreeFrom(hand) <= moment && rule.Pick(stand, hand, moment) is { } line)
                    {
                        moves.Add(stand.Do(line, hand, moment));
                        isWorking = true;
                    }
                }
            }
        }

        return new WorkPlan(moves, stand.IsOver ? stand.Last : double.MaxValue);
    }

    // What is no better is not preferred: of equals, the habit comes first, so that nobody is sent from one line to another for nothing.
    private const double Better = 1e-3;

    // One line of those that stand alike: to begin with another would lead to the same.
    private static IEnumerable<int> First(WorkStand stand, double now) =>
        Enumerable.Range(0, stand.Batch.Lines.Count).Where(l => stand.MayBegin(l, now)).DistinctBy(l => (stand.Batch.Lines[l].Recipe, stand.NextOf(l)));
}
