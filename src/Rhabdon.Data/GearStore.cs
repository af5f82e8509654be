using Dapper;
using Rhabdon.Core;
using Rhabdon.Core.Bench;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Tools;

namespace Rhabdon.Data;

/// <summary>A strand that a tool or lot served.</summary>
/// <param name="Outcome">How the attempt ended; null while it goes on.</param>
public sealed record GearStrand(Guid Termination, string Label, string Job, DateTime At, int Attempt, string? Outcome);

/// <summary>An attempt that is over, and the tools and lots that served it.</summary>
public sealed record EndedAttempt
{
    public DateTime At { get; init; }

    public Guid Actor { get; init; }

    public required string Method { get; init; }

    public required string Outcome { get; init; }

    /// <summary>It took.</summary>
    public int Tries { get; init; }

    public required Guid[] Gear { get; init; }
}

/// <summary>Tools and lots, what they were used for, and work sessions.</summary>
public sealed class GearStore(Database database, EventStore events)
{
    private const int MostStrands = 200;

    // As far back as an answer of a ready check can stand.
    private static readonly TimeSpan Back = TimeSpan.FromHours(24);

    /// <summary>The tools and lots of one's own crews, folded, by name; every crew's for an owner.</summary>
    public async Task<IReadOnlyList<FoldedGear>> AllAsync(Access access, RecipeBook book)
    {
        await using var connection = await database.OpenAsync();
        var ids = await connection.QueryAsync<Guid>(
            $"""
            select g.stream_id from gear_state g where @IsOwner
                or exists (select 1 from crew where crew.id = g.crew_id and {CrewStore.IsMine})
            """,
            access
        );
        var streams = await events.StreamsAsync(connection, null, ids.ToDictionary(id => id, _ => StreamKind.Gear), book);
        return [.. streams.Values.Cast<FoldedGear>().Where(g => g.State.Card is not null).OrderBy(g => g.State.Card!.Name, StringComparer.Ordinal)];
    }

    /// <summary>True where one of these tools or lots is of one's own crews, or nobody says which they are; every crew's for an owner.</summary>
    public async Task<bool> HasAnyAsync(Access access, IReadOnlyList<Guid> gear)
    {
        if (gear.Count == 0)
        {
            return true;
        }

        await using var connection = await database.OpenAsync();
        return await connection.ExecuteScalarAsync<bool>(
            $"""
            select exists (select 1 from gear_state g where g.stream_id = any(@gear) and (@IsOwner
                or exists (select 1 from crew where crew.id = g.crew_id and {CrewStore.IsMine})))
            """,
            new
            {
                gear = gear.ToArray(),
                access.IsOwner,
                access.Person,
                access.Now,
            }
        );
    }

    /// <summary>What the counters of each stand at, and what of a lot was used since it was counted.</summary>
    public async Task<ILookup<Guid, GearCount>> CountsAsync(IEnumerable<GearState> gear)
    {
        var asked = gear.SelectMany(AskedOf).ToList();
        await using var connection = await database.OpenAsync();
        var counted = await connection.QueryAsync<(int At, decimal Times)>(
            """
            select a.at, coalesce(sum(case when a.does is null then u.amount else u.times end), 0)
            from unnest(@places, @gears, @does, @froms) as a (at, gear, does, since)
                left join gear_use u on u.gear_id = a.gear and (a.does is null or u.does = a.does) and u.at >= a.since
            group by a.at
            """,
            new
            {
                places = Enumerable.Range(0, asked.Count).ToArray(),
                gears = asked.Select(a => a.Id).ToArray(),
                does = asked.Select(a => JsonNames.Of(a.Does)).ToArray(),
                froms = asked.Select(a => StoredTime.Of(a.From.UtcTicks)).ToArray(),
            }
        );
        return counted.ToLookup(c => asked[c.At].Id, c => new GearCount(asked[c.At].Counter, c.Times, asked[c.At].From));
    }

    // A part counts an act; without one it is the amount that counts, whatever was done.
    private static IEnumerable<(Guid Id, string Counter, ActKind? Does, DateTimeOffset From)> AskedOf(GearState gear)
    {
        foreach (var counter in GearKind.Of(gear.Card!.Gear)?.Counters ?? [])
        {
            yield return (gear.Id, counter.Id, counter.Does, gear.CountsFrom(counter.Id)!.Value);
        }

        if (gear.Counted is { } counted)
        {
            yield return (gear.Id, GearStock.Counter, null, counted.At);
        }
    }

