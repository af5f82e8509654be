using System.Globalization;
using Rhabdon.Core.Phrases;

namespace Rhabdon.Core.Scheduling;

/// <summary>A task as the days show it.</summary>
/// <param name="Ends">Made in it; 0 for a test.</param>
/// <param name="Minutes">Of hands.</param>
/// <param name="Alone">Minutes that the work then goes on by itself.</param>
/// <param name="After">Ids of what must be over before it begins.</param>
public sealed record DayTask(
    string Id,
    string Title,
    string Room,
    Guid Cable,
    int Ends,
    int Minutes,
    int Alone,
    IReadOnlyList<string> Tools,
    IReadOnlyList<string> After
);

/// <summary>A task in its place.</summary>
/// <param name="Start">Minute of the schedule.</param>
/// <param name="StartsAt">By the clock of the site.</param>
/// <param name="EndsAt">When its hands are free again.</param>
/// <param name="IsCritical">It holds up the end of all.</param>
/// <param name="IsBehind">Its time is over, and it is not done.</param>
/// <param name="IsBroken">It breaks a rule or a wish where it is.</param>
public sealed record DayPlace(
    string Task,
    Guid Person,
    int Start,
    DateTime StartsAt,
    DateTime EndsAt,
    bool IsPinned,
    bool IsCritical,
    bool IsBehind,
    bool IsBroken
);

/// <summary>Something that the days break, in words.</summary>
public sealed record DayBreak(BreakKind Kind, string Task, string Says);

/// <summary>Somebody whose hands are planned.</summary>
/// <param name="Knows">Methods that they are taken to have learned.</param>
/// <param name="Hours">Of hands that are planned for them.</param>
public sealed record DayPerson(Guid Id, string Name, IReadOnlyList<string> Knows, IReadOnlyList<Period> Away, double Hours);

/// <summary>A crew's days as a page shows them.</summary>
/// <param name="From">The day of minute 0.</param>
/// <param name="Tasks">All that is still to be done.</param>
/// <param name="Hours">When work is done, in minutes of the schedule, as far as something is planned.</param>
/// <param name="Now">Minute of the schedule.</param>
/// <param name="End">Minute at which all that is placed is over; 0 while nothing is.</param>
/// <param name="EndsAt">By the clock of the site; null while nothing is placed.</param>
/// <param name="Unplaced">How many tasks have no place.</param>
/// <param name="Untaught">Methods that nobody of the crew is known to have learned.</param>
/// <param name="Left">Of hands, by the crew's own pace.</param>
public sealed record DaysView(
    DateOnly From,
    IReadOnlyList<DayTask> Tasks,
    IReadOnlyList<DayPlace> Placed,
    IReadOnlyList<DayBreak> Breaks,
    IReadOnlyList<DayPerson> People,
    IReadOnlyList<RoomAhead> Rooms,
    IReadOnlyList<ToolCount> Tools,
    IReadOnlyList<Period> Hours,
    int Now,
    int End,
    DateTime? EndsAt,
    int Unplaced,
    IReadOnlyList<string> Untaught,
    HoursLeft Left
);

/// <summary>Shows a crew's days, and says what they break.</summary>
/// <param name="language">Of titles and words.</param>
public sealed class DaysViewer(Phrasebook words, string language)
{
    private const int Day = 24 * 60;

