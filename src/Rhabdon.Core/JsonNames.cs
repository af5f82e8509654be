using System.Reflection;
using System.Text.Json.Serialization;

namespace Rhabdon.Core;

/// <summary>The names that enums have in JSON, from which keys of phrases are made.</summary>
internal static class JsonNames
{
    public static string Of<TEnum>(TEnum value)
        where TEnum : struct, Enum =>
        typeof(TEnum).GetField(value.ToString())!.GetCustomAttribute<JsonStringEnumMemberNameAttribute>()?.Name ?? value.ToString();
}
