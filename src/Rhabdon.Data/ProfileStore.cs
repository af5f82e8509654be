using System.Text.Json;
using System.Text.Json.Serialization.Metadata;
using Dapper;
using Rhabdon.Core;
using Rhabdon.Core.EndFaces;
using Rhabdon.Core.Links;

namespace Rhabdon.Data;

/// <summary>That someone compared a version of a profile with what the customer goes by.</summary>
/// <param name="Edition">Of the standard, or the customer's own paper.</param>
/// <param name="By">Name of the person.</param>
public sealed record ProfileConfirmation(string Profile, int Version, string Edition, string By, DateTime At);

/// <summary>The customers' own profiles of limits for end faces and for losses, and confirmations of any; the latest word on a version stands.</summary>
public sealed class ProfileStore(Database database)
{
    internal const string Face = "face";
    internal const string Budget = "budget";

    public Task<IReadOnlyList<ProfileConfirmation>> FaceConfirmationsAsync() => ConfirmationsAsync(Face);

    public Task<IReadOnlyList<ProfileConfirmation>> BudgetConfirmationsAsync() => ConfirmationsAsync(Budget);

    public Task ConfirmAsync(FaceLimits profile, string edition, Guid by) => ConfirmAsync(Face, profile.Id, profile.Version, edition, by);

    public Task ConfirmAsync(BudgetProfile profile, string edition, Guid by) => ConfirmAsync(Budget, profile.Id, profile.Version, edition, by);

    /// <summary>Publishes a profile as the version it says; false when somebody has published that one, or one after it.</summary>
    public Task<bool> PublishAsync(FaceLimits profile, Guid by) => PublishAsync(Face, profile.Id, profile.Version, profile, CoreJson.Default.FaceLimits, by);

    /// <summary>Publishes a profile as the version it says; false when somebody has published that one, or one after it.</summary>
    public Task<bool> PublishAsync(BudgetProfile profile, Guid by) =>
        PublishAsync(Budget, profile.Id, profile.Version, profile, CoreJson.Default.BudgetProfile, by);

    /// <summary>Every version of the customers' own budgets, in the order of publishing.</summary>
    public async Task<IReadOnlyList<BudgetProfile>> OwnBudgetsAsync()
    {
        await using var connection = await database.OpenAsync();
        var contents = await connection.QueryAsync<string>(
            "select content from own_profile where kind = @Budget order by published_at, id, version",
            new { Budget }
        );
        return [.. contents.Select(c => JsonSerializer.Deserialize(c, CoreJson.Default.BudgetProfile)!)];
    }

    /// <summary>What a version of a budget was compared with; null while nobody has.</summary>
    public async Task<string?> EditionOfAsync(BudgetProfile profile)
    {
        await using var connection = await database.OpenAsync();
        return await connection.QuerySingleOrDefaultAsync<string>(
            "select edition from profile_confirmation where kind = @Budget and profile_id = @Id and version = @Version",
            new
            {
                Budget,
                profile.Id,
                profile.Version,
            }
        );
    }

    private async Task<IReadOnlyList<ProfileConfirmation>> ConfirmationsAsync(string kind)
    {
        await using var connection = await database.OpenAsync();
        return (
            await connection.QueryAsync<ProfileConfirmation>(
                """
                select c.profile_id "Profile", c.version, c.edition, p.name "By", c.confirmed_at "At"
                from profile_confirmation c join person p on p.id = c.confirmed_by where c.kind = @kind
                """,
                new { kind }
            )
        ).AsList();
    }

    private async Task ConfirmAsync(string kind, string profile, int version, string edition, Guid by)
    {
        await using var connection = await database.OpenAsync();
        await connection.ExecuteAsync(
            """
            insert into profile_confirmation (kind, profile_id, version, edition, confirmed_by) values (@kind, @profile, @version, @edition, @by)
            on conflict (kind, profile_id, version) do update set edition = excluded.edition, confirmed_by = excluded.confirmed_by, confirmed_at = now()
            """,
            new
            {
                kind,
                profile,
                version,
                edition,
                by,
            }
        );
    }

    private async Task<bool> PublishAsync<T>(string kind, string id, int version, T profile, JsonTypeInfo<T> type, Guid by)
    {
        await using var connection = await database.OpenAsync();
        return await connection.ExecuteAsync(
                """
                insert into own_profile (kind, id, version, content, published_by)
                select @kind, @id, @version, @content, @by
                where @version = 1 + (select coalesce(max(version), 0) from own_profile where kind = @kind and id = @id)
                on conflict do nothing
                """,
                new
                {
                    kind,
                    id,
                    version,
                    content = JsonSerializer.Serialize(profile, type),
                    by,
                }
            ) == 1;
    }
}
