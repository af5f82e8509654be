using Rhabdon.Core.Bench;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.Links;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Units;
using Rhabdon.Data;
using Rhabdon.Server.Hosting;
using Rhabdon.Server.People;
using Rhabdon.Server.Recipes;

namespace Rhabdon.Server.Proof;

public sealed record LadderRow(int Strand, StrandColor Color, TerminationRow Near, TerminationRow Far);

public sealed record CableLadder(Guid Cable, Guid Job, string Name, string Grade, Length Length, IReadOnlyList<LadderRow> Rows);

/// <param name="TimeZone">IANA zone of the site, in which the times are read.</param>
public sealed record StoryView(Guid Termination, string TimeZone, string Label, int Strand, StrandColor Color, string End, TerminationState State, IReadOnlyList<StoryLine> Lines, IReadOnlyDictionary<Guid, string> People);

/// <summary>One connector's record: what it is, how it was verified, every attempt, and the events that prove it.</summary>
public sealed record ConnectorRecord(
    Guid Termination, string Label, string Cable, int Strand, string Color, string End, Planned? Plan, FiberMode? Mode, TerminationState State, IReadOnlyList<BenchEvent> Events);

/// <param name="FormatVersion">1; see docs/formats.md.</param>
public sealed record JobRecord(int FormatVersion, JobRow Job, IReadOnlyDictionary<Guid, string> People, IReadOnlyList<ConnectorRecord> Connectors);

/// <summary>The proof: the strand ladder, a strand's story, and the record.</summary>
public static class ProofEndpoints
{
    public static void MapProof(this WebApplication app)
    {
        var proof = app.MapGroup("/api/v1").RequireAuthorization();
        proof.MapGet("/cables/{id:guid}/ladder", Ladder).Produces<CableLadder>();
        proof.MapGet("/terminations/{id:guid}/story", Story).Produces<StoryView>();
        proof.MapGet("/jobs/{id:guid}/record", Record).Produces<JobRecord>();
    }

    private static async Task<IResult> Ladder(Guid id, JobStore jobs, HttpContext context)
    {
        if (await jobs.CableAsync(context.AccessOf(), id) is not { } cable)
        {
            return Problems.Missing();
        }

        var rows = await jobs.TerminationsAsync(id);
        var ladder = rows.GroupBy(r => r.Strand).OrderBy(g => g.Key)
            .Select(g => new LadderRow(g.Key, StrandColor.Of(g.Key), g.Single(r => r.End == "near"), g.Single(r => r.End == "far")));
        return Results.Ok(new CableLadder(cable.Id, cable.JobId, cable.Name, cable.Grade, new Length(cable.LengthNm), [.. ladder]));
    }

    private static async Task<IResult> Story(Guid id, JobStore jobs, EventStore events, PeopleStore people, RecipeShelf shelf, HttpContext context, string unit = "mm")
    {
        var access = context.AccessOf();
        if (await jobs.TerminationAsync(access, id) is not { } row || await jobs.CableAsync(access, row.CableId) is not { } cable
            || await jobs.JobAsync(access, cable.JobId) is not { } job)
        {
            return Problems.Missing();
        }

        var book = await shelf.BookAsync();
        var state = TerminationFold.Fold(id, await events.StreamAsync(id), book);
        var lines = new StrandStory(book, Phrasebook.English, "en", unit == "in" ? LengthUnit.Inch : LengthUnit.Millimeter).Tell(state);
        return Results.Ok(new StoryView(id, job.TimeZone, row.Label, row.Strand, StrandColor.Of(row.Strand), row.End, state, lines, await people.NamesAsync()));
    }

    private static async Task<IResult> Record(Guid id, JobStore jobs, EventStore events, PeopleStore people, RecipeShelf shelf, Database database, HttpContext context)
    {
        if (await jobs.JobAsync(context.AccessOf(), id) is not { } job)
        {
            return Problems.Missing();
        }

        var book = await shelf.BookAsync();
        var connectors = new List<ConnectorRecord>();
        await using var connection = await database.OpenAsync();
        foreach (var cable in await jobs.CablesAsync(id))
        {
            var rows = await jobs.TerminationsAsync(cable.Id);
            var streams = await events.StreamsAsync(connection, null, [.. rows.Select(r => r.Id)]);
            foreach (var row in rows)
            {
                var state = TerminationFold.Fold(row.Id, streams[row.Id], book) with { History = [] };
                connectors.Add(new ConnectorRecord(
                    row.Id, row.Label, cable.Name, row.Strand, StrandColor.Of(row.Strand).Key, row.End, state.Plan, state.Plan?.Grade.Mode(), state,
                    TerminationFold.InOrder(streams[row.Id])));
            }
        }

        context.Response.Headers.ContentDisposition = "attachment; filename=\"record.json\"";
        return Results.Ok(new JobRecord(1, job, await people.NamesAsync(), connectors));
    }
}
