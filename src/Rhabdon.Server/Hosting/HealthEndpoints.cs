using Microsoft.AspNetCore.Http.HttpResults;
using Npgsql;
using Rhabdon.Core.Phrases;
using Rhabdon.Data;

namespace Rhabdon.Server.Hosting;

/// <summary>Whether the server lives, and whether it can do its work: read and write.</summary>
public static class HealthEndpoints
{
    private static readonly TimeSpan Proven = TimeSpan.FromSeconds(15);
    private static DateTimeOffset _provenAt;

    public static void MapHealth(this WebApplication app)
    {
        app.MapGet("/health/live", () => TypedResults.Text("live"));
        app.MapGet("/health/ready", Ready);
    }

    /// <summary>The interface: any address that is not the API's is the single page's own.</summary>
    public static void MapInterface(this WebApplication app)
    {
        app.Map("/api/{**rest}", () => TypedResults.Problem(Problems.Say(PhraseKeys.Problem.NoAddress), statusCode: 404));
        app.MapFallbackToFile("index.html");
    }

    // A write every few seconds is proof enough, however often it is asked.
    private static async Task<Results<ContentHttpResult, ProblemHttpResult>> Ready(Database database, TimeProvider time)
    {
        try
        {
            var now = time.GetUtcNow();
            if (now - _provenAt > Proven)
            {
                await database.ProveAsync();
                _provenAt = now;
            }
            else
            {
                await using var connection = await database.OpenAsync();
                await using var alive = new NpgsqlCommand("select 1", connection);
                await alive.ExecuteScalarAsync();
            }

            return TypedResults.Text("ready");
        }
        catch (Exception fault) when (Database.IsFull(fault))
        {
            return TypedResults.Problem(
                "There is no room left on the database's disk: nothing can be kept until there is.",
                statusCode: 503,
                title: "Not ready: disk full"
            );
        }
        catch (Exception fault) when (Database.IsAway(fault))
        {
            return TypedResults.Problem("The database does not answer.", statusCode: 503, title: "Not ready");
        }
    }
}
