using Rhabdon.Data;

namespace Rhabdon.Server.People;

/// <summary>
/// How often signing in may be tried: by account and device where the device knows the person, so that no stranger can lock a crew out; else by account, by
/// address and over all together. A try is counted before the secret is looked at, and taken off again when it was right.
/// </summary>
internal sealed class SignInLimits
{
    // A four-digit PIN on a stolen tablet then holds out for 500 days at the most, a year and a half; a stranger's guess at a password for ever.
    private const int MostInAWhile = 5;
    private const int MostInADay = 20;
    private const int MostFromAnAddress = 100;
    private const int MostOfAll = 2_000;
    private static readonly TimeSpan While = TimeSpan.FromMinutes(15);
    private static readonly TimeSpan Day = TimeSpan.FromDays(1);

    private readonly List<TryLimit> own;
    private readonly List<TryLimit> shared;

    /// <param name="known">The device, when it knows the person.</param>
    public SignInLimits(string signIn, Guid? known, string address)
    {
        var account = signIn.ToLowerInvariant();
        var who = known is { } device ? $"{account} on {device}" : account;
        own = [new($"{who} while", MostInAWhile, While), new($"{who} day", MostInADay, Day)];
        shared = known is null ? [new($"address {address}", MostFromAnAddress, While), new("all", MostOfAll, While)] : [];
    }

    /// <summary>How long to wait, when it was tried too often; null when it may be tried.</summary>
    public Task<TimeSpan?> CountAsync(SignInStore store, DateTimeOffset now) => store.CountAsync([.. own, .. shared], now);

    public Task ForgiveAsync(SignInStore store) => store.ForgiveAsync([.. own.Select(l => l.Key)], [.. shared.Select(l => l.Key)]);
}
