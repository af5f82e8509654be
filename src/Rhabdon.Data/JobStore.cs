using Dapper;
using Rhabdon.Core;
using Rhabdon.Core.Bench;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.Links;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Rights;

namespace Rhabdon.Data;

/// <param name="Currency">ISO 4217, with what an hour and a connector cost; null when nobody has said.</param>
/// <param name="ConfirmedOnly">True when every recipe must have been confirmed against its maker's sheet before a strand begins.</param>
public sealed record JobRow(
    Guid Id,
    string Name,
    string Customer,
    string Site,
    string TimeZone,
    string LabelPattern,
    string? Currency = null,
    decimal? PerHour = null,
    decimal? PerConnector = null,
    bool ConfirmedOnly = false
);

public sealed record PanelRow(Guid Id, string Closet, string Name, int Ports);

public sealed record CableRow(Guid Id, Guid JobId, string Name, string Build, string Grade, int Strands, long LengthNm);

/// <summary>A termination with its projection, as lists show it.</summary>
public sealed record TerminationRow
{
    public required Guid Id { get; init; }

    public required Guid CableId { get; init; }

    public required int Strand { get; init; }

    public required CableEnd End { get; init; }

    public required string Label { get; init; }

    public required Guid PanelId { get; init; }

    /// <summary>That the panel is in; only where it was asked for.</summary>
    public string? Closet { get; init; }

    public required int Port { get; init; }

    public required StrandPhase Phase { get; init; }

    public required int Attempt { get; init; }

    public required int Try { get; init; }

    public string? Step { get; init; }

    public string? Sign { get; init; }

    public required bool NeedsALook { get; init; }

    public string Bucket { get; init; } = "planned";

    public Guid? Batch { get; init; }

    public Guid? InHand { get; init; }

    public int Position { get; init; } = 1;
}

/// <summary>One end of a strand as the ladder shows it.</summary>
public sealed record StrandEnd(
    Guid Id,
    int Strand,
    CableEnd End,
    string Label,
    int Port,
    int Position,
    StrandPhase Phase,
    int Attempt,
    string? Sign,
    bool NeedsALook,
    string Bucket,
    DateTime? RemadeAt
);

/// <summary>How many ends of a cable are in a bucket.</summary>
public sealed record TallyRow(Guid JobId, Guid CableId, EndBucket Bucket, int Ends);

/// <summary>A batch with something left to do.</summary>
public sealed record BatchRow
{
    public required Guid Batch { get; init; }

    /// <summary>The cable ends it is on.</summary>
    public required string Where { get; init; }

    public required int[] Strands { get; init; }

    /// <summary>Strands accepted or rejected.</summary>
    public required int Done { get; init; }

    /// <summary>Strands in trouble or in need of a look.</summary>
    public required int Trouble { get; init; }

    public required Guid[] InHand { get; init; }
}

/// <summary>A strand that needs a look, with where it is.</summary>
public sealed record NeedsALookRow(Guid Termination, string Label, int Strand, CableEnd End, Guid Cable, string CableName, string JobName);

/// <summary>What a search found: a job, a cable, or the end of a strand by its label.</summary>
/// <param name="Where">Its cable and job, as far as it has them.</param>
public sealed record FoundRow(FoundKind Kind, Guid Id, string Name, string Where);

/// <summary>The closet to which an end of a cable goes.</summary>
public sealed record CablePlaceRow(Guid Cable, CableEnd End, string Closet, int Strands);

/// <summary>Jobs, panels, cables and their terminations.</summary>
public sealed class JobStore(Database database)
{
    internal const string TerminationColumns = """
        t.id, t.cable_id, t.strand, t.cable_end "End", t.label, t.panel_id, t.port,
        coalesce(s.phase, 'planned') "Phase", coalesce(s.attempt, 0) "Attempt", coalesce(s.try, 0) "Try", s.step, s.sign,
            coalesce(s.needs_a_look, false) "NeedsALook",
        coalesce(s.bucket, 'planned') "Bucket", s.batch_id "Batch", s.in_hand, t.position
        """;

    internal const string InsertJob = """
        insert into job (id, name, customer, site, time_zone, label_pattern, currency, per_hour, per_connector, confirmed_only)
        values (@Id, @Name, @Customer, @Site, @TimeZone, @LabelPattern, @Currency, @PerHour, @PerConnector, @ConfirmedOnly)
        """;

