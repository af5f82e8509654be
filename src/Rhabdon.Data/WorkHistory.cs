using Dapper;
using Npgsql;
using Rhabdon.Core;
using Rhabdon.Core.Bench;
using Rhabdon.Core.Quality;

namespace Rhabdon.Data;

/// <summary>The table of all work that counts (<see cref="WorkEntry"/>). An append writes only what is new in its streams.</summary>
internal static class WorkHistory
{
    public static async Task WriteAsync(NpgsqlConnection connection, NpgsqlTransaction transaction, IReadOnlyCollection<StreamChange> changes)
    {
        var (gone, rows, uses) = (new List<(Guid Strand, Guid Event)>(), new List<Row>(), new List<UseRow>());
        foreach (var (before, after) in changes)
        {
            var (less, more) = WorkEntry.Changes((FoldedTermination?)before, (FoldedTermination)after);
            gone.AddRange(less.Select(id => (after.Id, id)));
            rows.AddRange(more.Select(Row.Of));
            uses.AddRange(more.SelectMany(UseRow.Of));
        }

        var anew = changes.Where(c => c.Before is null).Select(c => c.After.Id).ToArray();
        if (gone.Count + anew.Length > 0)
        {
            await connection.ExecuteAsync(
                """
                delete from work_history where termination_id = any(@anew)
                    or (termination_id, event_id) in (select * from unnest(@strands, @events));
                delete from gear_use where termination_id = any(@anew) or (termination_id, event_id) in (select * from unnest(@strands, @events))
                """,
                new
                {
                    anew,
                    strands = gone.Select(g => g.Strand).ToArray(),
                    events = gone.Select(g => g.Event).ToArray(),
                },
                transaction
            );
        }

        if (rows.Count > 0)
        {
            await InsertAsync(connection, transaction, rows);
        }

        if (uses.Count > 0)
        {
            await connection.ExecuteAsync(
                """
                insert into gear_use (gear_id, termination_id, event_id, does, times, amount, at)
                select * from unnest(@Gears, @Strands, @Events, @Does, @Times, @Amounts, @Moments)
                on conflict (termination_id, event_id, gear_id, does) do update set times = excluded.times, amount = excluded.amount, at = excluded.at
                """,
                new
                {
                    Gears = uses.ConvertAll(u => u.Gear).ToArray(),
                    Strands = uses.ConvertAll(u => u.Strand).ToArray(),
                    Events = uses.ConvertAll(u => u.Event).ToArray(),
                    Does = uses.ConvertAll(u => u.Does).ToArray(),
                    Times = uses.ConvertAll(u => u.Times).ToArray(),
                    Amounts = uses.ConvertAll(u => u.Amount).ToArray(),
                    Moments = uses.ConvertAll(u => u.At).ToArray(),
                },
                transaction
            );
        }
    }

    /// <returns>The terminations of which other work is written than their streams hold.</returns>
    public static async Task<IReadOnlyList<Guid>> CheckAsync(
        NpgsqlConnection connection,
        NpgsqlTransaction transaction,
        IReadOnlyCollection<FoldedStream> streams,
        bool write
    )
    {
        var held = (
            await connection.QueryAsync<Row>(
                """
                select termination_id "Strand", event_id "Event", at, kind, actor_id "Actor", method, recipe_id,
                    recipe_version, attempt, try, step, reads, value, choice,
                    verdict, sign, action, seconds, strands, outcome
                from work_history where termination_id = any(@ids)
                """,
                new { ids = streams.Select(s => s.Id).ToArray() },
                transaction
            )
        ).ToLookup(r => r.Strand);
        var used = (
            await connection.QueryAsync<UseRow>(
                """
                select gear_id "Gear", termination_id "Strand", event_id "Event", does, times, amount, at from gear_use where termination_id = any(@ids)
                """,
                new { ids = streams.Select(s => s.Id).ToArray() },
                transaction
            )
        ).ToLookup(r => r.Strand);
        var differing = streams
            .Where(s =>
                WorkEntry.Changes(null, (FoldedTermination)s).New is var entries
                && !(entries.Select(Row.Of).ToHashSet().SetEquals(held[s.Id]) && entries.SelectMany(UseRow.Of).ToHashSet().SetEquals(used[s.Id]))
            )
            .ToList();
        if (write && differing.Count > 0)
        {
            await WriteAsync(connection, transaction, [.. differing.Select(s => new StreamChange(null, s))]);
        }

        return [.. differing.Select(s => s.Id)];
    }

