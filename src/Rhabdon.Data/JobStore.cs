using Dapper;
using Rhabdon.Core.Bench;
using Rhabdon.Core.Recipes;

namespace Rhabdon.Data;

public sealed record JobRow(Guid Id, string Name, string Customer, string Site, string TimeZone, string LabelPattern);

public sealed record PanelRow(Guid Id, string Closet, string Name, int Ports);

public sealed record CableRow(Guid Id, Guid JobId, string Name, string Build, string Grade, int Strands, long LengthNm);

/// <summary>A termination with its projection, as lists show it.</summary>
public sealed record TerminationRow
{
    public required Guid Id { get; init; }

    public required Guid CableId { get; init; }

    public required int Strand { get; init; }

    public required string End { get; init; }

    public required string Label { get; init; }

    public required Guid PanelId { get; init; }

    public required int Port { get; init; }

    public required string Phase { get; init; }

    public required int Attempt { get; init; }

    public required int Try { get; init; }

    public string? Step { get; init; }

    public string? Sign { get; init; }

    public required bool NeedsALook { get; init; }
}

/// <summary>Jobs, panels, cables and their terminations.</summary>
public sealed class JobStore(Database database)
{
    private const string TerminationColumns = """
        t.id "Id", t.cable_id "CableId", t.strand "Strand", t.cable_end "End", t.label "Label", t.panel_id "PanelId", t.port "Port",
        coalesce(s.phase, 'planned') "Phase", coalesce(s.attempt, 0) "Attempt", coalesce(s.try, 0) "Try", s.step "Step", s.sign "Sign", coalesce(s.needs_a_look, false) "NeedsALook"
        """;

    private const string JobColumns = """
        job.id "Id", job.name "Name", job.customer "Customer", job.site "Site", job.time_zone "TimeZone", job.label_pattern "LabelPattern"
        """;

    public async Task<IReadOnlyList<JobRow>> JobsAsync(Access access)
    {
        await using var connection = await database.OpenAsync();
        return (await connection.QueryAsync<JobRow>($"select {JobColumns} from job where {Access.SeesJob} order by created_at, name", access)).AsList();
    }

    public async Task<JobRow?> JobAsync(Access access, Guid id)
    {
        await using var connection = await database.OpenAsync();
        return await connection.QuerySingleOrDefaultAsync<JobRow>(
            $"select {JobColumns} from job where id = @id and {Access.SeesJob}", new { id, access.Person, access.Role, access.Day });
    }

    public async Task<IReadOnlyList<PanelRow>> PanelsAsync(Guid job)
    {
        await using var connection = await database.OpenAsync();
        return (await connection.QueryAsync<PanelRow>(
            """select id "Id", closet "Closet", name "Name", ports "Ports" from panel where job_id = @job order by closet, name""", new { job })).AsList();
    }

    public async Task<IReadOnlyList<CableRow>> CablesAsync(Guid job)
    {
        await using var connection = await database.OpenAsync();
        return (await connection.QueryAsync<CableRow>(
            """
            select id "Id", job_id "JobId", name "Name", build "Build", grade "Grade", strands "Strands", length_nm "LengthNm" from cable where job_id = @job order by name
            """,
            new { job })).AsList();
    }

    public async Task<CableRow?> CableAsync(Access access, Guid id)
    {
        await using var connection = await database.OpenAsync();
        return await connection.QuerySingleOrDefaultAsync<CableRow>(
            $"""
            select cable.id "Id", job_id "JobId", cable.name "Name", build "Build", grade "Grade", strands "Strands", length_nm "LengthNm"
            from cable join job on job.id = cable.job_id where cable.id = @id and {Access.SeesJob}
            """,
            new { id, access.Person, access.Role, access.Day });
    }

    public async Task<IReadOnlyList<TerminationRow>> TerminationsAsync(Guid cable)
    {
        await using var connection = await database.OpenAsync();
        return (await connection.QueryAsync<TerminationRow>(
            $"""
            select {TerminationColumns} from termination t left join termination_state s on s.termination_id = t.id
            where t.cable_id = @cable order by t.strand, t.cable_end desc
            """,
            new { cable })).AsList();
    }

    public async Task<TerminationRow?> TerminationAsync(Access access, Guid id)
    {
        await using var connection = await database.OpenAsync();
        return await connection.QuerySingleOrDefaultAsync<TerminationRow>(
            $"""
            select {TerminationColumns} from termination t join job on job.id = t.job_id left join termination_state s on s.termination_id = t.id
            where t.id = @id and {Access.SeesJob}
            """,
            new { id, access.Person, access.Role, access.Day });
    }

    public async Task AddJobAsync(JobRow job, IEnumerable<PanelRow> panels, IEnumerable<Guid> crews)
    {
        await using var connection = await database.OpenAsync();
        await using var transaction = await connection.BeginTransactionAsync();
        await connection.ExecuteAsync(
            "insert into job (id, name, customer, site, time_zone, label_pattern) values (@Id, @Name, @Customer, @Site, @TimeZone, @LabelPattern)", job, transaction);
        await connection.ExecuteAsync(
            "insert into panel (id, job_id, closet, name, ports) values (@Id, @job, @Closet, @Name, @Ports)",
            panels.Select(p => new { p.Id, job = job.Id, p.Closet, p.Name, p.Ports }), transaction);
        await connection.ExecuteAsync(
            "insert into job_crew (job_id, crew_id) values (@job, @crew)", crews.Select(crew => new { job = job.Id, crew }), transaction);
        await transaction.CommitAsync();
    }

    /// <summary>Adds a cable with all its terminations and the events that plan them, or nothing.</summary>
    public async Task AddCableAsync(CableRow cable, IEnumerable<TerminationRow> terminations, IEnumerable<BenchEvent> plans, RecipeBook book, EventStore events)
    {
        await using var connection = await database.OpenAsync();
        await using var transaction = await connection.BeginTransactionAsync();
        await connection.ExecuteAsync(
            "insert into cable (id, job_id, name, build, grade, strands, length_nm) values (@Id, @JobId, @Name, @Build, @Grade, @Strands, @LengthNm)", cable, transaction);
        await connection.ExecuteAsync(
            """
            insert into termination (id, cable_id, job_id, strand, cable_end, panel_id, port, label)
            values (@Id, @CableId, @job, @Strand, @End, @PanelId, @Port, @Label)
            """,
            terminations.Select(t => new { t.Id, t.CableId, job = cable.JobId, t.Strand, t.End, t.PanelId, t.Port, t.Label }),
            transaction);
        foreach (var plan in plans)
        {
            await events.InsertAsync(connection, transaction, plan, null);
            foreach (var strand in plan.Strands)
            {
                await events.ProjectAsync(connection, transaction, TerminationFold.Fold(strand.Termination, [plan], book));
            }
        }

        await transaction.CommitAsync();
    }
}