    internal const string InsertPanel = "insert into panel (id, job_id, closet, name, ports) values (@Id, @job, @Closet, @Name, @Ports)";

    internal const string InsertCable =
        "insert into cable (id, job_id, name, build, grade, strands, length_nm) values (@Id, @JobId, @Name, @Build, @Grade, @Strands, @LengthNm)";

    internal const string InsertTermination = """
        insert into termination (id, cable_id, job_id, strand, cable_end, panel_id, port, position, label)
        values (@Id, @CableId, @job, @Strand, @End, @PanelId, @Port, @Position, @Label)
        """;

    private const string JobColumns = """
        job.id, job.name, job.customer, job.site, job.time_zone, job.label_pattern,
        job.currency, job.per_hour, job.per_connector, job.confirmed_only
        """;

    /// <summary>The newest jobs first, so many from there on; with <paramref name="find"/>, those whose name, customer or site holds it.</summary>
    public async Task<IReadOnlyList<JobRow>> JobsAsync(Access access, string find, int skip, int most)
    {
        await using var connection = await database.OpenAsync();
        return (
            await connection.QueryAsync<JobRow>(
                $"""
                select {JobColumns} from job
                where (@find = '' or position(lower(@find) in lower(job.name || ' ' || job.customer || ' ' || job.site)) > 0) and {Access.SeesJob}
                order by created_at desc, job.name limit @most offset @skip
                """,
                new
                {
                    find,
                    skip,
                    most,
                    access.Person,
                    access.IsOwner,
                    access.Now,
                }
            )
        ).AsList();
    }

    public async Task<JobRow?> JobAsync(Access access, Guid id)
    {
        await using var connection = await database.OpenAsync();
        return await connection.QuerySingleOrDefaultAsync<JobRow>(
            $"select {JobColumns} from job where id = @id and {Access.SeesJob}",
            new
            {
                id,
                access.Person,
                access.IsOwner,
                access.Now,
            }
        );
    }

    public async Task<IReadOnlyList<PanelRow>> PanelsAsync(Guid job)
    {
        await using var connection = await database.OpenAsync();
        return (
            await connection.QueryAsync<PanelRow>("select id, closet, name, ports from panel where job_id = @job order by closet, name", new { job })
        ).AsList();
    }

    /// <summary>Every port of a job that a strand has already.</summary>
    public async Task<IReadOnlyList<PortTaken>> TakenAsync(Guid job)
    {
        await using var connection = await database.OpenAsync();
        return (
            await connection.QueryAsync<PortTaken>(
                """
                select panel.closet, panel.name "Panel", t.port, t.position, t.label
                from termination t join panel on panel.id = t.panel_id where t.job_id = @job
                """,
                new { job }
            )
        ).AsList();
    }

    public async Task<CableRow?> CableAsync(Access access, Guid id)
    {
        await using var connection = await database.OpenAsync();
        return await connection.QuerySingleOrDefaultAsync<CableRow>(
            $"""
            select cable.id, job_id, cable.name, build, grade, strands, length_nm
            from cable join job on job.id = cable.job_id where cable.id = @id and {Access.SeesJob}
            """,
            new
            {
                id,
                access.Person,
                access.IsOwner,
                access.Now,
            }
        );
    }

    /// <summary>Every cable of these jobs.</summary>
    public async Task<IReadOnlyList<CableRow>> CablesAsync(Guid[] jobs)
    {
        await using var connection = await database.OpenAsync();
        return (
            await connection.QueryAsync<CableRow>(
                """
                select id, job_id, name, build, grade, strands, length_nm
                from cable where job_id = any(@jobs) order by name
                """,
                new { jobs }
            )
        ).AsList();
    }

    /// <summary>Ends by bucket of every cable of these jobs.</summary>
    public async Task<IReadOnlyList<TallyRow>> TalliesAsync(Guid[] jobs)
    {
        await using var connection = await database.OpenAsync();
        var rows = await connection.QueryAsync<(Guid Job, Guid Cable, string Bucket, int Ends)>(
            """
            select cable.job_id, cable.id, bucket, sum(ends)::int
            from cable_tally join cable on cable.id = cable_tally.cable_id where ends > 0 and cable.job_id = any(@jobs) group by cable.id, bucket
            """,
            new { jobs }
        );
        return [.. rows.Select(r => new TallyRow(r.Job, r.Cable, JsonNames.Read<EndBucket>(r.Bucket), r.Ends))];
    }

