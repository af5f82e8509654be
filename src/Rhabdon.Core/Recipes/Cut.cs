using System.Text.Json.Serialization;
using Rhabdon.Core.Units;

namespace Rhabdon.Core.Recipes;

/// <summary>One cut: which layers come off, and where the new edge stands.</summary>
/// <param name="From">The edge it is measured from, as it stands when the cut is made.</param>
/// <param name="Length">From <paramref name="From"/> to the new edge; null while it must still be taken from the maker's sheet.</param>
/// <param name="Tolerance">Either way.</param>
/// <param name="Bite">Longest single pull of the stripper; null for one pull.</param>
/// <param name="Toward">Null for the usual: from the tip toward the closet, from any other edge toward the tip.</param>
/// <param name="When">Null for always.</param>
/// <param name="AtLeast">The length is a least: more is good.</param>
/// <param name="Standing">Where the length comes from; null where the recipe does not say.</param>
public sealed record Cut(
    string Id,
    IReadOnlyList<Layer> Layers,
    Edge From,
    Length Tolerance,
    Length? Length = null,
    Length? Bite = null,
    Toward? Toward = null,
    Condition? When = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingDefault)] bool AtLeast = false,
    FigureStanding? Standing = null
)
{
    /// <summary>The edge that this cut makes anew; null when it makes none, as when only aramid is trimmed.</summary>
    [JsonIgnore]
    public Edge? Makes =>
        Layers.Contains(Layer.Ribbon) ? Edge.Tip
        : Layers.Contains(Layer.Slit) ? Edge.SlitEnd
        : Layers.Contains(Layer.Sheath) ? Edge.SheathEdge
        : Layers.Contains(Layer.Jacket) ? Edge.JacketEdge
        : Layers.Contains(Layer.Tube) ? Edge.TubeEdge
        : Layers.Contains(Layer.Buffer) ? Edge.BufferEdge
        : Layers.Contains(Layer.Coating) ? Edge.CoatingEdge
        : null;

    /// <summary>True when bare glass begins at this cut's edge.</summary>
    [JsonIgnore]
    public bool BaresGlass => Layers.Contains(Layer.Coating);
}

/// <summary>A mark that cuts nothing: where the connector's entry must stand at contact, how far back a clamp goes, how far a jacket is slit.</summary>
/// <param name="AtLeast">The length is a least: more is good.</param>
/// <param name="Standing">Where the length comes from; null where the recipe does not say.</param>
public sealed record ReferenceMark(
    string Id,
    Wording Title,
    Edge From,
    Length Tolerance,
    Toward Toward,
    Length? Length = null,
    Condition? When = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingDefault)] bool AtLeast = false,
    FigureStanding? Standing = null
);

/// <summary>The cleave: glass left beyond the last edge.</summary>
/// <param name="Holds">What the cleaver must hold besides, so that a re-cleave can be made.</param>
/// <param name="Angle">Degrees off square; null for square.</param>
/// <param name="Standing">Where the length comes from; null where the recipe does not say.</param>
public sealed record Cleave(Length Length, Length Tolerance, Length Holds, decimal? Angle = null, FigureStanding? Standing = null);

/// <summary>Where a figure comes from. A lead's confirmation of the recipe stands over it.</summary>
[JsonConverter(typeof(EnumNames<FigureStanding>))]
public enum FigureStanding
{
    /// <summary>What the trade works by.</summary>
    [JsonStringEnumMemberName("practice")]
    Practice,

    /// <summary>Ours, because a plan is impossible without one: to be checked against the maker's sheet.</summary>
    [JsonStringEnumMemberName("house")]
    House,

    /// <summary>Taken from the maker's sheet.</summary>
    [JsonStringEnumMemberName("sheet")]
    Sheet,
}

/// <summary>Which way a length runs from its edge.</summary>
[JsonConverter(typeof(EnumNames<Toward>))]
public enum Toward
{
    [JsonStringEnumMemberName("tip")]
    Tip,

    [JsonStringEnumMemberName("closet")]
    Closet,
}

/// <summary>A layer of the cable end, outermost first.</summary>
[JsonConverter(typeof(EnumNames<Layer>))]
public enum Layer
{
    /// <summary>The outer sheath of a flat drop or a trunk.</summary>
    [JsonStringEnumMemberName("sheath")]
    Sheath,

    [JsonStringEnumMemberName("jacket")]
    Jacket,

    [JsonStringEnumMemberName("aramid")]
    Aramid,

    /// <summary>A furcation tube over a 250 µm fiber.</summary>
    [JsonStringEnumMemberName("tube")]
    Tube,

    /// <summary>The jacket slit open lengthwise; nothing comes off.</summary>
    [JsonStringEnumMemberName("slit")]
    Slit,

    /// <summary>A whole ribbon, cut to length.</summary>
    [JsonStringEnumMemberName("ribbon")]
    Ribbon,

    [JsonStringEnumMemberName("buffer")]
    Buffer,

    [JsonStringEnumMemberName("coating")]
    Coating,
}

/// <summary>An edge that lengths are measured from.</summary>
[JsonConverter(typeof(EnumNames<Edge>))]
public enum Edge
{
    /// <summary>The cable's tip as it was before any cut; of a ribbon, as it is once cut to length.</summary>
    [JsonStringEnumMemberName("tip")]
    Tip,

    [JsonStringEnumMemberName("sheath-edge")]
    SheathEdge,

    [JsonStringEnumMemberName("jacket-edge")]
    JacketEdge,

    [JsonStringEnumMemberName("tube-edge")]
    TubeEdge,

    [JsonStringEnumMemberName("buffer-edge")]
    BufferEdge,

    [JsonStringEnumMemberName("coating-edge")]
    CoatingEdge,

    /// <summary>Where a slit in the jacket ends, and the aramid leaves it.</summary>
    [JsonStringEnumMemberName("slit-end")]
    SlitEnd,

    /// <summary>The end of the cleaver's or tool's holder.</summary>
    [JsonStringEnumMemberName("holder-end")]
    HolderEnd,

    /// <summary>The mark made at the sleeve holder while the ribbon is routed.</summary>
    [JsonStringEnumMemberName("zero-mark")]
    ZeroMark,

    /// <summary>Where the cable enters the closure; not on the line of the fiber's end.</summary>
    [JsonStringEnumMemberName("entry")]
    Entry,
}