    // Whose crew it was is looked up once for each person, day and job, and not for each of a shared act's strands.
    private static Task<int> InsertAsync(NpgsqlConnection connection, NpgsqlTransaction transaction, IReadOnlyList<Row> rows) =>
        connection.ExecuteAsync(
            """
            with new as materialized (
                select n.*, t.job_id from unnest(@Strands, @Events, @Times, @Kinds, @Actors, @Methods, @Recipes, @Versions, @Attempts, @Tries, @Steps, @Reads,
                    @Values, @Choices, @Verdicts, @Signs, @Actions, @Seconds, @Counts, @Outcomes)
                    as n (termination_id, event_id, at, kind, actor_id, method, recipe_id, recipe_version, attempt, try, step, reads, value, choice, verdict,
                        sign, action, seconds, strands, outcome)
                join termination t on t.id = n.termination_id),
            who as materialized (
                select d.*, c.crew_id from (
                    select distinct new.job_id, new.actor_id, site_day(new.at, job.time_zone) as day from new join job on job.id = new.job_id) d
                left join lateral (
                    select jc.crew_id from job_crew jc join crew_member cm on cm.crew_id = jc.crew_id
                    where jc.job_id = d.job_id and cm.person_id = d.actor_id and cm.from_day <= d.day and (cm.to_day is null or cm.to_day >= d.day)
                    order by cm.from_day, jc.crew_id limit 1) c on true)
            insert into work_history (termination_id, event_id, job_id, at, kind, actor_id, crew_id, method, recipe_id, recipe_version, attempt, try, step,
                reads, value, choice, verdict, sign, action, seconds, strands, outcome)
            select new.termination_id, new.event_id, new.job_id, new.at, new.kind, new.actor_id, who.crew_id, new.method, new.recipe_id, new.recipe_version,
                new.attempt, new.try, new.step, new.reads, new.value, new.choice, new.verdict, new.sign, new.action, new.seconds, new.strands, new.outcome
            from new join job on job.id = new.job_id
                join who on who.job_id = new.job_id and who.actor_id = new.actor_id and who.day = site_day(new.at, job.time_zone)
            on conflict (termination_id, event_id) do update set at = excluded.at, seconds = excluded.seconds, outcome = excluded.outcome,
                attempt = excluded.attempt, try = excluded.try
            """,
            new
            {
                Strands = rows.Column(r => r.Strand),
                Events = rows.Column(r => r.Event),
                Times = rows.Column(r => r.At),
                Kinds = rows.Column(r => r.Kind),
                Actors = rows.Column(r => r.Actor),
                Methods = rows.Column(r => r.Method),
                Recipes = rows.Column(r => r.RecipeId),
                Versions = rows.Column(r => r.RecipeVersion),
                Attempts = rows.Column(r => r.Attempt),
                Tries = rows.Column(r => r.Try),
                Steps = rows.Column(r => r.Step),
                Reads = rows.Column(r => r.Reads),
                Values = rows.Column(r => r.Value),
                Choices = rows.Column(r => r.Choice),
                Verdicts = rows.Column(r => r.Verdict),
                Signs = rows.Column(r => r.Sign),
                Actions = rows.Column(r => r.Action),
                Seconds = rows.Column(r => r.Seconds),
                Counts = rows.Column(r => r.Strands),
                Outcomes = rows.Column(r => r.Outcome),
            },
            transaction
        );

    private static TValue[] Column<TValue>(this IReadOnlyList<Row> rows, Func<Row, TValue> of) => [.. rows.Select(of)];

    private sealed record Row(
        Guid Strand,
        Guid Event,
        DateTime At,
        string Kind,
        Guid Actor,
        string Method,
        string RecipeId,
        int RecipeVersion,
        int Attempt,
        int Try,
        string? Step,
        string? Reads,
        decimal? Value,
        string? Choice,
        string? Verdict,
        string? Sign,
        string? Action,
        int? Seconds,
        int Strands,
        string? Outcome
    )
    {
        public static Row Of(WorkEntry entry) =>
            new(
                entry.Strand,
                entry.Event,
                StoredTime.Of(entry.At.UtcTicks),
                entry.Kind,
                entry.Actor,
                entry.Method,
                entry.Recipe.Id,
                entry.Recipe.Version,
                entry.Attempt,
                entry.Try,
                entry.Step,
                JsonNames.Of(entry.Reads),
                entry.Value,
                entry.Choice,
                JsonNames.Of(entry.Verdict),
                entry.Sign,
                entry.Action,
                entry.Seconds,
                entry.Strands,
                JsonNames.Of(entry.Outcome)
            );
    }

    private sealed record UseRow(Guid Gear, Guid Strand, Guid Event, string Does, int Times, decimal Amount, DateTime At)
    {
        public static IEnumerable<UseRow> Of(WorkEntry entry) =>
            entry.Uses.Select(u => new UseRow(u.Gear, entry.Strand, entry.Event, JsonNames.Of(u.Does), u.Times, u.Amount, StoredTime.Of(entry.At.UtcTicks)));
    }
}
