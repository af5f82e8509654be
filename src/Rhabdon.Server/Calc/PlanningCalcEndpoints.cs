using Microsoft.AspNetCore.Http.HttpResults;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Planning;
using Rhabdon.Server.Hosting;
using Rhabdon.Server.Recipes;

namespace Rhabdon.Server.Calc;

/// <summary>How many connectors to take along.</summary>
/// <param name="Needed">Ends to be made, 0 to 100,000.</param>
/// <param name="Yield">Share of connectors that are accepted, known exactly or, where there is a record, as it usually is; above 0 and below 1.</param>
/// <param name="Record">The crew's own; null where the share is known exactly.</param>
/// <param name="Confidence">That they are enough, 0.5 to 0.999.</param>
/// <param name="HasLots">Bad ones come by the lot, beside one by one.</param>
public sealed record SparesQuestion(int Needed, double Yield, YieldRecord? Record = null, double Confidence = 0.95, bool HasLots = false);

/// <param name="Take">So many in all.</param>
/// <param name="Share">Of connectors that are accepted, in the mean.</param>
public sealed record SparesAnswer(int Take, double Share);

/// <summary>What a job would take and cost by each method, open to anyone.</summary>
public static class PlanningCalcEndpoints
{
    private const int MostNeeded = 100_000;

    public static void MapPlanningCalc(this WebApplication app)
    {
        app.MapGet("/api/v1/calc/methods", () => PlanFigures.Shipped);
        app.MapPost("/api/v1/calc/methods", Methods);
        app.MapPost("/api/v1/calc/spares", SparesOf);
    }

    private static async Task<Results<Ok<MethodComparison>, ProblemHttpResult>> Methods(MethodQuestion asked, RecipeBookCache books) =>
        asked.Fault is { } fault
            ? Problems.Field(400, fault.Field, fault.Says)
            : TypedResults.Ok(new MethodChoice(await books.BookAsync(), Phrasebook.English, "en").Compare(asked));

    private static Results<Ok<SparesAnswer>, ProblemHttpResult> SparesOf(SparesQuestion asked)
    {
        if (asked.Needed is < 0 or > MostNeeded)
        {
            return Between("needed", "0", $"{MostNeeded}");
        }

        if (asked.Yield is not (> 0.1 and < 1))
        {
            return Between("yield", "0.1", "1");
        }

        if (asked.Confidence is not (>= 0.5 and <= 0.999))
        {
            return Between("confidence", "0.5", "0.999");
        }

        if (asked.Record is { } record && (record.Good < 0 || record.Good > record.Of))
        {
            return Problems.Field(400, "record.good", Phrase.Of(PhraseKeys.Plan.YieldWanted));
        }

        var yield = asked.Record is null ? MethodYield.Exactly(asked.Yield) : MethodYield.Of(asked.Yield, asked.Record);
        return TypedResults.Ok(new SparesAnswer(Spares.Take(asked.Needed, yield, asked.Confidence, asked.HasLots), yield.Share));

        static ProblemHttpResult Between(string field, string least, string most) =>
            Problems.Field(400, field, Phrase.Of(PhraseKeys.Optics.Between, ("least", least), ("most", most)));
    }
}
