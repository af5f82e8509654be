using System.Text.Json;

namespace Rhabdon.Core.Recipes;

/// <summary>One place at which two versions of a recipe differ.</summary>
/// <param name="Place">Path in the JSON, list entries by their id: <c>cuts[buffer].length</c>.</param>
/// <param name="Before">As JSON; null when it is new.</param>
/// <param name="After">As JSON; null when it is gone.</param>
public sealed record RecipeChange(string Place, string? Before, string? After);

/// <summary>What is different between two versions.</summary>
public static class RecipeDiff
{
    public static IReadOnlyList<RecipeChange> Between(Recipe before, Recipe after)
    {
        var (old, now) = (Leaves(before), Leaves(after));
        return
        [
            .. old
                .Keys.Union(now.Keys)
                .Where(place => old.GetValueOrDefault(place) != now.GetValueOrDefault(place))
                .Select(place => new RecipeChange(place, old.GetValueOrDefault(place), now.GetValueOrDefault(place))),
        ];
    }

    private static Dictionary<string, string> Leaves(Recipe recipe)
    {
        var leaves = new Dictionary<string, string>();
        Gather(JsonSerializer.SerializeToElement(recipe, CoreJson.Default.Recipe), string.Empty, leaves);
        return leaves;
    }

    private static void Gather(JsonElement element, string place, Dictionary<string, string> leaves)
    {
        switch (element.ValueKind)
        {
            case JsonValueKind.Object:
                foreach (var member in element.EnumerateObject())
                {
                    Gather(member.Value, place.Length == 0 ? member.Name : $"{place}.{member.Name}", leaves);
                }

                break;
            case JsonValueKind.Array when element.EnumerateArray().All(e => e.ValueKind == JsonValueKind.Object):
                var index = 0;
                foreach (var entry in element.EnumerateArray())
                {
                    Gather(entry, $"{place}[{NameOf(entry, index)}]", leaves);
                    index++;
                }

                break;
            default:
                leaves[place] = element.ValueKind == JsonValueKind.String ? element.GetString()! : element.GetRawText();
                break;
        }
    }

    // An entry goes by its id, else by its place in the list.
    private static string? NameOf(JsonElement entry, int index) =>
        entry.TryGetProperty("id", out var id) ? id.GetString() : index.ToString(System.Globalization.CultureInfo.InvariantCulture);
}
