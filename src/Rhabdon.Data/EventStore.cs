using System.Text.Json;
using Dapper;
using Npgsql;
using Rhabdon.Core;
using Rhabdon.Core.Bench;
using Rhabdon.Core.Recipes;

namespace Rhabdon.Data;

/// <summary>A termination and where it belongs.</summary>
public sealed record StreamPlace(Guid Termination, Guid Cable, Guid Job);

/// <summary>All that decides whether a delivery's events may join their streams, read under the lock of those streams.</summary>
/// <param name="Places">The streams that exist.</param>
/// <param name="Rights">The role of each person who, as of a day, may see a job.</param>
/// <param name="Held">The canonical content held under each id.</param>
/// <param name="Sequences">Device and sequence pairs that are taken.</param>
public sealed record AppendGround(
    IReadOnlyDictionary<Guid, StreamPlace> Places,
    IReadOnlyDictionary<(Guid Person, DateOnly Day, Guid Job), string> Rights,
    Dictionary<Guid, string> Held,
    HashSet<(Guid Device, long Sequence)> Sequences,
    Dictionary<Guid, List<BenchEvent>> Streams);

/// <summary>Events, only ever added, and the projection written beside them.</summary>
public sealed class EventStore(Database database)
{
    private const string Lock = """select id "Termination", cable_id "Cable", job_id "Job" from termination where id = any(@terminations) order by id for update""";

    private const string Streams = "select es.stream_id, e.content from event_stream es join event e on e.id = es.event_id where es.stream_id = any(@terminations)";

    public static string Canonical(BenchEvent happened) => JsonSerializer.Serialize(happened, CoreJson.Default.BenchEvent);

    public async Task<IReadOnlyList<BenchEvent>> StreamAsync(Guid termination) => (await StreamsAsync([termination]))[termination];

    public async Task<IReadOnlyDictionary<Guid, IReadOnlyList<BenchEvent>>> StreamsAsync(Guid[] terminations)
    {
        await using var connection = await database.OpenAsync();
        return await StreamsAsync(connection, null, terminations);
    }

    /// <summary>Every event of each stream; a stream without events is an empty list.</summary>
    public async Task<IReadOnlyDictionary<Guid, IReadOnlyList<BenchEvent>>> StreamsAsync(NpgsqlConnection connection, NpgsqlTransaction? transaction, Guid[] terminations) =>
        StreamsOf(terminations, await connection.QueryAsync<(Guid, string)>(Streams, new { terminations }, transaction)).ToDictionary(s => s.Key, s => (IReadOnlyList<BenchEvent>)s.Value);

    /// <summary>Locks the streams until the transaction ends, always in the same order.</summary>
    /// <returns>Those that exist, each with its cable and job.</returns>
    public async Task<IReadOnlyList<StreamPlace>> LockAsync(NpgsqlConnection connection, NpgsqlTransaction transaction, Guid[] terminations) =>
        (await connection.QueryAsync<StreamPlace>(Lock, new { terminations }, transaction)).AsList();

    /// <summary>Locks every stream that these events name and reads, in one round trip, all that decides whether they may join them.</summary>
    public async Task<AppendGround> GroundAsync(NpgsqlConnection connection, NpgsqlTransaction transaction, IReadOnlyList<BenchEvent> events, IReadOnlyCollection<(Guid Person, DateOnly Day)> who)
    {
        var terminations = events.SelectMany(e => e.Strands).Select(s => s.Termination).Distinct().ToArray();
        await using var answers = await connection.QueryMultipleAsync(
            $"""
            {Lock};
            select w.person, w.day, job.id, p.role from unnest(@people, @days) as w (person, day) join person p on p.id = w.person
                join job on job.id in (select job_id from termination where id = any(@terminations)) where {Access.Sees("p.role", "w.person", "w.day")};
            select id, content from event where id = any(@ids);
            select device_id, device_sequence from event where (device_id, device_sequence) in (select * from unnest(@devices, @sequences));
            {Streams};
            """,
            new
            {
                terminations, people = who.Select(w => w.Person).ToArray(), days = who.Select(w => w.Day).ToArray(), ids = events.Select(e => e.Id).ToArray(),
                devices = events.Select(e => e.Device).ToArray(), sequences = events.Select(e => e.Sequence).ToArray(),
            },
            transaction);
        var places = (await answers.ReadAsync<StreamPlace>()).ToDictionary(p => p.Termination);
        var rights = (await answers.ReadAsync<(Guid Person, DateOnly Day, Guid Job, string Role)>()).ToDictionary(r => (r.Person, r.Day, r.Job), r => r.Role);
        var held = (await answers.ReadAsync<(Guid Id, string Content)>()).ToDictionary(h => h.Id, h => h.Content);
        var sequences = (await answers.ReadAsync<(Guid, long)>()).ToHashSet();
        return new AppendGround(places, rights, held, sequences, StreamsOf(terminations, await answers.ReadAsync<(Guid, string)>()));
    }

