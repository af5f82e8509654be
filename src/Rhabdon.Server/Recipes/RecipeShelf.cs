using Rhabdon.Core.Recipes;
using Rhabdon.Data;

namespace Rhabdon.Server.Recipes;

/// <summary>The recipe book in memory. A published version never changes, so it is read again only when one is missing.</summary>
public sealed class RecipeShelf(RecipeStore store, EventStore events, StreamCache streams)
{
    private volatile RecipeBook? book;

    public async Task<RecipeBook> BookAsync() => book ??= await store.BookAsync();

    public void Forget()
    {
        book = null;
        streams.Forget();
    }

    /// <summary>Forgets here and on every server instance, and bids the pages look again.</summary>
    public Task ForgetEverywhereAsync()
    {
        Forget();
        return events.TellAllAsync();
    }
}
