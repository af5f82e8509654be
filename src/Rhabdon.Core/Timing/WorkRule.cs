namespace Rhabdon.Core.Timing;

/// <summary>How a free hand picks its next line.</summary>
public enum WorkOrder
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

    /// <summary>Whatever can be done, the line that soonest needs a machine or a time that runs alone first.</summary>
    Feed,

    /// <summary>Stages on all lines up to a few items before a machine; from there on line by line, so that the machine never waits.</summary>
    Pipe,
}

/// <summary>A rule by which a free hand picks its next line. It decides by how the batch stands and nothing else.</summary>
/// <param name="Items">Of <see cref="WorkOrder.Pipe"/>: so many items before the machine; 0 for any other.</param>
public readonly record struct WorkRule(WorkOrder Order, int Items = 0)
{
    private const int MostPiped = 4;

    public static IReadOnlyList<WorkRule> All { get; } =
    [
        .. Enum.GetValues<WorkOrder>().Where(o => o != WorkOrder.Pipe).Select(o => new WorkRule(o)),
        .. Enumerable.Range(1, MostPiped).Select(items => new WorkRule(WorkOrder.Pipe, items)),
    ];

    /// <summary>The line that a hand takes; null where it waits.</summary>
    public int? Pick(WorkStand stand, int hand, double at)
    {
        var (best, bestKey) = ((int?)null, default((double, double, double)));
        var behind = Order == WorkOrder.StageByStage ? Behind(stand) : (int?)null;
        var held = Order == WorkOrder.StrandByStrand ? Held(stand, hand) : null;
        for (var line = 0; line < stand.Batch.Lines.Count; line++)
        {
            if (
                stand.IsDone(line)
                || (behind is { } first && stand.NextOf(line) != first)
                || (held is { } own && line != own)
                || (Order == WorkOrder.StrandByStrand && held is null && IsAnothers(stand, hand, line))
                || !stand.MayBegin(line, at)
            )
            {
                continue;
            }

            var key = Key(stand, hand, line);
            if (best is null || key.CompareTo(bestKey) < 0)
            {
                (best, bestKey) = (line, key);
            }
        }

        return best;
    }

    // The least is picked; of equals the line that the hand has, then the first.
    private (double, double, double) Key(WorkStand stand, int hand, int line)
    {
        var (it, next) = (stand.Batch.Lines[line], stand.NextOf(line));
        var own = (stand.LineOf(hand) == line ? 0 : 0.5) + line;
        return Order switch
        {
            WorkOrder.Rounds => (it.Items[next].Alone > 0 ? 0 : 1, next, own),
            WorkOrder.Ahead => (-next, own, 0),
            WorkOrder.Feed => (it.UntilAlone(next), -it.Still(next), own),
            WorkOrder.Pipe => it.ItemsUntilAlone(next) is var items && items == 0 ? (0, 0, own)
            : items > it.Items.Count ? (3, next, own)
            : items > Items ? (1, next, own)
            : (2, it.UntilAlone(next), own),
            _ => (next, own, 0),
        };
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
