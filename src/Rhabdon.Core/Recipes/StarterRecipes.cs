using System.Text.Json;

namespace Rhabdon.Core.Recipes;

/// <summary>The recipes and ladders that ship with Rhabdon, read from the data files beside this one.</summary>
public static class StarterRecipes
{
    public static IEnumerable<Recipe> Recipes() => Files("recipes/").Select(ReadRecipe);

    public static IEnumerable<Ladder> Ladders() => Files("ladders/").Select(ReadLadder);

    /// <exception cref="JsonException">The text is no recipe; the message names the place.</exception>
    public static Recipe ReadRecipe(string json) =>
        JsonSerializer.Deserialize(json, CoreJson.Default.Recipe) ?? throw new JsonException("A recipe file holds a recipe, not null.");

    /// <exception cref="JsonException">The text is no ladder; the message names the place.</exception>
    public static Ladder ReadLadder(string json) =>
        JsonSerializer.Deserialize(json, CoreJson.Default.Ladder) ?? throw new JsonException("A ladder file holds a ladder, not null.");

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
