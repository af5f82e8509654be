using System.Text.Json;
using Dapper;
using Npgsql;
using Rhabdon.Core;
using Rhabdon.Core.Bench;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Rights;

namespace Rhabdon.Data;

/// <summary>That a person may see a job, in which role and from which day at its site to which; without a job, that the person is here in that role.</summary>
public sealed record JobRight(Guid Person, Guid? Job, Role Role, string TimeZone, DateOnly? From, DateOnly? To, DateTime? InactiveSince);

/// <summary>All that decides whether a delivery's events may join their streams, read under the lock of those streams.</summary>
/// <param name="Places">The streams that exist, and those that the delivery itself begins.</param>
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
    Dictionary<Guid, FoldedStream> Streams
)
{
    /// <summary>Someone's access to a job, or to what belongs to none, as it was at a moment; null when there was none.</summary>
    public Access? AccessOf(Guid person, Guid? job, DateTimeOffset moment) =>
        Rights.FirstOrDefault(r =>
            r.Person == person
            && r.Job == job
            && (job is null || r.Role == Role.Owner || Covers(r, moment))
            && (r.InactiveSince is null || moment.UtcDateTime < r.InactiveSince)
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

/// <summary>Events, only ever added, and the projections written beside them: of streams of any kind.</summary>
public sealed class EventStore(Database database, StreamCache cache)
{
    // A group's streams are locked together: one row for a shared act, where each stream's own would be a thousand.
    private const string Lock = """
        with held as materialized (select id from stream_group where id in (select group_id from stream where id = any(@streams))
            order by id for no key update)
        select id, kind, group_id, job_id from stream where id = any(@streams) and group_id in (select id from held) order by id
        """;

    private static readonly string Counts = $"select id from lineage; {string.Join(" union all ", StreamProjections.All.Select(p => p.Counts))}";

    private const string EventColumns =
        """id, device_id "Device", device_sequence "Sequence", clock_ms "Milliseconds", clock_count "Count", actor_id "Actor", content, receipt, signature""";

    /// <summary>Every termination's stream, folded; one without events is empty.</summary>
    public async Task<IReadOnlyDictionary<Guid, FoldedTermination>> TerminationsAsync(Guid[] terminations, RecipeBook book)
    {
        await using var connection = await database.OpenAsync();
        var kinds = terminations.Distinct().ToDictionary(t => t, _ => StreamKind.Termination);
        return (await StreamsAsync(connection, null, kinds, book)).ToDictionary(s => s.Key, s => (FoldedTermination)s.Value);
    }

    /// <summary>Every cable end's stream, folded; one that nobody has begun is empty.</summary>
    public async Task<IReadOnlyDictionary<Guid, FoldedCableEnd>> CableEndsAsync(IEnumerable<Guid> ends, RecipeBook book)
    {
        await using var connection = await database.OpenAsync();
        var kinds = ends.Distinct().ToDictionary(e => e, _ => StreamKind.CableEnd);
        return (await StreamsAsync(connection, null, kinds, book)).ToDictionary(s => s.Key, s => (FoldedCableEnd)s.Value);
    }

    /// <summary>Every stream, folded: from memory where it is there as it stands, else each act read once however many streams it is about.</summary>
    /// <param name="kinds">The streams, each with its kind.</param>
    public async Task<Dictionary<Guid, FoldedStream>> StreamsAsync(
        NpgsqlConnection connection,
        NpgsqlTransaction? transaction,
        IReadOnlyDictionary<Guid, StreamKind> kinds,
        RecipeBook book
    )
    {
        Dictionary<Guid, int> counts;
        await using (var answers = await connection.QueryMultipleAsync(Counts, new { streams = kinds.Keys.ToArray() }, transaction))
        {
            cache.Belong(await answers.ReadSingleAsync<Guid>());
            counts = (await answers.ReadAsync<(Guid Id, int Events)>()).ToDictionary(c => c.Id, c => c.Events);
        }

        var streams = new Dictionary<Guid, FoldedStream>(kinds.Count);
        var unread = new List<Guid>();
        foreach (var id in kinds.Keys)
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
            cache.Keep(streams[id] = StreamKinds.Fold(kinds[id], id, events, book));
        }

        return streams;
    }

    /// <summary>Locks every stream that these events are about and reads all that decides whether they may join them.</summary>
    /// <param name="people">Everyone whose rights are in question.</param>
    public async Task<AppendContext> ContextAsync(
        NpgsqlConnection connection,
        NpgsqlTransaction transaction,
        IReadOnlyList<BenchEvent> events,
        IReadOnlyCollection<Guid> people,
        RecipeBook book
    )
    {
        var streams = events.SelectMany(e => e.About).Select(s => s.Id).Distinct().ToArray();
        var openings = Openings(events);
        var devices = events.GroupBy(e => e.Device).ToDictionary(g => g.Key, g => g.Min(e => e.Sequence));
        await using var answers = await connection.QueryMultipleAsync(
            $"""
            {Lock};
            select p.id "Person", job.id "Job", p.role, job.time_zone, cm.from_day "From", cm.to_day "To", p.inactive_since
                from person p cross join job left join job_crew jc on jc.job_id = job.id and p.role <> 'owner' left join crew_member cm
                    on cm.crew_id = jc.crew_id and cm.person_id = p.id
                where p.id = any(@people) and (job.id = any(@jobs) or job.id in (select job_id from stream where id = any(@streams)))
                    and (p.role = 'owner' or cm.person_id is not null)
                union all select p.id, null, p.role, 'UTC', null, null, p.inactive_since from person p where p.id = any(@people);
            select id, content from event where id = any(@ids);
            select device_id, device_sequence from event where (device_id, device_sequence) in (select * from unnest(@devices, @sequences));
            select w.device, e.at from unnest(@eachDevice, @firsts) as w (device, first) cross join lateral (
                select coalesce(happened_at, to_timestamp(clock_ms / 1000.0)) as at from event where device_id = w.device and device_sequence < w.first
                    and receipt is null
                order by device_sequence desc limit 1) e;
            select id, person_id "Person", device_id "Device", public_key, ended_at from person_key where person_id = any(@people)
                and device_id = any(@eachDevice)
            """,
            new
            {
                streams,
                people = people.ToArray(),
                jobs = openings.Values.Select(o => o.Job).OfType<Guid>().ToArray(),
                ids = events.Select(e => e.Id).ToArray(),
                devices = events.Select(e => e.Device).ToArray(),
                sequences = events.Select(e => e.Sequence).ToArray(),
                eachDevice = devices.Keys.ToArray(),
                firsts = devices.Values.ToArray(),
            },
            transaction
        );
        var places = (await answers.ReadAsync<(Guid Stream, string Kind, Guid Group, Guid? Job)>())
            .Select(p => new StreamPlace(p.Stream, JsonNames.Read<StreamKind>(p.Kind), p.Group, p.Job))
            .ToDictionary(p => p.Stream);
        var rights = (await answers.ReadAsync<JobRight>()).AsList();
        var held = (await answers.ReadAsync<(Guid Id, string Content)>()).ToDictionary(h => h.Id, h => h.Content);
        var sequences = (await answers.ReadAsync<(Guid, long)>()).ToHashSet();
        var before = (await answers.ReadAsync<(Guid Device, DateTime At)>()).ToDictionary(d => d.Device, d => new DateTimeOffset(d.At));
        var keys = (await answers.ReadAsync<PersonKey>()).AsList();
        foreach (var (id, opening) in openings)
        {
            places.TryAdd(id, new StreamPlace(id, opening.Kind, id, opening.Job));
        }

        var folded = await StreamsAsync(connection, transaction, places.Values.ToDictionary(p => p.Stream, p => p.Kind), book);
        return new AppendContext(places, rights, held, sequences, before, keys, folded);
    }

    /// <summary>Adds events to the streams that they are about, and the streams that begin with them.</summary>
    /// <exception cref="PostgresException">An id, or a device's sequence, stands for another event already (unique violation).</exception>
    public async Task InsertAsync(NpgsqlConnection connection, NpgsqlTransaction transaction, IReadOnlyList<BenchEvent> events, Guid? receivedFrom)
    {
        await StreamPlace.AddAsync(connection, transaction, [.. Openings(events).Select(o => new StreamPlace(o.Key, o.Value.Kind, o.Key, o.Value.Job))]);
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
                InStreams = events.SelectMany(e => e.About).Select(s => s.Id).ToArray(),
                OfEvents = events.SelectMany(e => e.About, (e, _) => e.Id).ToArray(),
            },
            transaction
        );

        await SecondGradingStore.NoteAsync(connection, transaction, events.Where(e => e.Body is StepDone { Reading.Face: not null }).Select(e => e.Id));

        T[] Column<T>(Func<BenchEvent, T> of) => [.. events.Select(of)];
    }

    /// <summary>Writes the projections of streams as they are now. They must be locked.</summary>
    public static async Task ProjectAsync(NpgsqlConnection connection, NpgsqlTransaction transaction, IEnumerable<StreamChange> changes)
    {
        foreach (var kind in changes.GroupBy(c => c.After.Kind))
        {
            await StreamProjections.Of(kind.Key).WriteAsync(connection, transaction, [.. kind]);
        }
    }

    /// <summary>Keeps in memory what an append has committed.</summary>
    public void Remember(IEnumerable<FoldedStream> streams)
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
                    join stream s on s.id = es.stream_id where s.job_id = @job)
                    """,
                    new { job }
                )
            ).Select(r => r.Read()),
        ];

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
        if (await connection.ExecuteScalarAsync<int?>("select version from projection_version") == StreamProjections.Version)
        {
            return;
        }

        await RebuildAsync(book, write: true);
        await connection.ExecuteAsync(
            "insert into projection_version (version) values (@Version) on conflict (only_one) do update set version = excluded.version",
            new { StreamProjections.Version }
        );
    }

    /// <summary>
    /// Refolds every stream and compares with its projection, and what is counted for its group; with <paramref name="write"/>, writes them anew. A group at a
    /// time, under its lock.
    /// </summary>
    /// <returns>How many were folded, and those that differed: streams, groups whose count did, and what rows of streams name and is not there.</returns>
    public async Task<(int Folded, IReadOnlyList<Guid> Differing)> RebuildAsync(RecipeBook book, bool write)
    {
        await using var connection = await database.OpenAsync();
        var differing = (
            await connection.QueryAsync<Guid>(
                """
                select event_id from event_stream es where not exists (select from event e where e.id = es.event_id)
                union select stream_id from event_stream es where not exists (select from stream s where s.id = es.stream_id)
                """
            )
        ).AsList();
        var folded = 0;
        foreach (var group in (await connection.QueryAsync<Guid>("select id from stream_group order by id")).AsList())
        {
            await using var transaction = await connection.BeginTransactionAsync();
            await connection.ExecuteAsync("select from stream_group where id = @group for no key update", new { group }, transaction);
            var kinds = (
                await connection.QueryAsync<(Guid Id, string Kind)>(
                    "select id, kind from stream where group_id = @group order by id",
                    new { group },
                    transaction
                )
            ).ToDictionary(s => s.Id, s => JsonNames.Read<StreamKind>(s.Kind));
            var streams = (await EventsOfAsync(connection, transaction, kinds.Keys)).Select(s => StreamKinds.Fold(kinds[s.Stream], s.Stream, s.Events, book));
            foreach (var kind in streams.GroupBy(s => s.Kind))
            {
                differing.AddRange(await StreamProjections.Of(kind.Key).CheckAsync(connection, transaction, group, [.. kind], write));
            }

            await transaction.CommitAsync();
            folded += kinds.Count;
        }

        return (folded, differing);
    }

    // The streams that these events begin.
    private static Dictionary<Guid, StreamOpening> Openings(IEnumerable<BenchEvent> events)
    {
        var openings = new Dictionary<Guid, StreamOpening>();
        foreach (var happened in events)
        {
            if (happened.Body.Opens() is { } opening)
            {
                openings.TryAdd(happened.About[0].Id, opening);
            }
        }

        return openings;
    }

    private async Task<IReadOnlyList<(Guid Stream, List<BenchEvent> Events)>> EventsOfAsync(
        NpgsqlConnection connection,
        NpgsqlTransaction? transaction,
        IReadOnlyCollection<Guid> streams
    )
    {
        if (streams.Count == 0)
        {
            return [];
        }

        var links = (
            await connection.QueryAsync<(Guid Stream, Guid Event)>(
                "select stream_id, event_id from event_stream where stream_id = any(@streams)",
                new { streams = streams.ToArray() },
                transaction
            )
        ).ToLookup(l => l.Stream, l => l.Event);
        var events = await EventsAsync(connection, transaction, [.. links.SelectMany(l => l).Distinct()]);
        // A row whose event is gone is told by 'rebuild --check'.
        return [.. streams.Select(t => (t, links[t].Where(events.ContainsKey).Select(id => events[id]).ToList()))];
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
}