    /// <summary>Adds events to the streams that they name.</summary>
    /// <exception cref="PostgresException">An id, or a device's sequence, stands for another event already (unique violation).</exception>
    public async Task InsertAsync(NpgsqlConnection connection, NpgsqlTransaction transaction, IReadOnlyList<BenchEvent> events, Guid? receivedFrom)
    {
        await connection.ExecuteAsync(
            """
            insert into event (id, device_id, device_sequence, clock_ms, clock_count, actor_id, kind, content, received_from)
            select id, device, sequence, ms, count, actor, kind, content, @receivedFrom
            from unnest(@Ids, @Devices, @Sequences, @Milliseconds, @Counts, @Actors, @Kinds, @Contents) as t (id, device, sequence, ms, count, actor, kind, content);
            insert into event_stream (stream_id, event_id) select * from unnest(@InStreams, @OfEvents)
            """,
            new
            {
                receivedFrom, Ids = Column(e => e.Id), Devices = Column(e => e.Device), Sequences = Column(e => e.Sequence), Milliseconds = Column(e => e.Clock.Milliseconds),
                Counts = Column(e => e.Clock.Count), Actors = Column(e => e.Actor), Kinds = Column(e => e.Body.Kind), Contents = Column(Canonical),
                InStreams = events.SelectMany(e => e.Strands).Select(s => s.Termination).ToArray(), OfEvents = events.SelectMany(e => e.Strands, (e, _) => e.Id).ToArray(),
            },
            transaction);

        T[] Column<T>(Func<BenchEvent, T> of) => [.. events.Select(of)];
    }

    /// <summary>Writes the projections of these states, and the tallies of their cables. The streams must be locked.</summary>
    public async Task ProjectAsync(NpgsqlConnection connection, NpgsqlTransaction transaction, IEnumerable<TerminationState> states)
    {
        var rows = states.Select(Projection.Of).ToArray();
        await connection.ExecuteAsync(
            """
            with new as (
                select * from unnest(@Ids, @Phases, @Attempts, @Tries, @Steps, @Signs, @Looks, @Fiber, @Events, @Buckets, @Batches, @Hands, @Overruled)
                    as t (id, phase, attempt, try, step, sign, look, fiber, events, bucket, batch, hand, overruled)),
            change as (
                select t.cable_id, b.bucket, sum(b.ends)::int as ends
                from new join termination t on t.id = new.id left join termination_state s on s.termination_id = new.id
                cross join lateral (values (new.bucket, 1), (s.bucket, -1)) as b (bucket, ends)
                where b.bucket is not null and s.bucket is distinct from new.bucket
                group by t.cable_id, b.bucket),
            tally as (
                insert into cable_tally (cable_id, bucket, ends) select cable_id, bucket, ends from change order by cable_id, bucket
                on conflict (cable_id, bucket) do update set ends = cable_tally.ends + excluded.ends)
            insert into termination_state (termination_id, phase, attempt, try, step, sign, needs_a_look, fiber_used_nm, events, bucket, batch_id, in_hand, overruled)
            select id, phase, attempt, try, step, sign, look, fiber, events, bucket, batch, hand, overruled from new
            on conflict (termination_id) do update set phase = excluded.phase, attempt = excluded.attempt, try = excluded.try, step = excluded.step,
                sign = excluded.sign, needs_a_look = excluded.needs_a_look, fiber_used_nm = excluded.fiber_used_nm, events = excluded.events,
                bucket = excluded.bucket, batch_id = excluded.batch_id, in_hand = excluded.in_hand, overruled = excluded.overruled
            """,
            new
            {
                Ids = Column(r => r.Id), Phases = Column(r => r.Phase), Attempts = Column(r => r.Attempt), Tries = Column(r => r.Try), Steps = Column(r => r.Step),
                Signs = Column(r => r.Sign), Looks = Column(r => r.NeedsALook), Fiber = Column(r => r.FiberUsedNm), Events = Column(r => r.Events),
                Buckets = Column(r => r.Bucket), Batches = Column(r => r.BatchId), Hands = Column(r => r.InHand), Overruled = Column(r => r.Overruled),
            },
            transaction);

        T[] Column<T>(Func<Projection, T> of) => [.. rows.Select(of)];
    }

    /// <summary>Tells every server instance what has changed. Not in the append's own transaction: PostgreSQL lets only one that tells commit at a time.</summary>
    public async Task TellAsync(IEnumerable<LiveNews> news)
    {
        await using var connection = await database.OpenAsync();
        await connection.ExecuteAsync(
            "select pg_notify(@channel, n) from unnest(@texts) as t (n)", new { channel = LiveNews.Channel, texts = news.Select(n => JsonSerializer.Serialize(n, LiveNews.Json)).ToArray() });
    }

    /// <summary>Tells every server instance to look at everything again.</summary>
    public async Task TellAllAsync()
    {
        await using var connection = await database.OpenAsync();
        await connection.ExecuteAsync("select pg_notify(@channel, 'null')", new { channel = LiveNews.Channel });
    }

