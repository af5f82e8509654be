using System.Text.Json;
using Dapper;
using Npgsql;
using Rhabdon.Core;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Units;
using Rhabdon.Testing;

namespace Rhabdon.Data.Tests;

public sealed class RecipeStoreTests : IAsyncLifetime
{
    private readonly Database database = new(NpgsqlDataSource.Create(TestDatabase.New()));

    public async ValueTask InitializeAsync()
    {
        await database.MigrateAsync();
        await new RecipeStore(database).PublishAsync(StarterRecipes.Ladders(), StarterRecipes.Recipes());
    }

    public async ValueTask DisposeAsync() => await database.Source.DisposeAsync();

    [Fact]
    public async Task Migrating_and_publishing_again_changes_nothing()
    {
        await database.MigrateAsync();
        await new RecipeStore(database).PublishAsync(StarterRecipes.Ladders(), StarterRecipes.Recipes());
        Assert.Equal(1, (await new RecipeStore(database).BookAsync()).Latest("M4")!.Ref.Version);
    }

    [Fact]
    public async Task A_changed_length_becomes_the_next_version_beside_the_first()
    {
        var changed = StarterRecipes.Recipes().Where(r => r.Id == "M4").Select(r => r with { Cuts = [r.Cuts[0] with { Length = Length.Mm(36) }] });
        await new RecipeStore(database).PublishAsync(StarterRecipes.Ladders(), changed);
        var book = await new RecipeStore(database).BookAsync();
        Assert.Equal(Length.Mm(36), book.Latest("M4")!.Recipe.Cuts[0].Length);
        Assert.Equal(Length.Mm(30), book.Find(new RecipeRef("M4", 1))!.Recipe.Cuts[0].Length);
    }

    // A person's ladder has lost a symptom that the shipped recipe raises: the shipped one goes on by the ladder that it came with.
    [Fact]
    public async Task What_ships_is_checked_against_the_ladder_it_refers_to()
    {
        var (store, shipped) = (new RecipeStore(database), StarterRecipes.Ladders().Single(l => l.Id == "wedge-lock"));
        await using (var connection = await database.OpenAsync())
        {
            await connection.ExecuteAsync(
                """
                insert into person (id, name, sign_in, role) values (@id, 'Wren', 'wren', 'lead');
                insert into ladder (id, version, content, published_by) values ('wedge-lock', 2, @content, @id)
                """,
                new
                {
                    id = Guid.CreateVersion7(),
                    content = JsonSerializer.Serialize(shipped with { Signs = [.. shipped.Signs.Skip(1)] }, CoreJson.Default.ReworkLadder),
                }
            );
        }

        await store.PublishAsync(StarterRecipes.Ladders(), StarterRecipes.Recipes());
        var recipe = (await store.BookAsync()).Latest("M4")!;
        Assert.Equal((1, 1), (recipe.Ref.Version, recipe.Recipe.Ladder.Version));
    }

    [Fact]
    public async Task A_faulty_recipe_is_not_published_and_names_its_fault()
    {
        var faulty = StarterRecipes.Recipes().Where(r => r.Id == "M4").Select(r => r with { Cuts = [r.Cuts[0] with { Length = Length.Zero }] });
        var fault = await Assert.ThrowsAsync<InvalidDataException>(() => new RecipeStore(database).PublishAsync(StarterRecipes.Ladders(), faulty));
        Assert.Contains("cuts[0].length", fault.Message, StringComparison.Ordinal);
        Assert.Equal(StarterRecipes.Recipes().Count(), (await new RecipeStore(database).BookAsync()).Recipes.Count());
    }
}
