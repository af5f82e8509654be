using System.Text.Json;

namespace Rhabdon.Core.Recipes;

/// <summary>The recipes and ladders that ship with Rhabdon, read from the data files beside this one.</summary>
public static class StarterRecipes
{
    /// <summary>Each with its polishing sequences written in.</summary>
    public static IEnumerable<Recipe> Recipes()
    {
        var sequences = Sequences().ToList();
        return Files("recipes/").Select(ReadRecipe).Select(r => r.With(sequences));
    }

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
