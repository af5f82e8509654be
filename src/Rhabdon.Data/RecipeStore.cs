using System.Text.Json;
using Dapper;
using Rhabdon.Core;
using Rhabdon.Core.Recipes;

namespace Rhabdon.Data;

/// <summary>Published recipes and ladders.</summary>
public sealed class RecipeStore(Database database)
{
    /// <summary>
    /// Publishes a ladder or recipe file: unchanged content keeps its version, changed content becomes the next one, and what has begun stays where it was.
    /// </summary>
    /// <exception cref="InvalidDataException">The recipe has faults; the message names each with its place.</exception>
    public async Task PublishAsync(IEnumerable<Ladder> ladders, IEnumerable<Recipe> recipes)
    {
        await using var connection = await database.OpenAsync();
        await using var transaction = await connection.BeginTransactionAsync();
        await connection.ExecuteAsync("lock table recipe in share row exclusive mode", transaction: transaction);
        var current = new Dictionary<string, (LadderRef Ref, Ladder Ladder)>();
        foreach (var ladder in ladders)
        {
            var version = await VersionOf("ladder", ladder.Id, JsonSerializer.Serialize(ladder, CoreJson.Default.Ladder));
            current[ladder.Id] = (new LadderRef(ladder.Id, version), ladder);
        }

        foreach (var recipe in recipes)
        {
            var found = current.TryGetValue(recipe.Ladder.Id, out var by);
            var faults = RecipeCheck.Faults(recipe, found ? by.Ladder : null);
            if (faults.Count > 0)
            {
                var places = string.Join("; ", faults.Select(f => $"{f.Place}: {Core.Phrases.Phrasebook.English.Say(f.Says)}"));
                throw new InvalidDataException($"Recipe {recipe.Id} cannot be published: {places}.");
            }

            await VersionOf("recipe", recipe.Id, JsonSerializer.Serialize(recipe with { Ladder = by.Ref }, CoreJson.Default.Recipe));
        }

        await transaction.CommitAsync();

        async Task<int> VersionOf(string table, string id, string content)
        {
            var latest = await connection.QuerySingleOrDefaultAsync<(int Version, string? Content)>(
                $"select version, content from {table} where id = @id order by version desc limit 1", new { id }, transaction);
            if (latest.Content == content)
            {
                return latest.Version;
            }

            await connection.ExecuteAsync(
                $"insert into {table} (id, version, content) values (@id, @version, @content)", new { id, version = latest.Version + 1, content }, transaction);
            return latest.Version + 1;
        }
    }

    /// <summary>Every published version, so that any event can be folded.</summary>
    public async Task<RecipeBook> BookAsync()
    {
        await using var connection = await database.OpenAsync();
        var book = new RecipeBook();
        foreach (var (id, version, content) in await connection.QueryAsync<(string, int, string)>("select id, version, content from ladder"))
        {
            book.Add(new PublishedLadder(new LadderRef(id, version), StarterRecipes.ReadLadder(content)));
        }

        foreach (var (id, version, content) in await connection.QueryAsync<(string, int, string)>("select id, version, content from recipe"))
        {
            book.Add(new PublishedRecipe(new RecipeRef(id, version), StarterRecipes.ReadRecipe(content)));
        }

        return book;
    }
}
