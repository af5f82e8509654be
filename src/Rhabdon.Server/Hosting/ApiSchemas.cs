using System.Text.Json;
using Microsoft.AspNetCore.OpenApi;
using Microsoft.OpenApi;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Units;

namespace Rhabdon.Server.Hosting;

/// <summary>A request that was refused, as RFC 9457 problem details tell it.</summary>
/// <param name="Faults">Field by field what is wrong, and what would do; null where it is about no field.</param>
public sealed record RefusedRequest(string? Title, int Status, string? Detail, IReadOnlyList<FieldFault>? Faults);

/// <param name="Field">Where it lies: a field of the form, or a place in the file.</param>
public sealed record FieldFault(string Field, string Says);

/// <summary>What the OpenAPI document cannot see by itself: the core's types with a form of their own in JSON, and how a refusal looks.</summary>
internal static class ApiSchemas
{
    private static readonly HashSet<Type> Quantities = [typeof(Length), typeof(Decibel), typeof(DecibelMilliwatt), typeof(Temperature), typeof(Angle)];

    public static void Add(OpenApiOptions options) =>
        options
            .AddSchemaTransformer(
                (schema, context, _) =>
                {
                    var type = context.JsonTypeInfo.Type;
                    if (Quantities.Contains(type))
                    {
                        schema.Type = JsonSchemaType.String;
                    }
                    else if (Nullable.GetUnderlyingType(type) is { } inner && Quantities.Contains(inner))
                    {
                        schema.Type = JsonSchemaType.String | JsonSchemaType.Null;
                    }
                    else if (type == typeof(Wording))
                    {
                        (schema.Type, schema.AdditionalProperties) = (JsonSchemaType.Object, new OpenApiSchema { Type = JsonSchemaType.String });
                    }

                    return Task.CompletedTask;
                }
            )
            .AddOperationTransformer(TellRefusals)
            .AddDocumentTransformer(
                (document, _, _) =>
                {
                    DropNull(document);
                    RequireDiscriminators(document);
                    return Task.CompletedTask;
                }
            );

    // Any endpoint may refuse, and each does it alike.
    private static async Task TellRefusals(OpenApiOperation operation, OpenApiOperationTransformerContext context, CancellationToken cancel)
    {
        if (context.Document is { } document)
        {
            document.AddComponent(nameof(RefusedRequest), await context.GetOrCreateSchemaAsync(typeof(RefusedRequest), null, cancel));
            var told = new OpenApiMediaType { Schema = new OpenApiSchemaReference(nameof(RefusedRequest), document) };
            operation.Responses ??= [];
            operation.Responses["default"] = new OpenApiResponse
            {
                Description = "Refused",
                Content = new Dictionary<string, OpenApiMediaType> { ["application/problem+json"] = told },
            };
        }
    }

    // One kind of several always says which it is.
    private static void RequireDiscriminators(OpenApiDocument document)
    {
        var schemas = document.Components?.Schemas ?? new Dictionary<string, IOpenApiSchema>();
        foreach (var discriminator in schemas.Values.Select(s => s.Discriminator).OfType<OpenApiDiscriminator>())
        {
            foreach (var kind in discriminator.Mapping?.Values ?? [])
            {
                if (kind.Reference.Id is { } id && schemas.TryGetValue(id, out var found) && found is OpenApiSchema schema)
                {
                    (schema.Required ??= new HashSet<string>()).Add(discriminator.PropertyName!);
                }
            }
        }
    }

    // A property that may be null says so itself; its enum, or its quantity, is the same one as everywhere.
    private static void DropNull(OpenApiDocument document)
    {
        foreach (var quantity in Quantities)
        {
            if (document.Components?.Schemas?.TryGetValue(quantity.Name, out var found) == true && found is OpenApiSchema schema)
            {
                schema.Type = JsonSchemaType.String;
            }
        }

        foreach (var schema in document.Components?.Schemas?.Values.OfType<OpenApiSchema>() ?? [])
        {
            schema.Enum = schema.Enum is { Count: > 0 } values ? [.. values.Where(v => v?.GetValueKind() == JsonValueKind.String)] : schema.Enum;
        }
    }
}