    /// <summary>
    /// Ends of a job by the crew that has them in hand and the bucket they are in: of the job's crews, that to which the person belonged on the day of the
    /// latest entry; where
    /// they belonged to several, the one they joined last. Each end counts once.
    /// </summary>
    public async Task<IReadOnlyList<(string Crew, string Bucket, int Ends)>> ByCrewAsync(Guid job)
    {
        await using var connection = await database.OpenAsync();
        return (
            await connection.QueryAsync<(string, string, int)>(
                """
                select coalesce(min(c.name), '') as crew, s.bucket, count(*)::int
                from termination t join job on job.id = t.job_id join termination_state s on s.termination_id = t.id
                left join lateral (
                    select crew.id, crew.name from job_crew jc join crew on crew.id = jc.crew_id join crew_member cm on cm.crew_id = crew.id cross
                        join site_day(s.last_at, job.time_zone) as day
                    where jc.job_id = t.job_id and cm.person_id = s.in_hand and cm.from_day <= day and (cm.to_day is null or cm.to_day >= day)
                    order by cm.from_day desc, crew.name limit 1) c on true
                where t.job_id = @job and s.bucket <> 'planned' group by c.id, s.bucket order by 1, 2
                """,
                new { job }
            )
        ).AsList();
    }

    /// <summary>How often people of a job chose otherwise than a picture was graded.</summary>
    public async Task<int> OverruledAsync(Guid job)
    {
        await using var connection = await database.OpenAsync();
        return await connection.ExecuteScalarAsync<int>(
            "select coalesce(sum(s.overruled), 0)::int from termination t join termination_state s on s.termination_id = t.id where t.job_id = @job",
            new { job }
        );
    }

    /// <summary>Strands that need a look, the first 500.</summary>
    public async Task<IReadOnlyList<NeedsALookRow>> LooksAsync(Access access)
    {
        await using var connection = await database.OpenAsync();
        return (
            await connection.QueryAsync<NeedsALookRow>(
                $"""
                select t.id "Termination", t.label, t.strand, t.cable_end "End", cable.id "Cable", cable.name "CableName", job.name "JobName"
                from termination_state s join termination t on t.id = s.termination_id join cable on cable.id = t.cable_id join job on job.id = t.job_id
                where s.needs_a_look and {Access.SeesJob} order by job.name, cable.name, t.strand limit 500
                """,
                access
            )
        ).AsList();
    }

    /// <summary>Jobs by what their names hold, cables and labels by what they begin with: so many of each kind at most, the best first.</summary>
    /// <param name="text">As typed, in any case.</param>
    public async Task<IReadOnlyList<FoundRow>> FindAsync(Access access, string text, int most)
    {
        var begins = string.Concat(text.ToLowerInvariant().Select(c => c is '%' or '_' or '\\' ? $"\\{c}" : c.ToString()));
        await using var connection = await database.OpenAsync();
        var rows = await connection.QueryAsync<(string Kind, Guid Id, string Name, string Where)>(
            $"""
            (select 'job', job.id, job.name, job.customer from job
                where lower(job.name) like @holds and {Access.SeesJob} order by job.created_at desc limit @most)
            union all
            (select 'cable', cable.id, cable.name, job.name from cable join job on job.id = cable.job_id
                where lower(cable.name) like @begins and {Access.SeesJob} order by cable.name limit @most)
            union all
            (select 'end', t.id, t.label, cable.name || ' · ' || job.name
                from termination t join job on job.id = t.job_id join cable on cable.id = t.cable_id
                where lower(t.label) like @begins and {Access.SeesJob} order by t.label limit @most)
            """,
            new
            {
                holds = $"%{begins}%",
                begins = $"{begins}%",
                most,
                access.Person,
                access.IsOwner,
                access.Now,
            }
        );
        return [.. rows.Select(r => new FoundRow(JsonNames.Read<FoundKind>(r.Kind), r.Id, r.Name, r.Where))];
    }

    /// <summary>To which closets the cables of a job go, end by end, and with how many strands.</summary>
    public async Task<IReadOnlyList<CablePlaceRow>> PlacesAsync(Guid job, Guid? cable = null)
    {
        await using var connection = await database.OpenAsync();
        return (
            await connection.QueryAsync<CablePlaceRow>(
                """
                select t.cable_id "Cable", t.cable_end "End", panel.closet, count(*)::int "Strands"
                from termination t join panel on panel.id = t.panel_id
                where t.job_id = @job and (@cable::uuid is null or t.cable_id = @cable) group by t.cable_id, t.cable_end, panel.closet
                order by t.cable_id, t.cable_end desc, count(*) desc, panel.closet
                """,
                new { job, cable }
            )
        ).AsList();
    }

