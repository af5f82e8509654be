using Dapper;
using Rhabdon.Core.Rights;

namespace Rhabdon.Data;

/// <summary>A session that goes on, with the person as they are now.</summary>
public sealed record LiveSession(Guid Id, Guid Device, Guid Person, string Name, Role Role);

/// <summary>Sessions, good until they are ended; what ends one is told to every server instance at once.</summary>
public sealed class SessionStore(Database database)
{
    /// <summary>PostgreSQL's channel; it carries the id of a session that has ended.</summary>
    public const string Channel = "rhabdon_sessions";

    public async Task<Guid> BeginAsync(Guid person, Guid device)
    {
        var id = Guid.CreateVersion7();
        await using var connection = await database.OpenAsync();
        await connection.ExecuteAsync(
            "insert into session (id, person_id, device_id) values (@id, @person, @device)",
            new
            {
                id,
                person,
                device,
            }
        );
        return id;
    }

    /// <summary>The session, while it goes on and its person is active; else null.</summary>
    public async Task<LiveSession?> FindAsync(Guid id)
    {
        await using var connection = await database.OpenAsync();
        return await connection.QuerySingleOrDefaultAsync<LiveSession>(
            """
            select s.id, s.device_id "Device", p.id "Person", p.name, p.role
            from session s join person p on p.id = s.person_id where s.id = @id and s.ended_at is null and p.is_active
            """,
            new { id }
        );
    }

    public Task EndAsync(Guid id) => EndWhereAsync("id = @id", new { id });

    /// <summary>Ends a person's sessions, but for one that may go on.</summary>
    public Task EndAllOfAsync(Guid person, Guid? but = null) => EndWhereAsync("person_id = @person and id is distinct from @but", new { person, but });

    private async Task EndWhereAsync(string which, object parameters)
    {
        await using var connection = await database.OpenAsync();
        await connection.ExecuteAsync(
            $"""
            with ended as (update session set ended_at = now() where ended_at is null and {which} returning id)
            select pg_notify('{Channel}', id::text) from ended
            """,
            parameters
        );
    }
}
