using Microsoft.AspNetCore.Http.HttpResults;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Planning;
using Rhabdon.Core.Rights;
using Rhabdon.Core.Scheduling;
using Rhabdon.Data;
using Rhabdon.Documents.Sheets;
using Rhabdon.Documents.Templates;
using Rhabdon.Server.Hosting;
using Rhabdon.Server.People;
using Rhabdon.Server.Recipes;

namespace Rhabdon.Server.Planning;

/// <summary>What a job has cost and what it will.</summary>
/// <param name="Currency">Empty where nobody has said one.</param>
/// <param name="PerHour">What an hour of hands is reckoned at: as asked for, else the job's own, else what is usual.</param>
public sealed record JobCostView(Guid Job, string Name, string Currency, decimal PerHour, JobCost Cost);

/// <summary>What a job costs, and the sheet on which it is offered to a customer.</summary>
public sealed class JobMoney(JobStore jobs, PlanStore plans, DaysStore days, RecipeBookCache books, TimeProvider time)
{
    // Of an hour of hands, in any currency (ours).
    private const decimal UsualPerHour = 75;

    private const int MostMargin = 500;
    private const int MostDays = 365;

    public static void Map(WebApplication app)
    {
        app.MapGet("/api/v1/jobs/{id:guid}/cost", Cost).Needs(Permission.Plan);
        app.MapGet("/api/v1/jobs/{id:guid}/quote.pdf", Quote).Needs(Permission.Plan).Produces<byte[]>(200, "application/pdf");
    }

    private static async Task<Results<Ok<JobCostView>, ProblemHttpResult>> Cost(Guid id, JobMoney money, HttpContext context, decimal? perHour = null) =>
        await money.OfAsync(context.AccessOf(), id, perHour) switch
        {
            (null, null) => Problems.Missing(),
            (null, { } refused) => refused,
            var (told, _) => TypedResults.Ok(told!.View),
        };

    /// <param name="margin">Percent on top of what it costs, 0 to 500.</param>
    /// <param name="valid">Days for which the prices hold, 1 to 365.</param>
    private static async Task<Results<FileContentHttpResult, ProblemHttpResult>> Quote(
        Guid id,
        JobMoney money,
        HttpContext context,
        decimal? perHour = null,
        decimal margin = 20,
        int valid = 30,
        string paper = "a4"
    )
    {
        if (margin is < 0 or > MostMargin)
        {
            return Between("margin", 0, MostMargin);
        }

        if (valid is < 1 or > MostDays)
        {
            return Between("valid", 1, MostDays);
        }

        if (Paper.Named(paper) is not { } on)
        {
            return Problems.Field(400, "paper", Phrase.Of(PhraseKeys.Problem.TemplatePaper));
        }

        return await money.OfAsync(context.AccessOf(), id, perHour) switch
        {
            (null, null) => Problems.Missing(),
            (null, { } refused) => refused,
            var (told, _) => TypedResults.File(
                SheetPdf.Write(
                    QuoteSheet.Of(
                        new QuoteTerms(told!.Job.Name, told.Job.Customer, told.Job.Site, told.View.Currency, told.Day, valid, margin),
                        told.View.Cost
                    ),
                    on,
                    told.Job.Name
                ),
                "application/pdf",
                "quote.pdf"
            ),
        };
    }

    private static ProblemHttpResult Between(string field, int least, int most) =>
        Problems.Field(400, field, Phrase.Of(PhraseKeys.Optics.Between, ("least", $"{least}"), ("most", $"{most}")));

    // Nothing for a job that is not there; what would do for a price that cannot be.
    private async Task<(Reckoned? Told, ProblemHttpResult? Refused)> OfAsync(Access access, Guid id, decimal? perHour)
    {
        if (await jobs.JobAsync(access, id) is not { } job)
        {
            return (null, null);
        }

        var book = await books.BookAsync();
        var now = time.GetUtcNow();
        var (cables, _) = await days.AheadAsync([id]);
        var tests = new TasksAhead(book, Phrasebook.English, "en").Of(cables).Where(t => t.Ends == 0).Sum(t => t.Task.Minutes);
        var asked = new CostQuestion(
            await plans.CostWorkAsync(id),
            tests,
            perHour ?? job.PerHour ?? UsualPerHour,
            job.PerConnector,
            await plans.YieldsAsync(access),
            Pace: await days.PaceOfJobAsync(id, job.TimeZone, now, book)
        );
        if (asked.Fault is var (field, says))
        {
            return (null, Problems.Field(400, field, says));
        }

        var day = DateOnly.FromDateTime(TimeZoneInfo.ConvertTime(now, TimeZoneInfo.FindSystemTimeZoneById(job.TimeZone)).DateTime);
        return (new Reckoned(job, day, new JobCostView(id, job.Name, job.Currency ?? "", asked.PerHour, new JobCosts(book, "en").Of(asked))), null);
    }

    private sealed record Reckoned(JobRow Job, DateOnly Day, JobCostView View);
}
