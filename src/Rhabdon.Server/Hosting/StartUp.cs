using Rhabdon.Core.Recipes;
using Rhabdon.Data;

namespace Rhabdon.Server.Hosting;

/// <summary>Before the first request: tables up to date, starter recipes published, and the demo world if it was asked for.</summary>
internal sealed class StartUp(Database database, RecipeStore recipes, IServiceProvider services, IConfiguration configuration) : IHostedService
{
    public async Task StartAsync(CancellationToken cancellationToken)
    {
        // The OpenAPI document is made at build time by starting the program; there is no database then.
        if (System.Reflection.Assembly.GetEntryAssembly()?.GetName().Name == "GetDocument.Insider")
        {
            return;
        }

        await PrepareAsync(database, recipes, cancellationToken);
        if (configuration.GetValue<bool>("demo"))
        {
            await ActivatorUtilities.CreateInstance<DemoWorld>(services).LoadAsync();
        }
    }

    public static async Task PrepareAsync(Database database, RecipeStore recipes, CancellationToken cancel)
    {
        await database.MigrateAsync(cancel);
        await recipes.PublishAsync(StarterRecipes.Ladders(), StarterRecipes.Recipes());
    }

    public Task StopAsync(CancellationToken cancellationToken) => Task.CompletedTask;
}
