using System.Text.Json;
using Microsoft.AspNetCore.Http.HttpResults;
using Rhabdon.Core;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Rights;
using Rhabdon.Data;
using Rhabdon.Server.Hosting;
using Rhabdon.Server.People;

namespace Rhabdon.Server.Recipes;

/// <param name="SheetIssue">Which issue of the maker's sheet it was compared with.</param>
public sealed record ConfirmRequest(int Version, string SheetIssue);

/// <param name="Reason">Why it is retired; not asked for when it is offered again.</param>
public sealed record RetireRequest(bool IsRetired, string Reason = "");

/// <summary>Where leads make recipes: publish, compare, confirm, retire. A published version never changes.</summary>
public static class WorkshopEndpoints
{
    private const int MostCharacters = 500_000;

    public static void MapWorkshop(this WebApplication app)
    {
        var recipes = app.MapGroup("/api/v1/recipes").Needs(Permission.See);
        recipes.MapPost("/", Publish).Needs(Permission.Plan).Accepts<RecipeFile>("application/json");
        recipes.MapGet("/{id}/file", File).Produces<RecipeFile>();
        recipes.MapGet("/{id}/versions", Versions);
        recipes.MapGet("/{id}/changes", Changes);
        recipes.MapPost("/{id}/confirmation", Confirm).Needs(Permission.Plan);
        recipes.MapPut("/{id}/retired", Retire).Needs(Permission.Plan);
    }

    /// <summary>The file in a request's body, or the answer that says what is wrong with it and where.</summary>
    internal static async Task<(RecipeFile? File, ProblemHttpResult? Refused)> ReadAsync(HttpRequest request)
    {
        using var reader = new StreamReader(request.Body);
        var text = new char[MostCharacters + 1];
        var read = await reader.ReadBlockAsync(text, request.HttpContext.RequestAborted);
        if (read > MostCharacters)
        {
            return (null, Problems.Field(413, "$", Phrase.Of(PhraseKeys.Problem.RecipeSize, ("most", $"{MostCharacters / 1000} KB"))));
        }

        try
        {
            return (RecipeFile.Read(text.AsSpan(0, read)), null);
        }
        catch (KeyNotFoundException fault)
        {
            return (null, Problems.Field(400, "polishing", Phrase.Of(PhraseKeys.Import.Json, ("why", fault.Message))));
        }
        catch (Exception fault) when (fault is JsonException or NotSupportedException)
        {
            return (null, Problems.Field(400, (fault as JsonException)?.Path ?? "$", Phrase.Of(PhraseKeys.Import.Json, ("why", fault.Message))));
        }
    }

    /// <summary>What is wrong with a file's recipe, in this book.</summary>
    internal static List<(string Field, Phrase Says)> FaultsOf(RecipeFile file, RecipeBook book)
    {
        var ladder = file.Ladder?.Id == file.Recipe.Ladder.Id ? file.Ladder : book.LatestLadder(file.Recipe.Ladder.Id)?.Ladder;
        return [.. RecipeCheck.Faults(file.Recipe, ladder).Select(f => (f.Place, f.Says))];
    }

    private static async Task<Results<Ok<RecipeRef>, ProblemHttpResult>> Publish(RecipeBookCache books, RecipeStore store, HttpContext context)
    {
        var access = context.AccessOf();
        var (file, refused) = await ReadAsync(context.Request);
        if (file is null)
        {
            return refused!;
        }

        if (FaultsOf(file, await books.BookAsync()) is { Count: > 0 } faults)
        {
            return Problems.Fields(400, faults);
        }

        var published = await store.PublishAsync(file.Ladder is null ? [] : [file.Ladder], [file.Recipe], access.Person);
        await books.ForgetEverywhereAsync();
        return TypedResults.Ok(published[0]);
    }

    // With its ladder, so that another house that has neither can take it in.
    private static async Task<Results<FileContentHttpResult, ProblemHttpResult>> File(string id, RecipeBookCache books, int? version = null)
    {
        var book = await books.BookAsync();
        return (version is { } wanted ? book.Find(new RecipeRef(id, wanted)) : book.Latest(id)) is { } published
            ? TypedResults.File(
                JsonSerializer.SerializeToUtf8Bytes(new RecipeFile(published.Recipe, book.LadderOf(published.Recipe)), CoreJson.Default.RecipeFile),
                "application/json",
                $"{id}-v{published.Ref.Version}.json"
            )
            : Problems.Missing();
    }

    private static async Task<Results<Ok<IReadOnlyList<RecipeVersion>>, ProblemHttpResult>> Versions(string id, RecipeStore store) =>
        await store.VersionsAsync(id) is { Count: > 0 } versions ? TypedResults.Ok(versions) : Problems.Missing();

    private static async Task<Results<Ok<IReadOnlyList<RecipeChange>>, ProblemHttpResult>> Changes(string id, int from, int to, RecipeBookCache books)
    {
        var book = await books.BookAsync();
        return book.Find(new RecipeRef(id, from)) is { } before && book.Find(new RecipeRef(id, to)) is { } after
            ? TypedResults.Ok(RecipeDiff.Between(before.Recipe, after.Recipe))
            : Problems.Missing();
    }

    private static async Task<Results<NoContent, ProblemHttpResult>> Confirm(
        string id,
        ConfirmRequest request,
        RecipeBookCache books,
        RecipeStore store,
        HttpContext context,
        TimeProvider time
    )
    {
        var access = context.AccessOf();
        var recipe = new RecipeRef(id, request.Version);
        if ((await books.BookAsync()).Find(recipe) is not { } published)
        {
            return Problems.Missing();
        }

        if (new ConfirmRules(published.Recipe).Refusal(request) is { } refused)
        {
            return refused;
        }

        await store.ConfirmAsync(recipe, new Confirmation(access.Person, time.GetUtcNow(), request.SheetIssue.Trim()));
        await books.ForgetEverywhereAsync();
        return TypedResults.NoContent();
    }

    private static async Task<Results<NoContent, ProblemHttpResult>> Retire(
        string id,
        RetireRequest request,
        RecipeBookCache books,
        RecipeStore store,
        HttpContext context
    )
    {
        var access = context.AccessOf();
        if ((await books.BookAsync()).Latest(id) is null)
        {
            return Problems.Missing();
        }

        if (new RetireRules().Refusal(request) is { } refused)
        {
            return refused;
        }

        await store.RetireAsync(id, request.IsRetired ? request.Reason.Trim() : null, access.Person);
        await books.ForgetEverywhereAsync();
        return TypedResults.NoContent();
    }
}
