using System.Net.ServerSentEvents;
using System.Runtime.CompilerServices;
using System.Threading.Channels;
using Rhabdon.Core.Rights;
using Rhabdon.Data;
using Rhabdon.Server.Hosting;
using Rhabdon.Server.People;

namespace Rhabdon.Server.Live;

/// <summary>Live updates to the pages, as server-sent events: <c>news</c> names cables and strands; <c>all</c> means look at everything again.</summary>
public static class LiveEndpoints
{
    private static readonly TimeSpan Still = TimeSpan.FromSeconds(20);

    public static void MapLive(this WebApplication app) =>
        app.MapGet(
                "/api/v1/live",
                (HttpContext context, LiveFeed feed, JobStore jobs, GearStore gear, CrewStore crews, SessionStore sessions, IHostApplicationLifetime life) =>
                {
                    var over = CancellationTokenSource.CreateLinkedTokenSource(context.RequestAborted, life.ApplicationStopping);
                    context.Response.RegisterForDispose(over);
                    return TypedResults.ServerSentEvents(NewsFor(context, feed, jobs, gear, crews, sessions, over.Token));
                }
            )
            .Needs(Permission.See)
            .RequireRateLimiting(Limits.Live);

    // A line now and then keeps proxies from closing a quiet stream, and lets the page notice a dead one. The news ends with the session, at once.
    private static async IAsyncEnumerable<SseItem<LiveNews?>> NewsFor(
        HttpContext context,
        LiveFeed feed,
        JobStore jobs,
        GearStore gear,
        CrewStore crews,
        SessionStore sessions,
        [EnumeratorCancellation] CancellationToken cancel
    )
    {
        yield return new SseItem<LiveNews?>(null, "all");
        using var listener = feed.Listen(context.SessionOf()!.Value);
        while (!cancel.IsCancellationRequested && !listener.News.Completion.IsCompleted)
        {
            if (!await AnyAsync(listener.News, cancel))
            {
                if (await sessions.FindAsync(listener.Session) is null)
                {
                    yield break;
                }

                yield return new SseItem<LiveNews?>(null, "still");
            }

            while (listener.News.TryRead(out var heard))
            {
                if (heard is null || await MayHearAsync(heard, context.AccessOf(), jobs, gear, crews))
                {
                    yield return new SseItem<LiveNews?>(heard, heard is null ? "all" : "news");
                }
            }
        }
    }

    private static async Task<bool> MayHearAsync(LiveNews news, Access access, JobStore jobs, GearStore gear, CrewStore crews) =>
        news.Job is { } job ? await jobs.JobAsync(access, job) is not null
        : news.Crew is { } crew ? (await crews.CrewsAsync(access)).Any(c => c.Id == crew)
        : await gear.HasAnyAsync(access, news.Streams);

    // True when there is news; false after a time without any, or when the page has gone.
    private static async Task<bool> AnyAsync(ChannelReader<LiveNews?> news, CancellationToken cancel)
    {
        using var wait = CancellationTokenSource.CreateLinkedTokenSource(cancel);
        wait.CancelAfter(Still);
        try
        {
            return await news.WaitToReadAsync(wait.Token);
        }
        catch (OperationCanceledException)
        {
            return false;
        }
    }
}
