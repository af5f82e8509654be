using Npgsql;
using Rhabdon.Core.Bench;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.Links;
using Rhabdon.Core.Units;
using Rhabdon.Core.Verification;
using Rhabdon.Data;
using Rhabdon.Server.Hosting;
using Rhabdon.Server.People;
using Rhabdon.Server.Recipes;

namespace Rhabdon.Server.Jobs;

public sealed record PanelRequest(string Closet, string Name, int Ports);

public sealed record JobRequest(string Name, string Customer, string Site, string TimeZone, string LabelPattern, IReadOnlyList<PanelRequest> Panels, IReadOnlyList<Guid> Crews);

/// <param name="FirstPort">Port of strand 1; the others follow.</param>
public sealed record EndRequest(Guid Panel, int FirstPort, ConnectorType Connector, Polish Polish, string Recipe, Length Service, Length Least);

public sealed record CableRequest(string Name, CableBuild Build, FiberGrade Grade, int Strands, Length Length, EndRequest Near, EndRequest Far);

public sealed record JobView(JobRow Job, IReadOnlyList<PanelRow> Panels, IReadOnlyList<CableView> Cables);

public sealed record CableView(Guid Id, string Name, string Build, string Grade, int Strands, Length Length);

/// <summary>Jobs, their places and cables.</summary>
public static class JobEndpoints
{
    public static void MapJobs(this WebApplication app)
    {
        var jobs = app.MapGroup("/api/v1").RequireAuthorization();
        jobs.MapGet("/jobs", (JobStore store, HttpContext context) => store.JobsAsync(context.AccessOf()));
        jobs.MapGet("/crews", (PeopleStore store, HttpContext context) => store.CrewsAsync(context.AccessOf()));
        jobs.MapGet("/jobs/{id:guid}", Show).Produces<JobView>();
        jobs.MapPost("/jobs", Add).Produces<JobRow>();
        jobs.MapPost("/jobs/{id:guid}/cables", AddCable).Produces<CableView>();
    }

    private static async Task<IResult> Show(Guid id, JobStore store, HttpContext context)
    {
        if (await store.JobAsync(context.AccessOf(), id) is not { } job)
        {
            return Problems.Missing();
        }

        var cables = await store.CablesAsync(id);
        return Results.Ok(new JobView(job, await store.PanelsAsync(id), [.. cables.Select(ViewOf)]));
    }

    private static async Task<IResult> Add(JobRequest request, JobStore store, PeopleStore people, HttpContext context)
    {
        var access = context.AccessOf();
        if (!access.MayPlan)
        {
            return Problems.Forbidden();
        }

        var crews = (await people.CrewsAsync(access)).Select(c => c.Id).ToHashSet();
        var faults = JobChecks.Of(request, crews);
        if (faults.Count > 0)
        {
            return Problems.Fields(400, [.. faults]);
        }

        var job = new JobRow(Guid.CreateVersion7(), request.Name.Trim(), request.Customer.Trim(), request.Site.Trim(), request.TimeZone, request.LabelPattern);
        await store.AddJobAsync(job, request.Panels.Select(p => new PanelRow(Guid.CreateVersion7(), p.Closet.Trim(), p.Name.Trim(), p.Ports)), request.Crews.Distinct());
        return Results.Ok(job);
    }

    private static async Task<IResult> AddCable(Guid id, CableRequest request, JobStore store, EventStore events, RecipeShelf shelf, HttpContext context, TimeProvider time)
    {
        var access = context.AccessOf();
        if (await store.JobAsync(access, id) is not { } job)
        {
            return Problems.Missing();
        }

        if (!access.MayPlan)
        {
            return Problems.Forbidden();
        }

        var (panels, book) = (await store.PanelsAsync(id), await shelf.BookAsync());
        var faults = JobChecks.Of(request, panels, book);
        if (faults.Count > 0)
        {
            return Problems.Fields(400, [.. faults]);
        }

        var cable = new CableRow(Guid.CreateVersion7(), id, request.Name.Trim(), request.Build.ToString(), request.Grade.ToString(), request.Strands, request.Length.Nanometers);
        var plan = CablePlan.Of(job, cable, request, panels, access.Person, time.GetUtcNow());
        try
        {
            await store.AddCableAsync(cable, plan.Terminations, plan.Events, book, events);
        }
        catch (PostgresException clash) when (clash.SqlState == PostgresErrorCodes.UniqueViolation)
        {
            return clash.ConstraintName switch
            {
                "cable_job_id_name_key" => Problems.Fields(409, ("name", "This job already has a cable of that name.")),
                _ => Problems.Fields(409, ("near.firstPort", "A port or label of these is taken by another strand. Choose free ports.")),
            };
        }

        return Results.Ok(ViewOf(cable));
    }

    private static CableView ViewOf(CableRow cable) => new(cable.Id, cable.Name, cable.Build, cable.Grade, cable.Strands, new Length(cable.LengthNm));
}
