using System.Text.Json;
using Dapper;
using Rhabdon.Core;
using Rhabdon.Core.Bench;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.Links;
using Rhabdon.Core.Planning;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Rights;
using Rhabdon.Core.Scheduling;

namespace Rhabdon.Data;

/// <summary>A crew's days as they are kept.</summary>
/// <param name="Version">0 while nobody has kept any.</param>
/// <param name="By">Name of whoever changed them last; null while nobody has.</param>
public sealed record KeptDays(int Version, CrewDays? Days, string? By, DateTimeOffset? At);

/// <summary>A job that a crew can plan.</summary>
/// <param name="Ends">That are still to be made.</param>
public sealed record JobAhead(Guid Id, string Name, string Site, string TimeZone, int Ends);

/// <summary>Crews' days, and what a crew has before it.</summary>
public sealed class DaysStore(Database database)
{
    // A crew that has more jobs before it than these names those that it plans.
    private const int MostJobs = 40;

    // Days.
    private const int Quarter = 90;

    // Seconds between two entries of a person that are no work any more (ours).
    internal const int Pause = 20 * 60;

    public async Task<KeptDays> FindAsync(Guid crew)
    {
        await using var connection = await database.OpenAsync();
        var (version, content, by, at) = await connection.QuerySingleOrDefaultAsync<(int, string?, string?, DateTime?)>(
            "select d.version, d.content, p.name, d.set_at from crew_days d join person p on p.id = d.set_by where crew_id = @crew",
            new { crew }
        );
        return new KeptDays(version, content is null ? null : JsonSerializer.Deserialize(content, CoreJson.Default.CrewDays), by, at);
    }

    /// <summary>Keeps a crew's days.</summary>
    /// <param name="seen">The version that they were made from.</param>
    /// <returns>False where somebody changed them since: nothing is kept then.</returns>
    public async Task<bool> KeepAsync(Guid crew, int seen, CrewDays days, Guid by)
    {
        await using var connection = await database.OpenAsync();
        return await connection.ExecuteAsync(
                """
                insert into crew_days (crew_id, version, content, set_by) select @crew, 1, @content, @by where @seen = 0
                on conflict (crew_id) do nothing
                """,
                Row()
            ) == 1
            || await connection.ExecuteAsync(
                "update crew_days set version = version + 1, content = @content, set_by = @by, set_at = now() where crew_id = @crew and version = @seen",
                Row()
            ) == 1;

        object Row() =>
            new
            {
                crew,
                seen,
                content = JsonSerializer.Serialize(days, CoreJson.Default.CrewDays),
                by,
            };
    }

    /// <summary>The jobs of a crew in which something is still to be made or tested, the latest first.</summary>
    /// <param name="only">Ids of those that are asked for; empty for all.</param>
    public async Task<IReadOnlyList<JobAhead>> JobsAsync(Guid crew, IReadOnlyCollection<Guid> only)
    {
        await using var connection = await database.OpenAsync();
        return (
            await connection.QueryAsync<JobAhead>(
                """
                select job.id, job.name, job.site, job.time_zone,
                    (select coalesce(sum(t.ends), 0)::int from cable_tally t join cable c on c.id = t.cable_id
                        where c.job_id = job.id and t.bucket = any(@open)) "Ends"
                from job join job_crew jc on jc.job_id = job.id and jc.crew_id = @crew
                where @any or job.id = any(@only) order by job.created_at desc, job.name limit @MostJobs
                """,
                new
                {
                    crew,
                    any = only.Count == 0,
                    only = only.ToArray(),
                    open = Open(),
                    MostJobs,
                }
            )
        ).AsList();
    }

