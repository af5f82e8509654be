using System.Text.Json.Serialization;

namespace Rhabdon.Core.Recipes;

/// <summary>One text of a recipe in each language it has been written in, by language tag.</summary>
[JsonConverter(typeof(WordingJsonConverter))]
public sealed record Wording(IReadOnlyDictionary<string, string> ByLanguage)
{
    /// <summary>The text in <paramref name="language"/>, or in English, or whatever there is.</summary>
    public string In(string language) =>
        ByLanguage.GetValueOrDefault(language) ?? ByLanguage.GetValueOrDefault("en") ?? ByLanguage.Values.FirstOrDefault() ?? string.Empty;
}