    /// <summary>These terminations with their cables and jobs, as far as there are any for this access.</summary>
    public async Task<IReadOnlyList<(TerminationRow Row, CableRow Cable, JobRow Job)>> AtBenchAsync(Access access, Guid[] ids)
    {
        await using var connection = await database.OpenAsync();
        return (
            await connection.QueryAsync<TerminationRow, CableRow, JobRow, (TerminationRow, CableRow, JobRow)>(
                $"""
                select {TerminationColumns}, panel.closet, cable.id, cable.job_id, cable.name, build, grade, strands,
                    length_nm, {JobColumns}
                from termination t join job on job.id = t.job_id join cable on cable.id = t.cable_id join panel on panel.id = t.panel_id
                    left join termination_state s on s.termination_id = t.id
                where t.id = any(@ids) and {Access.SeesJob} order by cable.name, t.cable_end desc, t.strand
                """,
                (row, cable, job) => (row, cable, job),
                new
                {
                    ids,
                    access.Person,
                    access.IsOwner,
                    access.Now,
                }
            )
        ).AsList();
    }

    /// <summary>The other fiber of each termination's port, where the port holds just two of its cable.</summary>
    public async Task<IReadOnlyDictionary<Guid, Partner>> PartnersAsync(Guid[] ids)
    {
        await using var connection = await database.OpenAsync();
        var pairs = await connection.QueryAsync<(Guid Id, Guid Partner, int Strand)>(
            """
            select t.id, min(p.id::text)::uuid, min(p.strand) from termination t join termination p on p.panel_id = t.panel_id and p.port = t.port
                and p.cable_id = t.cable_id and p.cable_end = t.cable_end and p.id <> t.id
            where t.id = any(@ids) group by t.id having count(*) = 1
            """,
            new { ids }
        );
        return pairs.ToDictionary(p => p.Id, p => new Partner(p.Partner, p.Strand));
    }

    /// <summary>The crews of these jobs to which the person belongs today; for an owner who is in none of them, all.</summary>
    public async Task<ILookup<Guid, CrewOnJob>> CrewsOnAsync(Access access, Guid[] jobs)
    {
        await using var connection = await database.OpenAsync();
        var rows = (
            await connection.QueryAsync<(Guid Job, Guid Crew, string Name, bool IsMine)>(
                """
                select jc.job_id, crew.id, crew.name, exists (
                    select 1 from crew_member cm cross join site_day(@Now, job.time_zone) as day
                    where cm.crew_id = crew.id and cm.person_id = @Person and cm.from_day <= day and (cm.to_day is null or cm.to_day >= day))
                from job_crew jc join crew on crew.id = jc.crew_id join job on job.id = jc.job_id where jc.job_id = any(@jobs) order by crew.name
                """,
                new
                {
                    jobs,
                    access.Person,
                    access.Now,
                }
            )
        ).AsList();
        var films = (
            await connection.QueryAsync<(Guid Crew, decimal Grit, string Color)>(
                "select crew_id, grit, color from crew_film where crew_id = any(@crews) order by grit desc",
                new { crews = rows.Select(r => r.Crew).Distinct().ToArray() }
            )
        ).ToLookup(f => f.Crew, f => new FilmColor(f.Grit, f.Color));
        return rows.Where(r => r.IsMine || (access.May(Permission.Own) && !rows.Exists(o => o.Job == r.Job && o.IsMine)))
            .ToLookup(r => r.Job, r => new CrewOnJob(r.Crew, r.Name, films[r.Crew].ToList() is { Count: > 0 } its ? its : null));
    }

