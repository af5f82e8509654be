using System.Text.Json.Serialization;

namespace Rhabdon.Core.Recipes;

/// <summary>One text of a recipe in each language it has been written in, by language tag. Two are equal when they say the same.</summary>
[JsonConverter(typeof(WordingJsonConverter))]
public sealed record Wording(IReadOnlyDictionary<string, string> ByLanguage)
{
    /// <summary>The text in <paramref name="language"/>, or in English, or whatever there is.</summary>
    public string In(string language) =>
        ByLanguage.GetValueOrDefault(language) ?? ByLanguage.GetValueOrDefault("en") ?? ByLanguage.Values.FirstOrDefault() ?? string.Empty;

    public bool Equals(Wording? other) =>
        other is not null && other.ByLanguage.Count == ByLanguage.Count && ByLanguage.All(t => other.ByLanguage.GetValueOrDefault(t.Key) == t.Value);

    public override int GetHashCode() => In("en").GetHashCode(StringComparison.Ordinal);
}
