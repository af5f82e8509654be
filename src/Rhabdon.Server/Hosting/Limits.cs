using System.Globalization;
using System.Security.Claims;
using System.Threading.RateLimiting;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.RateLimiting;
using Rhabdon.Core.Phrases;

namespace Rhabdon.Server.Hosting;

/// <summary>How much of what may be asked for at once, and how often.</summary>
internal static class Limits
{
    /// <summary>The policy of doors that look at a secret.</summary>
    public const string SignIn = "sign-in";

    /// <summary>The policy of open streams of news.</summary>
    public const string Live = "live";

    // A crew behind one address signs in by turns; a machine that guesses does not.
    private const int SignInsAMinute = 240;

    // A person has a tablet, a phone and an office machine, with a page or two on each.
    private const int StreamsOfOnePerson = 12;

    public static void AddLimits(this IServiceCollection services) =>
        services.AddRateLimiter(limits =>
        {
            limits.AddPolicy(SignIn, context =>
                RateLimitPartition.GetFixedWindowLimiter(context.Connection.RemoteIpAddress?.ToString() ?? "local", _ => new FixedWindowRateLimiterOptions
                {
                    PermitLimit = SignInsAMinute,
                    Window = TimeSpan.FromMinutes(1),
                })
            );
            limits.AddPolicy(Live, context =>
                RateLimitPartition.GetConcurrencyLimiter(context.User.FindFirstValue(ClaimTypes.NameIdentifier) ?? "nobody", _ => new ConcurrencyLimiterOptions
                {
                    PermitLimit = StreamsOfOnePerson,
                    QueueLimit = 0,
                })
            );
            limits.OnRejected = async (rejected, cancel) => await TooMuch(rejected.Lease).ExecuteAsync(rejected.HttpContext);
            limits.RejectionStatusCode = StatusCodes.Status429TooManyRequests;
        });

    public static ProblemHttpResult TooMuch(RateLimitLease? lease = null) =>
        TypedResults.Problem(
            Problems.Say(PhraseKeys.Problem.Busy),
            statusCode: 429,
            title: "Too much at once",
            extensions: lease?.TryGetMetadata(MetadataName.RetryAfter, out var after) == true
                ? new Dictionary<string, object?> { ["retryAfterSeconds"] = after.TotalSeconds.ToString("0", CultureInfo.InvariantCulture) }
                : null
        );
}
