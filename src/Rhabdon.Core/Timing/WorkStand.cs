namespace Rhabdon.Core.Timing;

/// <summary>A piece of work in hand: which line's item, by whom, from when to when.</summary>
/// <param name="Item">Index among the items of its line.</param>
/// <param name="Start">Seconds from now; <paramref name="End"/> is when the hand is free again.</param>
public readonly record struct WorkMove(int Line, int Item, int Hand, double Start, double End);

/// <summary>
/// How far a batch is, at a moment: a move changes it, and a copy goes on by itself. Times are in seconds, 0 is now.
/// </summary>
public sealed class WorkStand
{
    // What was reckoned in floating point may be off by so much.
    private const double Slack = 1e-6;

    private readonly int[] next;
    private readonly double[] ready;
    private readonly string?[] inside;
    private readonly double[] handFree;
    private readonly int[] handOn;
    private readonly int[] handAt;
    private readonly List<Begun> begun;

    public WorkStand(WorkBatch batch)
    {
        Batch = batch;
        (next, ready, inside) = (new int[batch.Lines.Count], new double[batch.Lines.Count], new string?[batch.Lines.Count]);
        (handFree, handOn, handAt, begun) = (new double[batch.Hands], new int[batch.Hands], new int[batch.Hands], []);
        Array.Fill(handOn, -1);
    }

    private WorkStand(WorkStand other)
    {
        Batch = other.Batch;
        (next, ready, inside) = ((int[])other.next.Clone(), (double[])other.ready.Clone(), (string?[])other.inside.Clone());
        (handFree, handOn) = ((double[])other.handFree.Clone(), (int[])other.handOn.Clone());
        (handAt, begun) = ((int[])other.handAt.Clone(), [.. other.begun]);
        Last = other.Last;
    }

    public WorkBatch Batch { get; }

    /// <summary>When the last line is done, as far as it was worked.</summary>
    public double Last { get; private set; }

    /// <summary>Every line is done.</summary>
    public bool IsOver
    {
        get
        {
            for (var line = 0; line < next.Length; line++)
            {
                if (!IsDone(line))
                {
                    return false;
                }
            }

            return true;
        }
    }

    public WorkStand Copy() => new(this);

    /// <summary>Puts a line where it stands: its next item, from when on it can be gone on with, and what it takes a place of until then.</summary>
    public void Put(int line, int item, double from, string? on)
    {
        (next[line], ready[line], inside[line]) = (item, from, on);
        Skip(line);
    }

    /// <summary>Says that something which is done once for the lines of a recipe was done, so many seconds from now; before now is below zero.</summary>
    /// <param name="starts">Seconds of the time that it started beside.</param>
    public void Began(string recipe, string once, double at, double starts)
    {
        begun.RemoveAll(b => b.Recipe == recipe && b.Once == once);
        begun.Add(new Begun(recipe, once, at, starts));
        for (var line = 0; line < next.Length; line++)
        {
            Skip(line);
        }
    }

    public int NextOf(int line) => next[line];

    public bool IsDone(int line) => next[line] >= Batch.Lines[line].Items.Count;

    /// <summary>The line that a hand worked last; -1 for none.</summary>
    public int LineOf(int hand) => handOn[hand];

    public double FreeFrom(int hand) => handFree[hand];

    /// <summary>From when on a line can be gone on with, as far as it is itself concerned.</summary>
    public double ReadyFrom(int line) => ready[line];

    /// <summary>Index of what a line needs next: its own item, or one that is done once and must be done anew. -1 where it is done.</summary>
    public int Wanted(int line, double at)
    {
        if (IsDone(line))
        {
            return -1;
        }

        var item = Batch.Lines[line].Items[next[line]];
        return item.Within is { } within && !IsAlive(line, item, within, at) ? Batch.Lines[line].SourceOf(next[line]) : next[line];
    }

    /// <summary>Whether a hand that is free then can begin what a line needs next.</summary>
    public bool MayBegin(int line, double at)
    {
        if (ready[line] > at + Slack || Wanted(line, at) is not (>= 0 and var wanted))
        {
            return false;
        }

        var item = Batch.Lines[line].Items[wanted];
        return item.Once is not null ? !item.Spoils || IsAwaited(line, wanted)
            : item.Within is { } within && Find(line, within)!.At > at + Slack ? false
            : item.After is { } after && Find(line, after) is { } source && source.At + source.Starts > at + Slack ? false
            : item.On is null || IsFree(item.On, at);
    }

