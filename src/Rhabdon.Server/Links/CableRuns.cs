using Rhabdon.Core.Bench;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.Links;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Runs;
using Rhabdon.Core.Units;
using Rhabdon.Data;
using Rhabdon.Server.Recipes;

namespace Rhabdon.Server.Links;

/// <summary>A cable, or a chain of cables, opened for its tests.</summary>
/// <param name="Name">Of the cable or the chain.</param>
/// <param name="Ends">The terminations of each strand from its first end to its last: two of each cable.</param>
public sealed record CableRun(string Name, JobRow Job, RunCable Run, IReadOnlyDictionary<int, Guid[]> Ends, RecipeBook Book);

/// <summary>Opens cables, and chains of cables, for their tests.</summary>
public sealed class CableRuns(JobStore jobs, LinkStore links, ProfileStore profiles, EventStore events, RecipeBookCache books)
{
    /// <summary>Null for what is not there, or not for whoever asks.</summary>
    /// <param name="id">Of a cable or a chain.</param>
    public async Task<CableRun?> OpenAsync(Access access, Guid id)
    {
        if (await jobs.CableAsync(access, id) is { } cable)
        {
            return await jobs.JobAsync(access, cable.JobId) is { } its ? await OpenAsync(its, id, cable.Name, [cable], null) : null;
        }

        if (await links.ChainAsync(id) is not { Chain: { } chain } row || await jobs.JobAsync(access, row.Job) is not { } job)
        {
            return null;
        }

        var cables = new List<CableRow>();
        foreach (var part in chain.Parts)
        {
            if (await jobs.CableAsync(access, part.Cable) is not { } one)
            {
                return null;
            }

            cables.Add(one);
        }

        return await OpenAsync(job, id, chain.Name, cables, chain);
    }

    /// <summary>The terminations of a strand as they stand, from its first end to its last.</summary>
    public async Task<IReadOnlyList<FoldedTermination>> EndsAsync(CableRun run, int strand)
    {
        var folded = await events.TerminationsAsync(run.Ends[strand], run.Book);
        return [.. run.Ends[strand].Select(e => folded[e])];
    }

    private async Task<CableRun> OpenAsync(JobRow job, Guid id, string name, List<CableRow> cables, LinkChain? chain)
    {
        var book = await books.BookAsync();
        var ladders = new List<Dictionary<int, StrandEnd[]>>();
        foreach (var cable in cables)
        {
            ladders.Add((await jobs.LadderAsync(cable.Id)).Chunk(2).ToDictionary(ends => ends[0].Strand));
        }

        // From the first end of all to the last.
        var strands = (chain is null ? ladders[0].Keys : Enumerable.Range(1, chain.Strands)).ToDictionary(
            strand => strand,
            strand => ladders.SelectMany((ladder, at) => ladder[chain?.Parts[at].StrandAt(strand) ?? strand]).ToArray()
        );

        // The strands of an end are planned alike: where its recipe makes a splice, each of them has one.
        var first = strands.Count == 0 ? [] : strands.Values.First().Select(e => e.Id).ToArray();
        var folded = await events.TerminationsAsync(first, book);
        var plans = first.Select(e => folded[e].State.Plan).ToList();
        var splices = plans.Count(p => p is not null && book.Latest(p.RecipeId)?.Recipe.IsSplice == true);
        var plan = await links.PlanAsync(job.Id);
        return new CableRun(
            name,
            job,
            new RunCable(
                job.Id,
                id,
                Enum.Parse<FiberGrade>(cables[0].Grade),
                new Length(cables.Sum(c => c.LengthNm)),
                plan,
                [.. strands.Select(s => new RunStrand(s.Key, s.Value[0].Label, s.Value[^1].Label, splices, s.Value.Max(end => (DateTimeOffset?)end.RemadeAt)))],
                plans.FirstOrDefault()?.Polish,
                plans.LastOrDefault()?.Polish,
                await profiles.EditionOfAsync(plan.Budget!),
                chain
            ),
            strands.ToDictionary(s => s.Key, s => s.Value.Select(e => e.Id).ToArray()),
            book
        );
    }
}
