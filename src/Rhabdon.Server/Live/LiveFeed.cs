using System.Collections.Concurrent;
using System.Text.Json;
using System.Threading.Channels;
using Npgsql;
using Rhabdon.Data;
using Rhabdon.Server.Recipes;

namespace Rhabdon.Server.Live;

/// <summary>
/// What any server instance appends, heard from PostgreSQL and passed on to the pages that listen here. A page that falls behind, or an instance that lost
/// its connection, is told to look at everything again (<c>null</c>).
/// </summary>
public sealed class LiveFeed(Database database, RecipeBookCache books, ILogger<LiveFeed> log) : BackgroundService
{
    private const int MostWaiting = 256;

    private readonly ConcurrentDictionary<Guid, Listener> listeners = new();

    /// <summary>Listens until disposed, or until that session ends.</summary>
    public Listener Listen(Guid session)
    {
        var listener = new Listener(this, session);
        listeners[listener.Id] = listener;
        return listener;
    }

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        while (!stoppingToken.IsCancellationRequested)
        {
            try
            {
                await using var connection = await database.OpenAsync(stoppingToken);
                connection.Notification += (_, heard) => Hear(heard.Channel, heard.Payload);
                await using (var listen = new NpgsqlCommand($"listen {LiveNews.Channel}; listen {SessionStore.Channel}", connection))
                {
                    await listen.ExecuteNonQueryAsync(stoppingToken);
                }

                Pass(null);
                while (true)
                {
                    await connection.WaitAsync(stoppingToken);
                }
            }
            catch (Exception fault) when (fault is NpgsqlException or InvalidOperationException or IOException && !stoppingToken.IsCancellationRequested)
            {
                log.LogWarning("The live feed lost the database and tries again: {Reason}", fault.Message);
                await Task.Delay(TimeSpan.FromSeconds(1), stoppingToken).ConfigureAwait(ConfigureAwaitOptions.SuppressThrowing);
            }
            catch (OperationCanceledException)
            {
                return;
            }
        }
    }

    private void Hear(string channel, string payload)
    {
        if (channel == LiveNews.Channel)
        {
            Pass(JsonSerializer.Deserialize<LiveNews>(payload, LiveNews.Json));
        }
        else if (Guid.TryParse(payload, out var session))
        {
            foreach (var listener in listeners.Values.Where(l => l.Session == session))
            {
                listener.Waiting.Writer.TryComplete();
            }
        }
    }

    private void Pass(LiveNews? news)
    {
        if (news is null)
        {
            books.Forget();
        }

        foreach (var channel in listeners.Values.Select(l => l.Waiting))
        {
            if (!channel.Writer.TryWrite(news))
            {
                while (channel.Reader.TryRead(out _)) { }

                channel.Writer.TryWrite(null);
            }
        }
    }

    /// <summary>One page's ear: what has come and waits to be passed on.</summary>
    public sealed class Listener(LiveFeed feed, Guid session) : IDisposable
    {
        internal Guid Id { get; } = Guid.NewGuid();

        internal Guid Session { get; } = session;

        internal Channel<LiveNews?> Waiting { get; } =
            Channel.CreateBounded<LiveNews?>(new BoundedChannelOptions(MostWaiting) { FullMode = BoundedChannelFullMode.Wait });

        public ChannelReader<LiveNews?> News => Waiting.Reader;

        public void Dispose() => feed.listeners.TryRemove(Id, out _);
    }
}
