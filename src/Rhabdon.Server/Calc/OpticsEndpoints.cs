using Microsoft.AspNetCore.Http.HttpResults;
using Rhabdon.Core.Links;
using Rhabdon.Core.Optics;
using Rhabdon.Server.Hosting;

namespace Rhabdon.Server.Calc;

/// <summary>The physics of a joint and the budget of a link, open to anyone.</summary>
public static class OpticsEndpoints
{
    public static void MapOptics(this WebApplication app)
    {
        app.MapPost("/api/v1/calc/joint", Results<Ok<JointAnswer>, ProblemHttpResult> (JointQuestion asked) =>
            JointLoss.Fault(asked) is { } fault ? Problems.Field(400, fault.Field, fault.Says) : TypedResults.Ok(JointLoss.Of(asked))
        );
        app.MapPost("/api/v1/calc/budget", Results<Ok<LinkLimit>, ProblemHttpResult> (LinkQuestion asked) =>
            LinkBudget.Fault(asked, BudgetTables.Shipped) is { } fault
                ? Problems.Field(400, fault.Field, fault.Says)
                : TypedResults.Ok(LinkBudget.Of(asked, BudgetTables.Shipped))
        );
    }
}
