using Rhabdon.Core;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Planning;
using Rhabdon.Core.Tools;
using Rhabdon.Data;
using Rhabdon.Server.Recipes;

namespace Rhabdon.Server.Planning;

/// <summary>What to load for what is left of a job, for whoever asks: by their crews' record, and beside their crews' gear.</summary>
public sealed class JobKits(JobStore jobs, GearStore gear, PlanStore plans, DaysStore days, RecipeBookCache books)
{
    /// <returns>Null where there is no such job for them.</returns>
    public async Task<KitView?> OfAsync(Access access, Guid id, double confidence)
    {
        if (await jobs.JobAsync(access, id) is not { } job)
        {
            return null;
        }

        var book = await books.BookAsync();
        var all = await gear.AllAsync(access, book);
        var counts = await gear.CountsAsync(all.Select(g => g.State));
        var (cables, rooms) = await days.AheadAsync([id]);
        var names = rooms.ToDictionary(r => r.Id, r => r.Name);
        var asked = new KitQuestion(
            await gear.AheadAsync(access, id),
            [.. all.Select(g => new GearOnHand(g.State, [.. counts[g.Id]]))],
            DateTimeOffset.UtcNow,
            await plans.YieldsAsync(access),
            confidence,
            [.. cables.SelectMany(c => c.Ends).Select(e => new RoomWork(names[e.Room], e.Recipe, JsonNames.Of(e.Connector), e.Count))]
        );
        return new KitView(id, job.Name, confidence, new KitList(book, Phrasebook.English, "en").Of(asked));
    }
}
