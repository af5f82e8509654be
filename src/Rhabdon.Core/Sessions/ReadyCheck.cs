using System.Globalization;
using System.Text.Json;
using System.Text.Json.Serialization;
using Rhabdon.Core.Bench;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Tools;
using Rhabdon.Core.Units;

namespace Rhabdon.Core.Sessions;

/// <summary>What is asked before any work, whatever the recipe; read from the data file beside this one. Its words are <c>ready.…</c>.</summary>
/// <param name="Hours">For so long an answer stands.</param>
/// <param name="ByPlace">It is asked anew in another place.</param>
/// <param name="Stops">Nobody begins without it, unless the crew decides otherwise.</param>
public sealed record ReadyItem(
    string Id,
    int Hours,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingDefault)] bool ByPlace = false,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingDefault)] bool Stops = false
)
{
    public static IReadOnlyList<ReadyItem> All { get; } = Read();

    private static List<ReadyItem> Read()
    {
        using var stream = typeof(ReadyItem).Assembly.GetManifestResourceStream("ready.json")!;
        return JsonSerializer.Deserialize(stream, CoreJson.Default.ListReadyItem) ?? throw new JsonException("The questions are a list, not null.");
    }
}

/// <summary>What a ready check is made from.</summary>
/// <param name="Session">The work session of whoever asks.</param>
/// <param name="Earlier">Their sessions before it, as far back as an answer may stand.</param>
/// <param name="Gear">All that the crew has.</param>
/// <param name="Stops">What the crew has decided of a question, by its id: that it stops the work, or only warns. Null for what is usual.</param>
public sealed record ReadyQuestion(
    WorkSessionState Session,
    IReadOnlyList<WorkSessionState> Earlier,
    IReadOnlyList<GearOnHand> Gear,
    DateTimeOffset Now,
    Temperature? Temperature = null,
    IReadOnlyDictionary<string, bool>? Stops = null
)
{
    /// <summary>Whether a question that does not stand stops the work: as the crew has it, else as is usual.</summary>
    internal bool IsStopped(string id, bool usual) => Stops?.TryGetValue(id, out var chosen) == true ? chosen : usual;
}

/// <summary>How a question of the ready check stands.</summary>
[JsonConverter(typeof(EnumNames<ReadyStanding>))]
public enum ReadyStanding
{
    /// <summary>It was answered, and that holds.</summary>
    [JsonStringEnumMemberName("stands")]
    Stands,

    /// <summary>Nobody has answered it.</summary>
    [JsonStringEnumMemberName("open")]
    Open,

    /// <summary>It was answered, and that no longer holds.</summary>
    [JsonStringEnumMemberName("lapsed")]
    Lapsed,

    /// <summary>It is not as it should be.</summary>
    [JsonStringEnumMemberName("not")]
    Not,
}

/// <summary>A question of the ready check.</summary>
/// <param name="Id">What is answered by: <c>glasses</c>, <c>step H1 oven</c>, <c>gear cleaver</c>.</param>
/// <param name="Says">How it stands and what to do, in words; empty where the title says all.</param>
/// <param name="Stops">Work does not begin without it; else it is a warning.</param>
/// <param name="Gear">Those that can be taken in hand for it; empty for what is simply said.</param>
/// <param name="InHand">The one that is.</param>
public sealed record ReadyLine(
    string Id,
    string Title,
    string Says,
    ReadyStanding Standing,
    bool Stops,
    IReadOnlyList<GearLine> Gear,
    Guid? InHand = null,
    DateTimeOffset? Until = null
);

/// <summary>The ready check of a session.</summary>
/// <param name="Open">How many questions do not stand.</param>
/// <param name="IsReady">Nothing that stops is open.</param>
public sealed record ReadyView(IReadOnlyList<ReadyLine> Lines, int Open, bool IsReady);

/// <summary>
/// Makes the ready check of a work session from the recipes of its work: what every work needs, the tools and lots that its steps are done with, and the steps
/// that are done once a session. What stands is shown, what has lapsed is asked again, and nothing is asked twice.
/// </summary>
public sealed class ReadyCheck(Phrasebook words, string language)
{
    // A step that is done once a session stands for a working day in one place.
    private const int StepHours = 12;

    public ReadyView View(ReadyQuestion asked, IReadOnlyList<Recipe> work)
    {
        List<ReadyLine> lines = [.. ReadyItem.All.Select(i => LineOf(asked, i)), .. GearLines(asked, work), .. StepLines(asked, work)];
        var open = lines.Where(l => l.Standing != ReadyStanding.Stands).ToList();
        return new ReadyView(lines, open.Count, !open.Exists(l => l.Stops));
    }

    /// <summary>The steps of any recipe that were said to be done once for the session's work, as far as hours and place leave them standing.</summary>
    /// <param name="earlier">Sessions of the same person before it.</param>
    public static SessionSteps Standing(WorkSessionState session, IEnumerable<WorkSessionState> earlier, DateTimeOffset now) =>
        new(
            LatestOf(session, earlier)
                .Values.Where(s => SessionSteps.StepIn(s.Said.Item).Step is not null)
                .Where(s => s.Said.IsSo && s.Said.At.AddHours(StepHours) >= now && IsHere(s.Place, session.Place))
                .ToDictionary(s => s.Said.Item, s => s.Said.At),
            now
        );

    private ReadyLine LineOf(ReadyQuestion asked, ReadyItem item) =>
        Said(asked, item.Id, words.Say(Phrase.Of($"ready.{item.Id}")), item.Hours, item.ByPlace, item.Stops);

