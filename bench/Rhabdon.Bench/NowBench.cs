using System.Diagnostics;
using MathNet.Numerics.Distributions;
using MathNet.Numerics.Statistics;
using Rhabdon.Core.Bench;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Timing;

namespace Rhabdon.Bench;

/// <summary>
/// How long a batch takes by what the bench says to do now, beside the two habits and the best order there is; and what is left of that when nothing takes as
/// long as was thought.
/// </summary>
internal static class NowBench
{
    private const int Ends = 12;
    private const int Seeds = 20;
    private const int SolvedSeeds = 2;
    private const double SolveSeconds = 5;

    // How much crews differ in what they are quick at: the standard deviation of the logarithm of a step's time.
    private const double CrewSpread = 0.3;

    public static void Run()
    {
        var (ratios, bounds, worse, longest) = (new List<double>(), new List<double>(), 0, 0.0);
        foreach (var published in StarterRecipes.Book().Recipes.Where(r => !IsOfAnEnd(r.Recipe)).OrderBy(r => r.Ref.Id, StringComparer.Ordinal))
        {
            for (var hands = 1; hands <= 2; hands++)
            {
                var (habits, own, gained) = (new List<double>(), new List<double>(), new List<double>());
                for (var seed = 0; seed < Seeds; seed++)
                {
                    var batch = Batch(published, Ends, hands, seed);
                    var now = Now(batch, ref longest).Last;
                    var habit = Habit(batch);
                    worse += now > habit + 0.5 ? 1 : 0;
                    habits.Add(habit);
                    own.Add(now);

                    // The solver's model knows no change of tools: beside it the rules do without as well.
                    var plain = batch with { Change = 0 };
                    var (without, moves) = Now(plain, ref longest);
                    worse += without > Habit(plain) + 0.5 ? 1 : 0;
                    if (seed < SolvedSeeds)
                    {
                        var (found, bound) = BestOrder.Of(plain, SolveSeconds, moves);
                        ratios.Add(without / found);
                        bounds.Add(without / bound);
                        gained.Add(without / found);
                    }
                }

                Timed.Say(
                    $"now: {published.Ref.Id} x{Ends}, {hands} at work: {own.Mean() / 60:0.0} min; the better habit {habits.Mean() / 60:0.0}; "
                        + $"without change of tools to the best order found {gained.Maximum():0.000}"
                );
            }
        }

        Timed.Say(
            $"now: longer than the better habit in {worse} of {2 * 36 * Seeds}; "
                + $"to the best order found mean {ratios.Mean():0.000}, worst {ratios.Maximum():0.000}; "
                + $"to the bound mean {bounds.Mean():0.000}, worst {bounds.Maximum():0.000}; longest thought {longest:0.0} ms"
        );
        Small();
        Random();
    }

    // Small batches searched through entirely: that the solver's model is of the same work.
    private static void Small()
    {
        var (same, worst) = (0, 1.0);
        string[] small = ["S2", "H1", "E1"];
        foreach (var id in small)
        {
            for (var seed = 0; seed < 3; seed++)
            {
                var batch = Batch(StarterRecipes.Book().Latest(id)!, 2, 1, seed) with { Change = 0 };
                var exact = new ExactOrder(batch).Least();
                var thought = 0.0;
                var (now, moves) = Now(batch, ref thought);
                same += Math.Abs(BestOrder.Of(batch, SolveSeconds, moves).Found - exact) < 0.5 ? 1 : 0;
                worst = Math.Max(worst, now / exact);
            }
        }

        Timed.Say($"now: two ends searched through: the solver finds the same in {same} of {small.Length * 3}; what now to the least {worst:0.000}");
    }

