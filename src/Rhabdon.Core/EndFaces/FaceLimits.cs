using System.Text.Json.Serialization;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.Recipes;

namespace Rhabdon.Core.EndFaces;

/// <summary>What an end face may bear, zone by zone: data with a version of its own, the buyer's edition in place of ours wherever they differ.</summary>
/// <param name="FormatVersion">1.</param>
/// <param name="Id">Short and lasting: <c>sm-upc</c>.</param>
/// <param name="Version">Of its limits, from 1.</param>
/// <param name="Polishes">That it is taken for by itself; none for one that is only taken when named.</param>
/// <param name="Zones">From the core outward, each beginning where the one before ends.</param>
/// <param name="Source">Where the limits come from, in words.</param>
public sealed record FaceLimits(
    int FormatVersion,
    string Id,
    int Version,
    Wording Title,
    IReadOnlyList<FiberMode> Modes,
    IReadOnlyList<Polish> Polishes,
    IReadOnlyList<ZoneLimits> Zones,
    Wording Source
)
{
    public const int CurrentFormat = 1;

    /// <summary>The cores of the glass that it is for: the fiber says which, or whoever looks at a picture is asked.</summary>
    [JsonIgnore]
    public IReadOnlyList<FiberCore> Cores => [.. Enum.GetValues<FiberCore>().Where(c => Modes.Contains(c.Mode()))];

    public bool Serves(FiberMode mode, Polish polish) => Modes.Contains(mode) && Polishes.Contains(polish);

    /// <summary>The limits of a zone, or null when the profile does not judge it.</summary>
    public ZoneLimits? Of(Zone zone) => Zones.FirstOrDefault(z => z.Zone == zone);

    /// <summary>
    /// A mark's size as a share of the largest that its zone may bear; over 1 is too large. Null where any size may be there, or the zone is not judged;
    /// infinite where none may be.
    /// </summary>
    public double? ShareOf(Finding mark) =>
        Of(mark.Zone)?.Of(mark.Class) is not { } bands ? null
        : bands.Count == 0 ? double.PositiveInfinity
        : bands[^1].End is { } end ? mark.Size / (double)end
        : null;

    /// <summary>The zone at this distance from the fiber's center, in micrometers; null beyond the outermost. On a border the inner, stricter one.</summary>
    public Zone? At(double radius) => Zones.FirstOrDefault(z => radius <= (double)z.To / 2)?.Zone;

    /// <summary>
    /// The zone in which a mark is judged that comes so near to the fiber's center and reaches so far from it, micrometers: the strictest that it touches. The
    /// inner
    /// is the stricter, but for the adhesive, which may bear anything: what lies on it and reaches the contact zone is judged there.
    /// </summary>
    public Zone? Over(double nearest, double farthest) =>
        At(nearest) is { } zone
            ? zone == Zone.C && Of(Zone.D) is { } contact && farthest > (double)contact.From / 2
                ? Zone.D
                : zone
            : null;
}

/// <summary>A zone's ring, by its diameters in micrometers, and what it may bear.</summary>
public sealed record ZoneLimits(Zone Zone, decimal From, decimal To, IReadOnlyList<SizeBand> Scratches, IReadOnlyList<SizeBand> Defects)
{
    public IReadOnlyList<SizeBand> Of(FindingClass kind) => kind == FindingClass.Scratch ? Scratches : Defects;
}

/// <summary>How many marks of some sizes may be there. Bands stand from small to large; what is larger than the last may not be there at all.</summary>
/// <param name="UpTo">Largest size of the band, micrometers, itself included; null for a band without end.</param>
/// <param name="Below">In place of <paramref name="UpTo"/>, the size at which it ends, not itself included.</param>
/// <param name="Most">Null for any number.</param>
public sealed record SizeBand(decimal? UpTo = null, decimal? Below = null, int? Most = null)
{
    /// <summary>True when a mark of this size is not too large for the band.</summary>
    public bool Holds(double size) => Below is { } below ? size < (double)below : UpTo is not { } most || size <= (double)most;

    /// <summary>Where the band ends; null for never.</summary>
    public decimal? End => Below ?? UpTo;
}
