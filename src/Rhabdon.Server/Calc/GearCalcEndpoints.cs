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

/// <summary>How tools and lots stand, and what a work session's ready check asks, open to anyone.</summary>
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
    }

    private static async Task<Results<Ok<ReadyView>, ProblemHttpResult>> Ready(ReadyAsked asked, RecipeBookCache books)
    {
        if (asked.Session.Gear.Count > MostGear)
        {
            return Problems.Field(400, "session.gear", Phrase.Of(PhraseKeys.Optics.Between, ("least", "0"), ("most", $"{MostGear}")));
        }

        if (asked.Session.Gear.Select(g => KindFault(g.State)).FirstOrDefault(f => f is not null) is { } fault)
        {
            return Problems.Field(400, "session.gear.state.card.gear", fault);
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
