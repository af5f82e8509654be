using System.Text.Json;
using System.Text.Json.Serialization;

namespace Rhabdon.Core.Recipes;

/// <summary>A wording in JSON is an object from language tag to text: <c>{"en": "Boot on"}</c>.</summary>
public sealed class WordingJsonConverter : JsonConverter<Wording>
{
    public override Wording Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options) =>
        new(
            JsonSerializer.Deserialize(ref reader, CoreJson.Default.DictionaryStringString)
                ?? throw new JsonException("A wording is an object from language to text.")
        );

    public override void Write(Utf8JsonWriter writer, Wording value, JsonSerializerOptions options)
    {
        writer.WriteStartObject();
        foreach (var (language, text) in value.ByLanguage)
        {
            writer.WriteString(language, text);
        }

        writer.WriteEndObject();
    }
}
