using Microsoft.AspNetCore.Http.HttpResults;
using Npgsql;
using Rhabdon.Core.Bench;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.Links;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Rights;
using Rhabdon.Core.Units;
using Rhabdon.Data;
using Rhabdon.Documents;
using Rhabdon.Server.Hosting;
using Rhabdon.Server.People;
using Rhabdon.Server.Recipes;

namespace Rhabdon.Server.Jobs;

public sealed record PanelRequest(string Closet, string Name, int Ports);

public sealed record JobRequest(
    string Name,
    string Customer,
    string Site,
    string TimeZone,
    string LabelPattern,
    IReadOnlyList<PanelRequest> Panels,
    IReadOnlyList<Guid> Crews,
    Rates? Rates = null,
    bool ConfirmedOnly = false
);

/// <param name="Panel">Null when a list says where each strand goes.</param>
/// <param name="FirstPort">Port of strand 1; the others follow.</param>
/// <param name="PerPort">Positions of a port that are filled: 1, or 2 for duplex, 12 for MPO.</param>
public sealed record EndRequest(
    Guid? Panel,
    int FirstPort,
    ConnectorType Connector,
    Polish Polish,
    string Recipe,
    Length Service,
    Length Least,
    int PerPort = 1
);

/// <param name="Ports">A port list (docs/formats.md) in place of each end's panel and first port; null to fill ports in order.</param>
public sealed record CableRequest(
    string Name,
    CableBuild Build,
    FiberGrade Grade,
    int Strands,
    Length Length,
    EndRequest Near,
    EndRequest Far,
    string? Ports = null
);

public sealed record PortListRequest(string Cable, int Strands, string List);

/// <summary>What would come of a port list: its rows with their labels, and every row that cannot be taken.</summary>
public sealed record PortPreview(IReadOnlyList<PortRow> Rows, IReadOnlyList<PortFaultView> Faults);

/// <param name="Line">Of the list, from 1 with its head; 0 when it is about the list as a whole.</param>
public sealed record PortFaultView(int Line, string Column, string Says);

/// <param name="Crews">What each crew has in hand, by bucket.</param>
/// <param name="Left">Ends that something is left to do on.</param>
/// <param name="Overruled">How often a person chose otherwise than a picture was graded.</param>
/// <param name="Places">Which closets each cable joins.</param>
public sealed record JobView(
    JobRow Job,
    IReadOnlyList<PanelRow> Panels,
    IReadOnlyList<CableView> Cables,
    IReadOnlyList<CrewTally> Crews,
    int Left,
    int Overruled,
    IReadOnlyList<CablePlaceRow> Places
);

/// <param name="Ends">Ends by bucket; one that is empty is left out.</param>
public sealed record CableView(Guid Id, string Name, string Build, string Grade, int Strands, Length Length, IReadOnlyDictionary<EndBucket, int> Ends);

public sealed record CrewTally(string Crew, IReadOnlyDictionary<string, int> Ends);

/// <summary>A job with its cables and how far each has come.</summary>
public sealed record JobSummary(JobRow Job, IReadOnlyList<CableView> Cables);

/// <summary>Jobs, their places and cables.</summary>
public static class JobEndpoints
{
    /// <summary>Jobs in one answer; when there are so many, ask for more with <c>skip</c>.</summary>
    public const int MostListed = 40;

    /// <summary>Found in one answer, of each kind.</summary>
    public const int MostFound = 6;

    public static void MapJobs(this WebApplication app)
    {
        var jobs = app.MapGroup("/api/v1").Needs(Permission.See);
        jobs.MapGet("/jobs", All);
        jobs.MapGet("/jobs/{id:guid}", Show);
        jobs.MapGet("/find", Find);
        jobs.MapPost("/jobs", Add).Needs(Permission.Plan);
        jobs.MapPost("/jobs/{id:guid}/cables", AddCable).Needs(Permission.Plan);
        jobs.MapPost("/jobs/{id:guid}/ports", Preview).Needs(Permission.Plan);
    }

    private static async Task<Results<Ok<JobView>, ProblemHttpResult>> Show(Guid id, JobStore store, HttpContext context)
    {
        if (await store.JobAsync(context.AccessOf(), id) is not { } job)
        {
            return Problems.Missing();
        }

        var (cables, tallies) = (await store.CablesAsync([id]), await store.TalliesAsync([id]));
        var byCable = tallies.ToLookup(t => t.CableId);
        var crews = (await store.ByCrewAsync(id)).GroupBy(t => t.Crew).Select(g => new CrewTally(g.Key, g.ToDictionary(t => t.Bucket, t => t.Ends)));
        return TypedResults.Ok(
            new JobView(
                job,
                await store.PanelsAsync(id),
                [.. cables.Select(c => ViewOf(c, byCable[c.Id]))],
                [.. crews],
                tallies.Where(t => t.Bucket.IsOpen()).Sum(t => t.Ends),
                await store.OverruledAsync(id),
                await store.PlacesAsync(id)
            )
        );
    }

