using System.Text.Json.Serialization;

namespace Rhabdon.Core.Recipes;

[JsonConverter(typeof(EnumNames<ReadingGrade>))]
public enum ReadingGrade
{
    [JsonStringEnumMemberName("good")]
    Good,

    [JsonStringEnumMemberName("doubtful")]
    Doubtful,

    [JsonStringEnumMemberName("bad")]
    Bad,
}
