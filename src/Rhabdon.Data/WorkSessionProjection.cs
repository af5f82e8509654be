using Dapper;
using Npgsql;
using Rhabdon.Core.Bench;

namespace Rhabdon.Data;

/// <summary>Who works where, since when.</summary>
internal sealed class WorkSessionProjection : IStreamProjection
{
    public StreamKind Kind => StreamKind.WorkSession;

    public int Version => 1;

    public string Counts => "select stream_id, events from work_session_state where stream_id = any(@streams)";

    public Task WriteAsync(NpgsqlConnection connection, NpgsqlTransaction transaction, IReadOnlyCollection<StreamChange> changes) =>
        WriteAsync(connection, transaction, [.. changes.Select(c => Row.Of(c.After))]);

    public async Task<IReadOnlyList<Guid>> CheckAsync(
        NpgsqlConnection connection,
        NpgsqlTransaction transaction,
        Guid group,
        IReadOnlyCollection<FoldedStream> streams,
        bool write
    )
    {
        var rows = streams.Select(Row.Of).ToList();
        var held = (
            await connection.QueryAsync<Row>(
                """
                select stream_id "Id", person_id "Person", place, job_id "Job", began_at "Began", ended_at "Ended", needs_a_look,
                    events from work_session_state where stream_id = any(@ids)
                """,
                new { ids = rows.Select(r => r.Id).ToArray() },
                transaction
            )
        ).ToDictionary(r => r.Id);
        var changed = rows.FindAll(r => held.GetValueOrDefault(r.Id) != r);
        if (write)
        {
            await WriteAsync(connection, transaction, changed);
        }

        return [.. changed.Select(r => r.Id)];
    }

    private static Task<int> WriteAsync(NpgsqlConnection connection, NpgsqlTransaction transaction, IReadOnlyCollection<Row> rows) =>
        connection.ExecuteAsync(
            """
            insert into work_session_state (stream_id, person_id, place, job_id, began_at, ended_at, needs_a_look, events)
            values (@Id, @Person, @Place, @Job, @Began, @Ended, @NeedsALook, @Events)
            on conflict (stream_id) do update set person_id = excluded.person_id, place = excluded.place, job_id = excluded.job_id,
                began_at = excluded.began_at, ended_at = excluded.ended_at, needs_a_look = excluded.needs_a_look, events = excluded.events
            """,
            rows,
            transaction
        );

    private sealed record Row(Guid Id, Guid? Person, string? Place, Guid? Job, DateTime? Began, DateTime? Ended, bool NeedsALook, int Events)
    {
        public static Row Of(FoldedStream stream)
        {
            var state = ((IFold<WorkSessionState>)stream).State;
            return new Row(
                state.Session,
                state.Person,
                state.Place,
                state.Job,
                StoredTime.Of(state.Began),
                StoredTime.Of(state.Ended),
                stream.NeedsALook,
                stream.Events.Count
            );
        }
    }
}