    /// <summary>Refolds everything when the tables hold another shape of projection than this program writes.</summary>
    public async Task RenewProjectionsAsync(RecipeBook book)
    {
        await using var connection = await database.OpenAsync();
        if (await connection.ExecuteScalarAsync<int?>("select version from projection_version") == Projection.Version)
        {
            return;
        }

        await RebuildAsync(book, write: true);
        await connection.ExecuteAsync(
            "insert into projection_version (version) values (@Version) on conflict (only_one) do update set version = excluded.version", new { Projection.Version });
    }

    /// <summary>Refolds every termination and compares with its projection and its cable's tally; with <paramref name="write"/>, writes them anew.</summary>
    /// <returns>How many were folded, and those that differed.</returns>
    public async Task<(int Folded, IReadOnlyList<Guid> Differing)> RebuildAsync(RecipeBook book, bool write)
    {
        await using var connection = await database.OpenAsync();
        var ids = (await connection.QueryAsync<Guid>("select id from termination order by id")).ToArray();
        var differing = new List<Guid>();
        var tallies = new Dictionary<(Guid Cable, string Bucket), int>();
        foreach (var chunk in ids.Chunk(500))
        {
            await using var transaction = await connection.BeginTransactionAsync();
            var places = (await LockAsync(connection, transaction, chunk)).ToDictionary(p => p.Termination, p => p.Cable);
            var streams = await StreamsAsync(connection, transaction, chunk);
            var held = (await connection.QueryAsync<Projection>(
                """
                select termination_id "Id", phase "Phase", attempt "Attempt", try "Try", step "Step", sign "Sign", needs_a_look "NeedsALook",
                    fiber_used_nm "FiberUsedNm", events "Events", bucket "Bucket", batch_id "BatchId", in_hand "InHand", overruled "Overruled" from termination_state where termination_id = any(@chunk)
                """,
                new { chunk }, transaction)).ToDictionary(p => p.Id);
            var changed = new List<TerminationState>();
            foreach (var id in chunk)
            {
                var state = TerminationFold.Fold(id, streams[id], book);
                var key = (places[id], Projection.Of(state).Bucket);
                tallies[key] = tallies.GetValueOrDefault(key) + 1;
                if (held.GetValueOrDefault(id) != Projection.Of(state))
                {
                    differing.Add(id);
                    changed.Add(state);
                }
            }

            if (write)
            {
                await ProjectAsync(connection, transaction, changed);
            }

            await transaction.CommitAsync();
        }

        differing.AddRange(await TalliesAsync(connection, tallies, write));
        return (ids.Length, differing);
    }

    private static Dictionary<Guid, List<BenchEvent>> StreamsOf(Guid[] terminations, IEnumerable<(Guid Stream, string Content)> rows)
    {
        var streams = terminations.ToDictionary(t => t, _ => new List<BenchEvent>());
        foreach (var (stream, content) in rows)
        {
            streams[stream].Add(JsonSerializer.Deserialize(content, CoreJson.Default.BenchEvent)!);
        }

        return streams;
    }

    // Cables whose tally is not what their ends fold to.
    private static async Task<IReadOnlyList<Guid>> TalliesAsync(NpgsqlConnection connection, Dictionary<(Guid Cable, string Bucket), int> tallies, bool write)
    {
        var held = (await connection.QueryAsync<(Guid Cable, string Bucket, int Ends)>("select cable_id, bucket, ends from cable_tally where ends <> 0"))
            .ToDictionary(t => (t.Cable, t.Bucket), t => t.Ends);
        var differing = tallies.Keys.Union(held.Keys).Where(k => tallies.GetValueOrDefault(k) != held.GetValueOrDefault(k)).ToList();
        if (write)
        {
            await connection.ExecuteAsync(
                "insert into cable_tally (cable_id, bucket, ends) values (@Cable, @Bucket, @Ends) on conflict (cable_id, bucket) do update set ends = excluded.ends",
                differing.Select(k => new { k.Cable, k.Bucket, Ends = tallies.GetValueOrDefault(k) }));
        }

        return [.. differing.Select(k => k.Cable).Distinct()];
    }

    private sealed record Projection(
        Guid Id, string Phase, int Attempt, int Try, string? Step, string? Sign, bool NeedsALook, long FiberUsedNm, int Events, string Bucket, Guid? BatchId, Guid? InHand, int Overruled)
    {
        /// <summary>Raised whenever the same events would be written otherwise.</summary>
        public const int Version = 3;

        public static Projection Of(TerminationState state) => new(
            state.Termination, state.Phase.ToString().ToLowerInvariant(), state.Attempt, state.Try, state.Step, state.Trouble?.Sign, state.NeedsALook,
            state.FiberUsed.Nanometers, state.Known, BucketOf(state), state.Batch, state.InHand, state.Overruled);

        private static string BucketOf(TerminationState state) =>
            state.NeedsALook ? "look"
            : state.Trouble is not null ? "trouble"
            : state.IsOver ? state.Phase.ToString().ToLowerInvariant()
            : state.Recipe is null ? "planned"
            : "under-way";
    }
}
