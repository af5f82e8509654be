using System.Text.Json;
using Rhabdon.Core.Bench;
using Rhabdon.Core.Links;
using Rhabdon.Data;
using Rhabdon.Server.Hosting;
using Rhabdon.Server.People;

namespace Rhabdon.Server.Bench;

/// <summary>One strand's end as the bench opens it; the state is the browser core's to fold.</summary>
public sealed record StrandAtBench(Guid Termination, Guid Cable, string CableName, string Label, int Strand, StrandColor Color, string End, IReadOnlyList<BenchEvent> Events);

public static class BenchEndpoints
{
    /// <summary>Most events in one delivery; a longer outbox is sent in several.</summary>
    public const int MaxDelivery = 200;

    public static void MapBench(this WebApplication app)
    {
        var bench = app.MapGroup("/api/v1").RequireAuthorization();
        bench.MapPost("/events", Take).Produces<List<EventAnswer>>();
        bench.MapGet("/terminations/{id:guid}/bench", Open).Produces<StrandAtBench>();
    }

    private static async Task<IResult> Take(JsonElement[] delivery, AppendEvents append, HttpContext context)
    {
        if (delivery.Length is 0 or > MaxDelivery)
        {
            return Problems.Fields(400, ("events", $"Send 1 to {MaxDelivery} events."));
        }

        var answers = new List<EventAnswer>(delivery.Length);
        foreach (var delivered in delivery)
        {
            answers.Add(await append.TakeAsync(delivered, context.AccessOf()));
        }

        return Results.Ok(answers);
    }

    private static async Task<IResult> Open(Guid id, JobStore jobs, EventStore events, HttpContext context)
    {
        var access = context.AccessOf();
        if (await jobs.TerminationAsync(access, id) is not { } row || await jobs.CableAsync(access, row.CableId) is not { } cable)
        {
            return Problems.Missing();
        }

        return Results.Ok(new StrandAtBench(id, cable.Id, cable.Name, row.Label, row.Strand, StrandColor.Of(row.Strand), row.End, await events.StreamAsync(id)));
    }
}
