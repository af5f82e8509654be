using System.Text.Json.Serialization;

namespace Rhabdon.Core.Catalog;

/// <summary>What the light runs in: the nominal core of multimode glass in micrometers, or a single-mode core. Two fibers join only core to core.</summary>
[JsonConverter(typeof(EnumNames<FiberCore>))]
public enum FiberCore
{
    [JsonStringEnumMemberName("50")]
    Core50,

    [JsonStringEnumMemberName("62.5")]
    Core62,

    [JsonStringEnumMemberName("single-mode")]
    SingleMode,
}
