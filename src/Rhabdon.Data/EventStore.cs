using System.Text.Json;
using Dapper;
using Npgsql;
using Rhabdon.Core.Bench;
using Rhabdon.Core.Recipes;

namespace Rhabdon.Data;

/// <summary>A termination and where it belongs.</summary>
public sealed record StreamPlace(Guid Termination, Guid Cable, Guid Job);

/// <summary>That a person may see a job, in which role and from which day at its site to which.</summary>
public sealed record JobRight(Guid Person, Guid Job, string Role, string TimeZone, DateOnly? From, DateOnly? To, DateTime? InactiveSince);

/// <summary>All that decides whether a delivery's events may join their streams, read under the lock of those streams.</summary>
/// <param name="Places">The streams that exist.</param>
/// <param name="Held">The canonical content held under each id.</param>
/// <param name="Sequences">Device and sequence pairs that are taken.</param>
/// <param name="DeviceBefore">When the last event of each device before this delivery happened.</param>
/// <param name="Keys">The keys of those whose events another person sends.</param>
public sealed record AppendContext(
    IReadOnlyDictionary<Guid, StreamPlace> Places,
    IReadOnlyList<JobRight> Rights,
    Dictionary<Guid, string> Held,
    HashSet<(Guid Device, long Sequence)> Sequences,
    Dictionary<Guid, DateTimeOffset> DeviceBefore,
    IReadOnlyList<PersonKey> Keys,
    Dictionary<Guid, FoldedTermination> Streams
)
{
    /// <summary>Someone's access to a job as it was at a moment; null when there was none.</summary>
    public Access? AccessOf(Guid person, Guid job, DateTimeOffset moment) =>
        Rights.FirstOrDefault(r =>
            r.Person == person && r.Job == job && (r.Role == "owner" || Covers(r, moment)) && (r.InactiveSince is null || moment.UtcDateTime < r.InactiveSince)
        )
            is { } right
            ? new Access(person, right.Role, moment.UtcDateTime)
            : null;

    private static bool Covers(JobRight right, DateTimeOffset moment)
    {
        var zone = TimeZoneInfo.TryFindSystemTimeZoneById(right.TimeZone, out var found) ? found : TimeZoneInfo.Utc;
        var day = DateOnly.FromDateTime(TimeZoneInfo.ConvertTime(moment, zone).DateTime);
        return right.From <= day && (right.To is null || right.To >= day);
    }
}

/// <summary>Events, only ever added, and the projection written beside them.</summary>
public sealed class EventStore(Database database, StreamCache cache)
{
    // A cable's streams are locked together: one row for a shared act, where each strand's own would be a thousand.
    private const string Lock = """
        with held as materialized (select id from cable where id in (select cable_id from termination where id = any(@terminations))
            order by id for no key update)
        select id "Termination", cable_id "Cable", job_id "Job" from termination where id = any(@terminations) and cable_id in (select id from held) order by id
        """;

    private const string EventColumns =
        """id "Id", device_id "Device", device_sequence "Sequence", clock_ms "Milliseconds", clock_count "Count", actor_id "Actor", content "Content", receipt "Receipt", signature "Signature" """;

    public async Task<IReadOnlyList<BenchEvent>> StreamAsync(Guid termination, RecipeBook book) =>
        (await StreamsAsync([termination], book))[termination].Events;

    /// <summary>Every stream, folded; one without events is empty.</summary>
    public async Task<IReadOnlyDictionary<Guid, FoldedTermination>> StreamsAsync(Guid[] terminations, RecipeBook book)
    {
        await using var connection = await database.OpenAsync();
        return await StreamsAsync(connection, null, terminations, book);
    }

    /// <summary>Every stream, folded: from memory where it is there as it stands, else each act read once however many strands it names.</summary>
    public async Task<Dictionary<Guid, FoldedTermination>> StreamsAsync(
        NpgsqlConnection connection,
        NpgsqlTransaction? transaction,
        Guid[] terminations,
        RecipeBook book
    )
    {
        Dictionary<Guid, int> counts;
        await using (
            var answers = await connection.QueryMultipleAsync(
                "select id from lineage; select termination_id, events from termination_state where termination_id = any(@terminations)",
                new { terminations },
                transaction
            )
        )
        {
            cache.Belong(await answers.ReadSingleAsync<Guid>());
            counts = (await answers.ReadAsync<(Guid Id, int Events)>()).ToDictionary(c => c.Id, c => c.Events);
        }

        var streams = new Dictionary<Guid, FoldedTermination>(terminations.Length);
        var unread = new List<Guid>();
        foreach (var id in terminations)
        {
            if (cache.Stream(id, counts.GetValueOrDefault(id)) is { } held)
            {
                streams[id] = held;
            }
            else
            {
                unread.Add(id);
            }
        }

        foreach (var (id, events) in await EventsOfAsync(connection, transaction, unread))
        {
            cache.Keep(streams[id] = FoldedTermination.Of(id, events, book));
        }

        return streams;
    }