    /// <summary>What is still to be made in the jobs of one's own crews; for an owner in every crew's.</summary>
    /// <param name="job">There alone; null for everywhere.</param>
    public async Task<IReadOnlyList<WorkAhead>> AheadAsync(Access access, Guid? job = null)
    {
        await using var connection = await database.OpenAsync();
        return (
            await connection.QueryAsync<WorkAhead>(
                $"""
                select t.recipe, t.connector, sum(t.ends)::int "Ends" from cable_tally t join cable on cable.id = t.cable_id
                where t.bucket = any(@open) and t.ends > 0 and t.recipe <> '' and (@job is null or cable.job_id = @job) and exists (
                    select 1 from job_crew jc join crew on crew.id = jc.crew_id where jc.job_id = cable.job_id and (@IsOwner or {CrewStore.IsMine}))
                group by t.recipe, t.connector order by 1, 2
                """,
                new
                {
                    job,
                    open = Enum.GetValues<EndBucket>().Where(b => b.IsOpen()).Select(b => JsonNames.Of(b)).ToArray(),
                    access.IsOwner,
                    access.Person,
                    access.Now,
                }
            )
        ).AsList();
    }

    /// <summary>The strands that a tool or lot served last, as far as whoever asks may see their jobs.</summary>
    public async Task<IReadOnlyList<GearStrand>> StrandsAsync(Access access, Guid gear)
    {
        await using var connection = await database.OpenAsync();
        return (
            await connection.QueryAsync<GearStrand>(
                $"""
                select t.id "Termination", t.label, job.name "Job", u.at, w.attempt, o.outcome
                from (select distinct on (termination_id) termination_id, event_id, at from gear_use where gear_id = @gear
                        order by termination_id, at desc) u
                    join termination t on t.id = u.termination_id join job on job.id = t.job_id
                    join work_history w on w.termination_id = u.termination_id and w.event_id = u.event_id
                    left join lateral (select outcome from work_history e where e.termination_id = u.termination_id and e.attempt = w.attempt
                        and e.outcome is not null limit 1) o on true
                where {Access.SeesJob} order by u.at desc limit @MostStrands
                """,
                new
                {
                    gear,
                    MostStrands,
                    access.IsOwner,
                    access.Person,
                    access.Now,
                }
            )
        ).AsList();
    }

    /// <summary>The attempts of one's own crews that ended since a moment, in the order in which they did; every crew's for an owner.</summary>
    public async Task<IReadOnlyList<EndedAttempt>> AttemptsAsync(Access access, DateTime since)
    {
        await using var connection = await database.OpenAsync();
        return (
            await connection.QueryAsync<EndedAttempt>(
                $"""
                select w.at, w.actor_id "Actor", w.method, w.outcome, w.try "Tries", coalesce(g.gear, array[]::uuid[]) "Gear"
                from work_history w left join lateral (
                    select array_agg(distinct u.gear_id) as gear from gear_use u
                        join work_history e on e.termination_id = u.termination_id and e.event_id = u.event_id
                    where u.termination_id = w.termination_id and e.attempt = w.attempt) g on true
                where w.at >= @since and w.outcome is not null
                    and (@IsOwner or w.crew_id in (select crew.id from crew where {CrewStore.IsMine}))
                order by w.at, w.termination_id
                """,
                new
                {
                    since,
                    access.IsOwner,
                    access.Person,
                    access.Now,
                }
            )
        ).AsList();
    }

    /// <summary>What of the ready check stops the work of one's own crews, and what only warns, where they have said; of several crews the stricter.</summary>
    public async Task<IReadOnlyDictionary<string, bool>> StopsAsync(Access access)
    {
        await using var connection = await database.OpenAsync();
        var rows = await connection.QueryAsync<(string Item, bool Stops)>(
            $"select r.item, bool_or(r.stops) from crew_ready r join crew on crew.id = r.crew_id where @IsOwner or {CrewStore.IsMine} group by r.item",
            access
        );
        return rows.ToDictionary(r => r.Item, r => r.Stops);
    }

    public async Task SetStopsAsync(Guid crew, string item, bool stops)
    {
        await using var connection = await database.OpenAsync();
        await connection.ExecuteAsync(
            """
            insert into crew_ready (crew_id, item, stops) values (@crew, @item, @stops)
            on conflict (crew_id, item) do update set stops = excluded.stops
            """,
            new
            {
                crew,
                item,
                stops,
            }
        );
    }

    /// <summary>A person's work sessions that are open or were begun in the last day, folded, in their order.</summary>
    public async Task<IReadOnlyList<FoldedWorkSession>> SessionsAsync(Access access, RecipeBook book)
    {
        await using var connection = await database.OpenAsync();
        var ids = await connection.QueryAsync<Guid>(
            "select stream_id from work_session_state where person_id = @Person and (ended_at is null or began_at > @since) order by began_at desc limit 20",
            new { access.Person, since = access.Now - Back }
        );
        var streams = await events.StreamsAsync(connection, null, ids.ToDictionary(id => id, _ => StreamKind.WorkSession), book);
        return [.. streams.Values.Cast<FoldedWorkSession>().OrderBy(s => s.State.Began)];
    }
}
