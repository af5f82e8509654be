using Dapper;

namespace Rhabdon.Data;

/// <summary>The public halves of the keys that people sign their work with, one a person and device.</summary>
public sealed class KeyStore(Database database)
{
    /// <summary>Most keys of one person on one device.</summary>
    public const int MostOnOneDevice = 20;

    /// <summary>Adds a key, once. False when the person has had too many on that device.</summary>
    public async Task<bool> AddAsync(Guid person, Guid device, string publicKey)
    {
        await using var connection = await database.OpenAsync();
        return await connection.ExecuteScalarAsync<bool>(
            """
            insert into person_key (id, person_id, device_id, public_key)
            select @id, @person, @device, @publicKey where (select count(*) from person_key where person_id = @person and device_id = @device
                and ended_at is null) < @most
            on conflict do nothing;
            select exists (select 1 from person_key where person_id = @person and device_id = @device and public_key = @publicKey and ended_at is null)
            """,
            new
            {
                id = Guid.CreateVersion7(),
                person,
                device,
                publicKey,
                most = MostOnOneDevice,
            }
        );
    }

    /// <summary>A person's keys sign nothing that is made from now on.</summary>
    public async Task EndAllOfAsync(Guid person)
    {
        await using var connection = await database.OpenAsync();
        await connection.ExecuteAsync("update person_key set ended_at = now() where person_id = @person and ended_at is null", new { person });
    }
}
