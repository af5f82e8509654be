using System.Threading.RateLimiting;
using Rhabdon.Server.Hosting;

namespace Rhabdon.Server.Calc;

/// <summary>
/// The turns of the open computations: half the processors compute, the other half answer the bench. A turn is taken when the request has been read, and is
/// given back when its client has gone.
/// </summary>
public sealed class CalcTurns : IDisposable
{
    private const int MostWaiting = 32;

    private readonly ConcurrencyLimiter turns = new(
        new ConcurrencyLimiterOptions
        {
            PermitLimit = Math.Max(1, Environment.ProcessorCount / 2),
            QueueLimit = MostWaiting,
            QueueProcessingOrder = QueueProcessingOrder.OldestFirst,
        }
    );

    /// <exception cref="TooBusyException">Too many wait for a turn.</exception>
    public async Task<T> TakeAsync<T>(Func<CancellationToken, T> compute, CancellationToken cancel)
    {
        using var turn = await turns.AcquireAsync(1, cancel);
        return turn.IsAcquired ? await Task.Run(() => compute(cancel), cancel) : throw new TooBusyException();
    }

    public void Dispose() => turns.Dispose();
}
