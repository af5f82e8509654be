using System.Text.Json;
using Dapper;
using Npgsql;
using Rhabdon.Core;
using Rhabdon.Core.Bench;
using Rhabdon.Core.Recipes;

namespace Rhabdon.Data;

/// <summary>Events, only ever added, and the projection written beside them.</summary>
public sealed class EventStore(Database database)
{
    public static string Canonical(BenchEvent happened) => JsonSerializer.Serialize(happened, CoreJson.Default.BenchEvent);

    public async Task<IReadOnlyList<BenchEvent>> StreamAsync(Guid termination)
    {
        await using var connection = await database.OpenAsync();
        return (await StreamsAsync(connection, null, [termination]))[termination];
    }

    /// <summary>Every event of each stream; a stream without events is an empty list.</summary>
    public async Task<IReadOnlyDictionary<Guid, IReadOnlyList<BenchEvent>>> StreamsAsync(NpgsqlConnection connection, NpgsqlTransaction? transaction, Guid[] terminations)
    {
        var rows = await connection.QueryAsync<(Guid Stream, string Content)>(
            "select es.stream_id, e.content from event_stream es join event e on e.id = es.event_id where es.stream_id = any(@terminations)",
            new { terminations }, transaction);
        var streams = terminations.ToDictionary(t => t, _ => new List<BenchEvent>());
        foreach (var (stream, content) in rows)
        {
            streams[stream].Add(JsonSerializer.Deserialize(content, CoreJson.Default.BenchEvent)!);
        }

        return streams.ToDictionary(s => s.Key, s => (IReadOnlyList<BenchEvent>)s.Value);
    }

    /// <summary>Locks the streams until the transaction ends, always in the same order. False when one of them does not exist.</summary>
    public async Task<bool> LockAsync(NpgsqlConnection connection, NpgsqlTransaction transaction, Guid[] terminations)
    {
        var locked = await connection.QueryAsync<Guid>(
            "select id from termination where id = any(@terminations) order by id for update", new { terminations }, transaction);
        return locked.Count() == terminations.Length;
    }

    /// <summary>True when the actor, as of that day, may work on every named termination.</summary>
    public async Task<bool> MayAsync(NpgsqlConnection connection, NpgsqlTransaction transaction, Access access, Guid[] terminations)
    {
        var seen = await connection.ExecuteScalarAsync<int>(
            $"select count(*) from termination t join job on job.id = t.job_id where t.id = any(@terminations) and {Access.SeesJob}",
            new { terminations, access.Person, access.Role, access.Day }, transaction);
        return seen == terminations.Length;
    }

    /// <summary>The canonical content held under an id, or null.</summary>
    public async Task<string?> HeldAsync(NpgsqlConnection connection, NpgsqlTransaction transaction, Guid id) =>
        await connection.QuerySingleOrDefaultAsync<string>("select content from event where id = @id", new { id }, transaction);

    public async Task<bool> SequenceTakenAsync(NpgsqlConnection connection, NpgsqlTransaction transaction, BenchEvent happened) =>
        await connection.ExecuteScalarAsync<bool>(
            "select exists (select 1 from event where device_id = @Device and device_sequence = @Sequence)", new { happened.Device, happened.Sequence }, transaction);

    public async Task InsertAsync(NpgsqlConnection connection, NpgsqlTransaction transaction, BenchEvent happened, Guid? receivedFrom)
    {
        await connection.ExecuteAsync(
            """
            insert into event (id, device_id, device_sequence, clock_ms, clock_count, actor_id, kind, content, received_from)
            values (@Id, @Device, @Sequence, @Milliseconds, @Count, @Actor, @Kind, @content, @receivedFrom)
            """,
            new
            {
                happened.Id, happened.Device, happened.Sequence, happened.Clock.Milliseconds, happened.Clock.Count, happened.Actor,
                happened.Body.Kind, content = Canonical(happened), receivedFrom,
            },
            transaction);
        await connection.ExecuteAsync(
            "insert into event_stream (stream_id, event_id) select unnest(@streams), @Id",
            new { streams = happened.Strands.Select(s => s.Termination).ToArray(), happened.Id }, transaction);
    }

    public async Task ProjectAsync(NpgsqlConnection connection, NpgsqlTransaction? transaction, TerminationState state) => await connection.ExecuteAsync(
        """
        insert into termination_state (termination_id, phase, attempt, try, step, sign, needs_a_look, fiber_used_nm, events)
        values (@Id, @Phase, @Attempt, @Try, @Step, @Sign, @NeedsALook, @FiberUsedNm, @Events)
        on conflict (termination_id) do update set phase = excluded.phase, attempt = excluded.attempt, try = excluded.try, step = excluded.step,
            sign = excluded.sign, needs_a_look = excluded.needs_a_look, fiber_used_nm = excluded.fiber_used_nm, events = excluded.events
        """,
        Projection.Of(state), transaction);

    /// <summary>Refolds every termination and compares with its projection; with <paramref name="write"/>, writes it anew.</summary>
    /// <returns>How many were folded, and those that differed.</returns>
    public async Task<(int Folded, IReadOnlyList<Guid> Differing)> RebuildAsync(RecipeBook book, bool write)
    {
        await using var connection = await database.OpenAsync();
        var ids = (await connection.QueryAsync<Guid>("select id from termination order by id")).ToArray();
        var differing = new List<Guid>();
        foreach (var chunk in ids.Chunk(500))
        {
            await using var transaction = await connection.BeginTransactionAsync();
            await LockAsync(connection, transaction, chunk);
            var streams = await StreamsAsync(connection, transaction, chunk);
            var held = (await connection.QueryAsync<Projection>(
                """
                select termination_id "Id", phase "Phase", attempt "Attempt", try "Try", step "Step", sign "Sign", needs_a_look "NeedsALook",
                    fiber_used_nm "FiberUsedNm", events "Events" from termination_state where termination_id = any(@chunk)
                """,
                new { chunk }, transaction)).ToDictionary(p => p.Id);
            foreach (var id in chunk)
            {
                var state = TerminationFold.Fold(id, streams[id], book);
                if (held.GetValueOrDefault(id) == Projection.Of(state))
                {
                    continue;
                }

                differing.Add(id);
                if (write)
                {
                    await ProjectAsync(connection, transaction, state);
                }
            }

            await transaction.CommitAsync();
        }

        return (ids.Length, differing);
    }

    private sealed record Projection(Guid Id, string Phase, int Attempt, int Try, string? Step, string? Sign, bool NeedsALook, long FiberUsedNm, int Events)
    {
        public static Projection Of(TerminationState state) => new(
            state.Termination, state.Phase.ToString().ToLowerInvariant(), state.Attempt, state.Try, state.Step, state.Trouble?.Sign, state.NeedsALook,
            state.FiberUsed.Nanometers, state.Known);
    }
}
