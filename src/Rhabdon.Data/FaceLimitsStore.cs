using System.Text.Json;
using Dapper;
using Rhabdon.Core;
using Rhabdon.Core.EndFaces;

namespace Rhabdon.Data;

/// <summary>That someone compared a version of a profile's limits with what the buyer goes by.</summary>
/// <param name="Edition">Of the standard, or the buyer's own paper.</param>
/// <param name="By">Name of the person.</param>
public sealed record FaceLimitsConfirmation(string Profile, int Version, string Edition, string By, DateTime At);

/// <summary>The buyers' own end-face profiles, and confirmations of any; the latest word on a version stands.</summary>
public sealed class FaceLimitsStore(Database database)
{
    public async Task<IReadOnlyList<FaceLimitsConfirmation>> ConfirmationsAsync()
    {
        await using var connection = await database.OpenAsync();
        return (
            await connection.QueryAsync<FaceLimitsConfirmation>(
                """
                select c.profile_id "Profile", c.version, c.edition, p.name "By", c.confirmed_at "At"
                from profile_confirmation c join person p on p.id = c.confirmed_by
                """
            )
        ).AsList();
    }

    public async Task ConfirmAsync(string profile, int version, string edition, Guid by)
    {
        await using var connection = await database.OpenAsync();
        await connection.ExecuteAsync(
            """
            insert into profile_confirmation (profile_id, version, edition, confirmed_by) values (@profile, @version, @edition, @by)
            on conflict (profile_id, version) do update set edition = excluded.edition, confirmed_by = excluded.confirmed_by, confirmed_at = now()
            """,
            new
            {
                profile,
                version,
                edition,
                by,
            }
        );
    }

    /// <summary>Publishes a profile as the version it says; false when somebody has published that one, or one after it.</summary>
    public async Task<bool> PublishAsync(FaceLimits profile, Guid by)
    {
        await using var connection = await database.OpenAsync();
        return await connection.ExecuteAsync(
                """
                insert into face_profile (id, version, content, published_by)
                select @Id, @Version, @content, @by where @Version = 1 + (select coalesce(max(version), 0) from face_profile where id = @Id)
                on conflict do nothing
                """,
                new
                {
                    profile.Id,
                    profile.Version,
                    content = JsonSerializer.Serialize(profile, CoreJson.Default.FaceLimits),
                    by,
                }
            ) == 1;
    }
}
