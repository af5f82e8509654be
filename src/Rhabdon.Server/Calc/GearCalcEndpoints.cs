using Microsoft.AspNetCore.Http.HttpResults;
using Rhabdon.Core.Bench;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Sessions;
using Rhabdon.Core.Tools;
using Rhabdon.Server.Hosting;
using Rhabdon.Server.Recipes;

namespace Rhabdon.Server.Calc;

/// <summary>A tool or lot, and where it is looked at.</summary>
/// <param name="Counts">What its counters stand at; one that is not named counts nothing.</param>
public sealed record GearQuestion(GearState Gear, IReadOnlyList<GearCount> Counts, GearLook Look);

/// <summary>A work session, and the work that lies ahead.</summary>
/// <param name="Recipes">Ids of those that are to be worked, each on this build.</param>
public sealed record ReadyAsked(ReadyQuestion Session, IReadOnlyList<string> Recipes, CableBuild Build);

/// <summary>The work ahead, and the lots that are there for it.</summary>
/// <param name="Ahead">By the recipes that are published.</param>
/// <param name="Gear">Lots; what else is named does not count.</param>
public sealed record StockQuestion(IReadOnlyList<WorkAhead> Ahead, IReadOnlyList<GearOnHand> Gear, DateTimeOffset Now);

/// <summary>How tools and lots stand, what of them will not last, and what a work session's ready check asks, open to anyone.</summary>
public static class GearCalcEndpoints
{
    private const int MostGear = 500;
    private const int MostRecipes = 20;

    public static void MapGearCalc(this WebApplication app)
    {
        app.MapGet("/api/v1/calc/gear", () => GearKind.All);
        app.MapPost("/api/v1/calc/gear", Results<Ok<GearLine>, ProblemHttpResult> (GearQuestion asked) =>
            KindFault(asked.Gear) is { } fault
                ? Problems.Field(400, "gear.card.gear", fault)
                : TypedResults.Ok(new GearViewer(Phrasebook.English).View(asked.Gear, asked.Counts, asked.Look))
        );
        app.MapPost("/api/v1/calc/ready", Ready);
        app.MapPost("/api/v1/calc/stock", Stock);
    }

    private static async Task<Results<Ok<IReadOnlyList<StockLine>>, ProblemHttpResult>> Stock(StockQuestion asked, RecipeBookCache books) =>
        GearRefused(asked.Gear, "gear")
        ?? (Results<Ok<IReadOnlyList<StockLine>>, ProblemHttpResult>)
            TypedResults.Ok(new StockTeller(Phrasebook.English).Tell(StockNeed.Of(asked.Ahead, await books.BookAsync()), asked.Gear, asked.Now));

    private static ProblemHttpResult? GearRefused(IReadOnlyList<GearOnHand> gear, string field) =>
        gear.Count > MostGear ? Problems.Field(400, field, Phrase.Of(PhraseKeys.Optics.Between, ("least", "0"), ("most", $"{MostGear}")))
        : gear.Select(g => KindFault(g.State)).FirstOrDefault(f => f is not null) is { } fault ? Problems.Field(400, $"{field}.state.card.gear", fault)
        : null;

    private static async Task<Results<Ok<ReadyView>, ProblemHttpResult>> Ready(ReadyAsked asked, RecipeBookCache books)
    {
        if (GearRefused(asked.Session.Gear, "session.gear") is { } refused)
        {
            return refused;
        }

        var book = await books.BookAsync();
        var work = asked.Recipes.Take(MostRecipes).Select(id => book.Latest(id)?.On(asked.Build, null)).ToList();
        return work.Contains(null)
            ? Problems.Field(400, "recipes", Phrase.Of(PhraseKeys.Event.RecipeUnknown))
            : TypedResults.Ok(new ReadyCheck(Phrasebook.English, "en").View(asked.Session, [.. work.OfType<Recipe>()]));
    }

    private static Phrase? KindFault(GearState gear) =>
        gear.Card is { } card && GearKind.Of(card.Gear) is not null
            ? null
            : Phrase.Of(PhraseKeys.Gear.KindWanted, ("known", string.Join(", ", GearKind.All.Select(k => k.Id))));
}
