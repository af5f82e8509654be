using System.Text.Json;
using Dapper;
using Rhabdon.Core;
using Rhabdon.Core.Bench;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.Causes;
using Rhabdon.Core.Links;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Units;

namespace Rhabdon.Data;

/// <summary>What was measured on a link, as lists show it.</summary>
/// <param name="Grade">Of the reading that is worst; null before there is one, as are loss, limit, wavelength and direction.</param>
/// <param name="Taken">How many readings.</param>
/// <param name="Against">The reference and the moment of each of them.</param>
/// <param name="CameOut">The strand where its light came out; null for nowhere, or where nobody looked.</param>
public sealed record LinkRow(
    Guid Cable,
    int Strand,
    LossGrade? Grade,
    Decibel? Loss,
    Decibel? Limit,
    int? Wavelength,
    CableEnd? From,
    int Taken,
    IReadOnlyList<(Guid Reference, DateTimeOffset At)> Against,
    bool IsLit,
    int? CameOut
);

/// <summary>How many links of a job are worth what.</summary>
public sealed record LinkTally(LossGrade Grade, int Links);

/// <summary>A link of a job that does not pass, the one furthest over its limit first.</summary>
public sealed record FailingLink(Guid Cable, string CableName, int Strand, LossGrade Grade, Decibel Loss, Decibel Limit, int Wavelength, CableEnd From);

/// <summary>Links, the references they were measured against, and how the links of a job are tested.</summary>
public sealed class LinkStore(Database database, EventStore events)
{
    /// <summary>References of a job that are told to a tablet, the latest first.</summary>
    public const int MostReferences = 50;

    /// <summary>What was measured on the strands of a cable; those that nobody measured are left out.</summary>
    public async Task<IReadOnlyList<LinkRow>> OfCableAsync(Guid cable)
    {
        await using var connection = await database.OpenAsync();
        var rows = await connection.QueryAsync<LinkProjection.Row>(
            """
            select stream_id "Id", job_id "Job", cable_id "Cable", strand, parts, grade, loss, loss_limit "Limit", wavelength, from_end "From", taken, against,
                came_out "CameOut", is_lit "IsLit", found, needs_a_look, events from link_state where cable_id = @cable and parts = 1 order by strand
            """,
            new { cable }
        );
        return [.. rows.Select(RowOf)];
    }

    /// <summary>The links of these strands and the references of their job, folded; one that nobody has begun is empty.</summary>
    public async Task<(IReadOnlyList<FoldedLink> Links, IReadOnlyList<FoldedReference> References)> StreamsAsync(
        Guid job,
        IReadOnlyCollection<Guid> links,
        RecipeBook book
    )
    {
        await using var connection = await database.OpenAsync();
        var references = await connection.QueryAsync<Guid>(
            "select stream_id from reference_state where job_id = @job order by taken_at desc limit @MostReferences",
            new { job, MostReferences }
        );
        var kinds = links.Select(l => (Id: l, Kind: StreamKind.Link)).Concat(references.Select(r => (Id: r, Kind: StreamKind.Reference)));
        var streams = (await events.StreamsAsync(connection, null, kinds.ToDictionary(k => k.Id, k => k.Kind), book)).Values;
        return ([.. streams.OfType<FoldedLink>()], [.. streams.OfType<FoldedReference>()]);
    }

    /// <summary>These references, folded.</summary>
    public async Task<IReadOnlyDictionary<Guid, ReferenceState>> ReferencesAsync(IEnumerable<Guid> ids, RecipeBook book)
    {
        var kinds = ids.Distinct().ToDictionary(r => r, _ => StreamKind.Reference);
        if (kinds.Count == 0)
        {
            return new Dictionary<Guid, ReferenceState>();
        }

        await using var connection = await database.OpenAsync();
        return (await events.StreamsAsync(connection, null, kinds, book)).ToDictionary(s => s.Key, s => ((FoldedReference)s.Value).State);
    }

    /// <summary>The links of a job by what they are worth.</summary>
    public async Task<IReadOnlyList<LinkTally>> TallyAsync(Guid job)
    {
        await using var connection = await database.OpenAsync();
        var rows = await connection.QueryAsync<(string Grade, int Links)>(
            "select grade, count(*)::int from link_state where job_id = @job and grade is not null group by grade",
            new { job }
        );
        return [.. rows.Select(r => new LinkTally(JsonNames.Read<LossGrade>(r.Grade), r.Links)).OrderBy(t => t.Grade)];
    }