    /// <summary>Locks the streams, and all others of their cables, until the transaction ends, always in the same order.</summary>
    /// <returns>Those that exist, each with its cable and job.</returns>
    public async Task<IReadOnlyList<StreamPlace>> LockAsync(NpgsqlConnection connection, NpgsqlTransaction transaction, Guid[] terminations) =>
        (await connection.QueryAsync<StreamPlace>(Lock, new { terminations }, transaction)).AsList();

    /// <summary>Locks every stream that these events name and reads all that decides whether they may join them.</summary>
    /// <param name="people">Everyone whose rights are in question.</param>
    public async Task<AppendContext> ContextAsync(
        NpgsqlConnection connection,
        NpgsqlTransaction transaction,
        IReadOnlyList<BenchEvent> events,
        IReadOnlyCollection<Guid> people,
        RecipeBook book
    )
    {
        var terminations = events.SelectMany(e => e.Strands).Select(s => s.Termination).Distinct().ToArray();
        var devices = events.GroupBy(e => e.Device).ToDictionary(g => g.Key, g => g.Min(e => e.Sequence));
        await using var answers = await connection.QueryMultipleAsync(
            $"""
            {Lock};
            select p.id "Person", job.id "Job", p.role "Role", job.time_zone "TimeZone", cm.from_day "From", cm.to_day "To", p.inactive_since "InactiveSince"
                from person p cross join job left join job_crew jc on jc.job_id = job.id and p.role <> 'owner' left join crew_member cm
                    on cm.crew_id = jc.crew_id and cm.person_id = p.id
                where p.id = any(@people) and job.id in (select job_id from termination where id = any(@terminations)) and (p.role = 'owner'
                    or cm.person_id is not null);
            select id, content from event where id = any(@ids);
            select device_id, device_sequence from event where (device_id, device_sequence) in (select * from unnest(@devices, @sequences));
            select w.device, e.at from unnest(@eachDevice, @firsts) as w (device, first) cross join lateral (
                select coalesce(happened_at, to_timestamp(clock_ms / 1000.0)) as at from event where device_id = w.device and device_sequence < w.first
                    and receipt is null
                order by device_sequence desc limit 1) e;
            select id "Id", person_id "Person", device_id "Device", public_key "PublicKey", ended_at "EndedAt" from person_key where person_id = any(@people)
                and device_id = any(@eachDevice)
            """,
            new
            {
                terminations,
                people = people.ToArray(),
                ids = events.Select(e => e.Id).ToArray(),
                devices = events.Select(e => e.Device).ToArray(),
                sequences = events.Select(e => e.Sequence).ToArray(),
                eachDevice = devices.Keys.ToArray(),
                firsts = devices.Values.ToArray(),
            },
            transaction
        );
        var places = (await answers.ReadAsync<StreamPlace>()).ToDictionary(p => p.Termination);
        var rights = (await answers.ReadAsync<JobRight>()).AsList();
        var held = (await answers.ReadAsync<(Guid Id, string Content)>()).ToDictionary(h => h.Id, h => h.Content);
        var sequences = (await answers.ReadAsync<(Guid, long)>()).ToHashSet();
        var before = (await answers.ReadAsync<(Guid Device, DateTime At)>()).ToDictionary(d => d.Device, d => new DateTimeOffset(d.At));
        var keys = (await answers.ReadAsync<PersonKey>()).AsList();
        var streams = await StreamsAsync(connection, transaction, [.. places.Keys], book);
        return new AppendContext(places, rights, held, sequences, before, keys, streams);
    }

