using System.Text.Json.Serialization;

namespace Rhabdon.Core.Links;

/// <summary>The twelve colors of strands, in the order of TIA-598 (from memory).</summary>
[JsonConverter(typeof(EnumNames<ColorName>))]
public enum ColorName
{
    [JsonStringEnumMemberName("blue")]
    Blue,

    [JsonStringEnumMemberName("orange")]
    Orange,

    [JsonStringEnumMemberName("green")]
    Green,

    [JsonStringEnumMemberName("brown")]
    Brown,

    [JsonStringEnumMemberName("slate")]
    Slate,

    [JsonStringEnumMemberName("white")]
    White,

    [JsonStringEnumMemberName("red")]
    Red,

    [JsonStringEnumMemberName("black")]
    Black,

    [JsonStringEnumMemberName("yellow")]
    Yellow,

    [JsonStringEnumMemberName("violet")]
    Violet,

    [JsonStringEnumMemberName("rose")]
    Rose,

    [JsonStringEnumMemberName("aqua")]
    Aqua,
}
