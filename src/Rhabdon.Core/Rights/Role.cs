using System.Text.Json.Serialization;

namespace Rhabdon.Core.Rights;

/// <summary>What a person is in the company.</summary>
[JsonConverter(typeof(EnumNames<Role>))]
public enum Role
{
    /// <summary>Sees the jobs of their crews, and writes nothing.</summary>
    [JsonStringEnumMemberName("viewer")]
    Viewer,

    [JsonStringEnumMemberName("installer")]
    Installer,

    [JsonStringEnumMemberName("lead")]
    Lead,

    /// <summary>Sees and does everything.</summary>
    [JsonStringEnumMemberName("owner")]
    Owner,
}

/// <summary>What each role permits: the one place where that is said.</summary>
public static class Roles
{
    public static IReadOnlyList<Permission> Permissions(this Role role) =>
        role switch
        {
            Role.Viewer => [Permission.See],
            Role.Installer => [Permission.See, Permission.Work],
            Role.Lead => [Permission.See, Permission.Work, Permission.Decide, Permission.Plan, Permission.Lead],
            Role.Owner => Enum.GetValues<Permission>(),
            _ => throw new NotSupportedException(role.ToString()),
        };

    /// <summary>The roles that this one may give to others, and whose PINs it may set anew.</summary>
    public static IReadOnlyList<Role> Gives(this Role role) =>
        role switch
        {
            Role.Owner => Enum.GetValues<Role>(),
            Role.Lead => [Role.Installer, Role.Viewer],
            _ => [],
        };

    public static bool May(this Role role, Permission permission) => role.Permissions().Contains(permission);
}
