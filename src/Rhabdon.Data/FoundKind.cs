using System.Text.Json.Serialization;
using Rhabdon.Core;

namespace Rhabdon.Data;

/// <summary>What a search may find.</summary>
[JsonConverter(typeof(EnumNames<FoundKind>))]
public enum FoundKind
{
    [JsonStringEnumMemberName("job")]
    Job,

    [JsonStringEnumMemberName("cable")]
    Cable,

    /// <summary>The end of a strand, by its port's label.</summary>
    [JsonStringEnumMemberName("end")]
    End,
}
