using System.Text.Json.Serialization;

namespace Rhabdon.Core.Units;

/// <summary>The unit a person reads and types lengths in.</summary>
[JsonConverter(typeof(EnumNames<LengthUnit>))]
public enum LengthUnit
{
    [JsonStringEnumMemberName("mm")]
    Millimeter,

    [JsonStringEnumMemberName("in")]
    Inch,
}
