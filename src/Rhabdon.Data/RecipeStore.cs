using System.Text.Json;
using Dapper;
using Rhabdon.Core;
using Rhabdon.Core.Recipes;

namespace Rhabdon.Data;

/// <summary>One version of a recipe, and how it stands.</summary>
/// <param name="By">Who published it; null for what ships with the program.</param>
public sealed record RecipeVersion(int Version, DateTimeOffset At, string? By, Confirmation? Confirmation, string? ConfirmedBy);

/// <summary>Published recipes and ladders, and what crews chose in them.</summary>
public sealed class RecipeStore(Database database)
{
    /// <summary>
    /// Publishes what ships with the program: first every version that a release has shipped, each under its own number, then what this program ships, which is
    /// the newest of them but while it is being worked on. Where a person has published, nothing that ships comes after it.
    /// </summary>
    public async Task PublishShippedAsync()
    {
        await using (var connection = await database.OpenAsync())
        {
            foreach (var kept in ShippedVersions.Kept)
            {
                await connection.ExecuteAsync(
                    $"""
                    insert into {kept.Table} (id, version, content)
                    select @Id, @Version, @Content
                    where not exists (select from {kept.Table} where id = @Id and (version >= @Version or published_by is not null))
                    """,
                    kept
                );
            }
        }

        await PublishAsync(StarterRecipes.Ladders(), StarterRecipes.Recipes());
    }

    /// <summary>
    /// Publishes ladder and recipe files: unchanged content keeps its version, changed content becomes the next one, and what has begun stays where it was.
    /// A recipe may refer to a ladder that is published already.
    /// </summary>
    /// <param name="by">Who publishes; null for what ships with the program, which never comes over what a person has published.</param>
    /// <returns>The version of each recipe that was published or stands, in their order.</returns>
    /// <exception cref="InvalidDataException">The recipe has faults; the message names each with its place.</exception>
    public async Task<IReadOnlyList<RecipeRef>> PublishAsync(IEnumerable<ReworkLadder> ladders, IEnumerable<Recipe> recipes, Guid? by = null)
    {
        await using var connection = await database.OpenAsync();
        await using var transaction = await connection.BeginTransactionAsync();
        await connection.ExecuteAsync("lock table recipe in share row exclusive mode", transaction: transaction);
        var (current, displaced) = (new Dictionary<string, PublishedReworkLadder>(), new HashSet<string>());
        foreach (var ladder in ladders)
        {
            var content = JsonSerializer.Serialize(ladder, CoreJson.Default.ReworkLadder);
            await VersionOf("ladder", ladder.Id, content);
            current[ladder.Id] = (await LadderOf(ladder.Id, content))!;
            if (JsonSerializer.Serialize(current[ladder.Id].Ladder, CoreJson.Default.ReworkLadder) != content)
            {
                displaced.Add(ladder.Id);
            }
        }

        var published = new List<RecipeRef>();
        foreach (var recipe in recipes)
        {
            var ladder = current.TryGetValue(recipe.Ladder.Id, out var given) ? given : await LadderOf(recipe.Ladder.Id);
            var faults = RecipeCheck.Faults(recipe, ladder?.Ladder);
            if (faults.Count > 0 && displaced.Contains(recipe.Ladder.Id))
            {
                // What ships waits where a person's ladder stands in the place of the one that it was written for.
                continue;
            }

            if (faults.Count > 0)
            {
                var places = string.Join("; ", faults.Select(f => $"{f.Place}: {Core.Phrases.Phrasebook.English.Say(f.Says)}"));
                throw new InvalidDataException($"Recipe {recipe.Id} cannot be published: {places}.");
            }

            published.Add(
                new RecipeRef(
                    recipe.Id,
                    await VersionOf("recipe", recipe.Id, JsonSerializer.Serialize(recipe with { Ladder = ladder!.Ref }, CoreJson.Default.Recipe))
                )
            );
        }

        await transaction.CommitAsync();
        return published;

        async Task<int> VersionOf(string table, string id, string content)
        {
            var latest = await connection.QuerySingleOrDefaultAsync<(int Version, string? Content, Guid? By)>(
                $"select version, content, published_by from {table} where id = @id order by version desc limit 1",
                new { id },
                transaction
            );
            if (AsWrittenNow(table, latest.Content) == content || (by is null && latest.By is not null))
            {
                return latest.Version;
            }

            await connection.ExecuteAsync(
                $"insert into {table} (id, version, content, published_by) values (@id, @version, @content, @by)",
                new
                {
                    id,
                    version = latest.Version + 1,
                    content,
                    by,
                },
                transaction
            );
            return latest.Version + 1;
        }

        // That very ladder where it is published, else for what ships the newest that shipped, else the newest.
        async Task<PublishedReworkLadder?> LadderOf(string id, string? wanted = null) =>
            await connection.QuerySingleOrDefaultAsync<(int Version, string? Content)>(
                """
                select version, content from ladder where id = @id
                order by content = @wanted desc nulls last, (@isShipped and published_by is null) desc, version desc limit 1
                """,
                new
                {
                    id,
                    wanted,
                    isShipped = by is null,
                },
                transaction
            )
                is (var version, { } content)
                ? new PublishedReworkLadder(new ReworkLadderRef(id, version), StarterRecipes.ReadLadder(content))
                : null;
    }

