namespace Rhabdon.Core.Timing;

/// <summary>A rule by which a free hand picks its next line. It decides by how the batch stands and nothing else.</summary>
public enum WorkRule
{
    /// <summary>A habit: a stage is finished on every line before the next begins, and what is not ready is waited for.</summary>
    StageByStage,

    /// <summary>A habit: a line from its first step to its last, and what is not ready is waited for.</summary>
    StrandByStrand,

    /// <summary>Whatever can be done: what starts a time that runs alone at once, else the line furthest behind first. A stage is still done on many lines in a
    /// row.</summary>
    Rounds,

    /// <summary>Whatever can be done, the line furthest behind first.</summary>
    Behind,

    /// <summary>Whatever can be done, the line furthest ahead first.</summary>
    Ahead,

    /// <summary>Whatever can be done, the line with the most time still before it first.</summary>
    Longest,

    /// <summary>Whatever can be done, the line that soonest needs a machine or a time that runs alone first.</summary>
    Feed,
}

/// <summary>What each rule picks.</summary>
public static class WorkRules
{
    public static IReadOnlyList<WorkRule> All { get; } = Enum.GetValues<WorkRule>();

    /// <summary>The line that a hand takes; null where it waits.</summary>
    public static int? Pick(this WorkRule rule, WorkStand stand, int hand, double at)
    {
        var (best, bestKey) = ((int?)null, default((double, double, double)));
        var lines = stand.Batch.Lines.Count;
        var behind = rule == WorkRule.StageByStage ? Behind(stand) : (int?)null;
        var held = rule == WorkRule.StrandByStrand ? Held(stand, hand) : null;
        for (var line = 0; line < lines; line++)
        {
            if (
                stand.IsDone(line)
                || (behind is { } first && stand.NextOf(line) != first)
                || (held is { } own && line != own)
                || (rule == WorkRule.StrandByStrand && held is null && IsAnothers(stand, hand, line))
                || !stand.MayBegin(line, at)
            )
            {
                continue;
            }

            var key = Key(rule, stand, hand, line);
            if (best is null || key.CompareTo(bestKey) < 0)
            {
                (best, bestKey) = (line, key);
            }
        }

        return best;
    }

    // The least is picked; of equals the line that the hand has, then the first.
    private static (double, double, double) Key(WorkRule rule, WorkStand stand, int hand, int line)
    {
        var items = stand.Batch.Lines[line].Items;
        var next = stand.NextOf(line);
        var own = stand.LineOf(hand) == line ? 0 : 1;
        return rule switch
        {
            WorkRule.Rounds => (items[next].Alone > 0 ? 0 : 1, next, own + line),
            WorkRule.Ahead => (-next, own, line),
            WorkRule.Longest => (-stand.Batch.Lines[line].Still(next), next, own + line),
            WorkRule.Feed => (UntilAlone(items, next), -stand.Batch.Lines[line].Still(next), own + line),
            _ => (next, own, line),
        };
    }

    private static double UntilAlone(IReadOnlyList<WorkItem> items, int from)
    {
        var hands = 0.0;
        for (var at = from; at < items.Count; at++)
        {
            hands += items[at].Hands;
            if (items[at].Alone > 0 || items[at] is { Starts: > 0, Spoils: false })
            {
                return hands;
            }
        }

        return double.MaxValue;
    }

    private static int Behind(WorkStand stand)
    {
        var least = int.MaxValue;
        for (var line = 0; line < stand.Batch.Lines.Count; line++)
        {
            least = stand.IsDone(line) ? least : Math.Min(least, stand.NextOf(line));
        }

        return least;
    }

    // The line that a hand has begun and not finished.
    private static int? Held(WorkStand stand, int hand) => stand.LineOf(hand) is >= 0 and var line && !stand.IsDone(line) ? line : null;

    private static bool IsAnothers(WorkStand stand, int hand, int line)
    {
        for (var other = 0; other < stand.Batch.Hands; other++)
        {
            if (other != hand && stand.LineOf(other) == line)
            {
                return true;
            }
        }

        return false;
    }
}
