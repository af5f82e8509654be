using Dapper;
using Rhabdon.Core;
using Rhabdon.Core.Rights;

namespace Rhabdon.Data;

public sealed record Person
{
    public Guid Id { get; init; }

    public string Name { get; init; } = string.Empty;

    public string SignIn { get; init; } = string.Empty;

    public Role Role { get; init; }

    public string? PasswordHash { get; init; }

    public string? PinHash { get; init; }

    public bool IsActive { get; init; } = true;
}

/// <summary>People: who they are, how they sign in, and the first owner.</summary>
public sealed class PeopleStore(Database database)
{
    private const string Columns = """
        id, name, sign_in, role, password_hash, pin_hash, is_active
        """;

    private const string Insert =
        "insert into person (id, name, sign_in, role, password_hash, pin_hash) values (@Id, @Name, @SignIn, @role, @PasswordHash, @PinHash)";

    private static object RowOf(Person person) =>
        new
        {
            person.Id,
            person.Name,
            person.SignIn,
            role = JsonNames.Of(person.Role),
            person.PasswordHash,
            person.PinHash,
        };

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

    /// <summary>The names of those who appear in a story or a record, by id.</summary>
    public async Task<Dictionary<Guid, string>> NamesAsync(IEnumerable<Guid> ids)
    {
        await using var connection = await database.OpenAsync();
        var rows = await connection.QueryAsync<(Guid Id, string Name)>(
            "select id, name from person where id = any(@ids)",
            new { ids = ids.Distinct().ToArray() }
        );
        return rows.ToDictionary(r => r.Id, r => r.Name);
    }

    public async Task AddAsync(Person person)
    {
        await using var connection = await database.OpenAsync();
        await connection.ExecuteAsync(Insert, RowOf(person));
    }

    /// <summary>Changes name, role and whether the person may sign in. One who comes to lead loses their PIN: leads' are longer.</summary>
    /// <returns>False when no owner would be left, or the one who asks is none any more.</returns>
    public async Task<bool> ChangeAsync(Guid id, string name, Role role, bool isActive, Guid by)
    {
        await using var connection = await database.OpenAsync();
        await using var transaction = await connection.BeginTransactionAsync();
        // Two owners who demote each other come one after the other.
        await connection.ExecuteAsync("lock table person in share row exclusive mode", transaction: transaction);
        var changed = await connection.ExecuteAsync(
            """
            update person set name = @name, role = @role, is_active = @isActive,
                pin_hash = case when @role in ('owner', 'lead') and role not in ('owner', 'lead') then null else pin_hash end,
                inactive_since = case when @isActive then null else coalesce(inactive_since, now()) end
            where id = @id and exists (select 1 from person where id = @by and role = 'owner' and is_active)
                and (@role = 'owner' and @isActive or exists (select 1 from person where id <> @id and role = 'owner' and is_active))
            """,
            new
            {
                id,
                name,
                role = JsonNames.Of(role),
                isActive,
                by,
            },
            transaction
        );
        await transaction.CommitAsync();
        return changed == 1;
    }

    /// <summary>Sets a new password or PIN; null keeps the old one.</summary>
    public async Task SetSecretsAsync(Guid id, string? passwordHash, string? pinHash)
    {
        await using var connection = await database.OpenAsync();
        await connection.ExecuteAsync(
            "update person set password_hash = coalesce(@passwordHash, password_hash), pin_hash = coalesce(@pinHash, pin_hash) where id = @id",
            new
            {
                id,
                passwordHash,
                pinHash,
            }
        );
    }

    /// <summary>True when this is the promised token, has not run out and nobody is here yet.</summary>
    public async Task<bool> IsPromisedAsync(byte[] tokenHash, DateTimeOffset now)
    {
        await using var connection = await database.OpenAsync();
        return await connection.ExecuteScalarAsync<bool>(
            "select exists (select 1 from first_owner where token_hash = @tokenHash and until > @now) and not exists (select 1 from person)",
            new { tokenHash, now = now.UtcDateTime }
        );
    }

    /// <summary>Keeps the hash of a one-time token in place of an earlier one. False when there are people already.</summary>
    public async Task<bool> PromiseFirstOwnerAsync(byte[] tokenHash, DateTimeOffset until)
    {
        await using var connection = await database.OpenAsync();
        return await connection.ExecuteAsync(
                """
                insert into first_owner (token_hash, until) select @tokenHash, @until where not exists (select 1 from person)
                on conflict (only_one) do update set token_hash = excluded.token_hash, until = excluded.until
                """,
                new { tokenHash, until = until.UtcDateTime }
            ) == 1;
    }

    /// <summary>Redeems the token and adds the owner, once. False when it is not the promised one, has run out, or there are people already.</summary>
    public async Task<bool> RedeemFirstOwnerAsync(Person owner, byte[] tokenHash, DateTimeOffset now)
    {
        await using var connection = await database.OpenAsync();
        await using var transaction = await connection.BeginTransactionAsync();
        var redeemed = await connection.ExecuteAsync(
            "delete from first_owner where token_hash = @tokenHash and until > @now and not exists (select 1 from person)",
            new { tokenHash, now = now.UtcDateTime },
            transaction
        );
        if (redeemed == 0)
        {
            return false;
        }

        await connection.ExecuteAsync(Insert, RowOf(owner), transaction);
        await transaction.CommitAsync();
        return true;
    }

    public async Task<bool> AnyoneAsync()
    {
        await using var connection = await database.OpenAsync();
        return await connection.ExecuteScalarAsync<bool>("select exists (select 1 from person)");
    }
}
