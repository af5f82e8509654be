using System.Net.ServerSentEvents;
using System.Runtime.CompilerServices;
using System.Threading.Channels;
using Microsoft.AspNetCore.Http.HttpResults;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Rights;
using Rhabdon.Core.Scheduling;
using Rhabdon.Data;
using Rhabdon.Documents;
using Rhabdon.Server.Hosting;
using Rhabdon.Server.Live;
using Rhabdon.Server.People;

namespace Rhabdon.Server.Planning;

/// <summary>A crew's days, kept or only asked about.</summary>
/// <param name="Version">That is kept; 0 while none is.</param>
/// <param name="By">Who changed them last; null while nobody has.</param>
/// <param name="Jobs">Of the crew, so that some can be picked.</param>
public sealed record CrewDaysView(
    Guid Crew,
    string Name,
    int Version,
    string? By,
    DateTimeOffset? At,
    string TimeZone,
    IReadOnlyList<JobAhead> Jobs,
    CrewDays Days,
    DaysView View
);

/// <summary>Days to keep.</summary>
/// <param name="Version">That whoever sends them saw.</param>
public sealed record DaysToKeep(int Version, CrewDays Days);

/// <summary>A search for better days.</summary>
/// <param name="Seconds">It may take, 1 to 60.</param>
/// <param name="IsAnew">Nothing that was planned need stay; else nearly all that can does. What is pinned stays always.</param>
public sealed record DaysSearch(CrewDays Days, double Seconds = 20, bool IsAnew = false);

/// <summary>What a search has found.</summary>
/// <param name="IsOver">It found nothing better in its time, or proved that there is nothing.</param>
/// <param name="Seconds">Since it began.</param>
/// <param name="FirstEnd">Minute at which the plan made at once is over.</param>
/// <param name="End">Minute at which this one is.</param>
/// <param name="Bound">Minute before which no plan is: proven. 0 while none is.</param>
/// <param name="Moved">How many tasks that could have stayed have moved.</param>
public sealed record DaysFound(bool IsOver, double Seconds, int FirstEnd, int End, int Bound, int Moved, CrewDays Days, DaysView View);

/// <summary>A task of one's own day.</summary>
/// <param name="IsTest">Links are measured in it; else ends are made.</param>
/// <param name="IsToday">It begins today or should have before, by the clock of the site.</param>
/// <param name="With">What it takes that there is one of, or a few.</param>
public sealed record MyTask(
    string Task,
    string Title,
    string Crew,
    string Site,
    string Room,
    Guid Cable,
    DateTime StartsAt,
    DateTime EndsAt,
    bool IsTest,
    bool IsToday,
    IReadOnlyList<string> With
);

/// <summary>Who does what when: by crew.</summary>
public static class DaysEndpoints
{
    private const double LongestSearch = 60;

    // Minutes.
    private const int Day = 24 * 60;

    public static void MapDays(this WebApplication app)
    {
        var see = app.MapGroup("/api/v1").Needs(Permission.See);
        see.MapGet("/days/mine", Mine);
        see.MapGet("/crews/{id:guid}/days", Find);
        see.MapGet("/crews/{id:guid}/days.ics", Calendar).Produces<string>(200, "text/calendar");
        var plan = app.MapGroup("/api/v1/crews/{id:guid}").Needs(Permission.Plan);
        plan.MapPut("/days", Keep);
        plan.MapPost("/days/check", Check);
        plan.MapPost("/days/search", SearchAsync).Produces<DaysFound>(200, "text/event-stream");
    }

    private static async Task<Results<Ok<CrewDaysView>, ProblemHttpResult>> Find(Guid id, DaysStore store, CrewDesk desk, CrewStore crews, HttpContext context)
    {
        if (await NameAsync(id, crews, context) is not { } name)
        {
            return Problems.Missing();
        }

        var kept = await store.FindAsync(id);
        return TypedResults.Ok(ViewOf(id, name, kept, await desk.AtAsync(context.AccessOf(), id, kept.Days)));
    }

