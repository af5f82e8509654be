using Dapper;
using Npgsql;

namespace Rhabdon.Data;

/// <summary>An event that could not be verified, and why.</summary>
/// <param name="Reason">In words.</param>
/// <param name="Streams">That it is about; of one that would begin with it nothing is kept beside it.</param>
public sealed record Quarantined(Guid Event, Guid Actor, string Content, string? Signature, string Reason, IReadOnlyList<Guid> Streams);

/// <summary>One of them as it is kept.</summary>
public sealed record QuarantineRow
{
    public required Guid Event { get; init; }

    public required Guid Actor { get; init; }

    public required Guid SentBy { get; init; }

    public required DateTime SentAt { get; init; }

    public required string Reason { get; init; }

    public required string Content { get; init; }

    public string? Signature { get; init; }

    /// <summary>The streams that it is about, of those asked for.</summary>
    public required Guid[] Streams { get; init; }
}

/// <summary>Events that could not be verified: never lost and never counted.</summary>
public sealed class QuarantineStore(Database database)
{
    /// <summary>Most that one sender may leave here; what comes after is only refused.</summary>
    public const int MostOfOneSender = 5_000;

    /// <summary>Keeps them, each once.</summary>
    public async Task AddAsync(NpgsqlConnection connection, NpgsqlTransaction transaction, IReadOnlyList<Quarantined> events, Guid sender)
    {
        foreach (var each in events)
        {
            await connection.ExecuteAsync(
                """
                with kept as (
                    insert into quarantine (event_id, actor_id, content, signature, reason, sent_by)
                    select @Event, @Actor, @Content, @Signature, @Reason, @sender where (select count(*) from quarantine where sent_by = @sender) < @most
                    on conflict do nothing returning event_id)
                insert into quarantine_of (stream_id, event_id) select s.id, kept.event_id from kept cross join stream s where s.id = any(@streams)
                """,
                new
                {
                    each.Event,
                    each.Actor,
                    each.Content,
                    each.Signature,
                    each.Reason,
                    sender,
                    streams = each.Streams.ToArray(),
                    most = MostOfOneSender,
                },
                transaction
            );
        }
    }

    public Task<IReadOnlyList<QuarantineRow>> OfStreamAsync(Guid stream) => RowsAsync("o.stream_id = @id", stream);

    public Task<IReadOnlyList<QuarantineRow>> OfJobAsync(Guid job) => RowsAsync("o.stream_id in (select id from stream where job_id = @id)", job);

    /// <summary>Keeps what an imported job's file had aside.</summary>
    internal static async Task ImportAsync(NpgsqlConnection connection, NpgsqlTransaction transaction, IReadOnlyList<QuarantineRow> rows)
    {
        await connection.ExecuteAsync(
            """
            insert into quarantine (event_id, actor_id, content, signature, reason, sent_by, sent_at) values (@Event, @Actor, @Content, @Signature, @Reason,
                @SentBy, @SentAt)
            on conflict do nothing
            """,
            rows,
            transaction
        );
        await connection.ExecuteAsync("insert into quarantine_of (stream_id, event_id) select s, @Event from unnest(@Streams) as s", rows, transaction);
    }

    private async Task<IReadOnlyList<QuarantineRow>> RowsAsync(string where, Guid id)
    {
        await using var connection = await database.OpenAsync();
        return (
            await connection.QueryAsync<QuarantineRow>(
                $"""
                select q.event_id "Event", q.actor_id "Actor", q.sent_by, q.sent_at, q.reason, q.content,
                    q.signature, o.streams
                from quarantine q join (select event_id, array_agg(stream_id order by stream_id) as streams from quarantine_of o where {where}
                    group by event_id) o on o.event_id = q.event_id
                order by q.sent_at, q.event_id
                """,
                new { id }
            )
        ).AsList();
    }
}
