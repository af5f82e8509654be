using Microsoft.AspNetCore.Http.HttpResults;
using Rhabdon.Core.Bench;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Timing;
using Rhabdon.Server.Hosting;
using Rhabdon.Server.Recipes;

namespace Rhabdon.Server.Calc;

/// <summary>How long a round of ends takes, and in which order it is worked, open to anyone.</summary>
public static class TimingCalcEndpoints
{
    public static void MapTimingCalc(this WebApplication app) => app.MapPost("/api/v1/calc/round", Round);

    private static async Task<Results<Ok<RoundAnswer>, ProblemHttpResult>> Round(RoundQuestion asked, RecipeBookCache books) =>
        asked.Fault is { } fault ? Problems.Field(400, fault.Field, Phrase.Of(PhraseKeys.Optics.Between, ("least", "1"), ("most", $"{fault.Most}")))
        : (await books.BookAsync()).Latest(asked.Recipe)?.On(asked.Build, null) is not { } worked
            ? Problems.Field(400, "recipe", Phrase.Of(PhraseKeys.Event.RecipeUnknown))
        : TypedResults.Ok(RoundAnswer.Of(worked, asked, "en"));
}
