using System.Text.Json;

namespace Rhabdon.Data;

/// <summary>What has changed, told between server instances and on to the pages.</summary>
/// <param name="Strands">The terminations; empty when they are too many to name: then all of the cables may have changed.</param>
public sealed record LiveNews(Guid Job, IReadOnlyList<Guid> Cables, IReadOnlyList<Guid> Strands)
{
    /// <summary>PostgreSQL's channel.</summary>
    public const string Channel = "rhabdon";

    // A notification holds less than 8000 bytes.
    private const int MostNamed = 100;

    public static JsonSerializerOptions Json { get; } = new(JsonSerializerDefaults.Web);

    /// <summary>One piece of news a job.</summary>
    public static IEnumerable<LiveNews> Of(IEnumerable<StreamPlace> places) =>
        places
            .Distinct()
            .GroupBy(p => p.Job)
            .Select(job => new LiveNews(
                job.Key,
                [.. job.Select(p => p.Cable).Distinct().Take(MostNamed)],
                job.Count() > MostNamed ? [] : [.. job.Select(p => p.Termination)]
            ));
}