    /// <param name="now">Minute of the schedule.</param>
    public DaysView View(CrewDays days, CrewAhead ahead, DaysProblem made, int now)
    {
        var (problem, schedule) = (made.Problem, made.Kept(days));
        var tasks = problem.Tasks.ToDictionary(t => t.Id);
        var titles = made.Tasks.ToDictionary(t => t.Task.Id, t => t.Title);
        var chain = CriticalChain.Of(problem, schedule).ToHashSet();
        var behind = schedule.Placed.Where(p => p.Start + tasks[p.Task].Minutes <= now).Select(p => p.Task).ToHashSet();
        var found = ScheduleCheck.Of(problem, schedule);
        var pinned = days.Placed.Where(p => p.IsPinned).Select(p => p.Task).ToHashSet();
        var broken = found.Where(b => b.Kind != BreakKind.Unplaced).Select(b => b.Task).ToHashSet();
        var people = problem.People.ToDictionary(p => p.Id);
        var end = schedule.EndIn(problem);
        // A bar of days to either side of what is planned: the rest of the horizon is nobody's to see.
        var shown = Math.Max(end, now) + (2 * Day);
        var placedOf = schedule.Placed.ToDictionary(p => p.Task);
        IEnumerable<DayBreak> breaks =
        [
            .. behind.Select(id => new DayBreak(BreakKind.Behind, id, words.Say(Phrase.Of(PhraseKeys.Days.Behind)))),
            // What has a place where it cannot stay comes before what has none.
            .. found.OrderBy(b => b.Kind == BreakKind.Unplaced).Select(b => new DayBreak(b.Kind, b.Task, Says(b))),
        ];
        return new DaysView(
            days.From,
            [
                .. made.Tasks.Select(t => new DayTask(
                    t.Task.Id,
                    t.Title,
                    t.Task.Room,
                    t.Cable,
                    t.Ends,
                    t.Task.Minutes,
                    t.Task.Alone,
                    [.. (t.Task.Tools ?? []).Select(o => o.Kind)],
                    t.Task.After ?? []
                )),
            ],
            [
                .. schedule
                    .Placed.OrderBy(p => p.Start)
                    .ThenBy(p => p.Task, StringComparer.Ordinal)
                    .Select(p => new DayPlace(
                        p.Task,
                        Guid.Parse(p.Person),
                        p.Start,
                        days.MomentOf(p.Start),
                        days.MomentOf(p.Start + tasks[p.Task].Minutes),
                        pinned.Contains(p.Task),
                        chain.Contains(p.Task),
                        behind.Contains(p.Task),
                        broken.Contains(p.Task)
                    )),
            ],
            [.. breaks],
            [
                .. problem.People.Select(p => new DayPerson(
                    Guid.Parse(p.Id),
                    p.Name,
                    p.Skills,
                    p.Away ?? [],
                    Math.Round(schedule.Placed.Where(s => s.Person == p.Id).Sum(s => tasks[s.Task].Minutes) / 60.0, 1)
                )),
            ],
            ahead.Rooms,
            problem.Tools ?? [],
            [.. (problem.Hours ?? []).Where(h => h.From < shown)],
            now,
            end,
            schedule.Placed.Count == 0 ? null : days.MomentOf(end),
            tasks.Count - schedule.Placed.Count,
            made.Untaught,
            HoursLeft.Of(problem.Tasks, new CrewPace(ahead.Pace ?? []))
        );

        string Says(ScheduleBreak broke)
        {
            var task = tasks[broke.Task];
            var person = placedOf.TryGetValue(task.Id, out var at) && people.TryGetValue(at.Person, out var who) ? who.Name : "";
            var room = problem.Rooms.First(r => r.Id == task.Room).Name;
            return words.Say(
                broke.Kind switch
                {
                    BreakKind.Skill when person.Length == 0 => Phrase.Of(PhraseKeys.Days.BreakGone),
                    BreakKind.Skill => Phrase.Of(PhraseKeys.Days.BreakSkill, ("person", person), ("method", Word($"days.method-{task.Skill}"))),
                    BreakKind.Person => Phrase.Of(
                        PhraseKeys.Days.BreakPerson,
                        ("person", person),
                        ("task", titles[broke.Other!]),
                        ("minutes", $"{broke.Minutes}")
                    ),
                    BreakKind.Away => Phrase.Of(PhraseKeys.Days.BreakAway, ("person", person)),
                    BreakKind.Hours => Phrase.Of(PhraseKeys.Days.BreakHours),
                    BreakKind.Room => Phrase.Of(PhraseKeys.Days.BreakRoom, ("room", room)),
                    BreakKind.Tool => Phrase.Of(PhraseKeys.Days.BreakTool, ("tool", Word($"gear.kind-{broke.Other}"))),
                    BreakKind.Order => Phrase.Of(PhraseKeys.Days.BreakOrder, ("task", titles[broke.Other!]), ("minutes", $"{broke.Minutes}")),
                    BreakKind.Early => Phrase.Of(PhraseKeys.Days.BreakEarly, ("day", DayOf(task.NotBefore))),
                    BreakKind.Late => Late(task, broke.Minutes!.Value),
                    _ => Unplaced(task),
                }
            );
        }

        Phrase Late(ScheduleTask task, int minutes)
        {
            var why = WishLate.Of(problem, task);
            return why.Reason switch
            {
                WishReason.Chain => Phrase.Of(PhraseKeys.Days.LateChain, ("at", MomentOf(why.Needs))),
                WishReason.Hands => Phrase.Of(PhraseKeys.Days.LateHands, ("needs", Hours(why.Needs)), ("has", Hours(why.Has))),
                WishReason.Tool => Phrase.Of(
                    PhraseKeys.Days.LateTool,
                    ("tool", Word($"gear.kind-{why.Tool}")),
                    ("needs", Hours(why.Needs)),
                    ("has", Hours(why.Has))
                ),
                _ => Phrase.Of(PhraseKeys.Days.LateNotFound, ("hours", Hours(minutes))),
            };
        }

        Phrase Unplaced(ScheduleTask task) =>
            problem.People.Count == 0 ? Phrase.Of(PhraseKeys.Days.NobodyThere)
            : task.Tools?.FirstOrDefault(t => !(problem.Tools ?? []).Any(c => c.Kind == t.Kind && c.Count > 0)) is { } tool
                ? Phrase.Of(PhraseKeys.Days.NoTool, ("tool", Word($"gear.kind-{tool.Kind}")))
            : Fits(problem.Hours, task.Minutes) && Fits(problem.Rooms.First(r => r.Id == task.Room).Open, task.Minutes) ? Phrase.Of(PhraseKeys.Days.NotPlanned)
            : Phrase.Of(PhraseKeys.Days.TooLong, ("minutes", $"{task.Minutes}"));

        string Word(string key) => words.Say(Phrase.Of(key));
        string DayOf(int minute) => days.MomentOf(minute).ToString("d MMMM", CultureInfo.GetCultureInfo(language));
        string MomentOf(int minute) => days.MomentOf(minute).ToString("d MMMM, HH:mm", CultureInfo.GetCultureInfo(language));
    }

    private static bool Fits(IReadOnlyList<Period>? hours, int minutes) => hours is null || hours.Any(h => h.To - h.From >= minutes);

    private static string Hours(int minutes) => (minutes / 60.0).ToString("0.#", CultureInfo.InvariantCulture);
}
