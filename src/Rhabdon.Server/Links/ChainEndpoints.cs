using Microsoft.AspNetCore.Http.HttpResults;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.Links;
using Rhabdon.Core.Rights;
using Rhabdon.Data;
using Rhabdon.Server.Hosting;
using Rhabdon.Server.People;

namespace Rhabdon.Server.Links;

/// <summary>Chains of strands over several cables of a job. A test run opens one as it opens a cable.</summary>
public static class ChainEndpoints
{
    public static void MapChains(this WebApplication app)
    {
        var chains = app.MapGroup("/api/v1").Needs(Permission.Plan);
        chains.MapPost("/jobs/{id:guid}/chains", Add);
        chains.MapDelete("/chains/{id:guid}", Remove);
    }

    private static async Task<Results<Ok<ChainRow>, ProblemHttpResult>> Add(Guid id, LinkChain chain, JobStore jobs, LinkStore links, HttpContext context)
    {
        var access = context.AccessOf();
        if (await jobs.JobAsync(access, id) is null)
        {
            return Problems.Missing();
        }

        var cables = (await jobs.CablesAsync([id])).ToDictionary(c => c.Id, c => (Enum.Parse<FiberGrade>(c.Grade), c.Strands));
        if (chain.Fault(cables) is { } fault)
        {
            return Problems.Field(400, fault.Field, fault.Says);
        }

        var made = new ChainRow(Guid.CreateVersion7(), id, chain with { Name = chain.Name.Trim() });
        await links.AddChainAsync(made, access.Person);
        return TypedResults.Ok(made);
    }

    private static async Task<Results<NoContent, ProblemHttpResult>> Remove(Guid id, JobStore jobs, LinkStore links, HttpContext context)
    {
        if (await links.ChainAsync(id) is not { } chain || await jobs.JobAsync(context.AccessOf(), chain.Job) is null)
        {
            return Problems.Missing();
        }

        await links.RemoveChainAsync(id);
        return TypedResults.NoContent();
    }
}
