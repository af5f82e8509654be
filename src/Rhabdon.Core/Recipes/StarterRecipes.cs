using System.Text.Json;

namespace Rhabdon.Core.Recipes;

/// <summary>The recipes and ladders that ship with Rhabdon, read from the data files beside this one.</summary>
public static class StarterRecipes
{
    /// <summary>Each with its polishing sequences and the steps of its cable end written in.</summary>
    public static IEnumerable<Recipe> Recipes() => Files("recipes/").Select(ReadRecipe).Select(Whole);

    /// <summary>The recipe with all that its file leaves to others written in.</summary>
    /// <exception cref="KeyNotFoundException">It refers to what is not there.</exception>
    public static Recipe Whole(Recipe recipe) => recipe.With([.. Sequences()]).With([.. Ends()]);

    public static IEnumerable<EndSequence> Ends() =>
        Files("ends/")
            .Select(json =>
                JsonSerializer.Deserialize(json, CoreJson.Default.EndSequence) ?? throw new JsonException("A file of a cable end holds its steps, not null.")
            );

    public static IEnumerable<PolishingSequence> Sequences() =>
        Files("polishing/")
            .Select(json =>
                JsonSerializer.Deserialize(json, CoreJson.Default.PolishingSequence) ?? throw new JsonException("A polishing file holds a sequence, not null.")
            );

    public static IEnumerable<ReworkLadder> Ladders() => Files("ladders/").Select(ReadLadder);

    /// <summary>All of them as a fresh database publishes them: each in its first version.</summary>
    public static RecipeBook Book()
    {
        var book = new RecipeBook();
        foreach (var ladder in Ladders())
        {
            book.Add(new PublishedReworkLadder(new ReworkLadderRef(ladder.Id, 1), ladder));
        }

        foreach (var recipe in Recipes())
        {
            book.Add(new PublishedRecipe(new RecipeRef(recipe.Id, 1), recipe with { Ladder = recipe.Ladder with { Version = 1 } }));
        }

        return book;
    }

    /// <exception cref="JsonException">The text is no recipe; the message names the place.</exception>
    public static Recipe ReadRecipe(string json) =>
        JsonSerializer.Deserialize(json, CoreJson.Default.Recipe) ?? throw new JsonException("A recipe file holds a recipe, not null.");

    /// <exception cref="JsonException">The text is no ladder; the message names the place.</exception>
    public static ReworkLadder ReadLadder(string json) =>
        JsonSerializer.Deserialize(json, CoreJson.Default.ReworkLadder) ?? throw new JsonException("A ladder file holds a ladder, not null.");

    private static IEnumerable<string> Files(string folder)
    {
        var assembly = typeof(StarterRecipes).Assembly;
        foreach (var name in assembly.GetManifestResourceNames().Where(n => n.StartsWith(folder, StringComparison.Ordinal)).Order(StringComparer.Ordinal))
        {
            using var reader = new StreamReader(assembly.GetManifestResourceStream(name)!);
            yield return reader.ReadToEnd();
        }
    }
}
