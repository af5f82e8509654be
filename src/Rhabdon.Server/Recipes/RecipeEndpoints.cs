using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;
using Rhabdon.Core.Bench;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.EndFaces;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Rights;
using Rhabdon.Core.Units;
using Rhabdon.Data;
using Rhabdon.Server.Hosting;
using Rhabdon.Server.People;

namespace Rhabdon.Server.Recipes;

/// <summary>What the browser's core needs to fold and judge: every published recipe and ladder, and what one's crews chose in them.</summary>
public sealed record BookView(
    IReadOnlyList<PublishedRecipe> Recipes,
    IReadOnlyList<PublishedReworkLadder> Ladders,
    IReadOnlyList<CrewTechnique> Techniques,
    IReadOnlyList<FaceLimits> Profiles
);

/// <summary>A recipe in the list of them.</summary>
public sealed record RecipeLine(
    string Id,
    int Version,
    string Family,
    string Title,
    string Method,
    bool IsConfirmed,
    bool IsRetired,
    IReadOnlyList<ConnectorType> Connectors,
    IReadOnlyList<CableBuild> Builds
);

/// <summary>Recipes to be read, and the techniques that crews follow in them.</summary>
public static class RecipeEndpoints
{
    private const int MostFilms = 30;

    // Micrometers; sandpaper begins here.
    private const decimal MostGrit = 100;

    public static void MapRecipes(this WebApplication app)
    {
        var recipes = app.MapGroup("/api/v1").Needs(Permission.See);
        recipes.MapGet("/recipes", Book);
        recipes.MapGet("/recipes/list", List);
        recipes.MapGet("/recipes/{id}/document", Document);
        recipes.MapGet("/crews/{id:guid}/films", Films);
        recipes.MapPut("/crews/{id:guid}/films", SetFilms).Needs(Permission.Plan);
        recipes.MapPut("/crews/{id:guid}/techniques/{recipe}", Choose).Needs(Permission.Plan);
    }

    // A tablet that holds it as it stands is told so (304, RFC 9110 section 13.1.2): it asks whenever a strand is opened.
    private static async Task<Results<Ok<BookView>, StatusCodeHttpResult>> Book(
        RecipeBookCache books,
        RecipeStore store,
        HttpContext context,
        [FromHeader(Name = "If-None-Match")] string? held = null
    )
    {
        var book = await books.BookAsync();
        var techniques = await store.TechniquesAsync(context.AccessOf());
        var mark = $"\"{books.MarkOf(book)}-{BookMark.Of(techniques)}\"";
        context.Response.Headers.ETag = mark;
        return held == mark
            ? TypedResults.StatusCode(StatusCodes.Status304NotModified)
            : TypedResults.Ok(new BookView([.. book.Recipes], [.. book.Ladders], techniques, book.OwnProfiles));
    }

    private static async Task<IReadOnlyList<RecipeLine>> List(RecipeBookCache books, RecipeStore store)
    {
        var retired = await store.RetiredAsync();
        return
        [
            .. (await books.BookAsync()).Newest.Select(r => new RecipeLine(
                r.Ref.Id,
                r.Ref.Version,
                r.Recipe.Family,
                r.Recipe.Title.In("en"),
                r.Recipe.Serves.Method,
                r.Confirmation is not null,
                retired.Contains(r.Ref.Id),
                r.Recipe.Serves.Connectors,
                r.Recipe.Serves.Builds
            )),
        ];
    }

    // As the crew works it, on the first build it serves unless another is asked for.
    private static async Task<Results<Ok<RecipeDocument>, ProblemHttpResult>> Document(
        string id,
        RecipeBookCache books,
        RecipeStore store,
        HttpContext context,
        Guid? crew = null,
        CableBuild? build = null,
        string unit = "mm"
    )
    {
        if ((await books.BookAsync()).Latest(id) is not { } published)
        {
            return Problems.Missing();
        }

        var on = build ?? published.Recipe.Serves.Builds[0];
        return published.Recipe.Serves.Builds.Contains(on)
            ? TypedResults.Ok(ReaderFor(unit).Read(published, on, TechniqueIn(await store.TechniquesAsync(context.AccessOf()), id, crew)))
            : Problems.Field(400, "build", Phrase.Of(PhraseKeys.Fit.Build, ("recipe", id)));
    }

    internal static RecipeReader ReaderFor(string unit) => new(Phrasebook.English, "en", unit == "in" ? LengthUnit.Inch : LengthUnit.Millimeter);

    /// <summary>The technique that a crew follows in a recipe; with no crew named, the first that is known.</summary>
    internal static Technique TechniqueIn(IReadOnlyList<CrewTechnique> techniques, string recipe, Guid? crew) =>
        techniques.FirstOrDefault(s => s.Recipe == recipe && (crew is null || s.Crew == crew))?.Technique ?? Technique.Usual;

    private static async Task<Results<Ok<IReadOnlyList<FilmColor>>, ProblemHttpResult>> Films(
        Guid id,
        RecipeStore store,
        CrewStore crews,
        HttpContext context
    ) => await CrewEndpoints.CrewMissingAsync(id, crews, context) is { } refused ? refused : TypedResults.Ok(await store.FilmsAsync(id));

    private static async Task<Results<NoContent, ProblemHttpResult>> SetFilms(
        Guid id,
        FilmColor[] films,
        RecipeStore store,
        CrewStore crews,
        HttpContext context
    )
    {
        if (await CrewEndpoints.CrewMissingAsync(id, crews, context) is { } refused)
        {
            return refused;
        }

        var told = films.Select(f => f with { Color = f.Color.Trim() }).Where(f => f.Color.Length > 0).ToList();
        if (
            films.Length > MostFilms
            || told.Exists(f => f.Grit is <= 0 or > MostGrit || f.Color.Length > FilmColor.MostText)
            || told.DistinctBy(f => f.Grit).Count() < told.Count
        )
        {
            return Problems.Field(400, "films", Phrase.Of(PhraseKeys.Films.Bad, ("most", $"{FilmColor.MostText}")));
        }

        await store.SetFilmsAsync(id, told);
        return TypedResults.NoContent();
    }

    private static async Task<Results<NoContent, ProblemHttpResult>> Choose(
        Guid id,
        string recipe,
        Technique technique,
        RecipeBookCache books,
        RecipeStore store,
        CrewStore crews,
        HttpContext context
    )
    {
        if (await CrewEndpoints.CrewMissingAsync(id, crews, context) is { } refused)
        {
            return refused;
        }

        if ((await books.BookAsync()).Latest(recipe) is not { } published)
        {
            return Problems.Field(400, "recipe", Phrase.Of(PhraseKeys.Form.Recipe));
        }

        if (technique.Unknown(published.Recipe) is { } unknown)
        {
            return Problems.Field(400, "options", Phrase.Of(PhraseKeys.Conflict.Technique, ("choice", unknown)));
        }

        await store.SetTechniqueAsync(id, recipe, technique);
        return TypedResults.NoContent();
    }
}
