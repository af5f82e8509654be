using System.Text.Json;
using Microsoft.AspNetCore.Http.HttpResults;
using Rhabdon.Core.Bench;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.Links;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Rights;
using Rhabdon.Data;
using Rhabdon.Server.Hosting;
using Rhabdon.Server.People;
using Rhabdon.Server.Recipes;

namespace Rhabdon.Server.Bench;

/// <summary>One strand's end as the bench opens it; the state is the browser core's to fold.</summary>
/// <param name="Position">In its port, from 1.</param>
/// <param name="Partner">The other fiber of its port, where the port holds just two.</param>
/// <param name="CableEnd">The stream of the cable's end that holds it.</param>
/// <param name="Rates">What rework costs on this job, when someone has said.</param>
/// <param name="Crews">Of the job and whoever asks both: their technique is the one to begin by.</param>
/// <param name="Events">
/// Its events in order, two numbers each: which of the acts it is, counted from 0, and how many events of this strand its sender knew.
/// </param>
public sealed record StrandAtBench(
    Guid Termination,
    Guid Cable,
    string CableName,
    string JobName,
    string Label,
    string Closet,
    int Strand,
    StrandColor Color,
    CableEnd End,
    Guid CableEnd,
    int Position,
    Partner? Partner,
    Guid Job,
    IReadOnlyList<CrewOnJob> Crews,
    Rates? Rates,
    IReadOnlyList<int> Events
);

/// <summary>A cable's end that holds strands at the bench; the state is the browser core's to fold.</summary>
/// <param name="Strand">One of its strands, by which it is opened.</param>
/// <param name="Events">As of a strand.</param>
public sealed record EndAtBench(Guid Id, Guid Strand, IReadOnlyList<int> Events);

/// <summary>Strands as the bench opens them. An act that several of them share is told once.</summary>
/// <param name="Acts">Their events, each without the streams that it names: those that hold it say so themselves.</param>
/// <param name="Ends">The cable ends that hold them.</param>
public sealed record BenchOpened(IReadOnlyList<BenchEvent> Acts, IReadOnlyList<StrandAtBench> Strands, IReadOnlyList<EndAtBench> Ends);

/// <param name="Strands">Their terminations, 1 to 1,000.</param>
public sealed record BenchOpening(IReadOnlyList<Guid> Strands);

/// <param name="Numbers">Its strands in words: <c>1–6</c>.</param>
/// <param name="Of">How many strands.</param>
public sealed record BatchSummary(Guid Batch, string Where, string Numbers, int Of, int Done, int Trouble, IReadOnlyList<Guid> InHand);

public static class BenchEndpoints
{
    /// <summary>Most events in one delivery; a longer outbox is sent in several.</summary>
    public const int MaxDelivery = 200;

    /// <summary>Most strands that are opened at once.</summary>
    public const int MaxOpened = 1_000;

    public static void MapBench(this WebApplication app)
    {
        var bench = app.MapGroup("/api/v1").Needs(Permission.See);
        bench.MapPost("/events", Take).WithMetadata(new TextDoor.EachByItself());
        bench.MapGet("/bench", (string strands, JobStore jobs, EventStore events, RecipeBookCache books, HttpContext context) =>
            Open(
                [.. strands.Split(',', StringSplitOptions.RemoveEmptyEntries).Select(s => Guid.TryParse(s, out var id) ? id : Guid.Empty)],
                jobs,
                events,
                books,
                context
            )
        );
        bench.MapPost("/bench", (BenchOpening opening, JobStore jobs, EventStore events, RecipeBookCache books, HttpContext context) =>
            Open(opening.Strands, jobs, events, books, context)
        );
        bench.MapGet("/batches", async (JobStore jobs, HttpContext context) =>
            (await jobs.BatchesAsync(context.AccessOf())).Select(b => new BatchSummary(
                b.Batch,
                b.Where,
                StrandNumbers.Say(b.Strands),
                b.Strands.Length,
                b.Done,
                b.Trouble,
                b.InHand
            ))
        );
        bench.MapGet("/batches/{id:guid}", (Guid id, JobStore jobs, HttpContext context) => jobs.BatchAsync(context.AccessOf(), id));
    }

    private static async Task<Results<Ok<IReadOnlyList<EventAnswer>>, ProblemHttpResult>> Take(JsonElement[] delivery, AppendEvents append, HttpContext context)
    {
        if (delivery.Length is 0 or > MaxDelivery)
        {
            return Problems.Field(400, "events", Phrase.Of(PhraseKeys.Problem.Delivery, ("most", $"{MaxDelivery}")));
        }

        return TypedResults.Ok(await append.TakeAsync(delivery, context.AccessOf()));
    }

    // One that is not there for this access is left out.
    private static async Task<Results<Ok<BenchOpened>, ProblemHttpResult>> Open(
        IReadOnlyList<Guid> strands,
        JobStore jobs,
        EventStore events,
        RecipeBookCache books,
        HttpContext context
    )
    {
        var ids = strands.Distinct().ToArray();
        if (ids.Length is 0 or > MaxOpened || ids.Contains(Guid.Empty))
        {
            return Problems.Field(400, "strands", Phrase.Of(PhraseKeys.Problem.Strands, ("most", $"{MaxOpened}")));
        }

        var rows = await jobs.AtBenchAsync(context.AccessOf(), ids);
        var crews = await jobs.CrewsOnAsync(context.AccessOf(), [.. rows.Select(r => r.Job.Id).Distinct()]);
        var book = await books.BookAsync();
        var streams = await events.TerminationsAsync([.. rows.Select(r => r.Row.Id)], book);
        var partners = await jobs.PartnersAsync([.. rows.Select(r => r.Row.Id)]);
        var ends = await events.CableEndsAsync(rows.Select(EndOf), book);
        var (acts, told) = (new List<BenchEvent>(), new Dictionary<Guid, (int Place, Dictionary<Guid, int> Known)>());
        return TypedResults.Ok(
            new BenchOpened(
                acts,
                [
                    .. rows.Select(r => new StrandAtBench(
                        r.Row.Id,
                        r.Cable.Id,
                        r.Cable.Name,
                        r.Job.Name,
                        r.Row.Label,
                        r.Row.Closet!,
                        r.Row.Strand,
                        StrandColor.Of(r.Row.Strand),
                        r.Row.End,
                        EndOf(r),
                        r.Row.Position,
                        partners.GetValueOrDefault(r.Row.Id),
                        r.Job.Id,
                        [.. crews[r.Job.Id]],
                        RatesOf(r.Job),
                        [.. streams[r.Row.Id].Events.SelectMany(e => Told(r.Row.Id, e))]
                    )),
                ],
                [.. rows.DistinctBy(EndOf).Select(r => new EndAtBench(EndOf(r), r.Row.Id, [.. ends[EndOf(r)].Events.SelectMany(e => Told(EndOf(r), e))]))]
            )
        );

        static Guid EndOf((TerminationRow Row, CableRow Cable, JobRow Job) at) => CableEndId.Of(at.Job.Id, at.Cable.Id, at.Row.End);

        int[] Told(Guid stream, BenchEvent happened)
        {
            if (!told.TryGetValue(happened.Id, out var act))
            {
                told[happened.Id] = act = (acts.Count, happened.About.ToDictionary(s => s.Id, s => s.Known));
                acts.Add(happened.Concerning([]));
            }

            return [act.Place, act.Known.GetValueOrDefault(stream)];
        }
    }

    private static Rates? RatesOf(JobRow job) =>
        job is { Currency: { } currency, PerHour: { } perHour, PerConnector: { } perConnector } ? new Rates(currency, perHour, perConnector) : null;
}