    /// <summary>A hand does what a line needs next.</summary>
    /// <param name="hands">Seconds that the hand is taken up; null for what is usual.</param>
    public WorkMove Do(int line, int hand, double at, double? hands = null)
    {
        var index = Wanted(line, at);
        var item = Batch.Lines[line].Items[index];
        var end = at + (IsOther(hand, line, index) ? Batch.Change : 0) + (hands ?? item.Hands);
        (handFree[hand], handOn[hand], handAt[hand]) = (end, line, index);
        if (item.Once is { } once)
        {
            ready[line] = end;
            Began(Batch.Lines[line].Recipe, once, end, item.Starts);
        }
        else
        {
            (inside[line], ready[line]) = (item.On, end + item.Alone);
            next[line]++;
            Last = Math.Max(Last, ready[line]);
            Skip(line);
        }

        return new WorkMove(line, index, hand, at, end);
    }

    /// <summary>The next moment after this at which something is over: a hand's work, a time, a warm-up. Null for none.</summary>
    public double? NextMoment(double after)
    {
        var least = double.MaxValue;
        foreach (var moment in ready)
        {
            least = moment > after + Slack && moment < least ? moment : least;
        }

        foreach (var moment in handFree)
        {
            least = moment > after + Slack && moment < least ? moment : least;
        }

        foreach (var one in begun)
        {
            var moment = one.At + one.Starts;
            least = moment > after + Slack && moment < least ? moment : least;
        }

        return least == double.MaxValue ? null : least;
    }

    // Whether a hand turns to other work than it just did. The first thing that it does is none.
    private bool IsOther(int hand, int line, int item) =>
        handOn[hand] >= 0 && (handAt[hand] != item || Batch.Lines[handOn[hand]].Recipe != Batch.Lines[line].Recipe);

    // What is done once, and was, is passed over. A mix is too: whoever comes too late for it wants it anew.
    private void Skip(int line)
    {
        var items = Batch.Lines[line].Items;
        while (next[line] < items.Count && items[next[line]].Once is { } once && Find(line, once) is { } done)
        {
            ready[line] = Math.Max(ready[line], done.At);
            next[line]++;
        }
    }

    // Whether a mix lives for long enough: until the line is safe in nineteen of twenty goes. One that is being made will.
    private bool IsAlive(int line, WorkItem item, string mix, double at) =>
        Find(line, mix) is { } source && Math.Max(at, source.At) + item.HandsLate <= source.At + source.Starts;

    // What a strand takes a place of is free again once its time there is over: whoever puts the next one in takes it out.
    private bool IsFree(string on, double at)
    {
        var taken = 0;
        for (var line = 0; line < inside.Length; line++)
        {
            taken += inside[line] == on && ready[line] > at + Slack ? 1 : 0;
        }

        return taken < Batch.Places.GetValueOrDefault(on, int.MaxValue);
    }

    // A mix is made only when all that is to be filled from it stands ready, or as much as it will serve.
    private bool IsAwaited(int line, int mix)
    {
        var (here, coming, each) = (0, 0, 0.0);
        for (var other = 0; other < next.Length; other++)
        {
            var it = Batch.Lines[other];
            for (var use = mix + 1; it.Recipe == Batch.Lines[line].Recipe && use < it.Items.Count && next[other] <= use; use++)
            {
                if (it.Items[use].Within is not null && it.SourceOf(use) == mix)
                {
                    var isHere = next[other] >= mix && next[other] <= use;
                    (here, coming, each) = (here + (isHere ? 1 : 0), coming + (isHere ? 0 : 1), it.Items[use].HandsLate);
                    break;
                }
            }
        }

        return coming == 0 || (here + 1) * each > Batch.Lines[line].Items[mix].Starts;
    }

    private Begun? Find(int line, string once)
    {
        foreach (var one in begun)
        {
            if (one.Once == once && one.Recipe == Batch.Lines[line].Recipe)
            {
                return one;
            }
        }

        return null;
    }

    private sealed record Begun(string Recipe, string Once, double At, double Starts);
}
