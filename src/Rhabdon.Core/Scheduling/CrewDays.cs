using System.Text.Json.Serialization;
using Rhabdon.Core.Phrases;

namespace Rhabdon.Core.Scheduling;

/// <summary>Hours of a day, by the clock of the site. <paramref name="To"/> is no part of them.</summary>
public sealed record DayHours(TimeOnly From, TimeOnly To);

/// <summary>Days on which somebody is away, the last one too.</summary>
public sealed record AwayDays(Guid Person, DateOnly From, DateOnly To);

/// <summary>When one gets into a room.</summary>
/// <param name="Room">As of <see cref="RoomAhead.Id"/>.</param>
public sealed record RoomHours(string Room, TimeOnly From, TimeOnly To);

/// <summary>A day that counts for a cable: it is pulled by its morning, or somebody wishes it done by its evening.</summary>
public sealed record CableDay(Guid Cable, DateOnly Day);

/// <summary>What methods a person has learned, where a lead says so.</summary>
public sealed record PersonKnows(Guid Person, IReadOnlyList<string> Methods);

/// <summary>A task in a crew's days.</summary>
/// <param name="Start">By the clock of the site.</param>
/// <param name="IsPinned">It stays there when the days are planned anew.</param>
public sealed record KeptTask(
    string Task,
    Guid Person,
    DateTime Start,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingDefault)] bool IsPinned = false
);

/// <summary>What a crew's days are planned by, and what is planned.</summary>
/// <param name="From">The first day; minute 0 of the schedule is its midnight.</param>
/// <param name="Weekdays">On which work is done.</param>
/// <param name="Jobs">That are planned; empty for all that the crew has.</param>
/// <param name="Knows">A person who is not named knows what their own record shows.</param>
/// <param name="Break">In which no work is done; null for no break.</param>
/// <param name="Walk">Minutes from one room to another of a site, 0 to 240.</param>
/// <param name="Drive">Minutes from one site to another, 0 to 480.</param>
public sealed record CrewDays(
    DateOnly From,
    DayHours Hours,
    IReadOnlyList<DayOfWeek> Weekdays,
    IReadOnlyList<Guid> Jobs,
    IReadOnlyList<AwayDays> Away,
    IReadOnlyList<RoomHours> Rooms,
    IReadOnlyList<CableDay> Pulled,
    IReadOnlyList<CableDay> Wished,
    IReadOnlyList<PersonKnows> Knows,
    IReadOnlyList<ToolCount> Tools,
    IReadOnlyList<KeptTask> Placed,
    DayHours? Break = null,
    int Walk = 5,
    int Drive = 30
)
{
    // A list longer than that is nobody's plan.
    private const int Most = 5_000;

    // A batch may take three hours: hours that hold none would plan nothing (ours).
    private const int LeastHours = 1;

    /// <summary>Days as they usually are: Monday to Friday, eight to half past four, half an hour at noon.</summary>
    public static CrewDays Usual(DateOnly from) =>
        new(
            from,
            new DayHours(new TimeOnly(8, 0), new TimeOnly(16, 30)),
            [DayOfWeek.Monday, DayOfWeek.Tuesday, DayOfWeek.Wednesday, DayOfWeek.Thursday, DayOfWeek.Friday],
            [],
            [],
            [],
            [],
            [],
            [],
            [],
            [],
            new DayHours(new TimeOnly(12, 0), new TimeOnly(12, 30))
        );

    /// <summary>What of it cannot be, with its field; null when all can.</summary>
    public (string Field, Phrase Says)? Fault() =>
        IsTooShort(Hours) ? ("hours", Phrase.Of(PhraseKeys.Days.WrongHours))
        : Break is { } pause && (pause.From >= pause.To || pause.From <= Hours.From || pause.To >= Hours.To) ? ("break", Phrase.Of(PhraseKeys.Days.WrongBreak))
        : Weekdays.Count == 0 || Weekdays.Distinct().Count() != Weekdays.Count ? ("weekdays", Phrase.Of(PhraseKeys.Days.WrongWeekdays))
        : Away.Any(a => a.From > a.To) ? ("away", Phrase.Of(PhraseKeys.Days.WrongAway))
        : Rooms.Any(r => r.From >= r.To) ? ("rooms", Phrase.Of(PhraseKeys.Days.WrongRoom))
        : Tools.Any(t => t.Count is < 0 or > 100) ? ("tools", Between(0, 100))
        : Walk is < 0 or > 240 ? ("walk", Between(0, 240))
        : Drive is < 0 or > 480 ? ("drive", Between(0, 480))
        : Rooms.DistinctBy(r => r.Room).Count() != Rooms.Count ? ("rooms", Phrase.Of(PhraseKeys.Days.WrongAgain))
        : Pulled.DistinctBy(c => c.Cable).Count() != Pulled.Count ? ("pulled", Phrase.Of(PhraseKeys.Days.WrongAgain))
        : Wished.DistinctBy(c => c.Cable).Count() != Wished.Count ? ("wished", Phrase.Of(PhraseKeys.Days.WrongAgain))
        : Knows.DistinctBy(k => k.Person).Count() != Knows.Count ? ("knows", Phrase.Of(PhraseKeys.Days.WrongAgain))
        : !AllDays().All(IsNear) ? ("from", Phrase.Of(PhraseKeys.Days.WrongFar))
        : Placed.Select(p => p.Task).Distinct().Count() != Placed.Count ? ("placed", Phrase.Of(PhraseKeys.Days.WrongTwice))
        : new[] { Away.Count, Rooms.Count, Pulled.Count, Wished.Count, Knows.Count, Tools.Count, Jobs.Count, Placed.Count }.Max() > Most
            ? ("placed", Between(0, Most))
        : null;

    /// <summary>Minutes of the schedule at a moment by the clock of the site.</summary>
    public int MinuteOf(DateTime at) => (int)Math.Floor((at - From.ToDateTime(TimeOnly.MinValue)).TotalMinutes);

    /// <summary>The moment of a minute of the schedule, by the clock of the site.</summary>
    public DateTime MomentOf(int minute) => From.ToDateTime(TimeOnly.MinValue).AddMinutes(minute);

    private IEnumerable<DateOnly> AllDays() =>
        [.. Away.SelectMany(a => new[] { a.From, a.To }), .. Pulled.Concat(Wished).Select(d => d.Day), .. Placed.Select(p => DateOnly.FromDateTime(p.Start))];

    private bool IsNear(DateOnly day) => Math.Abs(day.DayNumber - From.DayNumber) <= ScheduleProblem.Longest / (24 * 60);

    private static bool IsTooShort(DayHours hours) => hours.From >= hours.To || (hours.To - hours.From).TotalHours < LeastHours;

    private static Phrase Between(int least, int most) => Phrase.Of(PhraseKeys.Optics.Between, ("least", $"{least}"), ("most", $"{most}"));
}
