using Dapper;

namespace Rhabdon.Data;

public sealed record Person
{
    public Guid Id { get; init; }

    public string Name { get; init; } = string.Empty;

    public string SignIn { get; init; } = string.Empty;

    public string Role { get; init; } = string.Empty;

    public string? PasswordHash { get; init; }

    public string? PinHash { get; init; }

    public int Failures { get; init; }

    public DateTime? LockedUntil { get; init; }
}

public sealed record Crew(Guid Id, string Name);

/// <summary>People, crews and memberships.</summary>
public sealed class PeopleStore(Database database)
{
    private const string Columns = """
        id "Id", name "Name", sign_in "SignIn", role "Role", password_hash "PasswordHash", pin_hash "PinHash", failures "Failures", locked_until "LockedUntil"
        """;

    public async Task<Person?> FindAsync(string signIn)
    {
        await using var connection = await database.OpenAsync();
        return await connection.QuerySingleOrDefaultAsync<Person>($"select {Columns} from person where lower(sign_in) = lower(@signIn)", new { signIn });
    }

    public async Task<Person?> FindAsync(Guid id)
    {
        await using var connection = await database.OpenAsync();
        return await connection.QuerySingleOrDefaultAsync<Person>($"select {Columns} from person where id = @id", new { id });
    }

    /// <summary>Names by id, for stories and records.</summary>
    public async Task<Dictionary<Guid, string>> NamesAsync()
    {
        await using var connection = await database.OpenAsync();
        var rows = await connection.QueryAsync<(Guid Id, string Name)>("select id, name from person");
        return rows.ToDictionary(r => r.Id, r => r.Name);
    }

    public async Task NoteSignInAsync(Guid id, int failures, DateTimeOffset? lockedUntil)
    {
        await using var connection = await database.OpenAsync();
        await connection.ExecuteAsync(
            "update person set failures = @failures, locked_until = @until where id = @id",
            new { id, failures, until = lockedUntil?.UtcDateTime });
    }

    public async Task AddAsync(Person person)
    {
        await using var connection = await database.OpenAsync();
        await connection.ExecuteAsync(
            """
            insert into person (id, name, sign_in, role, password_hash, pin_hash)
            values (@Id, @Name, @SignIn, @Role, @PasswordHash, @PinHash) on conflict do nothing
            """,
            person);
    }

    public async Task AddCrewAsync(Crew crew, DateOnly from, params Guid[] members)
    {
        await using var connection = await database.OpenAsync();
        await connection.ExecuteAsync("insert into crew (id, name) values (@Id, @Name) on conflict do nothing", crew);
        foreach (var member in members)
        {
            await connection.ExecuteAsync(
                "insert into crew_member (crew_id, person_id, from_day) values (@crew, @member, @from) on conflict do nothing",
                new { crew = crew.Id, member, from });
        }
    }

    public async Task<IReadOnlyList<Crew>> CrewsAsync(Access access)
    {
        await using var connection = await database.OpenAsync();
        var rows = await connection.QueryAsync<Crew>(
            """
            select id "Id", name "Name" from crew
            where @Role = 'owner' or exists (select 1 from crew_member cm where cm.crew_id = crew.id and cm.person_id = @Person
                and cm.from_day <= @Day and (cm.to_day is null or cm.to_day >= @Day))
            order by name
            """,
            access);
        return rows.AsList();
    }

    public async Task<bool> AnyoneAsync()
    {
        await using var connection = await database.OpenAsync();
        return await connection.ExecuteScalarAsync<bool>("select exists (select 1 from person)");
    }
}
