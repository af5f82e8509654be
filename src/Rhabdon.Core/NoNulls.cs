using System.Collections;
using System.Text.Json;
using System.Text.Json.Serialization.Metadata;

namespace Rhabdon.Core;

/// <summary>Refuses null inside a list when it is read, as the serializer itself refuses null for a member that may not be null.</summary>
public static class NoNulls
{
    /// <summary>For <see cref="JsonTypeInfoResolver.WithAddedModifier"/>.</summary>
    public static void Refuse(JsonTypeInfo info)
    {
        if (info.Kind != JsonTypeInfoKind.Object)
        {
            return;
        }

        // Without its kind nobody can say what it is to be: the reader's fault, not ours.
        if (info.Type.IsAbstract && info.PolymorphismOptions is { } kinds)
        {
            info.CreateObject = () =>
                throw new JsonException(
                    $"'{kinds.TypeDiscriminatorPropertyName}' is missing: give one of {string.Join(", ", kinds.DerivedTypes.Select(k => k.TypeDiscriminator))}."
                );
        }

        var lists = info.Properties.Where(p => p.Get is not null && IsListOfObjects(p.PropertyType)).ToArray();
        if (lists.Length > 0)
        {
            info.OnDeserialized += read => Check(read, lists);
        }
    }

    private static bool IsListOfObjects(Type type) =>
        type.IsGenericType && type.GetGenericTypeDefinition() == typeof(IReadOnlyList<>) && !type.GetGenericArguments()[0].IsValueType;

    private static void Check(object read, JsonPropertyInfo[] lists)
    {
        foreach (var list in lists)
        {
            if (list.Get!(read) is IEnumerable items && items.Cast<object?>().Contains(null))
            {
                throw new JsonException($"'{list.Name}' holds null.");
            }
        }
    }
}
