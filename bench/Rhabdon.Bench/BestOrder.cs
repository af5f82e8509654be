using Google.OrTools.Sat;
using Rhabdon.Core.Timing;

namespace Rhabdon.Bench;

/// <summary>
/// The shortest that a batch can take by a constraint solver, which shares no code with the rules: its model is written from the work items alone.
/// </summary>
internal static class BestOrder
{
    /// <summary>Seconds of the best order that was found, and of the bound that no order can be under.</summary>
    /// <param name="hint">An order that is known; the solver begins from it.</param>
    public static (double Found, double Bound) Of(WorkBatch batch, double limitSeconds, IReadOnlyList<WorkMove> hint)
    {
        var model = new CpModel();
        var horizon = (long)Math.Ceiling(batch.Lines.Sum(l => l.Items.Sum(i => i.Hands + i.Alone + i.Starts)));
        var hands = new List<(IntervalVar Interval, int Demand)>();
        var once = OnceOf(batch, model, horizon, hands);
        var places = new Dictionary<string, List<IntervalVar>>();
        var last = model.NewIntVar(0, horizon, "last");
        var firsts = new List<IntVar>();
        for (var line = 0; line < batch.Lines.Count; line++)
        {
            var starts = Line(batch, line, model, horizon, hands, once, places, last);
            foreach (var move in hint.Where(m => m.Line == line && starts.ContainsKey(m.Item)))
            {
                model.AddHint(starts[move.Item], (long)move.Start);
            }

            firsts.Add(starts.MinBy(s => s.Key).Value);
        }

        for (var line = 1; line < firsts.Count; line++)
        {
            if (batch.Lines[line].Recipe == batch.Lines[line - 1].Recipe)
            {
                model.Add(firsts[line - 1] <= firsts[line]);
            }
        }

        Cumulative(model, hands.Select(h => h.Interval), batch.Hands);
        foreach (var (on, intervals) in places)
        {
            Cumulative(model, intervals, batch.Places[on]);
        }

        // What hands do cannot be done in less time than they have.
        var work = (long)(batch.Lines.Sum(l => l.Items.Where(i => i.Once is null).Sum(i => i.Hands)) + once.Values.Sum(o => o.Item.Hands));
        model.Add(last * batch.Hands >= work);
        model.Minimize(last);
        var solver = new CpSolver { StringParameters = $"max_time_in_seconds:{limitSeconds:0} num_search_workers:2 random_seed:1" };
        var status = solver.Solve(model);
        return status is CpSolverStatus.Optimal or CpSolverStatus.Feasible
            ? (solver.ObjectiveValue, solver.BestObjectiveBound)
            : throw new InvalidOperationException($"No order was found: {status}");
    }

    private static Dictionary<int, IntVar> Line(
        WorkBatch batch,
        int line,
        CpModel model,
        long horizon,
        List<(IntervalVar Interval, int Demand)> hands,
        Dictionary<string, (IntVar Start, IntVar End, WorkItem Item)> once,
        Dictionary<string, List<IntervalVar>> places,
        IntVar last
    )
    {
        var starts = new Dictionary<int, IntVar>();
        LinearExpr ready = model.NewConstant(0);
        for (var at = 0; at < batch.Lines[line].Items.Count; at++)
        {
            var item = batch.Lines[line].Items[at];
            if (item.Once is { } shared)
            {
                // What comes before any work is done in its order, and a mix when all its lines stand there; for the rest one line need have come there,
                // which is left out: the bound is no higher for it.
                var met = once[$"{batch.Lines[line].Recipe} {shared}"];
                if (item.Spoils || starts.Count == 0)
                {
                    model.Add(met.Start >= ready);
                }

                ready = Later(model, horizon, ready, met.End);
                continue;
            }

            var start = model.NewIntVar(0, horizon, $"{line}.{at}");
            starts[at] = start;
            hands.Add((model.NewFixedSizeIntervalVar(start, (long)item.Hands, $"h{line}.{at}"), 1));
            model.Add(start >= ready);
            if (item.After is { } after)
            {
                var source = once[$"{batch.Lines[line].Recipe} {after}"];
                model.Add(start >= source.End + (long)source.Item.Starts);
            }

            if (item.Within is { } within)
            {
                var source = once[$"{batch.Lines[line].Recipe} {within}"];
                model.Add(start + (long)Math.Ceiling(StepTimes.Late(item.Parts)) <= source.End + (long)source.Item.Starts);
            }

            if (item.On is { } on)
            {
                var there = places.TryGetValue(on, out var known) ? known : places[on] = [];
                there.Add(model.NewFixedSizeIntervalVar(start, (long)(item.Hands + item.Alone), $"on{line}.{at}"));
            }

            ready = start + (long)(item.Hands + item.Alone);
        }

        model.Add(last >= ready);
        return starts;
    }

    // Each thing that is done once, by recipe: when it begins and ends.
    private static Dictionary<string, (IntVar Start, IntVar End, WorkItem Item)> OnceOf(
        WorkBatch batch,
        CpModel model,
        long horizon,
        List<(IntervalVar Interval, int Demand)> hands
    )
    {
        var once = new Dictionary<string, (IntVar, IntVar, WorkItem)>();
        foreach (var (recipe, item) in batch.Lines.SelectMany(l => l.Items.Where(i => i.Once is not null), (l, i) => (l.Recipe, i)))
        {
            if (once.ContainsKey($"{recipe} {item.Once}"))
            {
                continue;
            }

            var (start, end) = (model.NewIntVar(0, horizon, $"{recipe}.{item.Once}"), model.NewIntVar(0, horizon, $"{recipe}.{item.Once}.end"));
            model.Add(end == start + (long)item.Hands);
            hands.Add((model.NewFixedSizeIntervalVar(start, (long)item.Hands, $"h{recipe}.{item.Once}"), 1));
            once[$"{recipe} {item.Once}"] = (start, end, item);
        }

        return once;
    }

    private static IntVar Later(CpModel model, long horizon, LinearExpr one, LinearExpr other)
    {
        var later = model.NewIntVar(0, horizon, "later");
        model.Add(later >= one);
        model.Add(later >= other);
        return later;
    }

    private static void Cumulative(CpModel model, IEnumerable<IntervalVar> intervals, int capacity)
    {
        var cumulative = model.AddCumulative(capacity);
        foreach (var interval in intervals)
        {
            cumulative.AddDemand(interval, 1);
        }
    }
}