    /// <summary>Batches with something left to do, the first 200.</summary>
    public async Task<IReadOnlyList<BatchRow>> BatchesAsync(Access access)
    {
        await using var connection = await database.OpenAsync();
        return (
            await connection.QueryAsync<BatchRow>(
                $"""
                select s.batch_id "Batch", string_agg(distinct cable.name || ' ' || t.cable_end, ', ') "Where", array_agg(t.strand order by t.strand) "Strands",
                    count(*) filter (where s.bucket in ('verified', 'doubtful', 'rejected'))::int "Done", count(*) filter (where s.bucket in ('trouble',
                        'look'))::int "Trouble",
                    array_remove(array_agg(distinct s.in_hand), null) "InHand"
                from termination_state s join termination t on t.id = s.termination_id join job on job.id = t.job_id join cable on cable.id = t.cable_id
                where s.batch_id is not null and {Access.SeesJob}
                group by s.batch_id having bool_or(s.bucket not in ('verified', 'doubtful', 'rejected')) order by 2, 3 limit 200
                """,
                access
            )
        ).AsList();
    }

    /// <summary>The strands of a batch, in order.</summary>
    public async Task<IReadOnlyList<Guid>> BatchAsync(Access access, Guid batch)
    {
        await using var connection = await database.OpenAsync();
        return (
            await connection.QueryAsync<Guid>(
                $"""
                select t.id from termination_state s join termination t on t.id = s.termination_id join job on job.id = t.job_id join cable
                    on cable.id = t.cable_id
                where s.batch_id = @batch and {Access.SeesJob} order by cable.name, t.cable_end desc, t.strand limit 300
                """,
                new
                {
                    batch,
                    access.Person,
                    access.IsOwner,
                    access.Now,
                }
            )
        ).AsList();
    }

    /// <summary>Both ends of every strand of a cable, strand by strand, the near end first.</summary>
    public async Task<IReadOnlyList<StrandEnd>> LadderAsync(Guid cable)
    {
        await using var connection = await database.OpenAsync();
        return (
            await connection.QueryAsync<StrandEnd>(
                """
                select t.id, t.strand, t.cable_end "End", t.label, t.port, t.position, coalesce(s.phase,
                    'planned') "Phase",
                    coalesce(s.attempt, 0) "Attempt", s.sign, coalesce(s.needs_a_look, false) "NeedsALook", coalesce(s.bucket, 'planned') "Bucket", s.remade_at "RemadeAt"
                from termination t left join termination_state s on s.termination_id = t.id
                where t.cable_id = @cable order by t.strand, t.cable_end desc
                """,
                new { cable }
            )
        ).AsList();
    }

    public async Task AddJobAsync(JobRow job, IEnumerable<PanelRow> panels, IEnumerable<Guid> crews)
    {
        await using var connection = await database.OpenAsync();
        await using var transaction = await connection.BeginTransactionAsync();
        await connection.ExecuteAsync(InsertJob, job, transaction);
        await connection.ExecuteAsync(
            InsertPanel,
            panels.Select(p => new
            {
                p.Id,
                job = job.Id,
                p.Closet,
                p.Name,
                p.Ports,
            }),
            transaction
        );
        await connection.ExecuteAsync(
            "insert into job_crew (job_id, crew_id) values (@job, @crew)",
            crews.Select(crew => new { job = job.Id, crew }),
            transaction
        );
        await transaction.CommitAsync();
    }

    /// <summary>Adds a cable with all its terminations and the events that plan them, or nothing.</summary>
    public async Task AddCableAsync(
        CableRow cable,
        IReadOnlyList<TerminationRow> terminations,
        IReadOnlyList<BenchEvent> plans,
        RecipeBook book,
        EventStore events
    )
    {
        await using var connection = await database.OpenAsync();
        await using var transaction = await connection.BeginTransactionAsync();
        await connection.ExecuteAsync(InsertCable, cable, transaction);
        await StreamPlace.AddAsync(connection, transaction, [.. terminations.Select(t => PlaceOf(t, cable.JobId))]);
        await connection.ExecuteAsync(
            InsertTermination,
            terminations.Select(t => new
            {
                t.Id,
                t.CableId,
                job = cable.JobId,
                t.Strand,
                end = JsonNames.Of(t.End),
                t.PanelId,
                t.Port,
                t.Position,
                t.Label,
            }),
            transaction
        );
        await events.InsertAsync(connection, transaction, plans, null);
        foreach (var plan in plans)
        {
            await EventStore.ProjectAsync(connection, transaction, plan.About.Select(s => new StreamChange(null, FoldedTermination.Of(s.Id, [plan], book))));
        }

        await transaction.CommitAsync();
    }

    internal static StreamPlace PlaceOf(TerminationRow row, Guid job) => new(row.Id, StreamKind.Termination, row.CableId, job);
}