    /// <summary>What these days would be, without keeping them.</summary>
    private static async Task<Results<Ok<DaysView>, ProblemHttpResult>> Check(Guid id, CrewDays days, CrewDesk desk, CrewStore crews, HttpContext context)
    {
        if (await RefusedAsync(id, days, crews, context) is { } refused)
        {
            return refused;
        }

        var at = await desk.AtAsync(context.AccessOf(), id, days, mayBeRecent: true);
        return TypedResults.Ok(at.View(at.Standing()));
    }

    private static async Task<Results<Ok<CrewDaysView>, ProblemHttpResult>> Keep(
        Guid id,
        DaysToKeep asked,
        DaysStore store,
        CrewDesk desk,
        CrewStore crews,
        EventStore events,
        HttpContext context
    )
    {
        if (await RefusedAsync(id, asked.Days, crews, context) is { } refused)
        {
            return refused;
        }

        var access = context.AccessOf();
        if (!await store.KeepAsync(id, asked.Version, asked.Days, access.Person))
        {
            var other = await store.FindAsync(id);
            return Problems.Field(409, "version", Phrase.Of(PhraseKeys.Days.ChangedElsewhere, ("person", other.By ?? "")));
        }

        await events.TellAsync([LiveNews.OfDays(id)]);
        var name = await NameAsync(id, crews, context);
        return TypedResults.Ok(ViewOf(id, name!, await store.FindAsync(id), await desk.AtAsync(access, id, asked.Days)));
    }

    // A plan at once, then every better one that is found until the time is over or the page has gone.
    private static async Task<Results<ServerSentEventsResult<DaysFound>, ProblemHttpResult>> SearchAsync(
        Guid id,
        DaysSearch asked,
        CrewDesk desk,
        CrewStore crews,
        IScheduleSolver solver,
        HttpContext context
    )
    {
        if (await RefusedAsync(id, asked.Days, crews, context) is { } refused)
        {
            return refused;
        }

        if (asked.Seconds is not (>= 1 and <= LongestSearch))
        {
            return Problems.Field(400, "seconds", Phrase.Of(PhraseKeys.Optics.Between, ("least", "1"), ("most", "60")));
        }

        var at = await desk.AtAsync(context.AccessOf(), id, asked.Days);
        return TypedResults.ServerSentEvents(FoundIn(at, asked, solver, context.RequestAborted), "found");
    }

    private static async IAsyncEnumerable<DaysFound> FoundIn(
        DeskMoment at,
        DaysSearch asked,
        IScheduleSolver solver,
        [EnumeratorCancellation] CancellationToken cancel
    )
    {
        var made = at.ToCome();
        var before = asked.IsAnew ? null : made.Kept(at.Days);
        var first = GreedySchedule.Of(made.Problem, before);
        var firstEnd = first.EndIn(made.Problem);
        yield return Found(first, 0, ScheduleBound.Of(made.Problem), isOver: false);
        var better = Channel.CreateUnbounded<SolveProgress>();
        var search = solver.SolveAsync(made.Problem, first, new SolveLimits(asked.Seconds, before), new Heard(better.Writer), cancel);
        _ = search.ContinueWith(_ => better.Writer.TryComplete(), CancellationToken.None, TaskContinuationOptions.None, TaskScheduler.Default);
        var (end, seconds) = (firstEnd, 0.0);
        await foreach (var progress in better.Reader.ReadAllAsync(cancel))
        {
            seconds = progress.Seconds;
            // The search begins from the first plan, and finds that one first.
            if (progress.End < end)
            {
                end = progress.End;
                yield return Found(progress.Schedule, progress.Seconds, progress.Bound, isOver: false);
            }
        }

        var best = await search;
        yield return Found(best.Schedule, seconds, best.Bound, isOver: true);

        DaysFound Found(Schedule schedule, double after, int bound, bool isOver)
        {
            var pinned = at.Days.Placed.Where(p => p.IsPinned).Select(p => p.Task).ToHashSet();
            var days = at.Days with
            {
                Placed = [.. schedule.Placed.Select(p => new KeptTask(p.Task, Guid.Parse(p.Person), at.Days.MomentOf(p.Start), pinned.Contains(p.Task)))],
            };
            var there = (before?.Placed ?? []).ToDictionary(p => p.Task);
            var moved = schedule.Placed.Count(p => there.TryGetValue(p.Task, out var was) && was != p);
            var now = at with { Days = days };
            return new DaysFound(isOver, Math.Round(after, 1), firstEnd, schedule.EndIn(made.Problem), bound, moved, days, now.View(now.Standing()));
        }
    }

