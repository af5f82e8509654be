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

    private static object Asked(Access access) =>
        new
        {
            // What was accepted as doubtful took no further connector.
            accepted = new[] { JsonNames.Of(AttemptOutcome.Accepted), JsonNames.Of(AttemptOutcome.AcceptedDoubtful) },
            access.IsOwner,
            access.Person,
            access.Now,
        };
}
