using Rhabdon.Core.Recipes;
using Rhabdon.Data;
using Rhabdon.Demo;

namespace Rhabdon.Server.Hosting;

/// <summary>Before the first request: tables up to date, starter recipes published, and the demo world if it was asked for.</summary>
internal sealed class StartUp(Database database, RecipeStore recipes, EventStore events, IServiceProvider services, IConfiguration configuration)
    : IHostedService
{
    public async Task StartAsync(CancellationToken cancellationToken)
    {
        if (Setup.IsDescribing)
        {
            return;
        }

        await BringUpToDateAsync(cancellationToken);
        if (configuration["demo"] is "true" or "full")
        {
            await new DemoLoader(ActivatorUtilities.CreateInstance<DemoDoor>(services), DemoWorld.Saltmarsh()).LoadAsync(configuration["demo"] == "full");
        }
    }

    /// <summary>Tables, starter recipes and projections as this version has them.</summary>
    public async Task BringUpToDateAsync(CancellationToken cancellationToken)
    {
        await database.MigrateAsync(cancellationToken);
        await recipes.PublishShippedAsync();
        await events.RenewProjectionsAsync(await recipes.BookAsync());
    }

    public Task StopAsync(CancellationToken cancellationToken) => Task.CompletedTask;
}
