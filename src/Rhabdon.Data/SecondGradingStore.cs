using Dapper;
using Npgsql;

namespace Rhabdon.Data;

/// <summary>A look that the server has yet to take itself.</summary>
/// <param name="Scale">Micrometers to a pixel, as the tablet had it.</param>
public sealed record UngradedPicture(Guid Event, Guid Termination, string Hash, string Profile, int Version, string Verdict, string? Sign, double? Scale);

/// <summary>
/// What a tablet and the server made of the same picture; the latter null while the server has not looked, or has not been given the picture.
/// </summary>
public sealed record SecondGrading(Guid Event, string Verdict, string? Sign, string? OwnVerdict, string? OwnSign);

/// <summary>What tablets made of pictures, and what the server made of them.</summary>
public sealed class SecondGradingStore(Database database)
{
    /// <summary>Notes the looks among these events, which have just been stored.</summary>
    public static Task NoteAsync(NpgsqlConnection connection, NpgsqlTransaction transaction, IEnumerable<Guid> events)
    {
        var ids = events.ToArray();
        return ids.Length == 0 ? Task.CompletedTask : connection.ExecuteAsync("select note_second_looks(@ids)", new { ids }, transaction);
    }

    /// <summary>Looks whose pictures are here and were not looked at yet.</summary>
    public async Task<IReadOnlyList<UngradedPicture>> OpenAsync(int most)
    {
        await using var connection = await database.OpenAsync();
        return (
            await connection.QueryAsync<UngradedPicture>(
                """
                select l.event_id "Event", (select stream_id from event_stream es where es.event_id = l.event_id limit 1) "Termination", l.hash,
                    l.profile, l.version, l.verdict, l.sign, l.scale
                from second_look l where l.looked_at is null and exists (select 1 from picture p where p.hash = l.hash) limit @most
                """,
                new { most }
            )
        ).AsList();
    }

    public async Task<byte[]?> PictureAsync(string hash)
    {
        await using var connection = await database.OpenAsync();
        return await connection.QuerySingleOrDefaultAsync<byte[]>("select file from picture where hash = @hash", new { hash });
    }

    public async Task SetAsync(Guid look, string? verdict, string? sign)
    {
        await using var connection = await database.OpenAsync();
        await connection.ExecuteAsync(
            "update second_look set own_verdict = @verdict, own_sign = @sign, looked_at = now() where event_id = @look",
            new
            {
                look,
                verdict,
                sign,
            }
        );
    }

    public async Task<IReadOnlyList<SecondGrading>> OfStrandAsync(Guid termination)
    {
        await using var connection = await database.OpenAsync();
        return (
            await connection.QueryAsync<SecondGrading>(
                """
                select l.event_id "Event", l.verdict, l.sign, l.own_verdict, l.own_sign
                from second_look l join event_stream es on es.event_id = l.event_id where es.stream_id = @termination
                """,
                new { termination }
            )
        ).AsList();
    }
}