    // Nothing takes as long as was thought. The two habits and three rules that never wait know no more than what now does.
    private static void Random()
    {
        var (all, longer) = (new List<double>(), 0);
        foreach (var id in (string[])["A1", "E1", "H1", "S1", "S2", "R1"])
        {
            for (var hands = 1; hands <= 2; hands++)
            {
                for (var seed = 0; seed < Seeds; seed++)
                {
                    var batch = Batch(StarterRecipes.Book().Latest(id)!, Ends, hands, seed);
                    var now = Lived(batch, seed, (stand, at) =>
                        WorkPlan.Best(stand, at).Moves is [{ } first, ..] && first.Start <= at ? (first.Line, first.Hand) : null
                    );
                    var rule = new[]
                    {
                        new WorkRule(WorkOrder.StageByStage),
                        new WorkRule(WorkOrder.StrandByStrand),
                        new WorkRule(WorkOrder.Rounds),
                        new WorkRule(WorkOrder.Behind),
                        new WorkRule(WorkOrder.Ahead),
                    }.Min(r => Lived(batch, seed, (stand, at) => ByRule(r, stand, at)));
                    all.Add(now / rule);
                    longer += now > rule * 1.02 ? 1 : 0;
                }
            }
        }

        Timed.Say(
            $"now: with random times, to the best of five rules that know no more: mean {all.Mean():0.000}, 95 % {all.Quantile(0.95):0.000}, "
                + $"worst {all.Maximum():0.000}; over 2 % longer in {longer} of {all.Count}"
        );
    }

    private static (int Line, int Hand)? ByRule(WorkRule rule, WorkStand stand, double at)
    {
        for (var hand = 0; hand < stand.Batch.Hands; hand++)
        {
            if (stand.FreeFrom(hand) <= at && rule.Pick(stand, hand, at) is { } line)
            {
                return (line, hand);
            }
        }

        return null;
    }

    private static double Lived(WorkBatch batch, int seed, Func<WorkStand, double, (int Line, int Hand)?> think)
    {
        var (stand, at) = (new WorkStand(batch), 0.0);
        while (true)
        {
            while (think(stand, at) is { } next)
            {
                // Each line's item has its own luck, whoever does it and whenever.
                var luck = new Random(HashCode.Combine(seed, next.Line, stand.NextOf(next.Line)));
                var item = batch.Lines[next.Line].Items[stand.Wanted(next.Line, at)];
                stand.Do(next.Line, next.Hand, at, item.Hands * LogNormal.Sample(luck, 0, StepTimes.Spread));
            }

            if (stand.NextMoment(at) is not { } later)
            {
                return stand.IsOver ? stand.Last : double.MaxValue;
            }

            at = later;
        }
    }

    private static (double Last, List<WorkMove> Moves) Now(WorkBatch batch, ref double longest)
    {
        var (stand, at, moves) = (new WorkStand(batch), 0.0, new List<WorkMove>());
        while (true)
        {
            while (true)
            {
                var watch = Stopwatch.StartNew();
                var plan = WorkPlan.Best(stand, at);
                longest = Math.Max(longest, moves.Count == 0 ? 0 : watch.Elapsed.TotalMilliseconds);
                if (plan.Moves is not [{ } first, ..] || first.Start > at || stand.FreeFrom(first.Hand) > at)
                {
                    break;
                }

                moves.Add(stand.Do(first.Line, first.Hand, at));
            }

            if (stand.NextMoment(at) is not { } later)
            {
                return (stand.Last, moves);
            }

            at = later;
        }
    }

    private static double Habit(WorkBatch batch) =>
        Math.Min(By(new WorkRule(WorkOrder.StageByStage), batch), By(new WorkRule(WorkOrder.StrandByStrand), batch));

    private static double By(WorkRule rule, WorkBatch batch) => WorkPlan.By(rule, new WorkStand(batch), 0, []).Last;

    // As the recipe's usual technique has it on its first cable; each step's time as some crew would have it, in whole seconds.
    private static WorkBatch Batch(PublishedRecipe published, int lines, int hands, int seed)
    {
        var worked = published.On(published.Recipe.Serves.Builds[0], null, null, published.Recipe.Serves.Connectors[0]);
        var batch = WorkBatch.Of(worked, lines, hands);
        var crew = new Random(seed);
        var items = batch.Lines[0].Items.Select(i => i.Taking([.. i.Parts.Select(p => Math.Max(1, Math.Round(p * Luck())))])).ToList();
        return batch with { Lines = [.. Enumerable.Repeat(new WorkLine(worked.Id, items), lines)] };

        double Luck() => seed == 0 ? 1 : LogNormal.Sample(crew, 0, CrewSpread);
    }

    private static bool IsOfAnEnd(Recipe recipe) => recipe.Steps.All(s => s.Once == Once.CableEnd);
}