    // As this program would write it: what an earlier one wrote with fewer or other members is no other version.
    private static string? AsWrittenNow(string table, string? content)
    {
        try
        {
            return content is null ? null
                : table == "ladder" ? JsonSerializer.Serialize(StarterRecipes.ReadLadder(content), CoreJson.Default.ReworkLadder)
                : JsonSerializer.Serialize(StarterRecipes.ReadRecipe(content), CoreJson.Default.Recipe);
        }
        catch (JsonException)
        {
            return content;
        }
    }

    /// <summary>What one's own crews have chosen, as of today; an owner sees every crew's.</summary>
    public async Task<IReadOnlyList<CrewTechnique>> TechniquesAsync(Access access)
    {
        await using var connection = await database.OpenAsync();
        var rows = await connection.QueryAsync<(Guid Crew, string Name, string Recipe, string Content)>(
            $"""
            select crew.id, crew.name, recipe_id, content from crew_school join crew on crew.id = crew_id
            where @IsOwner or {CrewStore.IsMine} order by crew.name, recipe_id
            """,
            access
        );
        return [.. rows.Select(r => new CrewTechnique(r.Crew, r.Name, r.Recipe, JsonSerializer.Deserialize(r.Content, CoreJson.Default.Technique)!))];
    }

    /// <summary>The colors of a crew's films, coarse to fine.</summary>
    public async Task<IReadOnlyList<FilmColor>> FilmsAsync(Guid crew)
    {
        await using var connection = await database.OpenAsync();
        return (await connection.QueryAsync<FilmColor>("select grit, color from crew_film where crew_id = @crew order by grit desc", new { crew })).AsList();
    }

    public async Task SetFilmsAsync(Guid crew, IReadOnlyList<FilmColor> films)
    {
        await using var connection = await database.OpenAsync();
        await using var transaction = await connection.BeginTransactionAsync();
        await connection.ExecuteAsync("delete from crew_film where crew_id = @crew", new { crew }, transaction);
        await connection.ExecuteAsync(
            "insert into crew_film (crew_id, grit, color) values (@crew, @Grit, @Color)",
            films.Select(f => new
            {
                crew,
                f.Grit,
                f.Color,
            }),
            transaction
        );
        await transaction.CommitAsync();
    }

    public async Task SetTechniqueAsync(Guid crew, string recipe, Technique technique)
    {
        await using var connection = await database.OpenAsync();
        await connection.ExecuteAsync(
            """
            insert into crew_school (crew_id, recipe_id, content) values (@crew, @recipe, @content)
            on conflict (crew_id, recipe_id) do update set content = excluded.content
            """,
            new
            {
                crew,
                recipe,
                content = JsonSerializer.Serialize(technique, CoreJson.Default.Technique),
            }
        );
    }

