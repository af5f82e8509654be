using System.Text.Json.Serialization;

namespace Rhabdon.Core.Links;

/// <summary>How a reference stands.</summary>
[JsonConverter(typeof(EnumNames<ReferenceStanding>))]
public enum ReferenceStanding
{
    /// <summary>None has been taken.</summary>
    [JsonStringEnumMemberName("none")]
    None,

    [JsonStringEnumMemberName("good")]
    Good,

    /// <summary>A look at it is due.</summary>
    [JsonStringEnumMemberName("old")]
    Old,

    /// <summary>The last look found it changed.</summary>
    [JsonStringEnumMemberName("drifted")]
    Drifted,

    [JsonStringEnumMemberName("ended")]
    Ended,
}

/// <summary>Why a reference was given up.</summary>
[JsonConverter(typeof(EnumNames<ReferenceEnd>))]
public enum ReferenceEnd
{
    /// <summary>The work is done.</summary>
    [JsonStringEnumMemberName("finished")]
    Finished,

    /// <summary>The cord came off the source: what went into it is no longer what was measured.</summary>
    [JsonStringEnumMemberName("disconnected")]
    Disconnected,

    /// <summary>A cord was found dirty, worn or broken.</summary>
    [JsonStringEnumMemberName("cord")]
    Cord,
}
