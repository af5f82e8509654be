using Microsoft.AspNetCore.Http.HttpResults;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Planning;
using Rhabdon.Core.Rights;
using Rhabdon.Data;
using Rhabdon.Documents;
using Rhabdon.Server.Hosting;
using Rhabdon.Server.People;

namespace Rhabdon.Server.Planning;

/// <summary>What one's own crews bring to a plan.</summary>
/// <param name="Yields">Attempts that were accepted, by method.</param>
/// <param name="Skilled">Who has made ends by which method.</param>
/// <param name="Figures">What planning reckons with before anything was made.</param>
public sealed record PlanRecord(IReadOnlyList<YieldRecord> Yields, IReadOnlyList<MethodSkill> Skilled, PlanFigures Figures);

/// <summary>What to load for what is left of a job.</summary>
/// <param name="Confidence">That the connectors are enough.</param>
public sealed record KitView(Guid Job, string Name, double Confidence, LoadList Load);

/// <summary>What is planned from, and what it takes.</summary>
public static class PlanEndpoints
{
    public static void MapPlan(this WebApplication app)
    {
        var plan = app.MapGroup("/api/v1/plan").Needs(Permission.Plan);
        plan.MapGet("/record", async (PlanStore store, HttpContext context) =>
            new PlanRecord(await store.YieldsAsync(context.AccessOf()), await store.SkilledAsync(context.AccessOf()), PlanFigures.Shipped)
        );
        var jobs = app.MapGroup("/api/v1/jobs").Needs(Permission.See);
        jobs.MapGet("/{id:guid}/kit", Kit);
        jobs.MapGet("/{id:guid}/kit.csv", Table).Produces<string>(200, "text/csv");
    }

    private static async Task<Results<Ok<KitView>, ProblemHttpResult>> Kit(Guid id, JobKits kits, HttpContext context, double confidence = 0.95) =>
        Refused(confidence) is { } refused ? refused
        : await kits.OfAsync(context.AccessOf(), id, confidence) is { } kit ? TypedResults.Ok(kit)
        : Problems.Missing();

    private static async Task<Results<FileContentHttpResult, ProblemHttpResult>> Table(Guid id, JobKits kits, HttpContext context, double confidence = 0.95) =>
        Refused(confidence) is { } refused ? refused
        : await kits.OfAsync(context.AccessOf(), id, confidence) is { } kit ? TypedResults.File(LoadCsv.Write(kit.Load), "text/csv; charset=utf-8", "kit.csv")
        : Problems.Missing();

    private static ProblemHttpResult? Refused(double confidence) =>
        confidence is >= 0.5 and <= 0.999 ? null : Problems.Field(400, "confidence", Phrase.Of(PhraseKeys.Optics.Between, ("least", "0.5"), ("most", "0.999")));
}
