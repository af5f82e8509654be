using Dapper;
using Rhabdon.Core;
using Rhabdon.Core.Bench;
using Rhabdon.Core.Planning;

namespace Rhabdon.Data;

/// <summary>What planning reckons with of the crews' own work.</summary>
public sealed class PlanStore(Database database)
{
    /// <summary>How many attempts of one's own crews were accepted, by method; every crew's for an owner.</summary>
    public async Task<IReadOnlyList<YieldRecord>> YieldsAsync(Access access)
    {
        await using var connection = await database.OpenAsync();
        return (
            await connection.QueryAsync<YieldRecord>(
                $"""
                select method, (count(*) filter (where outcome = any(@accepted)))::int "Good", count(*)::int "Of" from work_history w
                where outcome is not null and (@IsOwner or w.crew_id in (select crew.id from crew where {CrewStore.IsMine})) group by method order by method
                """,
                Asked(access)
            )
        ).AsList();
    }

    /// <summary>Who of one's own crews can make ends by a method, by name: as <see cref="MethodSkill.MadeToKnow"/> tells it.</summary>
    public async Task<IReadOnlyList<MethodSkill>> SkilledAsync(Access access)
    {
        await using var connection = await database.OpenAsync();
        var rows = await connection.QueryAsync<(string Method, string Name)>(
            $"""
            select w.method, p.name from work_history w join person p on p.id = w.actor_id
            where w.outcome = any(@accepted) and (@IsOwner or w.crew_id in (select crew.id from crew where {CrewStore.IsMine}))
            group by w.method, p.id, p.name having count(*) >= {MethodSkill.MadeToKnow} order by w.method, p.name
            """,
            Asked(access)
        );
        return [.. rows.GroupBy(r => r.Method).Select(m => new MethodSkill(m.Key, [.. m.Select(r => r.Name)]))];
    }

    /// <summary>What was done on a job and what is ahead, by recipe: attempts that are over, and seconds of hands by the clock, pauses left out.</summary>
    public async Task<IReadOnlyList<CostWork>> CostWorkAsync(Guid job)
    {
        await using var connection = await database.OpenAsync();
        return (
            await connection.QueryAsync<CostWork>(
                """
                with entry as (
                    select distinct on (event_id) event_id, actor_id, at, recipe_id from work_history where job_id = @job order by event_id),
                gap as (
                    select recipe_id, extract(epoch from at - lag(at) over (partition by actor_id order by at, event_id))::float8 as seconds from entry),
                worked as (select recipe_id, sum(seconds) as seconds from gap where seconds between 0 and @Pause group by recipe_id),
                tried as (
                    select recipe_id, count(*)::int as tried, (count(*) filter (where outcome = any(@accepted)))::int as good
                    from work_history where job_id = @job and outcome is not null group by recipe_id),
                ahead as (
                    select s.recipe as recipe_id, count(*)::int as ahead from termination t join termination_state s on s.termination_id = t.id
                    where t.job_id = @job and s.bucket = any(@open) and s.recipe <> '' group by s.recipe)
                select recipe_id "Recipe", coalesce(ahead, 0) "Ahead", coalesce(tried, 0) "Tried", coalesce(good, 0) "Good", coalesce(seconds, 0) "Seconds"
                from worked full join tried using (recipe_id) full join ahead using (recipe_id) order by recipe_id
                """,
                new
                {
                    job,
                    DaysStore.Pause,
                    accepted = Accepted,
                    open = DaysStore.Open(),
                }
            )
        ).AsList();
    }

    /// <summary>The ends of a job that nobody has begun, by cable, the near ones first.</summary>
    public async Task<IReadOnlyList<(Guid Termination, Guid Cable, string Name, long LengthNm)>> OpenEndsAsync(Guid job)
    {
        await using var connection = await database.OpenAsync();
        return (
            await connection.QueryAsync<(Guid, Guid, string, long)>(
                """
                select t.id, cable.id, cable.name, cable.length_nm from termination t join cable on cable.id = t.cable_id
                left join termination_state s on s.termination_id = t.id where t.job_id = @job and coalesce(s.phase, 'planned') = 'planned'
                order by cable.name, cable.id, t.cable_end desc, t.strand
                """,
                new { job }
            )
        ).AsList();
    }

    // What was accepted as doubtful took no further connector.
    internal static string[] Accepted => [JsonNames.Of(AttemptOutcome.Accepted), JsonNames.Of(AttemptOutcome.AcceptedDoubtful)];

    private static object Asked(Access access) =>
        new
        {
            accepted = Accepted,
            access.IsOwner,
            access.Person,
            access.Now,
        };
}
