using Microsoft.AspNetCore.OpenApi;
using Microsoft.OpenApi;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Units;

namespace Rhabdon.Server.Hosting;

/// <summary>What the OpenAPI document cannot see by itself: the core's types with a form of their own in JSON.</summary>
internal static class ApiSchemas
{
    public static void Add(OpenApiOptions options) =>
        options.AddSchemaTransformer(
            (schema, context, _) =>
            {
                var type = context.JsonTypeInfo.Type;
                if (type == typeof(Length))
                {
                    schema.Type = JsonSchemaType.String;
                }
                else if (type == typeof(Length?))
                {
                    schema.Type = JsonSchemaType.String | JsonSchemaType.Null;
                }
                else if (type == typeof(Wording))
                {
                    (schema.Type, schema.AdditionalProperties) = (JsonSchemaType.Object, new OpenApiSchema { Type = JsonSchemaType.String });
                }

                return Task.CompletedTask;
            }
        );
}
