using Dapper;
using Npgsql;
using Rhabdon.Core;
using Rhabdon.Core.Bench;

namespace Rhabdon.Data;

/// <summary>Where each termination stands, and how many of a cable's ends stand where.</summary>
internal sealed class TerminationProjection : IStreamProjection
{
    public StreamKind Kind => StreamKind.Termination;

    public int Version => 10;

    public string Counts => "select termination_id, events from termination_state where termination_id = any(@streams)";

    public async Task WriteAsync(NpgsqlConnection connection, NpgsqlTransaction transaction, IReadOnlyCollection<StreamChange> changes)
    {
        await WriteAsync(connection, transaction, [.. StatesOf(changes.Select(c => c.After)).Select(Row.Of)]);
        await WorkHistory.WriteAsync(connection, transaction, changes);
    }

    public async Task<IReadOnlyList<Guid>> CheckAsync(
        NpgsqlConnection connection,
        NpgsqlTransaction transaction,
        Guid group,
        IReadOnlyCollection<FoldedStream> streams,
        bool write
    )
    {
        var rows = StatesOf(streams).Select(Row.Of).ToList();
        var held = (
            await connection.QueryAsync<Row>(
                """
                select termination_id "Id", phase, attempt, try, step, sign, needs_a_look,
                    fiber_used_nm, events, bucket, batch_id, in_hand, overruled,
                    last_at, remade_at, clock_since, recipe, connector from termination_state where termination_id = any(@ids)
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

        var isTallyOff = await IsTallyOffAsync(connection, transaction, group, rows.CountBy(r => r.Tally), write);
        var work = await WorkHistory.CheckAsync(connection, transaction, streams, write);
        return [.. changed.Select(r => r.Id).Union(work), .. isTallyOff ? [group] : (Guid[])[]];
    }

    private static IEnumerable<TerminationState> StatesOf(IEnumerable<FoldedStream> streams) => streams.Cast<IFold<TerminationState>>().Select(s => s.State);

    private static async Task WriteAsync(NpgsqlConnection connection, NpgsqlTransaction transaction, IReadOnlyCollection<Row> rows)
    {
        await connection.ExecuteAsync(
            """
            with new as (
                select * from unnest(@Ids, @Phases, @Attempts, @Tries, @Steps, @Signs, @Looks, @Fiber, @Events, @Buckets, @Batches, @Hands, @Overruled, @Lasts,
                    @Remade, @Clocks, @Recipes, @Connectors)
                    as t (id, phase, attempt, try, step, sign, look, fiber, events, bucket, batch, hand, overruled, last_at, remade_at, clock_since, recipe,
                        connector)),
            change as (
                select t.cable_id, b.bucket, b.recipe, b.connector, sum(b.ends)::int as ends
                from new join termination t on t.id = new.id left join termination_state s on s.termination_id = new.id
                cross join lateral (values (new.bucket, new.recipe, new.connector, 1), (s.bucket, s.recipe, s.connector, -1))
                    as b (bucket, recipe, connector, ends)
                where b.bucket is not null and (s.bucket, s.recipe, s.connector) is distinct from (new.bucket, new.recipe, new.connector)
                group by t.cable_id, b.bucket, b.recipe, b.connector),
            tally as (
                insert into cable_tally (cable_id, bucket, recipe, connector, ends)
                select cable_id, bucket, recipe, connector, ends from change order by cable_id, bucket, recipe, connector
                on conflict (cable_id, bucket, recipe, connector) do update set ends = cable_tally.ends + excluded.ends)
            insert into termination_state (termination_id, phase, attempt, try, step, sign, needs_a_look, fiber_used_nm, events, bucket, batch_id, in_hand,
                overruled, last_at, remade_at, clock_since, recipe, connector)
            select id, phase, attempt, try, step, sign, look, fiber, events, bucket, batch, hand, overruled, last_at, remade_at, clock_since, recipe, connector
            from new
            on conflict (termination_id) do update set phase = excluded.phase, attempt = excluded.attempt, try = excluded.try, step = excluded.step,
                sign = excluded.sign, needs_a_look = excluded.needs_a_look, fiber_used_nm = excluded.fiber_used_nm, events = excluded.events,
                bucket = excluded.bucket, batch_id = excluded.batch_id, in_hand = excluded.in_hand, overruled = excluded.overruled, last_at = excluded.last_at,
                remade_at = excluded.remade_at, clock_since = excluded.clock_since, recipe = excluded.recipe, connector = excluded.connector
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
                Remade = Column(r => r.RemadeAt),
                Clocks = Column(r => r.ClockSince),
                Recipes = Column(r => r.Recipe),
                Connectors = Column(r => r.Connector),
            },
            transaction
        );

        T[] Column<T>(Func<Row, T> of) => [.. rows.Select(of)];
    }

    // Whether a cable's tally is not what its ends fold to.
    private static async Task<bool> IsTallyOffAsync(
        NpgsqlConnection connection,
        NpgsqlTransaction transaction,
        Guid cable,
        IEnumerable<KeyValuePair<TallyKey, int>> folded,
        bool write
    )
    {
        var held = (
            await connection.QueryAsync<(string Bucket, string Recipe, string Connector, int Ends)>(
                "select bucket, recipe, connector, ends from cable_tally where cable_id = @cable and ends <> 0",
                new { cable },
                transaction
            )
        ).ToHashSet();
        var tally = folded.Select(t => (t.Key.Bucket, t.Key.Recipe, t.Key.Connector, Ends: t.Value)).ToList();
        if (held.SetEquals(tally))
        {
            return false;
        }

        if (write)
        {
            await connection.ExecuteAsync(
                """
                delete from cable_tally where cable_id = @cable; insert into cable_tally (cable_id, bucket, recipe, connector, ends)
                select @cable, * from unnest(@buckets, @recipes, @connectors, @ends)
                """,
                new
                {
                    cable,
                    buckets = tally.Select(t => t.Bucket).ToArray(),
                    recipes = tally.Select(t => t.Recipe).ToArray(),
                    connectors = tally.Select(t => t.Connector).ToArray(),
                    ends = tally.Select(t => t.Ends).ToArray(),
                },
                transaction
            );
        }

        return true;
    }

    /// <summary>What the ends of a cable are counted by.</summary>
    private readonly record struct TallyKey(string Bucket, string Recipe, string Connector);

    private sealed record Row(
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
        DateTime? LastAt,
        DateTime? RemadeAt,
        DateTime? ClockSince,
        string Recipe,
        string Connector
    )
    {
        public TallyKey Tally => new(Bucket, Recipe, Connector);

        public static Row Of(TerminationState state) =>
            new(
                state.Termination,
                JsonNames.Of(state.Phase),
                state.Attempt,
                state.Try,
                state.Step,
                state.Trouble?.Sign,
                state.NeedsALook,
                state.FiberUsed.Nanometers,
                state.Known,
                JsonNames.Of(EndBuckets.Of(state)),
                state.Batch,
                state.InHand,
                state.Overruled,
                LastOf(state),
                state.RemadeAt is { } remade ? StoredTime.Of(remade.UtcTicks) : null,
                state.Clock is { } running ? StoredTime.Of(running.Since.UtcTicks) : null,
                state.Plan?.RecipeId ?? string.Empty,
                JsonNames.Of(state.Plan?.Connector) ?? string.Empty
            );

        private static DateTime? LastOf(TerminationState state) =>
            state.History.Count == 0 ? null : StoredTime.Of(state.History.Max(h => h.Event.When.UtcTicks));
    }
}
