using Rhabdon.Core;
using Rhabdon.Core.Bench;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Quality;
using Rhabdon.Data;
using Rhabdon.Server.Recipes;

namespace Rhabdon.Server.Tools;

/// <summary>With what of their crews' gear, and with whose hand, trouble is much more frequent than usual, for whoever asks.</summary>
public sealed class CrewTrouble(GearStore store, RecipeBookCache books)
{
    private static readonly string Accepted = JsonNames.Of(AttemptOutcome.Accepted);

    // What went wrong before that is no longer in anybody's hand.
    private static readonly TimeSpan Back = TimeSpan.FromDays(60);

    public async Task<TroubleTold> ToldAsync(Access access)
    {
        var gear = await store.AllAsync(access, await books.BookAsync());
        var record = await store.AttemptsAsync(access, access.Now - Back);
        return new TroubleTeller(Phrasebook.English).Tell(
            [.. record.Select(a => new AttemptOnRecord(a.At, a.Actor, a.Method, a.Tries > 1 || a.Outcome != Accepted, a.Gear))],
            gear,
            access.Person
        );
    }
}
