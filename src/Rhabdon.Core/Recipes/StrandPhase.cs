using System.Text.Json.Serialization;

namespace Rhabdon.Core.Recipes;

/// <summary>How far a termination has come; the end-face glyph fills in this order.</summary>
[JsonConverter(typeof(EnumNames<StrandPhase>))]
public enum StrandPhase
{
    [JsonStringEnumMemberName("planned")]
    Planned,

    [JsonStringEnumMemberName("prepared")]
    Prepared,

    [JsonStringEnumMemberName("terminated")]
    Terminated,

    [JsonStringEnumMemberName("verified")]
    Verified,

    /// <summary>Accepted with a reading that was not plainly good.</summary>
    [JsonStringEnumMemberName("doubtful")]
    Doubtful,

    /// <summary>Given up: no further attempt by this recipe.</summary>
    [JsonStringEnumMemberName("rejected")]
    Rejected,
}