    /// <summary>What of these jobs is still to be made, and to be tested.</summary>
    public async Task<(IReadOnlyList<CableAhead> Cables, IReadOnlyList<RoomAhead> Rooms)> AheadAsync(IReadOnlyCollection<Guid> jobs)
    {
        await using var connection = await database.OpenAsync();
        var asked = new { jobs = jobs.ToArray(), open = Open() };
        var cables = (
            await connection.QueryAsync<CableFound>(
                """
                select c.id, c.job_id "Job", c.name, c.build, c.grade, c.strands, job.site,
                    (select p.closet from termination t join panel p on p.id = t.panel_id where t.cable_id = c.id and t.cable_end = 'far' limit 1) "Far"
                from cable c join job on job.id = c.job_id where c.job_id = any(@jobs) order by job.created_at desc, job.name, c.name
                """,
                asked
            )
        ).AsList();
        var ends = (
            await connection.QueryAsync<(Guid Cable, string End, string Closet, string Recipe, string Connector, int Count)>(
                """
                select t.cable_id, t.cable_end, p.closet, s.recipe, s.connector, count(*)::int
                from termination t join panel p on p.id = t.panel_id join termination_state s on s.termination_id = t.id
                where t.job_id = any(@jobs) and s.bucket = any(@open) and s.recipe <> ''
                group by t.cable_id, t.cable_end, p.closet, s.recipe, s.connector order by t.cable_id, t.cable_end desc, p.closet, s.recipe
                """,
                asked
            )
        ).ToLookup(e => e.Cable);
        var tested = (
            await connection.QueryAsync<(Guid Cable, int Taken, int Links)>(
                """
                select cable_id, taken, count(*)::int from link_state
                where job_id = any(@jobs) and parts = 1 and grade is not null group by cable_id, taken
                """,
                asked
            )
        ).ToLookup(l => l.Cable);
        var plans = (
            await connection.QueryAsync<(Guid Job, string Content)>("select job_id, content from job_test_plan where job_id = any(@jobs)", asked)
        ).ToDictionary(p => p.Job, p => JsonSerializer.Deserialize(p.Content, CoreJson.Default.TestPlan)!);
        IReadOnlyList<CableAhead> ahead =
        [
            .. from cable in cables
            let grade = Enum.Parse<FiberGrade>(cable.Grade)
            let plan = plans.GetValueOrDefault(cable.Job) ?? TestPlan.Usual
            let readings = plan.At(grade).Count * plan.From.Count
            let untested = cable.Strands - tested[cable.Id].Where(l => l.Taken >= readings).Sum(l => l.Links)
            where untested > 0 || ends[cable.Id].Any()
            select new CableAhead(
                cable.Id,
                cable.Name,
                Enum.Parse<CableBuild>(cable.Build),
                grade,
                [
                    .. ends[cable.Id]
                        .Select(e => new EndsAhead(
                            JsonNames.Read<CableEnd>(e.End),
                            RoomAhead.Of(cable.Site, e.Closet).Id,
                            e.Recipe,
                            JsonNames.Read<ConnectorType>(e.Connector),
                            e.Count
                        )),
                ],
                untested,
                readings,
                RoomAhead.Of(cable.Site, cable.Far).Id
            ),
        ];
        var rooms = cables
            .SelectMany(c => ends[c.Id].Select(e => e.Closet).Append(c.Far).Select(closet => RoomAhead.Of(c.Site, closet)))
            .DistinctBy(r => r.Id)
            .OrderBy(r => r.Id, StringComparer.Ordinal);
        return (ahead, [.. rooms]);
    }

