using System.Text.Json.Serialization;

namespace Rhabdon.Core.EndFaces;

/// <summary>Something seen on an end face that does not belong there. Sizes in micrometers on the glass, places in pixels of the picture.</summary>
/// <param name="Zone">The strictest zone that it touches.</param>
/// <param name="Size">What is held against the limit: the width of a scratch, the equivalent diameter of anything else; above zero.</param>
/// <param name="Uncertainty">Of the size, either way, one standard deviation; zero or more.</param>
/// <param name="Contrast">Against what lies round it, as a share of the picture's range: below zero for darker, −1 to 1.</param>
/// <param name="Confidence">That it is there at all, 0 to 1.</param>
/// <param name="ReachesCore">True when it touches the core.</param>
public sealed record Finding(
    FindingKind Kind,
    Zone Zone,
    double Size,
    double Uncertainty,
    double Width,
    double Length,
    double X,
    double Y,
    double Contrast,
    double Confidence,
    bool ReachesCore = false
)
{
    /// <summary>Which of a zone's two limits it is held against.</summary>
    [JsonIgnore]
    public FindingClass Class => Kind == FindingKind.Scratch ? FindingClass.Scratch : FindingClass.Defect;

    /// <summary>
    /// True when no profile lets it pass and no polishing helps: a crack across core or cladding, a chip that reaches the core, broken glass (common practice).
    /// </summary>
    [JsonIgnore]
    public bool IsRefused => Kind == FindingKind.Shattered || (Kind == FindingKind.Crack && Zone <= Zone.B) || (Kind == FindingKind.Chip && ReachesCore);

    /// <summary>True when cleaning may take it off: then it is no verdict on the polish.</summary>
    [JsonIgnore]
    public bool MayComeOff => Kind is FindingKind.LooseDirt or FindingKind.Film;
}

[JsonConverter(typeof(EnumNames<FindingKind>))]
public enum FindingKind
{
    [JsonStringEnumMemberName("scratch")]
    Scratch,

    [JsonStringEnumMemberName("pit")]
    Pit,

    [JsonStringEnumMemberName("chip")]
    Chip,

    [JsonStringEnumMemberName("crack")]
    Crack,

    [JsonStringEnumMemberName("loose-dirt")]
    LooseDirt,

    /// <summary>A smear of oil or dried alcohol.</summary>
    [JsonStringEnumMemberName("film")]
    Film,

    /// <summary>Adhesive left by the polish.</summary>
    [JsonStringEnumMemberName("adhesive")]
    Adhesive,

    /// <summary>The glass lies below the ferrule, or is broken through.</summary>
    [JsonStringEnumMemberName("shattered")]
    Shattered,
}

[JsonConverter(typeof(EnumNames<FindingClass>))]
public enum FindingClass
{
    [JsonStringEnumMemberName("scratch")]
    Scratch,

    [JsonStringEnumMemberName("defect")]
    Defect,
}

/// <summary>A ring of the face, from the core outward.</summary>
[JsonConverter(typeof(EnumNames<Zone>))]
public enum Zone
{
    /// <summary>Core.</summary>
    A,

    /// <summary>Cladding.</summary>
    B,

    /// <summary>Adhesive.</summary>
    C,

    /// <summary>Contact: the ferrule.</summary>
    D,
}
