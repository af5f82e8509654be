using System.Text.Json;
using Dapper;
using Rhabdon.Core;
using Rhabdon.Core.Recipes;

namespace Rhabdon.Data;

/// <summary>What a crew has chosen in a recipe.</summary>
public sealed record CrewSchool(Guid Crew, string CrewName, string Recipe, School School);

/// <summary>Published recipes and ladders, and what crews chose in them.</summary>
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

    /// <summary>What one's own crews have chosen, as of today; an owner sees every crew's.</summary>
    public async Task<IReadOnlyList<CrewSchool>> SchoolsAsync(Access access)
    {
        await using var connection = await database.OpenAsync();
        var rows = await connection.QueryAsync<(Guid Crew, string Name, string Recipe, string Content)>(
            $"select crew.id, crew.name, recipe_id, content from crew_school join crew on crew.id = crew_id where @Role = 'owner' or {CrewStore.IsMine} order by crew.name, recipe_id", access);
        return [.. rows.Select(r => new CrewSchool(r.Crew, r.Name, r.Recipe, JsonSerializer.Deserialize(r.Content, CoreJson.Default.School)!))];
    }

    public async Task SetSchoolAsync(Guid crew, string recipe, School school)
    {
        await using var connection = await database.OpenAsync();
        await connection.ExecuteAsync(
            "insert into crew_school (crew_id, recipe_id, content) values (@crew, @recipe, @content) on conflict (crew_id, recipe_id) do update set content = excluded.content",
            new { crew, recipe, content = JsonSerializer.Serialize(school, CoreJson.Default.School) });
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
