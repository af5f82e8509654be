using System.Reflection;
using System.Text.Json.Serialization;

namespace Rhabdon.Data;

/// <summary>Enums as they stand in the store: by the names that they have in JSON.</summary>
internal static class EnumText
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