    /// <summary>Every published version, so that any event can be folded. One that cannot be read is left out: it must not take the others with it.</summary>
    public async Task<RecipeBook> BookAsync()
    {
        await using var connection = await database.OpenAsync();
        var book = new RecipeBook();
        foreach (var (id, version, content) in await connection.QueryAsync<(string, int, string)>("select id, version, content from ladder"))
        {
            if (Read(() => new PublishedReworkLadder(new ReworkLadderRef(id, version), StarterRecipes.ReadLadder(content))) is { } ladder)
            {
                book.Add(ladder);
            }
        }

        foreach (
            var (id, version, content, confirmation) in await connection.QueryAsync<(string, int, string, string?)>(
                "select id, version, content, confirmation from recipe"
            )
        )
        {
            if (
                Read(() => new PublishedRecipe(new RecipeRef(id, version), StarterRecipes.ReadRecipe(content), ConfirmationOf(confirmation))) is { } recipe
                && book.Has(recipe.Recipe.Ladder)
            )
            {
                book.Add(recipe);
            }
        }

        foreach (
            var (kind, content) in await connection.QueryAsync<(string, string)>("select kind, content from own_profile order by published_at, id, version")
        )
        {
            if (kind == ProfileStore.Face && Read(() => JsonSerializer.Deserialize(content, CoreJson.Default.FaceLimits)) is { } limits)
            {
                book.Add(limits);
            }
            else if (kind == ProfileStore.Budget && Read(() => JsonSerializer.Deserialize(content, CoreJson.Default.BudgetProfile)) is { } budget)
            {
                book.Add(budget);
            }
        }

        return book;
    }

    /// <summary>A recipe's versions, the newest first.</summary>
    public async Task<IReadOnlyList<RecipeVersion>> VersionsAsync(string id)
    {
        await using var connection = await database.OpenAsync();
        var rows = await connection.QueryAsync<(int Version, DateTime At, string? By, string? Confirmation, string? ConfirmedBy)>(
            """
            select recipe.version, recipe.published_at, by.name, recipe.confirmation, confirmer.name from recipe
            left join person by on by.id = recipe.published_by left join person confirmer on confirmer.id = (recipe.confirmation::jsonb ->> 'person')::uuid
            where recipe.id = @id order by version desc
            """,
            new { id }
        );
        return [.. rows.Select(r => new RecipeVersion(r.Version, r.At, r.By, ConfirmationOf(r.Confirmation), r.ConfirmedBy))];
    }

    /// <summary>Notes that a version was compared with the maker's sheet; a later note takes the earlier one's place.</summary>
    public async Task ConfirmAsync(RecipeRef recipe, Confirmation confirmation)
    {
        await using var connection = await database.OpenAsync();
        await connection.ExecuteAsync(
            "update recipe set confirmation = @text where id = @Id and version = @Version",
            new
            {
                text = JsonSerializer.Serialize(confirmation, CoreJson.Default.Confirmation),
                recipe.Id,
                recipe.Version,
            }
        );
    }

    /// <summary>Ids of recipes that are offered no more.</summary>
    public async Task<IReadOnlySet<string>> RetiredAsync()
    {
        await using var connection = await database.OpenAsync();
        return (await connection.QueryAsync<string>("select recipe_id from recipe_retired")).ToHashSet();
    }

    /// <param name="reason">Null to offer it again.</param>
    public async Task RetireAsync(string id, string? reason, Guid by)
    {
        await using var connection = await database.OpenAsync();
        await connection.ExecuteAsync(
            reason is null
                ? "delete from recipe_retired where recipe_id = @id"
                : """
                insert into recipe_retired (recipe_id, retired_by, reason) values (@id, @by, @reason)
                on conflict (recipe_id) do update set reason = excluded.reason, retired_by = excluded.retired_by
                """,
            new
            {
                id,
                by,
                reason,
            }
        );
    }

    private static T? Read<T>(Func<T?> read)
        where T : class
    {
        try
        {
            return read();
        }
        catch (Exception fault) when (fault is JsonException or NotSupportedException or ArgumentException or FormatException)
        {
            return null;
        }
    }

    private static Confirmation? ConfirmationOf(string? text) => text is null ? null : JsonSerializer.Deserialize(text, CoreJson.Default.Confirmation);
}
