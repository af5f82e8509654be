using System.Text.Json.Serialization;
using Rhabdon.Core.Recipes;

namespace Rhabdon.Core.Bench;

/// <summary>How far an end is, as lists and counts sort it. Every end is in one bucket.</summary>
[JsonConverter(typeof(EnumNames<EndBucket>))]
public enum EndBucket
{
    [JsonStringEnumMemberName("planned")]
    Planned,

    [JsonStringEnumMemberName("under-way")]
    UnderWay,

    [JsonStringEnumMemberName("trouble")]
    Trouble,

    [JsonStringEnumMemberName("look")]
    Look,

    [JsonStringEnumMemberName("verified")]
    Verified,

    [JsonStringEnumMemberName("doubtful")]
    Doubtful,

    [JsonStringEnumMemberName("rejected")]
    Rejected,
}

public static class EndBuckets
{
    /// <summary>The bucket of an end in this state. What needs someone goes before how far the work is.</summary>
    public static EndBucket Of(TerminationState state) =>
        state.NeedsALook ? EndBucket.Look
        : state.Trouble is not null ? EndBucket.Trouble
        : !state.IsOver
            ? state.Recipe is null ? EndBucket.Planned
                : EndBucket.UnderWay
        : state.Phase switch
        {
            StrandPhase.Verified => EndBucket.Verified,
            StrandPhase.Doubtful => EndBucket.Doubtful,
            _ => EndBucket.Rejected,
        };

    /// <summary>True while there is something left to do on the end.</summary>
    public static bool IsOpen(this EndBucket bucket) => bucket is not (EndBucket.Verified or EndBucket.Doubtful or EndBucket.Rejected);
}
