using Dapper;
using Rhabdon.Data;

namespace Rhabdon.Server.Hosting;

public static class HealthEndpoints
{
    public static void MapHealth(this WebApplication app)
    {
        app.MapGet("/health/live", () => Results.Text("live"));
        app.MapGet("/health/ready", async (Database database) =>
        {
            try
            {
                await using var connection = await database.OpenAsync();
                await connection.ExecuteScalarAsync<int>("select 1");
                return Results.Text("ready");
            }
            catch (Exception fault) when (Database.IsAway(fault))
            {
                return Results.Problem("The database does not answer.", statusCode: 503, title: "Not ready");
            }
        });
    }

    /// <summary>The interface: any address that is not the API's is the single page's own.</summary>
    public static void MapInterface(this WebApplication app)
    {
        app.Map("/api/{**rest}", () => Results.Problem(Problems.Say("problem.no-address"), statusCode: 404));
        app.MapFallbackToFile("index.html");
    }
}
