using Rhabdon.Core.Recipes;
using Rhabdon.Data;
using Rhabdon.Server.Recipes;

namespace Rhabdon.Server.Tests;

/// <summary>The book in memory never falls behind what was published.</summary>
public sealed class RecipeBookCacheTests : IDisposable
{
    private readonly StreamCache streams = new();

    public void Dispose() => streams.Dispose();

    // Publishing while the book is being read: what was read before it is stale, and must not be put back after it.
    [Fact]
    public async Task A_book_read_before_something_was_published_is_not_kept_after_it()
    {
        var (stale, fresh) = (new RecipeBook(), new RecipeBook());
        var (asked, reads) = (new TaskCompletionSource<RecipeBook>(), 0);
        var cache = new RecipeBookCache(() => reads++ == 0 ? asked.Task : Task.FromResult(fresh), null!, streams);
        var waiting = cache.BookAsync();
        cache.Forget();
        asked.SetResult(stale);
        Assert.Same(fresh, await waiting);
        Assert.Same(fresh, await cache.BookAsync());
        Assert.Equal(2, reads);
    }
}