    /// <summary>Adds events to the streams that they name.</summary>
    /// <exception cref="PostgresException">An id, or a device's sequence, stands for another event already (unique violation).</exception>
    public async Task InsertAsync(NpgsqlConnection connection, NpgsqlTransaction transaction, IReadOnlyList<BenchEvent> events, Guid? receivedFrom)
    {
        await connection.ExecuteAsync(
            """
            insert into event (id, device_id, device_sequence, clock_ms, clock_count, actor_id, kind, content, receipt, signature, happened_at, received_from)
            select id, device, sequence, ms, count, actor, kind, content, receipt, signature, happened, @receivedFrom
            from unnest(@Ids, @Devices, @Sequences, @Milliseconds, @Counts, @Actors, @Kinds, @Contents, @Receipts, @Signatures, @Times)
                as t (id, device, sequence, ms, count, actor, kind, content, receipt, signature, happened);
            insert into event_stream (stream_id, event_id) select * from unnest(@InStreams, @OfEvents)
            """,
            new
            {
                receivedFrom,
                Ids = Column(e => e.Id),
                Devices = Column(e => e.Device),
                Sequences = Column(e => e.Sequence),
                Milliseconds = Column(e => e.Clock.Milliseconds),
                Counts = Column(e => e.Clock.Count),
                Actors = Column(e => e.Actor),
                Kinds = Column(e => e.Body.Kind),
                Contents = Column(EventText.Canonical),
                Receipts = Column(e => EventText.WriteReceipt(e.Receipt)),
                Signatures = Column(e => e.Signature),
                Times = Column(e => e.When.UtcDateTime),
                InStreams = events.SelectMany(e => e.Strands).Select(s => s.Termination).ToArray(),
                OfEvents = events.SelectMany(e => e.Strands, (e, _) => e.Id).ToArray(),
            },
            transaction
        );

        await SecondLookStore.NoteAsync(connection, transaction, events.Where(e => e.Body is StepDone { Reading.Face: not null }).Select(e => e.Id));

        T[] Column<T>(Func<BenchEvent, T> of) => [.. events.Select(of)];
    }

    /// <summary>Keeps in memory what an append has committed.</summary>
    public void Remember(IEnumerable<FoldedTermination> streams)
    {
        foreach (var stream in streams)
        {
            cache.Keep(stream);
        }
    }

    /// <summary>Every event of a job, each once.</summary>
    public async Task<IReadOnlyList<BenchEvent>> OfJobAsync(NpgsqlConnection connection, Guid job) =>
        [
            .. (
                await connection.QueryAsync<EventRow>(
                    $"""
                    select {EventColumns} from event where id in (select es.event_id from event_stream es
                    join termination t on t.id = es.stream_id where t.job_id = @job)
                    """,
                    new { job }
                )
            ).Select(r => r.Read()),
        ];

    /// <summary>Writes the projections of these states, and the tallies of their cables. The streams must be locked.</summary>
    public async Task ProjectAsync(NpgsqlConnection connection, NpgsqlTransaction transaction, IEnumerable<TerminationState> states)
    {
        var rows = states.Select(Projection.Of).ToArray();
        await connection.ExecuteAsync(
            """
            with new as (
                select * from unnest(@Ids, @Phases, @Attempts, @Tries, @Steps, @Signs, @Looks, @Fiber, @Events, @Buckets, @Batches, @Hands, @Overruled, @Lasts)
                    as t (id, phase, attempt, try, step, sign, look, fiber, events, bucket, batch, hand, overruled, last_at)),
            change as (
                select t.cable_id, b.bucket, sum(b.ends)::int as ends
                from new join termination t on t.id = new.id left join termination_state s on s.termination_id = new.id
                cross join lateral (values (new.bucket, 1), (s.bucket, -1)) as b (bucket, ends)
                where b.bucket is not null and s.bucket is distinct from new.bucket
                group by t.cable_id, b.bucket),
            tally as (
                insert into cable_tally (cable_id, bucket, ends) select cable_id, bucket, ends from change order by cable_id, bucket
                on conflict (cable_id, bucket) do update set ends = cable_tally.ends + excluded.ends)
            insert into termination_state (termination_id, phase, attempt, try, step, sign, needs_a_look, fiber_used_nm, events, bucket, batch_id, in_hand,
                overruled, last_at)
            select id, phase, attempt, try, step, sign, look, fiber, events, bucket, batch, hand, overruled, last_at from new
            on conflict (termination_id) do update set phase = excluded.phase, attempt = excluded.attempt, try = excluded.try, step = excluded.step,
                sign = excluded.sign, needs_a_look = excluded.needs_a_look, fiber_used_nm = excluded.fiber_used_nm, events = excluded.events,
                bucket = excluded.bucket, batch_id = excluded.batch_id, in_hand = excluded.in_hand, overruled = excluded.overruled, last_at = excluded.last_at
            """,
            new
            {
                Ids = Column(r => r.Id),
                Phases = Column(r => r.Phase),
                Attempts = Column(r => r.Attempt),
                Tries = Column(r => r.Try),
                Steps = Column(r => r.Step),
                Signs = Column(r => r.Sign),
                Looks = Column(r => r.NeedsALook),
                Fiber = Column(r => r.FiberUsedNm),
                Events = Column(r => r.Events),
                Buckets = Column(r => r.Bucket),
                Batches = Column(r => r.BatchId),
                Hands = Column(r => r.InHand),
                Overruled = Column(r => r.Overruled),
                Lasts = Column(r => r.LastAt),
            },
            transaction
        );

        T[] Column<T>(Func<Projection, T> of) => [.. rows.Select(of)];
    }

