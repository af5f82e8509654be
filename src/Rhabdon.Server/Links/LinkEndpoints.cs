using Microsoft.AspNetCore.Http.HttpResults;
using Rhabdon.Core.Bench;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.Causes;
using Rhabdon.Core.Links;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Rights;
using Rhabdon.Core.Runs;
using Rhabdon.Core.Tools;
using Rhabdon.Data;
using Rhabdon.Documents;
using Rhabdon.Server.Hosting;
using Rhabdon.Server.People;
using Rhabdon.Server.Recipes;
using Rhabdon.Server.Tools;

namespace Rhabdon.Server.Links;

/// <summary>A cable's test run as a tablet opens it; the state is the browser core's to fold.</summary>
/// <param name="References">The streams of the references taken on the job.</param>
/// <param name="Events">Of all its links and of those references.</param>
/// <param name="People">The names of those who appear in it.</param>
public sealed record RunOpened(
    RunCable Cable,
    string CableName,
    string JobName,
    IReadOnlyList<Guid> References,
    IReadOnlyList<BenchEvent> Events,
    IReadOnlyDictionary<Guid, string> People
);

/// <summary>One link: its limit with the arithmetic, what was read, and what it carries.</summary>
/// <param name="People">The names of those who appear in it.</param>
/// <param name="Cable">Or the chain that it is of.</param>
/// <param name="Diagnosis">Why it loses too much; null while nothing is wrong, as far as was measured.</param>
/// <param name="Findings">The crew's own, that the diagnosis weighs with the start figures.</param>
/// <param name="Rework">What the bench would do first at each end that it can put right.</param>
/// <param name="NearEnd">The termination there.</param>
public sealed record LinkPage(
    Guid Cable,
    string CableName,
    bool IsChain,
    Guid Job,
    string JobName,
    string TimeZone,
    LinkView Link,
    DiagnosisAnswer? Diagnosis,
    int Findings,
    IReadOnlyList<ReworkWay> Rework,
    Guid NearEnd,
    Guid FarEnd,
    IReadOnlyDictionary<Guid, string> People
);

/// <summary>The links of a job: how many are worth what, and those that do not pass.</summary>
/// <param name="Of">Strands of the job.</param>
public sealed record JobLinks(int Of, IReadOnlyList<LinkTally> Tallies, IReadOnlyList<FailingLink> Failing, IReadOnlyList<ChainRow> Chains);

/// <summary>Links: their test runs, their readings, and how a job's are tested.</summary>
public static class LinkEndpoints
{
    /// <summary>Links that do not pass, in one answer.</summary>
    public const int MostFailing = 100;

    public static void MapLinks(this WebApplication app)
    {
        var links = app.MapGroup("/api/v1").Needs(Permission.See);
        links.MapGet("/cables/{id:guid}/run", Open);
        links.MapGet("/cables/{id:guid}/links/{strand:int}", Show);
        links.MapGet("/jobs/{id:guid}/links", OfJob);
        links.MapGet("/jobs/{id:guid}/losses.csv", Losses).Produces<string>(200, "text/csv");
        links.MapGet("/jobs/{id:guid}/test-plan", Plan);
        links.MapPut("/jobs/{id:guid}/test-plan", SetPlan).Needs(Permission.Plan);
    }

    private static async Task<Results<Ok<RunOpened>, ProblemHttpResult>> Open(Guid id, CableRuns runs, LinkStore links, PeopleStore people, HttpContext context)
    {
        if (await runs.OpenAsync(context.AccessOf(), id) is not { } opened)
        {
            return Problems.Missing();
        }

        var (name, job, run, _, book) = opened;
        var (streams, references) = await links.StreamsAsync(job.Id, [.. run.Strands.Select(s => run.PlaceOf(s.Strand).Id)], book);
        IReadOnlyList<BenchEvent> told = [.. streams.SelectMany(s => s.Events), .. references.SelectMany(r => r.Events)];
        return TypedResults.Ok(new RunOpened(run, name, job.Name, [.. references.Select(r => r.Id)], told, await people.NamesAsync(told.Select(e => e.Actor))));
    }

