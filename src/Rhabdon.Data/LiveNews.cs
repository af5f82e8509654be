using System.Text.Json;
using Rhabdon.Core.Bench;

namespace Rhabdon.Data;

/// <summary>That a device's events came to a stream.</summary>
public readonly record struct ChangedStream(StreamPlace Place, Guid? Device);

/// <summary>What has changed, told between server instances and on to the pages.</summary>
/// <param name="Job">Null for tools and lots, which are a crew's.</param>
/// <param name="Groups">Of streams: the cables, or streams by themselves.</param>
/// <param name="Streams">Empty when they are too many to name: then all of the groups may have changed.</param>
/// <param name="Crew">Whose days were planned anew; null for news of anything else.</param>
/// <param name="Device">Whose events all of it are, and hold already; null where several devices' are told together.</param>
public sealed record LiveNews(Guid? Job, IReadOnlyList<Guid> Groups, IReadOnlyList<Guid> Streams, Guid? Device = null, Guid? Crew = null)
{
    /// <summary>PostgreSQL's channel.</summary>
    public const string Channel = "rhabdon";

    // A notification holds less than 8000 bytes.
    private const int MostNamed = 100;

    public static JsonSerializerOptions Json { get; } = new(JsonSerializerDefaults.Web);

    /// <summary>That a crew's days were planned anew.</summary>
    public static LiveNews OfDays(Guid crew) => new(null, [], [], Crew: crew);

    /// <summary>One piece of news a job, and one of tools and lots. What else belongs to no job is nobody else's to hear of.</summary>
    public static IEnumerable<LiveNews> Of(IEnumerable<ChangedStream> changes) =>
        changes.Where(c => c.Place.Job is not null || c.Place.Kind == StreamKind.Gear).GroupBy(c => c.Place.Job).Select(job => Of(job.Key, [.. job]));

    private static LiveNews Of(Guid? job, IReadOnlyCollection<ChangedStream> changes)
    {
        var streams = changes.Select(c => c.Place.Stream).Distinct().ToList();
        var groups = changes.Select(c => c.Place.Group).Distinct().Take(MostNamed);
        var devices = changes.Select(c => c.Device).Distinct().ToList();
        return new LiveNews(job, [.. groups], streams.Count > MostNamed ? [] : streams, devices is [var only] ? only : null);
    }
}
