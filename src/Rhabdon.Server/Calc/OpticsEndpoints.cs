using Microsoft.AspNetCore.Http.HttpResults;
using Rhabdon.Core.Bench;
using Rhabdon.Core.Causes;
using Rhabdon.Core.Links;
using Rhabdon.Core.Optics;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Runs;
using Rhabdon.Server.Hosting;

namespace Rhabdon.Server.Calc;

/// <summary>A cable's test run, with the events of its links and references.</summary>
/// <param name="Typed">What is being typed, to be judged; null for nothing.</param>
public sealed record RunQuestion(RunRequest Run, IReadOnlyList<BenchEvent> Events, ReadLoss? Typed = null);

/// <param name="Judged">Null where nothing is being typed.</param>
public sealed record RunAnswered(RunView View, RunJudged? Judged);

/// <summary>The physics of a joint and the budget of a link, open to anyone.</summary>
public static class OpticsEndpoints
{
    public static void MapOptics(this WebApplication app)
    {
        app.MapPost("/api/v1/calc/joint", Results<Ok<JointAnswer>, ProblemHttpResult> (JointQuestion asked) =>
            JointLoss.Fault(asked) is { } fault ? Problems.Field(400, fault.Field, fault.Says) : TypedResults.Ok(JointLoss.Of(asked))
        );
        app.MapPost("/api/v1/calc/budget", Results<Ok<LinkLimit>, ProblemHttpResult> (LinkQuestion asked) =>
            LinkBudget.Fault(asked, BudgetTables.Shipped) is { } fault
                ? Problems.Field(400, fault.Field, fault.Says)
                : TypedResults.Ok(LinkBudget.Of(asked, BudgetTables.Shipped))
        );
        app.MapPost("/api/v1/calc/link", Results<Ok<ExpectedLossAnswer>, ProblemHttpResult> (ExpectationQuestion asked) =>
            ExpectedLoss.Fault(asked) is { } fault ? Problems.Field(400, fault.Field, fault.Says) : TypedResults.Ok(ExpectedLoss.Of(asked))
        );
        app.MapPost("/api/v1/calc/run", Run);
        app.MapPost("/api/v1/calc/diagnosis", Results<Ok<DiagnosisAnswer>, ProblemHttpResult> (DiagnosisQuestion asked) =>
            LinkDiagnosis.Fault(asked) is { } fault
                ? Problems.Field(400, fault.Field, fault.Says)
                : TypedResults.Ok(LinkDiagnosis.Of(asked, Phrasebook.English))
        );
    }

    private static Results<Ok<RunAnswered>, ProblemHttpResult> Run(RunQuestion asked)
    {
        var cable = asked.Run.Cable;
        if (cable.Plan.Fault(BudgetTables.Shipped) is { } fault)
        {
            return Problems.Field(400, $"run.cable.plan.{fault.Field}", fault.Says);
        }

        if (cable.Strands.Count == 0 || cable.Strands.DistinctBy(s => s.Strand).Count() != cable.Strands.Count)
        {
            return Problems.Field(400, "run.cable.strands", Phrase.Of(PhraseKeys.Run.NoStrand));
        }

        if (asked.Typed is { } typed && !cable.Keys.Contains(typed.Key))
        {
            return Problems.Field(400, "typed.key", Phrase.Of(PhraseKeys.Run.NoStrand));
        }

        var run = new TestRun(
            asked.Run,
            id => FoldedLink.Of(id, asked.Events.Where(e => e.KnownOf(id) is not null)).State,
            id => FoldedReference.Of(id, asked.Events.Where(e => e.KnownOf(id) is not null)).State
        );
        var viewer = new RunViewer(Phrasebook.English);
        return TypedResults.Ok(new RunAnswered(viewer.View(run), asked.Typed is { } read ? viewer.Judge(run, read) : null));
    }
}
