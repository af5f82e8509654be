using System.Text.Json.Serialization;

namespace Rhabdon.Core.Catalog;

[JsonConverter(typeof(EnumNames<CableEnd>))]
public enum CableEnd
{
    [JsonStringEnumMemberName("near")]
    Near,

    [JsonStringEnumMemberName("far")]
    Far,
}
