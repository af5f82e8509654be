using Rhabdon.Core.Phrases;
using Rhabdon.Core.Rights;
using Rhabdon.Core.Timing;
using Rhabdon.Data;
using Rhabdon.Server.Hosting;
using Rhabdon.Server.People;
using Rhabdon.Server.Recipes;

namespace Rhabdon.Server.Timing;

/// <summary>The times that run for whoever asks and for their crews. They are started and ended by events.</summary>
public static class ClockEndpoints
{
    public static void MapClocks(this WebApplication app) => app.MapGet("/api/v1/clocks", All).Needs(Permission.See);

    private static async Task<IReadOnlyList<ClockLine>> All(ClockStore clocks, EventStore events, RecipeBookCache books, HttpContext context)
    {
        var (access, book) = (context.AccessOf(), await books.BookAsync());
        var strands = await clocks.StrandsAsync(access);
        var folded = await events.TerminationsAsync([.. strands.Select(s => s.Termination)], book);
        var sessions = await clocks.SessionsAsync(access, book);
        return new ClockBoard(book, Phrasebook.English, "en").Lines(
            strands.Select(s => new ClockedStrand(s.Strand, s.Cable, folded[s.Termination].State)),
            sessions.Select(s => s.State),
            access.Now
        );
    }
}
