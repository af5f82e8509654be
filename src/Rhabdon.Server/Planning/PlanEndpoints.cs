using Rhabdon.Core.Planning;
using Rhabdon.Core.Rights;
using Rhabdon.Data;
using Rhabdon.Server.Hosting;
using Rhabdon.Server.People;

namespace Rhabdon.Server.Planning;

/// <summary>What one's own crews bring to a plan.</summary>
/// <param name="Yields">Attempts that were accepted, by method.</param>
/// <param name="Skilled">Who has made ends by which method.</param>
/// <param name="Figures">What planning reckons with before anything was made.</param>
public sealed record PlanRecord(IReadOnlyList<YieldRecord> Yields, IReadOnlyList<MethodSkill> Skilled, PlanFigures Figures);

/// <summary>What is planned from.</summary>
public static class PlanEndpoints
{
    public static void MapPlan(this WebApplication app)
    {
        var plan = app.MapGroup("/api/v1/plan").Needs(Permission.Plan);
        plan.MapGet("/record", async (PlanStore store, HttpContext context) =>
            new PlanRecord(await store.YieldsAsync(context.AccessOf()), await store.SkilledAsync(context.AccessOf()), PlanFigures.Shipped)
        );
    }
}
