using System.Text.Json.Serialization;

namespace Rhabdon.Core.Catalog;

[JsonConverter(typeof(JsonStringEnumConverter<FiberMode>))]
public enum FiberMode
{
    [JsonStringEnumMemberName("multimode")]
    Multimode,

    [JsonStringEnumMemberName("single-mode")]
    SingleMode,
}
