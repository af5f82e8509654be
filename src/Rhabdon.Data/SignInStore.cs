using Dapper;

namespace Rhabdon.Data;

/// <summary>So many tries under a key, and how long until they are forgotten.</summary>
public sealed record TryLimit(string Key, int Most, TimeSpan Window);

/// <summary>Tries at signing in, and the devices on which a person is known.</summary>
public sealed class SignInStore(Database database)
{
    /// <summary>
    /// Counts one try under every key, in one statement: two hundred tries at once are two hundred, whatever else they do.
    /// </summary>
    /// <returns>How long to wait when one of them is over its limit; null when none is.</returns>
    public async Task<TimeSpan?> CountAsync(IReadOnlyList<TryLimit> limits, DateTimeOffset now)
    {
        await using var connection = await database.OpenAsync();
        var ordered = limits.OrderBy(l => l.Key, StringComparer.Ordinal).ToList();
        var counted = (
            await connection.QueryAsync<(string Key, int Tries, DateTime Since)>(
                """
                insert into sign_in_try as t (key, tries, since) select key, 1, @now from unnest(@keys, @windows) as l (key, period)
                on conflict (key) do update set
                    tries = case when t.since <= @now - (select period from unnest(@keys, @windows) as l (key, period) where l.key = t.key) then 1
                        else least(t.tries + 1, 1000000) end,
                    since = case when t.since <= @now - (select period from unnest(@keys, @windows) as l (key, period) where l.key = t.key) then @now
                        else t.since end
                returning key, tries, since
                """,
                new
                {
                    now = now.UtcDateTime,
                    keys = ordered.Select(l => l.Key).ToArray(),
                    windows = ordered.Select(l => l.Window).ToArray(),
                }
            )
        ).ToDictionary(c => c.Key);
        var waits = limits.Where(l => counted[l.Key].Tries > l.Most).Select(l => counted[l.Key].Since + l.Window - now.UtcDateTime).ToList();
        return waits.Count == 0 ? null : waits.Max();
    }

    /// <summary>Forgets the tries of one who has signed in, and takes the one that succeeded off what is counted together with others.</summary>
    public async Task ForgiveAsync(IReadOnlyCollection<string> own, IReadOnlyCollection<string> shared)
    {
        await using var connection = await database.OpenAsync();
        await connection.ExecuteAsync(
            "delete from sign_in_try where key = any(@own); update sign_in_try set tries = greatest(tries - 1, 0) where key = any(@shared)",
            new { own = own.ToArray(), shared = shared.ToArray() }
        );
    }

    /// <summary>Drops counts that no window reaches back to.</summary>
    public async Task TidyAsync(DateTimeOffset before)
    {
        await using var connection = await database.OpenAsync();
        await connection.ExecuteAsync("delete from sign_in_try where since < @before", new { before = before.UtcDateTime });
    }

    /// <summary>The device with this token, or null.</summary>
    public async Task<Guid?> DeviceAsync(byte[] tokenHash)
    {
        await using var connection = await database.OpenAsync();
        return await connection.QuerySingleOrDefaultAsync<Guid?>("select id from device where token_hash = @tokenHash", new { tokenHash });
    }

    public async Task AddDeviceAsync(Guid id, byte[] tokenHash)
    {
        await using var connection = await database.OpenAsync();
        await connection.ExecuteAsync("insert into device (id, token_hash) values (@id, @tokenHash)", new { id, tokenHash });
    }

    /// <summary>True when this person once signed in there with a password, or a lead enrolled them.</summary>
    public async Task<bool> IsKnownAsync(Guid person, Guid device)
    {
        await using var connection = await database.OpenAsync();
        return await connection.ExecuteScalarAsync<bool>(
            "select exists (select 1 from person_device where person_id = @person and device_id = @device)",
            new { person, device }
        );
    }

    /// <summary>From now on these people may sign in on the device by PIN.</summary>
    public async Task EnrollAsync(IEnumerable<Guid> people, Guid device, Guid by)
    {
        await using var connection = await database.OpenAsync();
        await connection.ExecuteAsync(
            "insert into person_device (person_id, device_id, enrolled_by) select p, @device, @by from unnest(@people) as p on conflict do nothing",
            new
            {
                people = people.ToArray(),
                device,
                by,
            }
        );
    }
}
