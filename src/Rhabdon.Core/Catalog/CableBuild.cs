using System.Text.Json.Serialization;

namespace Rhabdon.Core.Catalog;

/// <summary>What the installer has in hand at the end of a strand.</summary>
[JsonConverter(typeof(EnumNames<CableBuild>))]
public enum CableBuild
{
    [JsonStringEnumMemberName("tight-buffer-900")]
    TightBuffer900,

    [JsonStringEnumMemberName("furcation-900")]
    Furcation900,

    [JsonStringEnumMemberName("cordage-1.6")]
    Cordage16,

    [JsonStringEnumMemberName("cordage-2.0")]
    Cordage20,

    [JsonStringEnumMemberName("cordage-3.0")]
    Cordage30,

    [JsonStringEnumMemberName("flat-drop")]
    FlatDrop,

    [JsonStringEnumMemberName("ribbon-12")]
    Ribbon12,
}