    private sealed class Heard(ChannelWriter<SolveProgress> writer) : IProgress<SolveProgress>
    {
        public void Report(SolveProgress value) => writer.TryWrite(value);
    }

    /// <summary>One's own tasks of today and tomorrow, in every crew that one is in.</summary>
    private static async Task<IReadOnlyList<MyTask>> Mine(DaysStore store, CrewDesk desk, CrewStore crews, HttpContext context)
    {
        var access = context.AccessOf();
        var mine = new List<MyTask>();
        foreach (var crew in await crews.CrewsAsync(access))
        {
            if ((await store.FindAsync(crew.Id)).Days is not { } days || days.Placed.All(p => p.Person != access.Person))
            {
                continue;
            }

            var at = await desk.AtAsync(access, crew.Id, days);
            mine.AddRange(TasksOf(at, crew.Name, access.Person).Where(t => days.MinuteOf(t.StartsAt) < at.Midnight + Day));
        }

        return [.. mine.OrderBy(t => t.StartsAt)];
    }

    /// <param name="person">Whose days; null for the whole crew's.</param>
    private static async Task<Results<FileContentHttpResult, ProblemHttpResult>> Calendar(
        Guid id,
        DaysStore store,
        CrewDesk desk,
        CrewStore crews,
        HttpContext context,
        Guid? person = null
    )
    {
        if (await NameAsync(id, crews, context) is not { } name)
        {
            return Problems.Missing();
        }

        var at = await desk.AtAsync(context.AccessOf(), id, (await store.FindAsync(id)).Days);
        var hands = at.Ahead.People.ToDictionary(p => p.Id, p => p.Name);
        var entries = at
            .Days.Placed.Select(p => p.Person)
            .Distinct()
            .Where(p => person is null || p == person)
            .SelectMany(p =>
                TasksOf(at, name, p)
                    .Select(t => new CalendarEntry(t.Task, t.Title, $"{t.Site}, {t.Room}", hands.GetValueOrDefault(p, ""), t.StartsAt, t.EndsAt))
            );
        return TypedResults.File(DaysCalendar.Write(name, at.Zone.Id, entries), "text/calendar; charset=utf-8", "days.ics");
    }

    private static IEnumerable<MyTask> TasksOf(DeskMoment at, string crew, Guid person)
    {
        var made = at.Standing();
        var tasks = made.Tasks.ToDictionary(t => t.Task.Id);
        var rooms = at.Ahead.Rooms.ToDictionary(r => r.Id);
        return at
            .Days.Placed.Where(p => p.Person == person && tasks.ContainsKey(p.Task))
            .Select(p => (p.Start, Task: tasks[p.Task]))
            .Select(p => new MyTask(
                p.Task.Task.Id,
                p.Task.Title,
                crew,
                rooms[p.Task.Task.Room].Site,
                rooms[p.Task.Task.Room].Name,
                p.Task.Cable,
                p.Start,
                p.Start.AddMinutes(p.Task.Task.Minutes),
                p.Task.Ends == 0,
                at.Days.MinuteOf(p.Start) < at.Midnight,
                [.. (p.Task.Task.Tools ?? []).Select(t => Problems.Say($"gear.kind-{t.Kind}"))]
            ));
    }

    private static CrewDaysView ViewOf(Guid id, string name, KeptDays kept, DeskMoment at) =>
        new(id, name, kept.Version, kept.By, kept.At, at.Zone.Id, at.Jobs, at.Days, at.View(at.Standing()));

    // A crew that one does not see is not there.
    private static async Task<string?> NameAsync(Guid id, CrewStore crews, HttpContext context) =>
        (await crews.CrewsAsync(context.AccessOf())).FirstOrDefault(c => c.Id == id)?.Name;

    private static async Task<ProblemHttpResult?> RefusedAsync(Guid id, CrewDays days, CrewStore crews, HttpContext context) =>
        await NameAsync(id, crews, context) is null ? Problems.Missing()
        : days.Fault() is var (field, says) ? Problems.Field(400, field, says)
        : null;
}
