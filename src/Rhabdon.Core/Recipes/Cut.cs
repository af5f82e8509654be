using System.Text.Json.Serialization;
using Rhabdon.Core.Units;

namespace Rhabdon.Core.Recipes;

/// <summary>One cut: which layers come off, measured from which edge toward the closet.</summary>
/// <param name="Length">From <paramref name="From"/> to the new edge.</param>
/// <param name="Tolerance">Either way.</param>
/// <param name="Bite">Longest single pull of the stripper; null for one pull.</param>
public sealed record Cut(string Id, IReadOnlyList<Layer> Layers, Edge From, Length Length, Length Tolerance, Length? Bite = null);

/// <summary>The cleave: glass left beyond the buffer's edge.</summary>
/// <param name="Holds">What the cleaver must hold besides, so that a re-cleave can be made.</param>
public sealed record Cleave(Length Length, Length Tolerance, Length Holds);

/// <summary>A layer of the cable end, outermost first.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<Layer>))]
public enum Layer
{
    [JsonStringEnumMemberName("jacket")]
    Jacket,

    [JsonStringEnumMemberName("aramid")]
    Aramid,

    [JsonStringEnumMemberName("buffer")]
    Buffer,

    [JsonStringEnumMemberName("coating")]
    Coating,
}

/// <summary>An edge that lengths are measured from.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<Edge>))]
public enum Edge
{
    /// <summary>The cable's tip as it was before any cut.</summary>
    [JsonStringEnumMemberName("tip")]
    Tip,

    [JsonStringEnumMemberName("jacket-edge")]
    JacketEdge,

    [JsonStringEnumMemberName("buffer-edge")]
    BufferEdge,

    /// <summary>The end of the cleaver's or tool's holder.</summary>
    [JsonStringEnumMemberName("holder-end")]
    HolderEnd,
}
