using System.Reflection;
using System.Text.Json.Serialization;
using Rhabdon.Core.Bench;

namespace Rhabdon.Data;

/// <summary>Kinds of streams as they stand in the store: by the names that they have in JSON.</summary>
internal static class StreamKindNames
{
    private static readonly Dictionary<StreamKind, string> Names = Enum.GetValues<StreamKind>()
        .ToDictionary(k => k, k => typeof(StreamKind).GetField(k.ToString())!.GetCustomAttribute<JsonStringEnumMemberNameAttribute>()!.Name);

    public static string Of(StreamKind kind) => Names[kind];

    /// <exception cref="InvalidOperationException">No kind has this name.</exception>
    public static StreamKind Named(string name) => Names.First(n => n.Value == name).Key;
}
