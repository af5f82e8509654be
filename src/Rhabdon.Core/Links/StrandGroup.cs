using System.Text.Json.Serialization;
using Rhabdon.Core.Catalog;

namespace Rhabdon.Core.Links;

/// <summary>What holds a dozen strands of a cable together.</summary>
[JsonConverter(typeof(EnumNames<StrandGrouping>))]
public enum StrandGrouping
{
    /// <summary>The cable has one dozen at most: nothing to tell apart.</summary>
    [JsonStringEnumMemberName("none")]
    None,

    [JsonStringEnumMemberName("tube")]
    Tube,

    [JsonStringEnumMemberName("ribbon")]
    Ribbon,
}

/// <summary>The tube or ribbon of a strand: a dozen to each, in the order and colors of the strands themselves. After TIA-598 (from memory).</summary>
/// <param name="Number">Counted from 1.</param>
public sealed record StrandGroup(int Number, StrandColor Color)
{
    private const int Dozen = 12;

    /// <summary>The group of strand <paramref name="strand"/>, counted from 1.</summary>
    /// <exception cref="ArgumentOutOfRangeException">Below 1.</exception>
    public static StrandGroup Of(int strand)
    {
        ArgumentOutOfRangeException.ThrowIfLessThan(strand, 1);
        var number = ((strand - 1) / Dozen) + 1;
        return new StrandGroup(number, StrandColor.Of(number));
    }

    /// <summary>How the strands of a cable are held together.</summary>
    public static StrandGrouping In(CableBuild build, int strands) =>
        build == CableBuild.Ribbon12 ? StrandGrouping.Ribbon
        : strands > Dozen ? StrandGrouping.Tube
        : StrandGrouping.None;
}
