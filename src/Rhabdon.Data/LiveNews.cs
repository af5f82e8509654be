using System.Text.Json;
using Rhabdon.Core.Bench;

namespace Rhabdon.Data;

/// <summary>What has changed, told between server instances and on to the pages.</summary>
/// <param name="Job">Null for tools and lots, which are a crew's.</param>
/// <param name="Groups">Of streams: the cables, or streams by themselves.</param>
/// <param name="Streams">Empty when they are too many to name: then all of the groups may have changed.</param>
public sealed record LiveNews(Guid? Job, IReadOnlyList<Guid> Groups, IReadOnlyList<Guid> Streams)
{
    /// <summary>PostgreSQL's channel.</summary>
    public const string Channel = "rhabdon";

    // A notification holds less than 8000 bytes.
    private const int MostNamed = 100;

    public static JsonSerializerOptions Json { get; } = new(JsonSerializerDefaults.Web);

    /// <summary>One piece of news a job, and one of tools and lots. What else belongs to no job is nobody else's to hear of.</summary>
    public static IEnumerable<LiveNews> Of(IEnumerable<StreamPlace> places) =>
        places
            .Distinct()
            .Where(p => p.Job is not null || p.Kind == StreamKind.Gear)
            .GroupBy(p => p.Job)
            .Select(job => new LiveNews(
                job.Key,
                [.. job.Select(p => p.Group).Distinct().Take(MostNamed)],
                job.Count() > MostNamed ? [] : [.. job.Select(p => p.Stream)]
            ));
}
