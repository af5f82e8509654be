using System.Text.Json;
using System.Text.Json.Nodes;
using System.Text.Json.Schema;
using Rhabdon.Core;
using Rhabdon.Core.EndFaces;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Units;

namespace Rhabdon.Documents;

/// <summary>The open formats as JSON Schema (draft 2020-12), taken from the very types that read and write them. Kept in docs/schemas/.</summary>
public static class FileSchemas
{
    // No more than LengthText reads: a unit, no fraction over nothing, and so few digits before it that 100 km are never passed.
    private const string Fraction = "[0-9]{1,4}/(?!0+ *[^0-9])[0-9]{1,4} ?(?:mm|cm|m|µm|μm|um|in|\"|″)";
    private const string LengthPattern = $"^(?:(?:[0-9]{{1,3}}[ -]+)?{Fraction}|{Small} ?(?:mm|µm|μm|um)|{Large} ?(?:cm|m|in|\"|″))$";
    private const string Small = @"(?:[0-9]{1,8}(?:\.[0-9]{1,9})?|\.[0-9]{1,9})";
    private const string Large = @"(?:[0-9]{1,5}(?:\.[0-9]{1,9})?|\.[0-9]{1,9})";

    private const int MostLength = LengthText.MaxCharacters;

    /// <summary>Each schema by the name of its file.</summary>
    public static IReadOnlyDictionary<string, string> All { get; } =
        new Dictionary<string, string>
        {
            ["job.schema.json"] = Text(FileJson.Default.Options, typeof(JobFile), "A Rhabdon job"),
            ["recipe.schema.json"] = Text(CoreJson.Default.Options, typeof(Recipe), "A Rhabdon recipe"),
            ["ladder.schema.json"] = Text(CoreJson.Default.Options, typeof(ReworkLadder), "A Rhabdon ladder of rework"),
            ["limits.schema.json"] = Text(CoreJson.Default.Options, typeof(FaceLimits), "Rhabdon limits of end faces"),
        };

    private static string Text(JsonSerializerOptions options, Type type, string title)
    {
        var exporting = new JsonSchemaExporterOptions { TreatNullObliviousAsNonNullable = true, TransformSchemaNode = Transform };
        var schema = options.GetJsonSchemaAsNode(type, exporting).AsObject();
        schema.Insert(0, "$schema", "https://json-schema.org/draft/2020-12/schema");
        schema.Insert(1, "title", title);
        return schema.ToJsonString(new JsonSerializerOptions { WriteIndented = true, NewLine = "\n" }) + "\n";
    }

    // The exporter cannot see into a converter of our own.
    private static JsonNode Transform(JsonSchemaExporterContext context, JsonNode schema) =>
        context.TypeInfo.Type == typeof(Length) || context.TypeInfo.Type == typeof(Length?)
            ? new JsonObject
            {
                ["type"] = "string",
                ["pattern"] = LengthPattern,
                ["maxLength"] = MostLength,
                ["description"] = "A length with its unit: 30 mm, 118 m, 1 3/16 in.",
            }
        : context.TypeInfo.Type == typeof(Wording)
            ? new JsonObject
            {
                ["type"] = "object",
                ["additionalProperties"] = new JsonObject { ["type"] = "string" },
                ["description"] = "Text by language tag.",
            }
        : schema;
}
