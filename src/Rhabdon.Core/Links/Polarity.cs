using System.Text.Json.Serialization;

namespace Rhabdon.Core.Links;

/// <summary>How the positions of a duplex or a twelve-fiber connection go from one end to the other (TIA-568.3, from memory).</summary>
[JsonConverter(typeof(EnumNames<Polarity>))]
public enum Polarity
{
    /// <summary>Straight: 1 comes out at 1.</summary>
    [JsonStringEnumMemberName("a")]
    A,

    /// <summary>Reversed: 1 comes out at 12.</summary>
    [JsonStringEnumMemberName("b")]
    B,

    /// <summary>Pairs flipped: 1 comes out at 2, and 2 at 1.</summary>
    [JsonStringEnumMemberName("c")]
    C,
}

/// <summary>Where positions come out.</summary>
public static class PolarityTable
{
    /// <summary>Fibers of an array connector.</summary>
    public const int Array = 12;

    /// <summary>Fibers of a duplex connector.</summary>
    public const int Duplex = 2;

    /// <param name="position">From 1, over all connectors of a cable: 13 is the first of the second array.</param>
    /// <param name="width">Positions of one connector: <see cref="Duplex"/> or <see cref="Array"/>.</param>
    public static int Out(Polarity polarity, int position, int width)
    {
        var (group, place) = Math.DivRem(position - 1, width);
        return (group * width)
            + 1
            + polarity switch
            {
                Polarity.A => place,
                Polarity.B => width - 1 - place,
                _ => place ^ 1,
            };
    }
}

/// <summary>What the light of several strands says of a cable.</summary>
[JsonConverter(typeof(EnumNames<PolarityFinding>))]
public enum PolarityFinding
{
    /// <summary>Each comes out at its own port.</summary>
    [JsonStringEnumMemberName("straight")]
    Straight,

    /// <summary>Every pair is flipped, as method C does.</summary>
    [JsonStringEnumMemberName("pairs-flipped")]
    PairsFlipped,

    /// <summary>Each twelve is reversed, as method B does.</summary>
    [JsonStringEnumMemberName("reversed")]
    Reversed,

    /// <summary>Some strands changed places with one another; the others are straight.</summary>
    [JsonStringEnumMemberName("crossed")]
    Crossed,

    /// <summary>Neither.</summary>
    [JsonStringEnumMemberName("mixed")]
    Mixed,
}

/// <summary>Finds crossed strands, flipped pairs and reversed arrays from where light came out.</summary>
/// <param name="Crossed">Strands that changed places, two by two, the lower first.</param>
/// <param name="Astray">Strands whose light came out elsewhere, with no strand that came out at theirs.</param>
/// <param name="Dark">Strands whose light came out nowhere.</param>
public sealed record PolarityCheck(PolarityFinding Finding, IReadOnlyList<(int First, int Second)> Crossed, IReadOnlyList<int> Astray, IReadOnlyList<int> Dark)
{
    // Of fewer strands a whole cable's pattern cannot be told from a crossed pair.
    private const int FewestForPattern = 4;

    /// <param name="seen">By the strand that light went into, the strand at whose far port it was seen; null for nowhere.</param>
    public static PolarityCheck Of(IReadOnlyDictionary<int, int?> seen)
    {
        var lit = seen.Where(s => s.Value is not null).ToDictionary(s => s.Key, s => s.Value!.Value);
        var wrong = lit.Where(s => s.Key != s.Value).Select(s => s.Key).Order().ToList();
        var crossed = wrong.Where(s => s < lit[s] && lit.TryGetValue(lit[s], out var back) && back == s).Select(s => (s, lit[s])).ToList();
        var paired = crossed.SelectMany(c => (int[])[c.s, c.Item2]).ToHashSet();
        var astray = wrong.Where(s => !paired.Contains(s)).ToList();
        var dark = seen.Where(s => s.Value is null).Select(s => s.Key).Order().ToList();
        var finding =
            wrong.Count == 0 ? PolarityFinding.Straight
            : Is(Polarity.C, PolarityTable.Duplex) ? PolarityFinding.PairsFlipped
            : Is(Polarity.B, PolarityTable.Array) ? PolarityFinding.Reversed
            : astray.Count == 0 ? PolarityFinding.Crossed
            : PolarityFinding.Mixed;
        return new PolarityCheck(finding, crossed, astray, dark);

        bool Is(Polarity polarity, int width) => lit.Count >= FewestForPattern && lit.All(s => s.Value == PolarityTable.Out(polarity, s.Key, width));
    }
}
