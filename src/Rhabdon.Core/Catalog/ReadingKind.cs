using System.Text.Json.Serialization;

namespace Rhabdon.Core.Catalog;

/// <summary>What kind of answer a step asks for. Each has a value of its own (<c>Verification/ReadingValue.cs</c>).</summary>
[JsonConverter(typeof(EnumNames<ReadingKind>))]
public enum ReadingKind
{
    /// <summary>Against the step's dimension.</summary>
    [JsonStringEnumMemberName("length")]
    Length,

    [JsonStringEnumMemberName("angle")]
    Angle,

    /// <summary>An insertion loss, positive.</summary>
    [JsonStringEnumMemberName("loss")]
    Loss,

    /// <summary>Negative: less is better.</summary>
    [JsonStringEnumMemberName("reflectance")]
    Reflectance,

    [JsonStringEnumMemberName("power")]
    Power,

    [JsonStringEnumMemberName("temperature")]
    Temperature,

    [JsonStringEnumMemberName("duration")]
    Duration,

    /// <summary>Of the step's counted strokes.</summary>
    [JsonStringEnumMemberName("count")]
    Count,

    /// <summary>One of the step's answers.</summary>
    [JsonStringEnumMemberName("choice")]
    Choice,

    /// <summary>One of the step's answers, which a picture of the end face may give.</summary>
    [JsonStringEnumMemberName("picture")]
    Picture,

    /// <summary>Of both ends that a splicer shows, left and right.</summary>
    [JsonStringEnumMemberName("angles")]
    Angles,

    [JsonStringEnumMemberName("text")]
    Text,
}
