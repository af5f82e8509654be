using System.Text.Json.Serialization;

namespace Rhabdon.Core.Catalog;

[JsonConverter(typeof(EnumNames<FiberMode>))]
public enum FiberMode
{
    [JsonStringEnumMemberName("multimode")]
    Multimode,

    [JsonStringEnumMemberName("single-mode")]
    SingleMode,
}
