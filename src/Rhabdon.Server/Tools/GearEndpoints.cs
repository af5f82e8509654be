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

/// <summary>That trouble is much more frequent with a tool or lot than otherwise.</summary>
/// <param name="Says">In words, with what to change first where it was never apart from another.</param>
public sealed record GearAlarm(Guid Gear, string Says);

/// <summary>The tools and lots of one's crews, and one's work sessions of the last day.</summary>
/// <param name="Crews">Those that whoever asks may take gear in for.</param>
/// <param name="Sessions">Their streams, in order.</param>
/// <param name="Events">Of all of it.</param>
public sealed record GearView(IReadOnlyList<Crew> Crews, IReadOnlyList<GearHere> Gear, IReadOnlyList<Guid> Sessions, IReadOnlyList<BenchEvent> Events);

/// <summary>With what, and with whom, trouble is much more frequent than usual.</summary>
/// <param name="Own">Said to nobody but whoever asks: that their own hand has more trouble than usual. Null where it has not.</param>
/// <param name="Training">Said to leads, without a name: that somebody's hand has. Null where nobody's has.</param>
public sealed record GearAlarms(IReadOnlyList<GearAlarm> Gear, string? Own, string? Training);

/// <summary>Tools, lots and work sessions. What happens to them is told by events.</summary>
public static class GearEndpoints
{
    public static void MapGear(this WebApplication app)
    {
        var gear = app.MapGroup("/api/v1").Needs(Permission.See);
        gear.MapGet("/gear", All);
        gear.MapGet("/gear/alarms", Alarms);
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

    private static async Task<GearAlarms> Alarms(CrewTrouble trouble, HttpContext context)
    {
        var access = context.AccessOf();
        var told = await trouble.ToldAsync(access);
        return new GearAlarms([.. told.Gear.Select(a => new GearAlarm(a.Key, a.Value))], told.Own, access.May(Permission.Lead) ? told.Training : null);
    }
}
