using Dapper;
using Rhabdon.Core;
using Rhabdon.Core.Bench;
using Rhabdon.Core.Planning;

namespace Rhabdon.Data;

/// <summary>What planning reckons with of the crews' own work.</summary>
public sealed class PlanStore(Database database)
{
    // Whoever has made so many by a method can make them (ours).
    private const int MadeToKnow = 20;

    /// <summary>How many attempts of one's own crews were accepted, by method; every crew's for an owner.</summary>
    public async Task<IReadOnlyList<YieldRecord>> YieldsAsync(Access access)
    {
        await using var connection = await database.OpenAsync();
        return (
            await connection.QueryAsync<YieldRecord>(
                $"""
                select method, (count(*) filter (where outcome = @accepted))::int "Good", count(*)::int "Of" from work_history w
                where outcome is not null and (@IsOwner or w.crew_id in (select crew.id from crew where {CrewStore.IsMine})) group by method order by method
                """,
                Asked(access)
            )
        ).AsList();
    }

    /// <summary>Who of one's own crews has made twenty ends or more by a method, by name.</summary>
    public async Task<IReadOnlyList<MethodSkill>> SkilledAsync(Access access)
    {
        await using var connection = await database.OpenAsync();
        var rows = await connection.QueryAsync<(string Method, string Name)>(
            $"""
            select w.method, p.name from work_history w join person p on p.id = w.actor_id
            where w.outcome = @accepted and (@IsOwner or w.crew_id in (select crew.id from crew where {CrewStore.IsMine}))
            group by w.method, p.id, p.name having count(*) >= {MadeToKnow} order by w.method, p.name
            """,
            Asked(access)
        );
        return [.. rows.GroupBy(r => r.Method).Select(m => new MethodSkill(m.Key, [.. m.Select(r => r.Name)]))];
    }

    private static object Asked(Access access) =>
        new
        {
            accepted = JsonNames.Of(AttemptOutcome.Accepted),
            access.IsOwner,
            access.Person,
            access.Now,
        };
}
