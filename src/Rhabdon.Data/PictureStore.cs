using Dapper;
using Npgsql;

namespace Rhabdon.Data;

/// <summary>A picture's file as it was taken.</summary>
/// <param name="Media"><c>image/png</c>, <c>image/jpeg</c> or <c>image/bmp</c>.</param>
public sealed record StoredPicture(string Hash, string Media, byte[] File);

/// <summary>Pictures, named by the SHA-256 of their files and never changed; whoever sees a strand sees its pictures.</summary>
public sealed class PictureStore(Database database)
{
    /// <summary>Bytes of all pictures of the job that a strand belongs to.</summary>
    public async Task<long> BytesOfJobAsync(Guid termination)
    {
        await using var connection = await database.OpenAsync();
        return await connection.ExecuteScalarAsync<long>(
            """
            select coalesce(sum(p.bytes), 0) from picture p where p.hash in (
                select o.hash from picture_of o join termination t on t.id = o.termination_id where t.job_id = (select job_id from termination
                    where id = @termination))
            """,
            new { termination }
        );
    }

    /// <summary>Keeps a picture of a strand that the caller has found to be there. One that is held already is only put to this strand too.</summary>
    public async Task AddAsync(Guid termination, StoredPicture picture, Guid receivedFrom)
    {
        await using var connection = await database.OpenAsync();
        await connection.ExecuteAsync(
            """
            insert into picture (hash, media, file, received_from) values (@Hash, @Media, @File, @receivedFrom) on conflict (hash) do nothing;
            insert into picture_of (termination_id, hash) values (@termination, @Hash) on conflict do nothing
            """,
            new
            {
                picture.Hash,
                picture.Media,
                picture.File,
                receivedFrom,
                termination,
            }
        );
    }

    /// <summary>Every picture of a job, without its file, and the job's terminations that it shows.</summary>
    public async Task<IReadOnlyList<(string Hash, string Media, Guid[] Terminations)>> OfJobAsync(Guid job)
    {
        await using var connection = await database.OpenAsync();
        return (
            await connection.QueryAsync<(string, string, Guid[])>(
                """
                select p.hash, p.media, array_agg(o.termination_id order by o.termination_id) from picture_of o join picture p on p.hash = o.hash
                where o.termination_id in (select id from termination where job_id = @job) group by p.hash order by p.hash
                """,
                new { job }
            )
        ).AsList();
    }

    public async Task<byte[]> FileAsync(string hash)
    {
        await using var connection = await database.OpenAsync();
        return await connection.QuerySingleAsync<byte[]>("select file from picture where hash = @hash", new { hash });
    }

    /// <summary>Keeps a picture of an imported job.</summary>
    internal static Task ImportAsync(
        NpgsqlConnection connection,
        NpgsqlTransaction transaction,
        StoredPicture picture,
        Guid[] terminations,
        Guid receivedFrom
    ) =>
        connection.ExecuteAsync(
            """
            insert into picture (hash, media, file, received_from) values (@Hash, @Media, @File, @receivedFrom) on conflict (hash) do nothing;
            insert into picture_of (termination_id, hash) select t, @Hash from unnest(@terminations) as t
            """,
            new
            {
                picture.Hash,
                picture.Media,
                picture.File,
                receivedFrom,
                terminations,
            },
            transaction
        );

    /// <summary>The picture of a strand; null when there is none for this access.</summary>
    public async Task<StoredPicture?> FindAsync(Access access, Guid termination, string hash)
    {
        await using var connection = await database.OpenAsync();
        return await connection.QuerySingleOrDefaultAsync<StoredPicture>(
            $"""
            select p.hash, p.media, p.file
            from picture_of o join picture p on p.hash = o.hash join termination t on t.id = o.termination_id join job on job.id = t.job_id
            where o.termination_id = @termination and o.hash = @hash and {Access.SeesJob}
            """,
            new
            {
                termination,
                hash,
                access.Person,
                access.IsOwner,
                access.Now,
            }
        );
    }
}
