using Microsoft.AspNetCore.Http.HttpResults;
using Rhabdon.Core.Links;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Rights;
using Rhabdon.Data;
using Rhabdon.Server.Hosting;
using Rhabdon.Server.People;
using Rhabdon.Server.Pictures;
using Rhabdon.Server.Recipes;

namespace Rhabdon.Server.Links;

/// <summary>A budget profile, and who compared it with what; nobody, while it stands as it came.</summary>
/// <param name="IsOwn">True for a customer's own.</param>
public sealed record BudgetView(BudgetProfile Profile, bool IsOwn, ProfileConfirmation? Confirmation);

/// <summary>What losses are judged by: the latest version of every profile, and the applications with their limits.</summary>
public sealed record BudgetsView(
    IReadOnlyList<BudgetView> Profiles,
    IReadOnlyList<LinkApplication> Applications,
    string ApplicationsSource,
    ReferenceLimits Reference,
    IReadOnlyList<ReflectanceLimit> Reflectance
);

/// <summary>Budget profiles: unconfirmed until a lead has compared them with the customer's edition, and a customer's own beside those that ship.</summary>
public static class BudgetEndpoints
{
    public static void MapBudgets(this WebApplication app)
    {
        var budgets = app.MapGroup("/api/v1").Needs(Permission.See);
        budgets.MapGet("/budgets", All);
        budgets.MapPost("/budgets", Publish).Needs(Permission.Plan);
        budgets.MapPost("/budgets/{id}/confirmation", Confirm).Needs(Permission.Plan);
    }

    /// <summary>The plan with the profile that it names: the latest version of a customer's own, whatever was sent.</summary>
    public static async Task<TestPlan> WithBudgetAsync(this ProfileStore store, TestPlan plan) =>
        plan with
        {
            Own = BudgetTables.Shipped.Profile(plan.Profile) is null ? (await store.OwnBudgetsAsync()).LastOrDefault(b => b.Id == plan.Profile) : null,
        };

    private static async Task<BudgetsView> All(ProfileStore store)
    {
        var confirmed = (await store.BudgetConfirmationsAsync()).ToDictionary(c => (c.Profile, c.Version));
        var (tables, own) = (BudgetTables.Shipped, await store.OwnBudgetsAsync());
        var latest = tables.Profiles.Concat(own.GroupBy(b => b.Id).Select(versions => versions.MaxBy(b => b.Version)!));
        return new BudgetsView(
            [.. latest.Select(b => new BudgetView(b, tables.Profile(b.Id) is null, confirmed.GetValueOrDefault((b.Id, b.Version))))],
            tables.Applications,
            tables.ApplicationsSource,
            tables.Reference,
            tables.Reflectance
        );
    }

    private static async Task<Results<Ok<BudgetView>, ProblemHttpResult>> Publish(
        BudgetProfile profile,
        ProfileStore store,
        RecipeBookCache books,
        HttpContext context
    )
    {
        if (BudgetCheck.Faults(profile) is { Count: > 0 } faults)
        {
            return Problems.Fields(400, [.. faults.Select(f => (f.Place, f.Says))]);
        }

        if (!await store.PublishAsync(profile, context.AccessOf().Person))
        {
            return Problems.Field(409, "version", Phrase.Of(PhraseKeys.Limits.Taken, ("version", $"{profile.Version}")));
        }

        // Readings are held against what was published.
        await books.ForgetEverywhereAsync();
        return TypedResults.Ok(new BudgetView(profile, true, null));
    }

    private static async Task<Results<NoContent, ProblemHttpResult>> Confirm(
        string id,
        ProfileConfirmationRequest request,
        ProfileStore store,
        HttpContext context
    )
    {
        if (request.Fault() is { } fault)
        {
            return fault;
        }

        var known = BudgetTables.Shipped.Profiles.Concat(await store.OwnBudgetsAsync());
        if (known.FirstOrDefault(b => b.Id == id && b.Version == request.Version) is not { } profile)
        {
            return Problems.Missing();
        }

        await store.ConfirmAsync(profile, request.Said, context.AccessOf().Person);
        return TypedResults.NoContent();
    }
}
