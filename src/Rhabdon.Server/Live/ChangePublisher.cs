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
    private readonly Channel<ChangedStream> changed = Channel.CreateUnbounded<ChangedStream>(new UnboundedChannelOptions { SingleReader = true });

    public void Tell(IEnumerable<ChangedStream> changes)
    {
        foreach (var change in changes)
        {
            changed.Writer.TryWrite(change);
        }
    }

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        while (await WaitAsync(stoppingToken))
        {
            var changes = new List<ChangedStream>();
            while (changed.Reader.TryRead(out var change))
            {
                changes.Add(change);
            }

            try
            {
                await events.TellAsync(LiveNews.Of(changes));
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
