using Microsoft.AspNetCore.Http.HttpResults;
using Rhabdon.Core.Bench;
using Rhabdon.Core.Causes;
using Rhabdon.Core.Links;
using Rhabdon.Core.Optics;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Results;
using Rhabdon.Core.Runs;
using Rhabdon.Server.Hosting;

namespace Rhabdon.Server.Calc;

/// <summary>A cable's test run, with the events of its links and references.</summary>
/// <param name="Typed">What is being typed, to be judged; null for nothing.</param>
public sealed record RunQuestion(RunRequest Run, IReadOnlyList<BenchEvent> Events, ReadLoss? Typed = null);

/// <param name="Judged">Null where nothing is being typed.</param>
public sealed record RunAnswered(RunView View, RunJudged? Judged);

/// <summary>A table of results for a cable's test run.</summary>
/// <param name="Mapping">Which column is what; null for a guess by the header.</param>
public sealed record ResultQuestion(RunRequest Run, IReadOnlyList<BenchEvent> Events, ResultTable Table, ResultMapping? Mapping = null);

/// <summary>The physics of a joint and the budget of a link, open to anyone.</summary>
public static class OpticsEndpoints
{
    public static void MapOptics(this WebApplication app)
    {
        app.MapGet("/api/v1/calc/joint", () => JointKit.Usual);
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
        app.MapPost("/api/v1/calc/results", ResultsOf);
        app.MapPost("/api/v1/calc/diagnosis", Results<Ok<DiagnosisAnswer>, ProblemHttpResult> (DiagnosisQuestion asked) =>
            LinkDiagnosis.Fault(asked) is { } fault
                ? Problems.Field(400, fault.Field, fault.Says)
                : TypedResults.Ok(LinkDiagnosis.Of(asked, Phrasebook.English))
        );
    }

    private static Results<Ok<RunAnswered>, ProblemHttpResult> Run(RunQuestion asked)
    {
        if (Fault(asked.Run.Cable) is { } fault)
        {
            return fault;
        }

        if (asked.Typed is { } typed && !asked.Run.Cable.Keys.Contains(typed.Key))
        {
            return Problems.Field(400, "typed.key", Phrase.Of(PhraseKeys.Run.NoStrand));
        }

        var (run, viewer) = (RunOf(asked.Run, asked.Events), new RunViewer(Phrasebook.English, "en"));
        return TypedResults.Ok(new RunAnswered(viewer.View(run), asked.Typed is { } read ? viewer.Judge(run, read) : null));
    }

    private static Results<Ok<ResultPreview>, ProblemHttpResult> ResultsOf(ResultQuestion asked)
    {
        if (Fault(asked.Run.Cable) is { } fault)
        {
            return fault;
        }

        var mapping = asked.Mapping ?? ResultColumns.Guess(asked.Table.Header, asked.Run.Cable.Plan.At(asked.Run.Cable.Grade)[0]);
        return TypedResults.Ok(new ResultImport(RunOf(asked.Run, asked.Events), asked.Table, mapping, Phrasebook.English).Preview());
    }

    private static ProblemHttpResult? Fault(RunCable cable) =>
        cable.Plan.Fault(BudgetTables.Shipped) is { } fault ? Problems.Field(400, $"run.cable.plan.{fault.Field}", fault.Says)
        : cable.Strands.Count == 0 || cable.Strands.DistinctBy(s => s.Strand).Count() != cable.Strands.Count
            ? Problems.Field(400, "run.cable.strands", Phrase.Of(PhraseKeys.Run.NoStrand))
        : null;

    private static TestRun RunOf(RunRequest run, IReadOnlyList<BenchEvent> events) =>
        new(
            run,
            id => FoldedLink.Of(id, events.Where(e => e.KnownOf(id) is not null)).State,
            id => FoldedReference.Of(id, events.Where(e => e.KnownOf(id) is not null)).State
        );
}
