using System.Threading.Channels;
using Npgsql;
using Rhabdon.Data;

namespace Rhabdon.Server.Live;

/// <summary>
/// Tells every server instance what this one has appended, after it is committed and all of a moment together. What an instance that dies has not told
/// is seen when a page next looks.
/// </summary>
public sealed class ChangePublisher(EventStore events, ILogger<ChangePublisher> log) : BackgroundService
{
    private readonly Channel<StreamPlace> changed = Channel.CreateUnbounded<StreamPlace>(new UnboundedChannelOptions { SingleReader = true });

    public void Tell(IEnumerable<StreamPlace> places)
    {
        foreach (var place in places)
        {
            changed.Writer.TryWrite(place);
        }
    }

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        while (await WaitAsync(stoppingToken))
        {
            var places = new List<StreamPlace>();
            while (changed.Reader.TryRead(out var place))
            {
                places.Add(place);
            }

            try
            {
                await events.TellAsync(LiveNews.Of(places));
            }
            catch (Exception fault) when (fault is NpgsqlException or InvalidOperationException)
            {
                // Every instance that lost the database looks at everything again when it is back.
                log.LogWarning("What was appended could not be told: {Reason}", fault.Message);
            }
        }
    }

    private async Task<bool> WaitAsync(CancellationToken stopping)
    {
        try
        {
            return await changed.Reader.WaitToReadAsync(stopping);
        }
        catch (OperationCanceledException)
        {
            return false;
        }
    }
}
