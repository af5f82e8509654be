using System.Text.Json;
using System.Text.Json.Serialization;

namespace Rhabdon.Core.Units;

/// <summary>A length in JSON is text with its unit, so that a recipe file reads like a recipe and no unit is ever guessed.</summary>
public sealed class LengthJsonConverter : JsonConverter<Length>
{
    public override Length Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options)
    {
        var text = reader.TokenType == JsonTokenType.String ? reader.GetString() : null;
        return text is { Length: > 0 } && !char.IsDigit(text[^1]) && LengthText.TryParse(text, LengthUnit.Millimeter, out var length)
            ? length
            : throw new JsonException("A length is text with its unit, such as \"30 mm\" or \"1 3/16 in\".");
    }

    public override void Write(Utf8JsonWriter writer, Length value, JsonSerializerOptions options) => writer.WriteStringValue(value.ToString());
}
