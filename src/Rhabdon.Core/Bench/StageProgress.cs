using System.Text.Json.Serialization;

namespace Rhabdon.Core.Bench;

/// <summary>How far a strand is with a stage.</summary>
[JsonConverter(typeof(EnumNames<StageProgress>))]
public enum StageProgress
{
    [JsonStringEnumMemberName("done")]
    Done,

    [JsonStringEnumMemberName("now")]
    Now,

    [JsonStringEnumMemberName("next")]
    Next,
}
