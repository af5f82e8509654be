using System.Threading.RateLimiting;
using Microsoft.AspNetCore.Identity;
using Rhabdon.Data;
using Rhabdon.Server.Hosting;

namespace Rhabdon.Server.People;

/// <summary>
/// Hashes and compares passwords and PINs. Half the processors at the most do so at once, and a short queue waits for them: it is slow on purpose, and must
/// not become a way to keep everything else from being done.
/// </summary>
public sealed class SecretHasher : IDisposable
{
    private const int MostWaiting = 40;

    private static readonly Person Nobody = new() { Id = Guid.Empty };

    private readonly PasswordHasher<Person> hasher = new();
    private readonly string nobodys;
    private readonly ConcurrencyLimiter turns = new(
        new ConcurrencyLimiterOptions
        {
            PermitLimit = Math.Max(1, Environment.ProcessorCount / 2),
            QueueLimit = MostWaiting,
            QueueProcessingOrder = QueueProcessingOrder.OldestFirst,
        }
    );

    public SecretHasher() => nobodys = hasher.HashPassword(Nobody, Guid.NewGuid().ToString());

    /// <summary>The hash of a new secret; null for none.</summary>
    /// <exception cref="TooBusyException">Too many wait already.</exception>
    public async Task<string?> HashAsync(string? secret, CancellationToken cancel) =>
        secret is null ? null : await InTurnAsync(() => hasher.HashPassword(Nobody, secret), cancel);

    /// <summary>True when the secret is the one that was hashed. Without a hash to compare with it takes as long and is false.</summary>
    /// <exception cref="TooBusyException">Too many wait already.</exception>
    public Task<bool> FitsAsync(string? hash, string secret, CancellationToken cancel) =>
        InTurnAsync(() => hasher.VerifyHashedPassword(Nobody, hash ?? nobodys, secret) != PasswordVerificationResult.Failed && hash is not null, cancel);

    public void Dispose() => turns.Dispose();

    private async Task<T> InTurnAsync<T>(Func<T> work, CancellationToken cancel)
    {
        using var turn = await turns.AcquireAsync(1, cancel);
        return turn.IsAcquired ? await Task.Run(work, cancel) : throw new TooBusyException();
    }
}
