using Rhabdon.Core.Bench;
using Rhabdon.Core.Rights;
using Rhabdon.Core.Tools;
using Rhabdon.Data;
using Rhabdon.Server.Hosting;
using Rhabdon.Server.People;
using Rhabdon.Server.Recipes;

namespace Rhabdon.Server.Tools;

/// <summary>A tool or lot; its state is the browser core's to fold.</summary>
/// <param name="Counts">What its counters stand at, as far as the server knows.</param>
public sealed record GearHere(Guid Id, IReadOnlyList<GearCount> Counts);

/// <summary>The tools and lots of one's crews, and one's work sessions of the last day.</summary>
/// <param name="Crews">Those that whoever asks may take gear in for.</param>
/// <param name="Sessions">Their streams, in order.</param>
/// <param name="Events">Of all of it.</param>
public sealed record GearView(IReadOnlyList<Crew> Crews, IReadOnlyList<GearHere> Gear, IReadOnlyList<Guid> Sessions, IReadOnlyList<BenchEvent> Events);

/// <summary>Tools, lots and work sessions. What happens to them is told by events.</summary>
public static class GearEndpoints
{
    public static void MapGear(this WebApplication app)
    {
        var gear = app.MapGroup("/api/v1").Needs(Permission.See);
        gear.MapGet("/gear", All);
        gear.MapGet("/gear/{id:guid}/strands", (Guid id, GearStore store, HttpContext context) => store.StrandsAsync(context.AccessOf(), id));
    }

    private static async Task<GearView> All(GearStore store, CrewStore crews, RecipeBookCache books, HttpContext context)
    {
        var (access, book) = (context.AccessOf(), await books.BookAsync());
        var gear = await store.AllAsync(access, book);
        var counts = await store.CountsAsync(gear.Select(g => g.State));
        var sessions = await store.SessionsAsync(access, book);
        return new GearView(
            await crews.CrewsAsync(access),
            [.. gear.Select(g => new GearHere(g.Id, [.. counts[g.Id]]))],
            [.. sessions.Select(s => s.Id)],
            [.. gear.SelectMany(g => g.Events), .. sessions.SelectMany(s => s.Events)]
        );
    }
}
