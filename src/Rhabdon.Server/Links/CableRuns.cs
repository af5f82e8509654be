using Rhabdon.Core.Bench;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Runs;
using Rhabdon.Core.Units;
using Rhabdon.Data;
using Rhabdon.Server.Recipes;

namespace Rhabdon.Server.Links;

/// <summary>A cable opened for its tests.</summary>
public sealed record CableRun(CableRow Cable, JobRow Job, RunCable Run, RecipeBook Book);

/// <summary>Opens cables for their tests.</summary>
public sealed class CableRuns(JobStore jobs, LinkStore links, ProfileStore profiles, EventStore events, RecipeBookCache books)
{
    /// <summary>Null for a cable that is not there, or not for whoever asks.</summary>
    public async Task<CableRun?> OpenAsync(Access access, Guid id)
    {
        if (await jobs.CableAsync(access, id) is not { } cable || await jobs.JobAsync(access, cable.JobId) is not { } job)
        {
            return null;
        }

        var book = await books.BookAsync();
        return new CableRun(cable, job, await RunOfAsync(cable, book), book);
    }

    /// <summary>The two terminations of a strand as they stand, the near one first.</summary>
    public async Task<IReadOnlyList<FoldedTermination>> EndsAsync(CableRun run, int strand)
    {
        var ends = (await jobs.LadderAsync(run.Cable.Id)).Where(e => e.Strand == strand).OrderBy(e => e.End).Select(e => e.Id).ToArray();
        var folded = await events.TerminationsAsync(ends, run.Book);
        return [.. ends.Select(e => folded[e])];
    }

    // The strands of an end are planned alike: where its recipe makes a splice, each of them has one.
    private async Task<RunCable> RunOfAsync(CableRow cable, RecipeBook book)
    {
        var ends = (await jobs.LadderAsync(cable.Id)).Chunk(2).ToList();
        var first = ends.Count == 0 ? [] : ends[0].Select(e => e.Id).ToArray();
        var plans = (await events.TerminationsAsync(first, book)).Values.Select(t => t.State.Plan).OfType<Planned>().ToList();
        var splices = plans.Count(p => book.Latest(p.RecipeId)?.Recipe.IsSplice == true);
        var plan = await links.PlanAsync(cable.JobId);
        return new RunCable(
            cable.JobId,
            cable.Id,
            Enum.Parse<FiberGrade>(cable.Grade),
            new Length(cable.LengthNm),
            plan,
            [.. ends.Select(e => new RunStrand(e[0].Strand, e[0].Label, e[1].Label, splices, e.Max(end => (DateTimeOffset?)end.RemadeAt)))],
            plans.FirstOrDefault(p => p.End == CableEnd.Near)?.Polish,
            plans.FirstOrDefault(p => p.End == CableEnd.Far)?.Polish,
            await profiles.EditionOfAsync(plan.Budget!)
        );
    }
}
