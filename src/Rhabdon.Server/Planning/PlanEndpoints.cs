using Microsoft.AspNetCore.Http.HttpResults;
using Rhabdon.Core.Bench;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.Links;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Planning;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Rights;
using Rhabdon.Core.Units;
using Rhabdon.Data;
using Rhabdon.Documents;
using Rhabdon.Server.Hosting;
using Rhabdon.Server.People;
using Rhabdon.Server.Recipes;

namespace Rhabdon.Server.Planning;

/// <summary>What one's own crews bring to a plan.</summary>
/// <param name="Yields">Attempts that were accepted, by method.</param>
/// <param name="Skilled">Who has made ends by which method.</param>
/// <param name="Figures">What planning reckons with before anything was made.</param>
public sealed record PlanRecord(IReadOnlyList<YieldRecord> Yields, IReadOnlyList<MethodSkill> Skilled, PlanFigures Figures);

/// <summary>What to load for what is left of a job.</summary>
/// <param name="Confidence">That the connectors are enough.</param>
public sealed record KitView(Guid Job, string Name, double Confidence, LoadList Load);

/// <summary>Ends of a cable that nobody has begun, planned alike: for them another method may be chosen.</summary>
/// <param name="Recipe">Id of the recipe that they are planned by.</param>
public sealed record EndsToMake(
    Guid Cable,
    string Name,
    CableEnd End,
    ConnectorType Connector,
    Polish Polish,
    CableBuild Build,
    FiberGrade Grade,
    Length Length,
    string Recipe,
    IReadOnlyList<Guid> Strands
);

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
        app.MapGet("/api/v1/jobs/{id:guid}/ends", Ends).Needs(Permission.Plan);
        jobs.MapGet("/{id:guid}/kit", Kit);
        jobs.MapGet("/{id:guid}/kit.csv", Table).Produces<string>(200, "text/csv");
    }

    private static async Task<Results<Ok<IReadOnlyList<EndsToMake>>, ProblemHttpResult>> Ends(
        Guid id,
        JobStore jobs,
        PlanStore plans,
        EventStore events,
        RecipeBookCache books,
        HttpContext context
    )
    {
        if (await jobs.JobAsync(context.AccessOf(), id) is null)
        {
            return Problems.Missing();
        }

        var book = await books.BookAsync();
        var open = await plans.OpenEndsAsync(id);
        var folded = await events.TerminationsAsync([.. open.Select(e => e.Termination)], book);
        IReadOnlyList<EndsToMake> ends =
        [
            .. from strand in open
            let state = folded[strand.Termination].State
            where state is { Recipe: null, Plan: not null }
            group strand.Termination by (strand.Cable, strand.Name, strand.LengthNm, Plan: state.Plan! with { Service = default, Least = default }) into alike
            let plan = alike.Key.Plan
            select new EndsToMake(
                alike.Key.Cable,
                alike.Key.Name,
                plan.End,
                plan.Connector,
                plan.Polish,
                plan.Build,
                plan.Grade,
                new Length(alike.Key.LengthNm),
                plan.RecipeId,
                [.. alike]
            ),
        ];
        return TypedResults.Ok(ends);
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
