using System.Reflection;
using System.Text.Json.Serialization;

namespace Rhabdon.Core;

/// <summary>The names that enums have in JSON: the store keeps them, and keys of phrases are made from them.</summary>
public static class JsonNames
{
    public static string Of<TEnum>(TEnum value)
        where TEnum : struct, Enum => Names<TEnum>.All[value];

    public static string? Of<TEnum>(TEnum? value)
        where TEnum : struct, Enum => value is { } given ? Of(given) : null;

    /// <exception cref="InvalidOperationException">No value has this name.</exception>
    public static TEnum Read<TEnum>(string name)
        where TEnum : struct, Enum => Names<TEnum>.All.First(n => n.Value == name).Key;

    private static class Names<TEnum>
        where TEnum : struct, Enum
    {
        public static readonly Dictionary<TEnum, string> All = Enum.GetValues<TEnum>()
            .ToDictionary(v => v, v => typeof(TEnum).GetField(v.ToString())!.GetCustomAttribute<JsonStringEnumMemberNameAttribute>()?.Name ?? v.ToString());
    }
}
