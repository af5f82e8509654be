using Microsoft.Extensions.Caching.Memory;
using Microsoft.Extensions.Options;
using Rhabdon.Core.Bench;

namespace Rhabdon.Data;

/// <summary>
/// Events and folded streams kept in memory, so that an act that names a thousand strands is read once and not once a strand. Events never change, and a
/// stream is as it was while it holds as many of them; what a restored backup has replaced is forgotten by its lineage.
/// </summary>
public sealed class StreamCache : IDisposable
{
    // Characters of event text, and entries of folded history: some 200 MB at the most when both are full.
    private const long MostText = 48 * 1024 * 1024;
    private const long MostEntries = 500_000;

    private readonly MemoryCache events = new(Options.Create(new MemoryCacheOptions { SizeLimit = MostText }));
    private readonly MemoryCache streams = new(Options.Create(new MemoryCacheOptions { SizeLimit = MostEntries }));
    private Guid lineage;

    /// <summary>Forgets everything when the database is another than it was.</summary>
    public void Belong(Guid toLineage)
    {
        if (lineage != toLineage)
        {
            Forget();
            lineage = toLineage;
        }
    }

    public void Forget()
    {
        events.Clear();
        streams.Clear();
    }

    /// <summary>The event with this id, or null when it is not at hand.</summary>
    public BenchEvent? Event(Guid id) => events.Get<BenchEvent>(id);

    public void Keep(BenchEvent happened, int textLength) => events.Set(happened.Id, happened, new MemoryCacheEntryOptions { Size = 1 + textLength });

    /// <summary>The stream as it stands with this many events, or null when it is not at hand so.</summary>
    public FoldedStream? Stream(Guid stream, int count) => streams.Get<FoldedStream>(stream) is { } held && held.Events.Count == count ? held : null;

    public void Keep(FoldedStream stream) => streams.Set(stream.Id, stream, new MemoryCacheEntryOptions { Size = 1 + stream.Events.Count });

    public void Dispose()
    {
        events.Dispose();
        streams.Dispose();
    }
}
