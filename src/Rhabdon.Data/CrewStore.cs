using Dapper;
using Rhabdon.Core.Rights;

namespace Rhabdon.Data;

public sealed record Crew(Guid Id, string Name);

/// <param name="ToDay">Last day, or null while it goes on.</param>
public sealed record Membership(Guid CrewId, Guid PersonId, DateOnly FromDay, DateOnly? ToDay);

/// <summary>A person as the crew's screen and the shared tablet know them: no secrets.</summary>
public sealed record PersonInCrew(Guid Id, string Name, string SignIn, Role Role, bool IsActive)
{
    /// <summary>True for those to whom work may be handed over.</summary>
    public bool MayWork => Role.May(Permission.Work);
}

/// <summary>Crews, who belongs to them, and from when to when.</summary>
public sealed class CrewStore(Database database)
{
    // A crew has no site of its own: its days are UTC's.
    private const string Day = "(@Now at time zone 'UTC')::date";

    internal const string IsMine = $"""
        exists (select 1 from crew_member mine where mine.crew_id = crew.id and mine.person_id = @Person and mine.from_day <= {Day} and (mine.to_day is null
            or mine.to_day >= {Day}))
        """;

    private const string MateColumns = "p.id, p.name, p.sign_in, p.role, p.is_active";

    /// <summary>One's own crews, today; every crew for an owner.</summary>
    public async Task<IReadOnlyList<Crew>> CrewsAsync(Access access)
    {
        await using var connection = await database.OpenAsync();
        return (await connection.QueryAsync<Crew>($"select id, name from crew where @IsOwner or {IsMine} order by name", access)).AsList();
    }

    /// <summary>Everyone who is or was in one's own crews, and oneself; for an owner everyone.</summary>
    public async Task<IReadOnlyList<PersonInCrew>> PeopleAsync(Access access)
    {
        await using var connection = await database.OpenAsync();
        return (
            await connection.QueryAsync<PersonInCrew>(
                $"""
                select {MateColumns} from person p where @IsOwner or p.id = @Person
                    or exists (select 1 from crew_member cm join crew on crew.id = cm.crew_id where cm.person_id = p.id and {IsMine})
                order by p.name
                """,
                access
            )
        ).AsList();
    }

    /// <summary>Active people who are in one of one's crews today, and oneself: those who may take over a shared tablet.</summary>
    public async Task<IReadOnlyList<PersonInCrew>> MatesAsync(Access access)
    {
        await using var connection = await database.OpenAsync();
        return (
            await connection.QueryAsync<PersonInCrew>(
                $"""
                select {MateColumns} from person p where p.is_active and (p.id = @Person
                    or exists (select 1 from crew_member cm join crew on crew.id = cm.crew_id
                        where cm.person_id = p.id and cm.from_day <= {Day} and (cm.to_day is null or cm.to_day >= {Day}) and {IsMine}))
                order by p.name
                """,
                access
            )
        ).AsList();
    }

    public async Task<IReadOnlyList<Membership>> MembershipsAsync(Access access)
    {
        await using var connection = await database.OpenAsync();
        return (
            await connection.QueryAsync<Membership>(
                $"""
                select cm.crew_id, cm.person_id, cm.from_day, cm.to_day
                from crew_member cm join crew on crew.id = cm.crew_id where @IsOwner or {IsMine} order by cm.from_day
                """,
                access
            )
        ).AsList();
    }

    public async Task AddCrewAsync(Crew crew)
    {
        await using var connection = await database.OpenAsync();
        await connection.ExecuteAsync("insert into crew (id, name) values (@Id, @Name)", crew);
    }

    /// <summary>
    /// The day that it is where a crew works; the earliest, where its sites differ, and the earliest anywhere while it has none: whoever joins works there at
    /// once, whatever the hour.
    /// </summary>
    /// <param name="now">UTC.</param>
    public async Task<DateOnly> TodayAsync(Guid crew, DateTime now)
    {
        await using var connection = await database.OpenAsync();
        return await connection.ExecuteScalarAsync<DateOnly>(
            """
            select coalesce(min(site_day(@now, job.time_zone)), (@now at time zone 'Etc/GMT+12')::date)
            from job_crew jc join job on job.id = jc.job_id where jc.crew_id = @crew
            """,
            new { crew, now }
        );
    }

    /// <summary>Begins a membership. False when the person is in that crew on any of these days already.</summary>
    public async Task<bool> JoinAsync(Membership membership)
    {
        await using var connection = await database.OpenAsync();
        return await connection.ExecuteAsync(
                """
                insert into crew_member (crew_id, person_id, from_day, to_day)
                select @CrewId, @PersonId, @FromDay, @ToDay where not exists (
                    select 1 from crew_member where crew_id = @CrewId and person_id = @PersonId
                        and daterange(from_day, to_day, '[]') && daterange(@FromDay, @ToDay, '[]'))
                """,
                membership
            ) == 1;
    }

    /// <summary>Sets the last day of the membership that holds on it or begins later. False when there is none.</summary>
    public async Task<bool> LeaveAsync(Guid crew, Guid person, DateOnly day)
    {
        await using var connection = await database.OpenAsync();
        return await connection.ExecuteAsync(
                """
                update crew_member set to_day = @day where crew_id = @crew and person_id = @person and from_day <= @day
                and (to_day is null or to_day >= @day)
                """,
                new
                {
                    crew,
                    person,
                    day,
                }
            ) == 1;
    }
}
