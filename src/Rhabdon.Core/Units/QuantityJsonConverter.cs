using System.Text.Json;
using System.Text.Json.Serialization;

namespace Rhabdon.Core.Units;

/// <summary>A quantity in JSON is text with its unit, so that no unit is ever guessed.</summary>
public sealed class QuantityJsonConverter<T> : JsonConverter<T>
    where T : struct, IQuantity<T>
{
    public override T Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options)
    {
        var text = reader.TokenType == JsonTokenType.String ? reader.GetString() : null;
        return text is { Length: > 0 } && !char.IsDigit(text[^1]) && QuantityText.TryParse<T>(text, out var quantity)
            ? quantity
            : throw new JsonException(
                $"A {typeof(T).Name} is text with its unit, such as \"{QuantityText.Write(T.Of(1))}\", from {T.Range.Least} to {T.Range.Most}."
            );
    }

    public override void Write(Utf8JsonWriter writer, T value, JsonSerializerOptions options) => writer.WriteStringValue(QuantityText.Write(value));
}
