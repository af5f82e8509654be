using System.Text.Json.Serialization;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.Units;

namespace Rhabdon.Core.Causes;

/// <summary>All that is known of a link that loses too much. Whatever nobody looked at is left out.</summary>
/// <param name="Readings">At least one; two wavelengths and both directions tell the most.</param>
/// <param name="Length">Of the link's fiber; null where nobody knows.</param>
/// <param name="Pairs">Mated pairs that the readings hold, the ends' among them. 0 to 20.</param>
/// <param name="Splices">0 to 40.</param>
/// <param name="Near">What is known of the near end.</param>
/// <param name="Far">What is known of the far end.</param>
/// <param name="Reflectance">The strongest that was seen, in dB, below zero.</param>
/// <param name="Neighbors">Other links measured over the same cords and reference.</param>
/// <param name="ReferenceHours">Since the reference was taken or last looked at and found good.</param>
/// <param name="IsReferenceInDoubt">A later look found the reference changed.</param>
/// <param name="IsUnstable">The reading moves when the link or a connector is touched; null where nobody tried.</param>
/// <param name="BendGlows">Red light shows along the cable, away from the ends; null where nobody looked.</param>
/// <param name="Priors">
/// Share of each cause before anything is known, in any unit; those left out keep their own. Null for the start figures.
/// </param>
public sealed record DiagnosisQuestion(
    FiberGrade Grade,
    IReadOnlyList<LossEvidence> Readings,
    Length? Length = null,
    int Pairs = 2,
    int Splices = 0,
    EndEvidence? Near = null,
    EndEvidence? Far = null,
    Decibel? Reflectance = null,
    NeighborEvidence? Neighbors = null,
    decimal? ReferenceHours = null,
    bool IsReferenceInDoubt = false,
    bool? IsUnstable = null,
    bool? BendGlows = null,
    IReadOnlyDictionary<Cause, decimal>? Priors = null
);

/// <param name="Wavelength">Nanometers: 850, 953, 1300, 1310, 1550.</param>
/// <param name="From">The end that light goes in at.</param>
/// <param name="Loss">In dB.</param>
/// <param name="Limit">That it is held to; null for none.</param>
public sealed record LossEvidence(int Wavelength, CableEnd From, Decibel Loss, Decibel? Limit = null);

/// <summary>What is known of one end.</summary>
/// <param name="Method">How its connector was put on; null where nobody knows.</param>
/// <param name="Polish">Of its face.</param>
/// <param name="Face">What was last seen on it; null where nobody looked.</param>
/// <param name="Glows">Red light shows at the connector; null where nobody looked.</param>
/// <param name="CleaveAngle">As measured.</param>
/// <param name="Estimate">The splicer's.</param>
/// <param name="SeatMark">How far the mark is from where it should be.</param>
/// <param name="Tries">Fixes in its last attempt, beyond the first go. 0 to 100.</param>
/// <param name="MinutesSinceCleaned">Null where nobody cleaned it, or nobody knows.</param>
/// <param name="Fiber">Of the stub, pigtail or cord there, where somebody read it; null where nobody did.</param>
/// <param name="IsToolSuspect">The tool, blade or lot that made it has failed more often than others.</param>
public sealed record EndEvidence(
    EndMethod? Method = null,
    Polish? Polish = null,
    FaceEvidence? Face = null,
    bool? Glows = null,
    Angle? CleaveAngle = null,
    Decibel? Estimate = null,
    Length? SeatMark = null,
    int Tries = 0,
    decimal? MinutesSinceCleaned = null,
    FiberGrade? Fiber = null,
    bool IsToolSuspect = false
);

/// <summary>How a connector was put on, as far as a cause may depend on it.</summary>
[JsonConverter(typeof(EnumNames<EndMethod>))]
public enum EndMethod
{
    /// <summary>The fiber is glued and polished at the face: anaerobic, heat-cured, hot-melt.</summary>
    [JsonStringEnumMemberName("polished")]
    Polished,

    /// <summary>A polished stub meets a cleaved fiber in gel.</summary>
    [JsonStringEnumMemberName("mechanical")]
    Mechanical,

    /// <summary>A polished stub or pigtail is fused on.</summary>
    [JsonStringEnumMemberName("fused")]
    Fused,
}

/// <summary>What was seen on an end face.</summary>
[JsonConverter(typeof(EnumNames<FaceEvidence>))]
public enum FaceEvidence
{
    [JsonStringEnumMemberName("clean")]
    Clean,

    [JsonStringEnumMemberName("dirty")]
    Dirty,

    [JsonStringEnumMemberName("scratched")]
    Scratched,

    [JsonStringEnumMemberName("adhesive")]
    Adhesive,

    [JsonStringEnumMemberName("chipped")]
    Chipped,

    [JsonStringEnumMemberName("cracked")]
    Cracked,
}

/// <param name="Links">How many. 1 or more.</param>
/// <param name="MeanExcess">How much more than expected they lose, in the mean; negative for less.</param>
public sealed record NeighborEvidence(int Links, Decibel MeanExcess);