    /// <summary>Who of a crew may work at the bench today, and by which methods they have made ends (<see cref="MethodSkill.MadeToKnow"/>).</summary>
    /// <param name="today">By the clock of the site.</param>
    public async Task<IReadOnlyList<HandAhead>> HandsAsync(Guid crew, DateOnly today)
    {
        await using var connection = await database.OpenAsync();
        var people = await connection.QueryAsync<(Guid Id, string Name, string Role)>(
            """
            select distinct p.id, p.name, p.role from person p join crew_member m on m.person_id = p.id
            where m.crew_id = @crew and p.is_active and m.from_day <= @today and (m.to_day is null or m.to_day >= @today) order by p.name
            """,
            new { crew, today }
        );
        var known = (
            await connection.QueryAsync<(Guid Person, string Method)>(
                $"""
                select w.actor_id, w.method from work_history w
                where w.crew_id = @crew and w.outcome = any(@accepted) group by w.actor_id, w.method having count(*) >= {MethodSkill.MadeToKnow}
                """,
                new { crew, accepted = PlanStore.Accepted }
            )
        ).ToLookup(k => k.Person, k => k.Method);
        return
        [
            .. people
                .Where(p => JsonNames.Read<Role>(p.Role).May(Permission.Work))
                .Select(p => new HandAhead(p.Id, p.Name, [.. known[p.Id].Order(StringComparer.Ordinal)])),
        ];
    }

    /// <summary>
    /// The days of the last quarter on which a crew made ends, by method: the time between a person's entries, pauses left out, beside what the
    /// recipes tell for what was accepted.
    /// </summary>
    /// <param name="zone">IANA name: where a day begins.</param>
    public Task<IReadOnlyList<PaceDay>> PaceAsync(Guid crew, string zone, DateTimeOffset now, RecipeBook book) => PaceAsync([crew], zone, now, book);

    /// <summary>The same of all crews of a job.</summary>
    public async Task<IReadOnlyList<PaceDay>> PaceOfJobAsync(Guid job, string zone, DateTimeOffset now, RecipeBook book)
    {
        await using var connection = await database.OpenAsync();
        var crews = await connection.QueryAsync<Guid>("select crew_id from job_crew where job_id = @job", new { job });
        return await PaceAsync([.. crews], zone, now, book);
    }

    private async Task<IReadOnlyList<PaceDay>> PaceAsync(Guid[] crews, string zone, DateTimeOffset now, RecipeBook book)
    {
        await using var connection = await database.OpenAsync();
        var asked = new
        {
            crews,
            zone,
            since = now.AddDays(-Quarter).UtcDateTime,
            Pause,
            accepted = PlanStore.Accepted,
        };
        var worked = (
            await connection.QueryAsync<(string Method, DateOnly Day, double Seconds)>(
                """
                with entry as (
                    select distinct on (event_id) event_id, actor_id, at, method from work_history
                    where crew_id = any(@crews) and at >= @since order by event_id),
                gap as (
                    select method, (at at time zone @zone)::date as day,
                        extract(epoch from at - lag(at) over (partition by actor_id order by at, event_id))::float8 as seconds
                    from entry)
                select method, day, sum(seconds) from gap where seconds between 0 and @Pause group by method, day
                """,
                asked
            )
        ).ToDictionary(w => (w.Method, w.Day), w => w.Seconds);
        var made = await connection.QueryAsync<(string Method, DateOnly Day, string Recipe, int Ends)>(
            """
            select method, (at at time zone @zone)::date, recipe_id, count(*)::int from work_history
            where crew_id = any(@crews) and at >= @since and outcome = any(@accepted) group by 1, 2, 3
            """,
            asked
        );
        return
        [
            .. from day in made.GroupBy(m => (m.Method, m.Day))
            let expected = day.Sum(m => m.Ends * Each(m.Recipe))
            where expected > 0 && worked.GetValueOrDefault(day.Key) > 0
            orderby day.Key.Day
            select new PaceDay(day.Key.Method, worked[day.Key], expected),
        ];

        double Each(string recipe) => book.Latest(recipe)?.Recipe is { } r ? (double)r.Timing.HandsOnSeconds / (r.Together ?? 1) : 0;
    }

    internal static string[] Open() => [.. Enum.GetValues<EndBucket>().Where(b => b.IsOpen()).Select(b => JsonNames.Of(b))];

    private sealed record CableFound(Guid Id, Guid Job, string Name, string Build, string Grade, int Strands, string Site, string Far);
}
