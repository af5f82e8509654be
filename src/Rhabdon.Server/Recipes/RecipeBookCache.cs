using System.Runtime.CompilerServices;
using Rhabdon.Core.Recipes;
using Rhabdon.Data;

namespace Rhabdon.Server.Recipes;

/// <summary>The recipe book in memory, read again once something was published.</summary>
/// <param name="read">Reads it whole.</param>
public sealed class RecipeBookCache(Func<Task<RecipeBook>> read, EventStore events, StreamCache streams)
{
    private readonly Lock turn = new();
    private RecipeBook? book;
    private readonly ConditionalWeakTable<RecipeBook, string> marks = [];
    private int forgotten;

    public async Task<RecipeBook> BookAsync()
    {
        while (true)
        {
            int before;
            lock (turn)
            {
                if (book is not null)
                {
                    return book;
                }

                before = forgotten;
            }

            var found = await read();
            lock (turn)
            {
                // What was read before something was published is stale: read again.
                if (before == forgotten)
                {
                    return book ??= found;
                }
            }
        }
    }

    /// <summary>The <see cref="BookMark"/> of a book, reckoned once.</summary>
    public string MarkOf(RecipeBook of) => marks.GetValue(of, BookMark.Of);

    public void Forget()
    {
        lock (turn)
        {
            (book, forgotten) = (null, forgotten + 1);
        }

        streams.Forget();
    }

    /// <summary>Forgets here and on every server instance, and bids the pages look again.</summary>
    public Task ForgetEverywhereAsync()
    {
        Forget();
        return events.TellAllAsync();
    }
}
