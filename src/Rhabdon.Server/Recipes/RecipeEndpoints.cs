using Rhabdon.Core.Recipes;

namespace Rhabdon.Server.Recipes;

/// <summary>What the browser's core needs to fold and judge: every published recipe and ladder.</summary>
public sealed record BookView(IReadOnlyList<PublishedRecipe> Recipes, IReadOnlyList<PublishedLadder> Ladders);

public static class RecipeEndpoints
{
    public static void MapRecipes(this WebApplication app) =>
        app.MapGet("/api/v1/recipes", async (RecipeShelf shelf) =>
        {
            var book = await shelf.BookAsync();
            return new BookView([.. book.Recipes], [.. book.Ladders]);
        }).RequireAuthorization();
}
