using System.Diagnostics;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.Causes;
using Rhabdon.Core.Links;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Units;

namespace Rhabdon.Bench;

/// <summary>What a link's page reckons, set beside one limit of its budget.</summary>
internal static class LinksBench
{
    private const int Runs = 200;

    public static void Run()
    {
        var basis = new LossBasis("tia", FiberGrade.OS2, Length.Mm(300_000), ReferenceMethod.OneCord, 2, 2);
        var expected = new ExpectationQuestion(
            FiberGrade.OS2,
            Length.Mm(300_000),
            1310,
            [new ExpectedJoint(Decibel.Of(0.12m), 2), new ExpectedJoint(Decibel.Of(0.25m), 2)],
            2,
            Decibel.Of(0.2m),
            Decibel.Of(1.4m)
        );
        var asked = new DiagnosisQuestion(
            FiberGrade.OS2,
            [
                .. TestPlan
                    .Usual.At(FiberGrade.OS2)
                    .SelectMany(w => TestPlan.Usual.From.Select(end => new LossEvidence(w, end, Decibel.Of(2.1m), basis.Limit(w)))),
            ],
            Length.Mm(300_000),
            4,
            2,
            new EndEvidence(EndMethod.Mechanical, Polish.UPC, FaceEvidence.Clean, Glows: true, CleaveAngle: Angle.Of(0.6m)),
            new EndEvidence(EndMethod.Polished, Polish.UPC),
            Decibel.Of(-42),
            new NeighborEvidence(11, Decibel.Of(0.05m)),
            1.5m
        );
        var limit = Of(() => LinkBudget.Of(basis.At(1310), BudgetTables.Shipped));
        Say("expected loss of a link of four joints", Of(() => ExpectedLoss.Of(expected)), limit, 5);
        Say("diagnosis with all that can be known", Of(() => LinkDiagnosis.Of(asked, Phrasebook.English)), limit, 50);
    }

    private static void Say(string what, Timed took, Timed limit, int aim) =>
        Timed.Say(
            $"links: {what}: median {Timed.Number(took.Median)} ms, p95 {Timed.Number(took.P95)} ms (aim {aim}); a limit {Timed.Number(limit.Median)} ms; ratio {Timed.Number(took.Median / limit.Median)}"
        );

    private static Timed Of(Action what)
    {
        var times = new List<double>(Runs);
        for (var run = 0; run < Runs * 2; run++)
        {
            var watch = Stopwatch.StartNew();
            what();
            if (run >= Runs)
            {
                times.Add(watch.Elapsed.TotalMilliseconds);
            }
        }

        return new Timed(times);
    }
}
