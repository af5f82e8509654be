using System.Text.Json.Serialization;

namespace Rhabdon.Core.Causes;

/// <summary>Why a link loses more than it should.</summary>
[JsonConverter(typeof(EnumNames<Cause>))]
public enum Cause
{
    /// <summary>A dirty end face, of the link or of a cord.</summary>
    [JsonStringEnumMemberName("dirt")]
    Dirt,

    /// <summary>The fiber is not seated: a gap in the connector.</summary>
    [JsonStringEnumMemberName("gap")]
    Gap,

    /// <summary>A bad cleave: the faces stand at an angle.</summary>
    [JsonStringEnumMemberName("cleave")]
    Cleave,

    /// <summary>The cores do not meet: a lateral offset.</summary>
    [JsonStringEnumMemberName("offset")]
    Offset,

    /// <summary>The fiber is cracked in the ferrule or connector.</summary>
    [JsonStringEnumMemberName("cracked")]
    Cracked,

    /// <summary>Badly polished, or adhesive left on the face.</summary>
    [JsonStringEnumMemberName("polish")]
    Polish,

    /// <summary>The reference is wrong, or a test cord is worn.</summary>
    [JsonStringEnumMemberName("reference")]
    Reference,

    /// <summary>A bend or pinch along the fiber.</summary>
    [JsonStringEnumMemberName("bend")]
    Bend,

    /// <summary>Two kinds of fiber are mixed: 50 and 62.5 µm, or single-mode and multimode.</summary>
    [JsonStringEnumMemberName("fiber-mix")]
    FiberMix,

    /// <summary>An angled face is mated to a straight one.</summary>
    [JsonStringEnumMemberName("apc-to-upc")]
    ApcToUpc,

    /// <summary>Nothing is broken: length and joints add up to more than the limit.</summary>
    [JsonStringEnumMemberName("over-budget")]
    OverBudget,

    [JsonStringEnumMemberName("other")]
    Other,
}
