using System.Security.Cryptography;
using System.Text;
using System.Text.Json;
using System.Text.Json.Nodes;
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
        await new RecipeStore(database).PublishShippedAsync();
    }

    public async ValueTask DisposeAsync() => await database.Source.DisposeAsync();

    [Fact]
    public async Task Migrating_and_publishing_again_changes_nothing()
    {
        await database.MigrateAsync();
        await new RecipeStore(database).PublishShippedAsync();
        Assert.Equal(Newest("recipe", "M4"), (await new RecipeStore(database).BookAsync()).Latest("M4")!.Ref.Version);
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
                insert into ladder (id, version, content, published_by) values ('wedge-lock', @version, @content, @id)
                """,
                new
                {
                    id = Guid.CreateVersion7(),
                    version = Newest("ladder", "wedge-lock") + 1,
                    content = JsonSerializer.Serialize(shipped with { Signs = [.. shipped.Signs.Skip(1)] }, CoreJson.Default.ReworkLadder),
                }
            );
        }

        await store.PublishShippedAsync();
        var recipe = (await store.BookAsync()).Latest("M4")!;
        Assert.Equal((Newest("recipe", "M4"), Newest("ladder", "wedge-lock")), (recipe.Ref.Version, recipe.Recipe.Ladder.Version));
    }

    [Fact]
    public async Task A_faulty_recipe_is_not_published_and_names_its_fault()
    {
        var faulty = StarterRecipes.Recipes().Where(r => r.Id == "M4").Select(r => r with { Cuts = [r.Cuts[0] with { Length = Length.Zero }] });
        var fault = await Assert.ThrowsAsync<InvalidDataException>(() => new RecipeStore(database).PublishAsync(StarterRecipes.Ladders(), faulty));
        Assert.Contains("cuts[0].length", fault.Message, StringComparison.Ordinal);
        Assert.Equal(ShippedVersions.Kept.Count(v => v.Table == "recipe"), (await new RecipeStore(database).BookAsync()).Recipes.Count());
    }

    // ./rhabdon ship keeps them.
    [Fact]
    public void What_ships_is_kept_under_its_number_and_its_numbers_run_without_a_gap()
    {
        Assert.Empty(ShippedVersions.New().Select(v => v.Path));
        Assert.All(ShippedVersions.Kept.GroupBy(v => (v.Table, v.Id)), versions =>
            Assert.Equal(Enumerable.Range(1, versions.Count()), versions.Select(v => v.Version))
        );
    }

    // Written out, so that nobody changes a version that strands were begun by: its SHA-256 as it was first released.
    [Theory]
    [InlineData("recipe/M4.1.json", "8b6caaf047bb82b2c199979358b9e16c0cc44f49be7bd47451a5a912351da2e3")]
    [InlineData("ladder/wedge-lock.1.json", "3607c195acb3fc21a9bc06e019a6f20c270de7edf254484e82dae5a70e6293ff")]
    public void A_version_that_has_shipped_is_never_changed(string path, string sha256)
    {
        var content = ShippedVersions.Kept.Single(v => v.Path == path).Content;
        Assert.Equal(sha256, Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes(content))));
    }

    [Fact]
    public async Task A_fresh_database_has_every_version_that_ever_shipped_and_begins_with_the_newest()
    {
        var book = await new RecipeStore(database).BookAsync();
        Assert.All(ShippedVersions.Kept.Where(v => v.Table == "recipe"), v => Assert.NotNull(book.Find(new RecipeRef(v.Id, v.Version))));
        Assert.All(ShippedVersions.Kept.Where(v => v.Table == "recipe").GroupBy(v => v.Id), versions =>
            Assert.Equal(versions.Max(v => v.Version), book.Latest(versions.Key)!.Ref.Version)
        );
    }

    [Fact]
    public async Task Content_that_an_earlier_program_wrote_in_another_way_is_no_other_version()
    {
        await using var connection = await database.OpenAsync();
        var newest = (await new RecipeStore(database).BookAsync()).Latest("S2")!.Ref.Version;
        var content = await connection.QuerySingleAsync<string>("select content from recipe where id = 'S2' and version = @newest", new { newest });
        await connection.ExecuteAsync(
            "update recipe set content = @indented where id = 'S2' and version = @newest",
            new { newest, indented = JsonNode.Parse(content)!.ToJsonString(new JsonSerializerOptions { WriteIndented = true }) }
        );
        await new RecipeStore(database).PublishShippedAsync();
        Assert.Equal(newest, (await new RecipeStore(database).BookAsync()).Latest("S2")!.Ref.Version);
    }

    private static int Newest(string table, string id) => ShippedVersions.Kept.Where(v => v.Table == table && v.Id == id).Max(v => v.Version);
}