    private static async Task<Results<Ok<LinkPage>, ProblemHttpResult>> Show(
        Guid id,
        int strand,
        CableRuns runs,
        LinkStore links,
        PeopleStore people,
        CrewTrouble trouble,
        HttpContext context
    )
    {
        if (await runs.OpenAsync(context.AccessOf(), id) is not { } opened || !opened.Run.Strands.Any(s => s.Strand == strand))
        {
            return Problems.Missing();
        }

        var (name, job, run, _, book) = opened;
        var (streams, _) = await links.StreamsAsync(job.Id, [.. run.Strands.Select(s => run.PlaceOf(s.Strand).Id)], book);
        var link = streams.First(s => s.Id == run.PlaceOf(strand).Id);
        var references = await links.ReferencesAsync(link.State.Readings.Concat(link.State.Earlier).Select(r => r.Reference), book);
        var ends = await runs.EndsAsync(opened, strand);
        var found = await links.FoundAsync(job.Id);
        var priors = CausePriors.With(found);
        var suspects = await SuspectsAsync(link.State, ends, trouble, context.AccessOf());
        var asked = LinkEvidence.Of(
            run,
            strand,
            link.State,
            ends[0].State,
            ends[^1].State,
            streams.Select(s => s.State),
            r => references[r],
            priors,
            suspects.Contains
        );
        var before = link.State.Curing is { } cured ? LinkEvidence.Then(cured.Before.At, run, strand, link, ends, book, r => references[r], priors) : null;
        var suspected = before is null ? null : LinkDiagnosis.Of(before, Phrasebook.English).Causes.Select(c => c.Cause).ToList();
        var beside = new BesideLink(
            [.. streams.Where(s => s.Id != link.Id).Select(s => s.State)],
            [.. ends.Select(e => e.State)],
            suspected ?? BesideLink.Nothing.Suspected
        );
        var diagnosis = asked is null ? null : LinkDiagnosis.Of(asked, Phrasebook.English);
        return TypedResults.Ok(
            new LinkPage(
                run.Cable,
                name,
                run.Chain is not null,
                job.Id,
                job.Name,
                job.TimeZone,
                new LinkViewer(Phrasebook.English, "en").View(run, strand, link.State, r => references[r], beside),
                diagnosis,
                found.Values.Sum(),
                diagnosis is null ? [] : [.. Rework(diagnosis, link.State.Worst!.Event, ends, book)],
                ends[0].Id,
                ends[^1].Id,
                await people.NamesAsync(link.Events.Select(e => e.Actor))
            )
        );
    }

    // The ends that were made with a tool or lot that has more trouble than others; looked for only where something is wrong with the link.
    private static async Task<IReadOnlySet<Guid>> SuspectsAsync(LinkState link, IReadOnlyList<FoldedTermination> ends, CrewTrouble trouble, Access access)
    {
        var served = link.Worst is { Worth: not LossGrade.Pass } ? ends.ToDictionary(e => e.Id, GearUse.ServedLast) : [];
        var told = served.Values.Any(g => g.Count > 0) ? (await trouble.ToldAsync(access)).Gear : new Dictionary<Guid, string>();
        return served.Where(e => e.Value.Any(told.ContainsKey)).Select(e => e.Key).ToHashSet();
    }

    private static IEnumerable<ReworkWay> Rework(DiagnosisAnswer diagnosis, Guid reading, IReadOnlyList<FoldedTermination> ends, RecipeBook book) =>
        new[] { CableEnd.Near, CableEnd.Far }
            .Zip([ends[0], ends[^1]], (at, end) => LinkRework.Of(diagnosis.Causes.Select(c => c.Cause), reading, at, end.State, book, "en"))
            .OfType<ReworkWay>();

    private static async Task<Results<Ok<JobLinks>, ProblemHttpResult>> OfJob(Guid id, JobStore jobs, LinkStore links, HttpContext context) =>
        await jobs.JobAsync(context.AccessOf(), id) is null
            ? Problems.Missing()
            : TypedResults.Ok(
                new JobLinks(
                    (await jobs.CablesAsync([id])).Sum(c => c.Strands),
                    await links.TallyAsync(id),
                    await links.FailingAsync(id, MostFailing),
                    await links.ChainsAsync(id)
                )
            );

    private static async Task<Results<FileContentHttpResult, ProblemHttpResult>> Losses(
        Guid id,
        JobStore jobs,
        LinkStore links,
        PeopleStore people,
        RecipeBookCache books,
        HttpContext context,
        AuditLog audit
    )
    {
        var access = context.AccessOf();
        if (await jobs.JobAsync(access, id) is null)
        {
            return Problems.Missing();
        }

        audit.Exported(access.Person, id, "csv");
        var book = await books.BookAsync();
        var begun = await links.OfJobAsync(id, book);
        var readings = begun.SelectMany(l => l.Link.Readings.Concat(l.Link.Earlier)).ToList();
        var references = await links.ReferencesAsync(readings.Select(r => r.Reference), book);
        var remade = await links.RemadeAsync(id);
        var file = LossCsv.Write(begun, LastRemade, references, await people.NamesAsync(readings.Select(r => r.Actor)));
        return TypedResults.File(file, "text/csv; charset=utf-8", "losses.csv");

        DateTimeOffset? LastRemade(LinkPlace place) => place.Parts.Max(p => remade.TryGetValue((p.Cable, p.Strand), out var at) ? at : (DateTimeOffset?)null);
    }

    private static async Task<Results<Ok<TestPlan>, ProblemHttpResult>> Plan(Guid id, JobStore jobs, LinkStore links, HttpContext context) =>
        await jobs.JobAsync(context.AccessOf(), id) is null ? Problems.Missing() : TypedResults.Ok(await links.PlanAsync(id));

    private static async Task<Results<Ok<TestPlan>, ProblemHttpResult>> SetPlan(
        Guid id,
        TestPlan plan,
        JobStore jobs,
        LinkStore links,
        ProfileStore profiles,
        HttpContext context
    )
    {
        var access = context.AccessOf();
        if (await jobs.JobAsync(access, id) is null)
        {
            return Problems.Missing();
        }

        var made = await profiles.WithBudgetAsync(plan);
        if (made.Fault(BudgetTables.Shipped) is { } fault)
        {
            return Problems.Field(400, fault.Field, fault.Says);
        }

        await links.SetPlanAsync(id, made, access.Person);
        return TypedResults.Ok(made);
    }
}