    /// <summary>The links of a job that do not pass, so many at most.</summary>
    public async Task<IReadOnlyList<FailingLink>> FailingAsync(Guid job, int most)
    {
        await using var connection = await database.OpenAsync();
        var rows = await connection.QueryAsync<(Guid Cable, string Name, int Strand, string Grade, int Loss, int Limit, int Wavelength, string From)>(
            """
            select l.cable_id, cable.name, l.strand, l.grade, l.loss, l.loss_limit, l.wavelength, l.from_end
            from link_state l join cable on cable.id = l.cable_id
            where l.job_id = @job and l.grade <> 'pass' order by l.loss_limit - l.loss, l.strand limit @most
            """,
            new { job, most }
        );
        return
        [
            .. rows.Select(r => new FailingLink(
                r.Cable,
                r.Name,
                r.Strand,
                JsonNames.Read<LossGrade>(r.Grade),
                new Decibel(r.Loss),
                new Decibel(r.Limit),
                r.Wavelength,
                JsonNames.Read<CableEnd>(r.From)
            )),
        ];
    }

    /// <summary>All links of a job that were begun, folded, each with the name of its cable; in the order of cables and strands.</summary>
    public async Task<IReadOnlyList<(string Cable, LinkState Link)>> OfJobAsync(Guid job, RecipeBook book)
    {
        await using var connection = await database.OpenAsync();
        var begun = (
            await connection.QueryAsync<(Guid Id, string Cable)>(
                """
                select l.stream_id, coalesce(cable.name, '') from link_state l left join cable on cable.id = l.cable_id
                where l.job_id = @job order by cable.name collate "C", l.strand
                """,
                new { job }
            )
        ).AsList();
        var streams = await events.StreamsAsync(connection, null, begun.ToDictionary(b => b.Id, _ => StreamKind.Link), book);
        return [.. begun.Select(b => (b.Cable, ((FoldedLink)streams[b.Id]).State))];
    }

    /// <summary>What links were found to have had, over all jobs of the crews that work on this one.</summary>
    public async Task<IReadOnlyDictionary<Cause, int>> FoundAsync(Guid job)
    {
        await using var connection = await database.OpenAsync();
        var rows = await connection.QueryAsync<(string Cause, int Links)>(
            """
            select cause, count(*)::int from link_state l, string_to_table(l.found, ' ') cause
            where l.found <> ''
                and l.job_id in (select o.job_id from job_crew o join job_crew m on m.crew_id = o.crew_id where m.job_id = @job)
            group by cause
            """,
            new { job }
        );
        return rows.ToDictionary(r => JsonNames.Read<Cause>(r.Cause), r => r.Links);
    }

    /// <summary>How the links of a job are tested.</summary>
    public async Task<TestPlan> PlanAsync(Guid job)
    {
        await using var connection = await database.OpenAsync();
        return await connection.QuerySingleOrDefaultAsync<string>("select content from job_test_plan where job_id = @job", new { job }) is { } content
            ? JsonSerializer.Deserialize(content, CoreJson.Default.TestPlan)!
            : TestPlan.Usual;
    }

    public async Task SetPlanAsync(Guid job, TestPlan plan, Guid by)
    {
        await using var connection = await database.OpenAsync();
        await connection.ExecuteAsync(
            """
            insert into job_test_plan (job_id, content, set_by) values (@job, @content, @by)
            on conflict (job_id) do update set content = excluded.content, set_by = excluded.set_by, set_at = now()
            """,
            new
            {
                job,
                content = JsonSerializer.Serialize(plan, CoreJson.Default.TestPlan),
                by,
            }
        );
    }

    private static LinkRow RowOf(LinkProjection.Row row) =>
        new(
            row.Cable!.Value,
            row.Strand!.Value,
            row.Grade is null ? null : JsonNames.Read<LossGrade>(row.Grade),
            row.Loss is { } loss ? new Decibel(loss) : null,
            row.Limit is { } limit ? new Decibel(limit) : null,
            row.Wavelength,
            row.From is null ? null : JsonNames.Read<CableEnd>(row.From),
            row.Taken,
            [.. LinkProjection.Against(row.Against)],
            row.IsLit,
            row.CameOut
        );
}
