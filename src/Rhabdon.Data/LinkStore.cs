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

/// <summary>A chain of a job.</summary>
public sealed record ChainRow(Guid Id, Guid Job, LinkChain Chain);

/// <summary>How many links of a job are worth what.</summary>
public sealed record LinkTally(LossGrade Grade, int Links);

/// <summary>A link of a job that does not pass, the one furthest over its limit first.</summary>
/// <param name="Cable">The chain, where it is of one, as <paramref name="Strand"/> is then the chain's.</param>
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

    /// <summary>The links of single cables of a job by what they are worth.</summary>
    public async Task<IReadOnlyList<LinkTally>> TallyAsync(Guid job)
    {
        await using var connection = await database.OpenAsync();
        var rows = await connection.QueryAsync<(string Grade, int Links)>(
            "select grade, count(*)::int from link_state where job_id = @job and grade is not null and parts = 1 group by grade",
            new { job }
        );
        return [.. rows.Select(r => new LinkTally(JsonNames.Read<LossGrade>(r.Grade), r.Links)).OrderBy(t => t.Grade)];
    }

    /// <summary>The links of a job that do not pass, so many at most.</summary>
    public async Task<IReadOnlyList<FailingLink>> FailingAsync(Guid job, int most)
    {
        await using var connection = await database.OpenAsync();
        var rows = (
            await connection.QueryAsync<(
                Guid Id,
                Guid Cable,
                string Name,
                int Strand,
                int Parts,
                string Grade,
                int Loss,
                int Limit,
                int Wavelength,
                string From
            )>(
                """
                select l.stream_id, l.cable_id, cable.name, l.strand, l.parts, l.grade, l.loss, l.loss_limit, l.wavelength, l.from_end
                from link_state l join cable on cable.id = l.cable_id
                where l.job_id = @job and l.grade <> 'pass' order by l.loss_limit - l.loss, l.strand limit @most
                """,
                new { job, most }
            )
        ).AsList();
        var chained = rows.Exists(r => r.Parts > 1)
            ? (await ChainsAsync(job))
                .SelectMany(c => Enumerable.Range(1, c.Chain.Strands), (c, strand) => (c.Chain.PlaceOf(job, strand).Id, Chain: c, Strand: strand))
                .DistinctBy(c => c.Id)
                .ToDictionary(c => c.Id, c => (c.Chain, c.Strand))
            : [];
        return
        [
            .. rows.Select(r =>
                chained.TryGetValue(r.Id, out var of)
                    ? Failing(r.Grade, r.Loss, r.Limit, r.Wavelength, r.From, of.Chain.Id, of.Chain.Chain.Name, of.Strand)
                    : Failing(r.Grade, r.Loss, r.Limit, r.Wavelength, r.From, r.Cable, r.Name, r.Strand)
            ),
        ];

        static FailingLink Failing(string grade, int loss, int limit, int wavelength, string from, Guid cable, string name, int strand) =>
            new(cable, name, strand, JsonNames.Read<LossGrade>(grade), new Decibel(loss), new Decibel(limit), wavelength, JsonNames.Read<CableEnd>(from));
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

    /// <summary>When an end of these strands of a job last went back to the bench; those of which none did are left out.</summary>
    public async Task<IReadOnlyDictionary<(Guid Cable, int Strand), DateTimeOffset>> RemadeAsync(Guid job)
    {
        await using var connection = await database.OpenAsync();
        var rows = await connection.QueryAsync<(Guid Cable, int Strand, DateTime At)>(
            """
            select t.cable_id, t.strand, max(s.remade_at) from cable join termination t on t.cable_id = cable.id
            join termination_state s on s.termination_id = t.id
            where cable.job_id = @job and s.remade_at is not null group by t.cable_id, t.strand
            """,
            new { job }
        );
        return rows.ToDictionary(r => (r.Cable, r.Strand), r => new DateTimeOffset(r.At));
    }

    /// <summary>The chains of a job, in the order in which they were made.</summary>
    public async Task<IReadOnlyList<ChainRow>> ChainsAsync(Guid job)
    {
        await using var connection = await database.OpenAsync();
        var rows = await connection.QueryAsync<(Guid Id, string Content)>(
            "select id, content from chain where job_id = @job order by made_at, id",
            new { job }
        );
        return [.. rows.Select(r => new ChainRow(r.Id, job, ChainOf(r.Content)))];
    }

    /// <summary>Null for one that is not there.</summary>
    public async Task<ChainRow?> ChainAsync(Guid id)
    {
        await using var connection = await database.OpenAsync();
        var row = await connection.QuerySingleOrDefaultAsync<(Guid Job, string? Content)>("select job_id, content from chain where id = @id", new { id });
        return row.Content is null ? null : new ChainRow(id, row.Job, ChainOf(row.Content));
    }

    public async Task AddChainAsync(ChainRow made, Guid by)
    {
        await using var connection = await database.OpenAsync();
        await connection.ExecuteAsync(
            "insert into chain (id, job_id, content, made_by) values (@Id, @Job, @content, @by)",
            new
            {
                made.Id,
                made.Job,
                content = JsonSerializer.Serialize(made.Chain, CoreJson.Default.LinkChain),
                by,
            }
        );
    }

    /// <summary>The chain is no longer offered; what was measured on it stays.</summary>
    public async Task RemoveChainAsync(Guid id)
    {
        await using var connection = await database.OpenAsync();
        await connection.ExecuteAsync("delete from chain where id = @id", new { id });
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

    private static LinkChain ChainOf(string content) => JsonSerializer.Deserialize(content, CoreJson.Default.LinkChain)!;

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
