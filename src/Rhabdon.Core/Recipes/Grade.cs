using System.Text.Json.Serialization;

namespace Rhabdon.Core.Recipes;

[JsonConverter(typeof(EnumNames<Grade>))]
public enum Grade
{
    [JsonStringEnumMemberName("good")]
    Good,

    [JsonStringEnumMemberName("doubtful")]
    Doubtful,

    [JsonStringEnumMemberName("bad")]
    Bad,
}
