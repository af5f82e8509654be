using System.Text.Json.Serialization;

namespace Rhabdon.Core.Rights;

/// <summary>What someone may do. A role permits these (<see cref="Roles"/>); on a job, only while its crew has them.</summary>
[JsonConverter(typeof(EnumNames<Permission>))]
public enum Permission
{
    /// <summary>See the jobs of one's crews, their records and recipes.</summary>
    [JsonStringEnumMemberName("see")]
    See,

    /// <summary>Work at the bench.</summary>
    [JsonStringEnumMemberName("work")]
    Work,

    /// <summary>Decide which of two histories holds.</summary>
    [JsonStringEnumMemberName("decide")]
    Decide,

    /// <summary>Plan jobs and cables, publish and confirm recipes and limits, choose a crew's techniques.</summary>
    [JsonStringEnumMemberName("plan")]
    Plan,

    /// <summary>Add people to one's crews, reset their PINs, let them use a tablet.</summary>
    [JsonStringEnumMemberName("lead")]
    Lead,

    /// <summary>Everything of the company: crews, roles, imports, every job.</summary>
    [JsonStringEnumMemberName("own")]
    Own,
}
