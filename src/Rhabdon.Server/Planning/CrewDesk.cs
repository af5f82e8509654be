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
public sealed class CrewDesk(DaysStore store, GearStore gear, RecipeBookCache books, TimeProvider time)
{
    /// <param name="days">As somebody wants them; null for days as they usually are, from today on.</param>
    public async Task<DeskMoment> AtAsync(Access access, Guid crew, CrewDays? days)
    {
        var jobs = await store.JobsAsync(crew, []);
        var zone = TimeZoneInfo.FindSystemTimeZoneById(jobs.Count > 0 ? jobs[0].TimeZone : "UTC");
        var here = TimeZoneInfo.ConvertTime(time.GetUtcNow(), zone).DateTime;
        days ??= CrewDays.Usual(DateOnly.FromDateTime(here));
        var planned = days.Jobs.Count == 0 ? jobs : await store.JobsAsync(crew, [.. days.Jobs]);
        var book = await books.BookAsync();
        var (cables, rooms) = await store.AheadAsync([.. planned.Select(j => j.Id)]);
        var people = await store.HandsAsync(crew, DateOnly.FromDateTime(here));
        var mine = (await gear.AllAsync(access, book)).Where(g => g.State.Card?.Crew == crew && g.State.IsThere(time.GetUtcNow())).ToList();
        // What nobody took in is there once: a crew that makes such ends has it.
        var tools = TasksAhead.Scarce.Select(kind => new ToolCount(kind, Math.Max(1, mine.Count(g => g.State.Card!.Gear == kind))));
        return new DeskMoment(
            days,
            new CrewAhead(cables, rooms, people, [.. tools]),
            jobs,
            new TasksAhead(book, Phrasebook.English, "en"),
            zone,
            days.MinuteOf(here)
        );
    }
}