    private IEnumerable<ReadyLine> GearLines(ReadyQuestion asked, IReadOnlyList<Recipe> work)
    {
        var viewer = new GearViewer(words);
        var look = new GearLook(asked.Now, asked.Session.Place, asked.Temperature ?? asked.Session.Temperature);
        var kinds = GearKind.All.Where(k => work.Any(r => r.Steps.Any(k.IsUsedAt)));
        foreach (var kind in kinds)
        {
            var own = asked.Gear.Where(g => g.State.Card!.Gear == kind.Id).Select(g => viewer.View(g.State, g.Counts, look)).ToList();
            var there = own.Where(g => g.Standing != GearStanding.Gone).OrderBy(g => g.Standing).ThenBy(g => g.Card.Name, StringComparer.Ordinal).ToList();
            if (there.Count == 0)
            {
                continue;
            }

            foreach (var (setting, held, choice) in Slots(kind, there, asked.Session.InHand ?? [], work))
            {
                yield return new ReadyLine(
                    Id(kind, setting),
                    setting is null ? words.Say(Phrase.Of($"gear.kind-{kind.Id}")) : words.Say(Phrase.Of(PhraseKeys.Ready.Film, ("grit", setting))),
                    held is null ? words.Say(Phrase.Of(PhraseKeys.Ready.TakeOne)) : string.Join(" ", held.Says),
                    held is null ? ReadyStanding.Open
                        : held.Standing >= GearStanding.Aside ? ReadyStanding.Not
                        : held.Standing == GearStanding.Due ? ReadyStanding.Lapsed
                        : ReadyStanding.Stands,
                    asked.IsStopped(Id(kind, setting), held?.Standing >= GearStanding.Aside),
                    choice,
                    held?.Id
                );
            }
        }
    }

    private static string Id(GearKind kind, string? setting) => setting is null ? $"gear {kind.Id}" : $"gear {kind.Id} {setting}";

    // One of each kind in hand; of films one of each grit that the work takes.
    private static IEnumerable<(string? Setting, GearLine? Held, IReadOnlyList<GearLine> Choice)> Slots(
        GearKind kind,
        List<GearLine> there,
        IReadOnlyList<GearInHand> inHand,
        IReadOnlyList<Recipe> work
    )
    {
        if (!kind.BySetting)
        {
            yield return (null, there.Find(g => inHand.Any(h => h.Id == g.Id)), there);
            yield break;
        }

        var grits = work.SelectMany(r => r.Steps)
            .Select(s => s.Film)
            .OfType<decimal>()
            .Distinct()
            .OrderDescending()
            .Select(g => g.ToString("0.###", CultureInfo.InvariantCulture));
        foreach (var grit in grits)
        {
            var choice = there.FindAll(g => g.Card.Setting == grit);
            if (choice.Count > 0)
            {
                yield return (grit, choice.Find(g => inHand.Any(h => h.Id == g.Id)), choice);
            }
        }
    }

    private IEnumerable<ReadyLine> StepLines(ReadyQuestion asked, IReadOnlyList<Recipe> work) =>
        work.SelectMany(r => r.Steps.Where(s => SessionSteps.IsAskedBefore(r, s)), (r, s) => (Recipe: r, Step: s))
            .DistinctBy(s => s.Step.Title.In(language))
            .Select(s => Said(asked, SessionSteps.ItemOf(s.Recipe, s.Step), s.Step.Title.In(language), StepHours, isByPlace: true, usual: false));

    // What was said of it, in this session or in one before, as far as that still holds.
    private ReadyLine Said(ReadyQuestion asked, string id, string title, int hours, bool isByPlace, bool usual)
    {
        var stops = asked.IsStopped(id, usual);
        if (!LatestOf(asked.Session, asked.Earlier).TryGetValue(id, out var last))
        {
            return new ReadyLine(id, title, "", ReadyStanding.Open, stops, []);
        }

        var said = last.Said;
        var until = said.At + TimeSpan.FromHours(hours);
        var isElsewhere = isByPlace && !IsHere(last.Place, asked.Session.Place);
        return !said.IsSo ? new ReadyLine(id, title, words.Say(Phrase.Of(PhraseKeys.Ready.Not)), ReadyStanding.Not, stops, [])
            : isElsewhere
                ? new ReadyLine(id, title, words.Say(Phrase.Of(PhraseKeys.Ready.OtherPlace, ("place", last.Place ?? ""))), ReadyStanding.Lapsed, stops, [])
            : asked.Now > until
                ? new ReadyLine(
                    id,
                    title,
                    words.Say(Phrase.Of(PhraseKeys.Ready.Old, ("hours", $"{(int)(asked.Now - said.At).TotalHours}"))),
                    ReadyStanding.Lapsed,
                    stops,
                    []
                )
            : new ReadyLine(id, title, "", ReadyStanding.Stands, stops, [], Until: until);
    }

    /// <summary>The latest answer to each question in any of the sessions, with the place where it was given.</summary>
    private static Dictionary<string, (string? Place, ReadyRecord Said)> LatestOf(WorkSessionState session, IEnumerable<WorkSessionState> earlier) =>
        earlier
            .Append(session)
            .OrderBy(s => s.Began)
            .SelectMany(s => s.Said ?? [], (s, said) => (s.Place, Said: said))
            .GroupBy(s => s.Said.Item)
            .ToDictionary(s => s.Key, s => s.OrderBy(one => one.Said.At).Last());

    private static bool IsHere(string? there, string? here) => string.Equals(there, here, StringComparison.OrdinalIgnoreCase);
}
