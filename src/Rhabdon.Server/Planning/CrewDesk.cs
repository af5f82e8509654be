using Microsoft.Extensions.Caching.Memory;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Scheduling;
using Rhabdon.Core.Tools;
using Rhabdon.Data;
using Rhabdon.Server.Recipes;

namespace Rhabdon.Server.Planning;

/// <summary>What a crew's days are planned from, gathered at one moment.</summary>
/// <param name="Jobs">All that the crew could plan, so that some can be picked.</param>
/// <param name="Now">Minute of the days' schedule.</param>
public sealed record DeskMoment(CrewDays Days, CrewAhead Ahead, IReadOnlyList<JobAhead> Jobs, TasksAhead Maker, TimeZoneInfo Zone, int Now)
{
    /// <summary>Minute at which today is over.</summary>
    public int Midnight => ((Now / Day) + 1) * Day;

    // Minutes.
    private const int Day = 24 * 60;

    private readonly DaysViewer viewer = new(Phrasebook.English, "en");

    /// <summary>The days as they stand.</summary>
    public DaysProblem Standing() => DaysProblem.Of(Days, Ahead, Maker);

    /// <summary>The days as far as they can still be planned anew.</summary>
    public DaysProblem ToCome() => DaysProblem.Of(Days, Ahead, Maker, Now);

    public DaysView View(DaysProblem standing) => viewer.View(Days, Ahead, standing, Now);
}

/// <summary>Gathers what a crew's days are planned from.</summary>
public sealed class CrewDesk(DaysStore store, GearStore gear, RecipeBookCache books, TimeProvider time) : IDisposable
{
    // Whoever drags a task asks at every step of it: what lies before the crew is then as old as that at most.
    private static readonly TimeSpan Recent = TimeSpan.FromSeconds(5);

    private readonly MemoryCache gathered = new(new MemoryCacheOptions());

    /// <param name="days">As somebody wants them; null for days as they usually are, from today on.</param>
    /// <param name="mayBeRecent">What lies before the crew may have been gathered a few seconds ago.</param>
    public async Task<DeskMoment> AtAsync(Access access, Guid crew, CrewDays? days, bool mayBeRecent = false)
    {
        var key = $"{crew} {string.Join(' ', days?.Jobs ?? [])}";
        if (!mayBeRecent || !gathered.TryGetValue(key, out Gathered? found))
        {
            found = gathered.Set(key, await GatherAsync(access, crew, days?.Jobs ?? []), Recent);
        }

        var (ahead, jobs, maker, zone) = found!;
        var here = TimeZoneInfo.ConvertTime(time.GetUtcNow(), zone).DateTime;
        days ??= CrewDays.Usual(DateOnly.FromDateTime(here));
        return new DeskMoment(days, ahead, jobs, maker, zone, days.MinuteOf(here));
    }

    public void Dispose() => gathered.Dispose();

    private async Task<Gathered> GatherAsync(Access access, Guid crew, IReadOnlyList<Guid> only)
    {
        var jobs = await store.JobsAsync(crew, []);
        var zone = TimeZoneInfo.FindSystemTimeZoneById(jobs.Count > 0 ? jobs[0].TimeZone : "UTC");
        var planned = only.Count == 0 ? jobs : await store.JobsAsync(crew, [.. only]);
        var book = await books.BookAsync();
        var (cables, rooms) = await store.AheadAsync([.. planned.Select(j => j.Id)]);
        var now = time.GetUtcNow();
        var people = await store.HandsAsync(crew, DateOnly.FromDateTime(TimeZoneInfo.ConvertTime(now, zone).DateTime));
        var mine = (await gear.AllAsync(access, book)).Where(g => g.State.Card?.Crew == crew && g.State.IsThere(now)).ToList();
        var pace = await store.PaceAsync(crew, zone.Id, now, book);
        // What nobody took in is there once: a crew that makes such ends has it.
        var tools = TasksAhead.Scarce.Select(kind => new ToolCount(kind, Math.Max(1, mine.Count(g => g.State.Card!.Gear == kind))));
        return new Gathered(
            new CrewAhead(cables, rooms, people, [.. tools], pace),
            jobs,
            new TasksAhead(book, Phrasebook.English, "en", new CrewPace(pace)),
            zone
        );
    }

    private sealed record Gathered(CrewAhead Ahead, IReadOnlyList<JobAhead> Jobs, TasksAhead Maker, TimeZoneInfo Zone);
}
