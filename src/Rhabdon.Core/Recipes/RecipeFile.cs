using System.Text.Json;
using System.Text.Json.Serialization.Metadata;

namespace Rhabdon.Core.Recipes;

/// <summary>A recipe as it goes from one house to another, with the ladder it refers to when that is new there too.</summary>
/// <param name="Ladder">Null when the ladder is published already.</param>
public sealed record RecipeFile(Recipe Recipe, ReworkLadder? Ladder = null)
{
    private static readonly JsonSerializerOptions Strict = new(CoreJson.Default.Options)
    {
        TypeInfoResolver = CoreJson.Default.WithAddedModifier(NoNulls.Refuse),
    };

    /// <summary>Reads a file from anywhere, what it leaves to others written in.</summary>
    /// <exception cref="JsonException">The text is no recipe file; the path names the place.</exception>
    /// <exception cref="KeyNotFoundException">It refers to a polishing sequence, a step or a cable end that is not there.</exception>
    public static RecipeFile Read(ReadOnlySpan<char> json)
    {
        var file = JsonSerializer.Deserialize(json, (JsonTypeInfo<RecipeFile>)Strict.GetTypeInfo(typeof(RecipeFile)))
            ?? throw new JsonException("A recipe file holds a recipe, not null.");
        return file with { Recipe = StarterRecipes.Whole(file.Recipe) };
    }
}
