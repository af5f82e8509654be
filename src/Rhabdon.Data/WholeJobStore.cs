using System.Text.Json;
using Dapper;
using Npgsql;
using Rhabdon.Core;
using Rhabdon.Core.Bench;
using Rhabdon.Core.EndFaces;
using Rhabdon.Core.Recipes;

namespace Rhabdon.Data;

/// <summary>A job with everything that belongs to it, as it is taken out of one database and put into another.</summary>
public sealed record WholeJob(
    JobRow Job,
    IReadOnlyList<string> Crews,
    IReadOnlyList<(Guid Id, string Name)> People,
    IReadOnlyList<PanelRow> Panels,
    IReadOnlyList<CableRow> Cables,
    IReadOnlyList<TerminationRow> Terminations,
    IReadOnlyList<PublishedReworkLadder> Ladders,
    IReadOnlyList<PublishedRecipe> Recipes,
    IReadOnlyList<BenchEvent> Events,
    IReadOnlyList<QuarantineRow> Aside
);

/// <summary>Whole jobs, out and in.</summary>
public sealed class WholeJobStore(Database database, EventStore events)
{
    /// <summary>Everything of a job but its recipes, in the order in which it is written to a file.</summary>
    public async Task<(IReadOnlyList<string> Crews, IReadOnlyList<TerminationRow> Terminations, IReadOnlyList<BenchEvent> Events)> PartsAsync(Guid job)
    {
        await using var connection = await database.OpenAsync();
        var crews = await connection.QueryAsync<string>(
            "select name from crew join job_crew on crew_id = id where job_id = @job order by name collate \"C\"",
            new { job }
        );
        var terminations = await connection.QueryAsync<TerminationRow>(
            $"""
            select {JobStore.TerminationColumns} from termination t join cable on cable.id = t.cable_id left join termination_state s on s.termination_id = t.id
            where t.job_id = @job order by cable.name collate "C", t.strand, t.cable_end desc
            """,
            new { job }
        );
        return (crews.AsList(), terminations.AsList(), TerminationFold.InOrder(await events.OfJobAsync(connection, job)));
    }

    /// <summary>Adds a whole job, or nothing. People who are not here yet come as names that cannot sign in; crews that are not here yet come empty.</summary>
    /// <exception cref="PostgresException">A part of it is here already (unique violation), or names what is not there (foreign key).</exception>
    /// <param name="limits">Buyers' own limits that its looks were held against; those that are here stay.</param>
    /// <param name="pictures">Its pictures, one after another, each with the terminations that it shows.</param>
    public async Task AddAsync(
        WholeJob whole,
        IEnumerable<FoldedStream> streams,
        Guid receivedFrom,
        IReadOnlyList<FaceLimits> limits,
        IAsyncEnumerable<(StoredPicture Picture, Guid[] Terminations)> pictures
    )
    {
        await using var connection = await database.OpenAsync();
        await using var transaction = await connection.BeginTransactionAsync();
        await connection.ExecuteAsync(
            "insert into person (id, name, sign_in, role, is_active) values (@Id, @Name, @SignIn, 'viewer', false) on conflict (id) do nothing",
            whole.People.Select(p => new
            {
                p.Id,
                p.Name,
                SignIn = $"imported-{p.Id:n}",
            }),
            transaction
        );
        await connection.ExecuteAsync(JobStore.InsertJob, whole.Job, transaction);
        foreach (var crew in whole.Crews)
        {
            await connection.ExecuteAsync(
                "insert into crew (id, name) values (@id, @crew) on conflict (name) do nothing",
                new { id = Guid.CreateVersion7(), crew },
                transaction
            );
            await connection.ExecuteAsync(
                "insert into job_crew (job_id, crew_id) select @job, id from crew where name = @crew",
                new { job = whole.Job.Id, crew },
                transaction
            );
        }

        await connection.ExecuteAsync(
            JobStore.InsertPanel,
            whole.Panels.Select(p => new
            {
                p.Id,
                job = whole.Job.Id,
                p.Closet,
                p.Name,
                p.Ports,
            }),
            transaction
        );
        await connection.ExecuteAsync(JobStore.InsertCable, whole.Cables, transaction);
        await StreamPlace.AddAsync(connection, transaction, [.. whole.Terminations.Select(t => JobStore.PlaceOf(t, whole.Job.Id))]);
        await connection.ExecuteAsync(
            JobStore.InsertTermination,
            whole.Terminations.Select(t => new
            {
                t.Id,
                t.CableId,
                job = whole.Job.Id,
                t.Strand,
                end = JsonNames.Of(t.End),
                t.PanelId,
                t.Port,
                t.Position,
                t.Label,
            }),
            transaction
        );
        await connection.ExecuteAsync(
            "insert into ladder (id, version, content, published_by) values (@Id, @Version, @content, @receivedFrom) on conflict do nothing",
            whole.Ladders.Select(l => new
            {
                l.Ref.Id,
                l.Ref.Version,
                receivedFrom,
                content = JsonSerializer.Serialize(l.Ladder, CoreJson.Default.ReworkLadder),
            }),
            transaction
        );
        await connection.ExecuteAsync(
            "insert into recipe (id, version, content, published_by) values (@Id, @Version, @content, @receivedFrom) on conflict do nothing",
            whole.Recipes.Select(r => new
            {
                r.Ref.Id,
                r.Ref.Version,
                receivedFrom,
                content = JsonSerializer.Serialize(r.Recipe, CoreJson.Default.Recipe),
            }),
            transaction
        );
        await events.InsertAsync(connection, transaction, whole.Events, receivedFrom);
        await EventStore.ProjectAsync(connection, transaction, streams.Select(s => new StreamChange(null, s)));
        await connection.ExecuteAsync(
            "insert into own_profile (kind, id, version, content, published_by) values ('face', @Id, @Version, @content, @receivedFrom) on conflict do nothing",
            limits.Select(l => new
            {
                l.Id,
                l.Version,
                receivedFrom,
                content = JsonSerializer.Serialize(l, CoreJson.Default.FaceLimits),
            }),
            transaction
        );
        await foreach (var (picture, terminations) in pictures)
        {
            await PictureStore.ImportAsync(connection, transaction, picture, terminations, receivedFrom);
        }

        await QuarantineStore.ImportAsync(connection, transaction, whole.Aside);
        await transaction.CommitAsync();
    }
}