    /// <summary>
    /// Tells every server instance what has changed. Not in the append's own transaction: PostgreSQL lets only one that tells commit at a time.
    /// </summary>
    public async Task TellAsync(IEnumerable<LiveNews> news)
    {
        await using var connection = await database.OpenAsync();
        await connection.ExecuteAsync(
            "select pg_notify(@channel, n) from unnest(@texts) as t (n)",
            new { channel = LiveNews.Channel, texts = news.Select(n => JsonSerializer.Serialize(n, LiveNews.Json)).ToArray() }
        );
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
            "insert into projection_version (version) values (@Version) on conflict (only_one) do update set version = excluded.version",
            new { Projection.Version }
        );
    }

    /// <summary>
    /// Refolds every termination and compares with its projection and its cable's tally; with <paramref name="write"/>, writes them anew. A cable at a time,
    /// under its lock.
    /// </summary>
    /// <returns>How many were folded, and those that differed: terminations, cables whose tally did, and what rows of streams name and is not there.</returns>
    public async Task<(int Folded, IReadOnlyList<Guid> Differing)> RebuildAsync(RecipeBook book, bool write)
    {
        await using var connection = await database.OpenAsync();
        var differing = (
            await connection.QueryAsync<Guid>(
                """
                select event_id from event_stream es where not exists (select from event e where e.id = es.event_id)
                union select stream_id from event_stream es where not exists (select from termination t where t.id = es.stream_id)
                """
            )
        ).AsList();
        var folded = 0;
        foreach (var cable in (await connection.QueryAsync<Guid>("select id from cable order by id")).AsList())
        {
            await using var transaction = await connection.BeginTransactionAsync();
            var ids = (
                await connection.QueryAsync<Guid>("select id from termination where cable_id = @cable order by id", new { cable }, transaction)
            ).ToArray();
            await LockAsync(connection, transaction, ids);
            var states = (await EventsOfAsync(connection, transaction, ids)).Select(s => TerminationFold.Fold(s.Termination, s.Events, book)).ToList();
            var held = (
                await connection.QueryAsync<Projection>(
                    """
                    select termination_id "Id", phase "Phase", attempt "Attempt", try "Try", step "Step", sign "Sign", needs_a_look "NeedsALook",
                        fiber_used_nm "FiberUsedNm", events "Events", bucket "Bucket", batch_id "BatchId", in_hand "InHand", overruled "Overruled",
                            last_at "LastAt" from termination_state where termination_id = any(@ids)
                    """,
                    new { ids },
                    transaction
                )
            ).ToDictionary(p => p.Id);
            var changed = states.FindAll(s => held.GetValueOrDefault(s.Termination) != Projection.Of(s));
            differing.AddRange(changed.Select(s => s.Termination));
            if (write)
            {
                await ProjectAsync(connection, transaction, changed);
            }

            if (await IsTallyOffAsync(connection, transaction, cable, states.CountBy(s => Projection.Of(s).Bucket), write))
            {
                differing.Add(cable);
            }

            await transaction.CommitAsync();
            folded += ids.Length;
        }

        return (folded, differing);
    }

    private async Task<IReadOnlyList<(Guid Termination, List<BenchEvent> Events)>> EventsOfAsync(
        NpgsqlConnection connection,
        NpgsqlTransaction? transaction,
        IReadOnlyCollection<Guid> terminations
    )
    {
        if (terminations.Count == 0)
        {
            return [];
        }

        var links = (
            await connection.QueryAsync<(Guid Stream, Guid Event)>(
                "select stream_id, event_id from event_stream where stream_id = any(@terminations)",
                new { terminations = terminations.ToArray() },
                transaction
            )
        ).ToLookup(l => l.Stream, l => l.Event);
        var events = await EventsAsync(connection, transaction, [.. links.SelectMany(l => l).Distinct()]);
        // A row whose event is gone is told by 'rebuild --check'.
        return [.. terminations.Select(t => (t, links[t].Where(events.ContainsKey).Select(id => events[id]).ToList()))];
    }

    // From memory where they are there. One that cannot be read is read as such.
    private async Task<Dictionary<Guid, BenchEvent>> EventsAsync(NpgsqlConnection connection, NpgsqlTransaction? transaction, Guid[] ids)
    {
        var events = new Dictionary<Guid, BenchEvent>(ids.Length);
        var unread = new List<Guid>();
        foreach (var id in ids)
        {
            if (cache.Event(id) is { } held)
            {
                events[id] = held;
            }
            else
            {
                unread.Add(id);
            }
        }

        foreach (
            var row in unread.Count == 0
                ? []
                : await connection.QueryAsync<EventRow>($"select {EventColumns} from event where id = any(@ids)", new { ids = unread.ToArray() }, transaction)
        )
        {
            var happened = events[row.Id] = row.Read();
            cache.Keep(happened, row.Content.Length);
        }

        return events;
    }

    // Whether a cable's tally is not what its ends fold to.
    private static async Task<bool> IsTallyOffAsync(
        NpgsqlConnection connection,
        NpgsqlTransaction transaction,
        Guid cable,
        IEnumerable<KeyValuePair<string, int>> folded,
        bool write
    )
    {
        var held = (
            await connection.QueryAsync<(string Bucket, int Ends)>(
                "select bucket, ends from cable_tally where cable_id = @cable and ends <> 0",
                new { cable },
                transaction
            )
        ).ToHashSet();
        var tally = folded.Select(t => (Bucket: t.Key, Ends: t.Value)).ToList();
        if (held.SetEquals(tally))
        {
            return false;
        }

        if (write)
        {
            await connection.ExecuteAsync(
                """
                delete from cable_tally where cable_id = @cable; insert into cable_tally (cable_id, bucket, ends)
                select @cable, * from unnest(@buckets, @ends)
                """,
                new
                {
                    cable,
                    buckets = tally.Select(t => t.Bucket).ToArray(),
                    ends = tally.Select(t => t.Ends).ToArray(),
                },
                transaction
            );
        }

        return true;
    }

    private sealed record EventRow(
        Guid Id,
        Guid Device,
        long Sequence,
        long Milliseconds,
        int Count,
        Guid Actor,
        string Content,
        string? Receipt,
        string? Signature
    )
    {
        // Its id is what its row says, whatever its text does.
        public BenchEvent Read() =>
            EventText.Read(Content, new EventEnvelope(Id, Device, Sequence, new HybridTime(Milliseconds, Count), Actor), Receipt, Signature) with
            {
                Id = Id,
            };
    }

    private sealed record Projection(
        Guid Id,
        string Phase,
        int Attempt,
        int Try,
        string? Step,
        string? Sign,
        bool NeedsALook,
        long FiberUsedNm,
        int Events,
        string Bucket,
        Guid? BatchId,
        Guid? InHand,
        int Overruled,
        DateTime? LastAt
    )
    {
        /// <summary>Raised whenever the same events would be written otherwise.</summary>
        public const int Version = 4;

        public static Projection Of(TerminationState state) =>
            new(
                state.Termination,
                state.Phase.ToString().ToLowerInvariant(),
                state.Attempt,
                state.Try,
                state.Step,
                state.Trouble?.Sign,
                state.NeedsALook,
                state.FiberUsed.Nanometers,
                state.Known,
                BucketOf(state),
                state.Batch,
                state.InHand,
                state.Overruled,
                LastOf(state)
            );

        // PostgreSQL keeps microseconds.
        private static DateTime? LastOf(TerminationState state) =>
            state.History.Count == 0
                ? null
                : new DateTime(state.History.Max(h => h.Event.When.UtcTicks) / TimeSpan.TicksPerMicrosecond * TimeSpan.TicksPerMicrosecond, DateTimeKind.Utc);

        private static string BucketOf(TerminationState state) =>
            state.NeedsALook ? "look"
            : state.Trouble is not null ? "trouble"
            : state.IsOver ? state.Phase.ToString().ToLowerInvariant()
            : state.Recipe is null ? "planned"
            : "under-way";
    }
}