    private static async Task<Results<Ok<IEnumerable<JobSummary>>, ProblemHttpResult>> All(JobStore store, HttpContext context, string find = "", int skip = 0)
    {
        var isUnfindable = find.Length > 100 || find.Any(char.IsControl);
        if (isUnfindable || skip is < 0 or > 1_000_000)
        {
            return Problems.Field(400, isUnfindable ? "find" : "skip", Phrase.Of(PhraseKeys.Problem.Find));
        }

        var listed = await store.JobsAsync(context.AccessOf(), find.Trim(), skip, MostListed);
        var ids = listed.Select(j => j.Id).ToArray();
        var (cables, tallies) = ((await store.CablesAsync(ids)).ToLookup(c => c.JobId), (await store.TalliesAsync(ids)).ToLookup(t => t.CableId));
        return TypedResults.Ok(listed.Select(job => new JobSummary(job, [.. cables[job.Id].Select(c => ViewOf(c, tallies[c.Id]))])));
    }

    private static async Task<Results<Ok<IReadOnlyList<FoundRow>>, ProblemHttpResult>> Find(JobStore store, HttpContext context, string text = "")
    {
        if (text.Trim() is not { Length: > 0 and <= 100 } asked || asked.Any(char.IsControl))
        {
            return Problems.Field(400, "text", Phrase.Of(PhraseKeys.Problem.FindText));
        }

        return TypedResults.Ok(await store.FindAsync(context.AccessOf(), asked, MostFound));
    }

    private static async Task<Results<Ok<JobRow>, ProblemHttpResult>> Add(JobRequest request, JobStore store, CrewStore allCrews, HttpContext context)
    {
        var access = context.AccessOf();
        var crews = (await allCrews.CrewsAsync(access)).Select(c => c.Id).ToHashSet();
        if (new JobRules(crews).Refusal(request) is { } refused)
        {
            return refused;
        }

        var job = new JobRow(
            Guid.CreateVersion7(),
            request.Name.Trim(),
            request.Customer.Trim(),
            request.Site.Trim(),
            request.TimeZone,
            request.LabelPattern,
            request.Rates?.Currency,
            request.Rates?.PerHour,
            request.Rates?.PerConnector,
            request.ConfirmedOnly
        );
        await store.AddJobAsync(
            job,
            request.Panels.Select(p => new PanelRow(Guid.CreateVersion7(), p.Closet.Trim(), p.Name.Trim(), p.Ports)),
            request.Crews.Distinct()
        );
        return TypedResults.Ok(job);
    }

    private static async Task<Results<Ok<CableView>, ProblemHttpResult>> AddCable(
        Guid id,
        CableRequest request,
        JobStore store,
        EventStore events,
        RecipeBookCache books,
        RecipeStore recipes,
        HttpContext context,
        TimeProvider time
    )
    {
        var access = context.AccessOf();
        if (await store.JobAsync(access, id) is not { } job)
        {
            return Problems.Missing();
        }

        var (panels, book) = (await store.PanelsAsync(id), await books.BookAsync());
        var ports = CablePorts.Of(job, request.Name, request.Strands, panels, await store.TakenAsync(id));
        if (new CableRules(panels, book, await recipes.RetiredAsync()).Refusal(request) is { } refused)
        {
            return refused;
        }

        var (rows, faults) = ports.Place(request);
        if (faults.Count > 0)
        {
            return Problems.Fields(400, faults);
        }

        var cable = new CableRow(
            Guid.CreateVersion7(),
            id,
            request.Name.Trim(),
            request.Build.ToString(),
            request.Grade.ToString(),
            request.Strands,
            request.Length.Nanometers
        );
        var plan = CablePlan.Of(cable, job.ConfirmedOnly, request, rows, panels, access.Person, time.GetUtcNow());
        try
        {
            await store.AddCableAsync(cable, plan.Terminations, plan.Events, book, events);
        }
        catch (PostgresException clash) when (clash.SqlState == PostgresErrorCodes.UniqueViolation)
        {
            return clash.ConstraintName == "cable_job_id_name_key"
                ? Problems.Field(409, "name", Phrase.Of(PhraseKeys.Job.CableTaken))
                : Problems.Field(409, "near.firstPort", Phrase.Of(PhraseKeys.Ports.Taken));
        }

        return TypedResults.Ok(ViewOf(cable, []));
    }

    private static async Task<Results<Ok<PortPreview>, ProblemHttpResult>> Preview(Guid id, PortListRequest request, JobStore store, HttpContext context)
    {
        var access = context.AccessOf();
        if (await store.JobAsync(access, id) is not { } job)
        {
            return Problems.Missing();
        }

        return new PortListRules().Refusal(request) is { } refused
            ? refused
            : TypedResults.Ok(
                CablePorts.Of(job, request.Cable, request.Strands, await store.PanelsAsync(id), await store.TakenAsync(id)).Preview(request.List)
            );
    }

    private static CableView ViewOf(CableRow cable, IEnumerable<TallyRow> tallies) =>
        new(cable.Id, cable.Name, cable.Build, cable.Grade, cable.Strands, new Length(cable.LengthNm), tallies.ToDictionary(t => t.Bucket, t => t.Ends));
}
