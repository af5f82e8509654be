using System.Globalization;
using System.Runtime.InteropServices.JavaScript;
using System.Runtime.Versioning;
using System.Text.Json;
using Rhabdon.Core;
using Rhabdon.Core.Bench;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Sessions;
using Rhabdon.Core.Tools;

namespace Rhabdon.Browser;

/// <summary>The doors of tools, lots and work sessions: held here, what the screen shows of them, and the events of what is done with them.</summary>
[SupportedOSPlatform("browser")]
public static partial class GearExports
{
    private static readonly Dictionary<Guid, FoldedGear> Gear = [];
    private static readonly Dictionary<Guid, FoldedWorkSession> Sessions = [];
    private static Dictionary<Guid, List<GearCount>> counts = [];
    private static Dictionary<string, bool> stops = [];
    private static bool hasCounted;

    /// <summary>Holds the gear and the work sessions that these events are of, in place of what was held before.</summary>
    /// <param name="counted">What the counters of each stand at: a JSON object of lists of <see cref="GearCount"/> by id.</param>
    /// <param name="decided">What the crew has decided of questions of the ready check: a JSON object of booleans.</param>
    [JSExport]
    public static void HoldGear(string events, string counted, string decided)
    {
        stops = JsonSerializer.Deserialize(decided, CoreJson.Default.DictionaryStringBoolean)!;
        counts = JsonSerializer.Deserialize(counted, CoreJson.Default.DictionaryGuidListGearCount)!;
        hasCounted = false;
        Gear.Clear();
        Sessions.Clear();
        foreach (var stream in JsonSerializer.Deserialize(events, CoreJson.Default.ListBenchEvent)!.GroupBy(e => e.About[0].Id))
        {
            if (stream.First().Body.Stream() == StreamKind.Gear)
            {
                Gear[stream.Key] = FoldedGear.Of(stream.Key, stream);
            }
            else
            {
                Sessions[stream.Key] = FoldedWorkSession.Of(stream.Key, stream);
            }
        }
    }

    /// <summary>What kinds of gear there are, a JSON list of <see cref="GearKind"/>.</summary>
    [JSExport]
    public static string GearKinds() => JsonSerializer.Serialize([.. GearKind.All], CoreJson.Default.ListGearKind);

    /// <summary>Every tool and lot as the screen shows it, a JSON list of <see cref="GearLine"/>.</summary>
    /// <param name="look">A <see cref="GearLook"/> as JSON.</param>
    [JSExport]
    public static string ViewGear(string look)
    {
        var (asked, viewer) = (JsonSerializer.Deserialize(look, CoreJson.Default.GearLook)!, new GearViewer(Phrasebook.English));
        return JsonSerializer.Serialize([.. OnHand().Select(g => viewer.View(g.State, g.Counts, asked))], CoreJson.Default.ListGearLine);
    }

    /// <summary>What of the lots will not last for the work ahead, a JSON list of <see cref="StockLine"/>.</summary>
    /// <param name="needs">JSON list of <see cref="StockNeed"/>.</param>
    [JSExport]
    public static string ViewStock(string needs, string now) =>
        JsonSerializer.Serialize(
            [
                .. new StockTeller(Phrasebook.English).Tell(
                    JsonSerializer.Deserialize(needs, CoreJson.Default.ListStockNeed)!,
                    [.. OnHand()],
                    DateTimeOffset.Parse(now, CultureInfo.InvariantCulture)
                ),
            ],
            CoreJson.Default.ListStockLine
        );

    /// <summary>The open work session of a person as a <see cref="WorkSessionState"/> in JSON; <c>null</c> for none.</summary>
    [JSExport]
    public static string OpenSession(string person) => JsonSerializer.Serialize(OpenOf(Guid.Parse(person)), CoreJson.Default.WorkSessionState);

    /// <summary>The ready check of a person's open session for strands that the bench holds, a <see cref="ReadyView"/> as JSON; <c>null</c> without
    /// one.</summary>
    /// <param name="strands">JSON list of their ids.</param>
    [JSExport]
    public static string ViewReady(string person, string strands, string now)
    {
        var who = Guid.Parse(person);
        var work = ReadyWork.Of(JsonSerializer.Deserialize(strands, CoreJson.Default.ListGuid)!.Select(BenchExports.StateOf), BenchExports.Book);
        return JsonSerializer.Serialize(
            OpenOf(who) is { } open
                ? new ReadyCheck(Phrasebook.English, "en").View(
                    new ReadyQuestion(
                        open,
                        [.. SessionsOf(who).Where(s => s.Session != open.Session)],
                        [.. OnHand()],
                        DateTimeOffset.Parse(now, CultureInfo.InvariantCulture),
                        Stops: stops
                    ),
                    work
                )
                : null,
            CoreJson.Default.ReadyView
        );
    }

    /// <summary>Makes the event of a tool or lot that the actor takes in hand, or puts down, in their open session.</summary>
    /// <returns>As of <see cref="BenchExports.Act"/>.</returns>
    [JSExport]
    public static string TakeUp(string gear, bool isTaken, string stamp)
    {
        var id = Guid.Parse(gear);
        if (OpenOf(Stamps.ActorOf(stamp)) is not { } open || Gear.GetValueOrDefault(id)?.State.Card is not { } card)
        {
            return Stamps.Words(("field", "session"), ("says", Phrasebook.English.Say(Phrase.Of(PhraseKeys.Conflict.SessionNotBegun))));
        }

        var inHand = open.InHand ?? [];
        var body = new GearInUse(isTaken ? GearInHand.With(inHand, id, card) : GearInHand.Without(inHand, id));
        return ActGear($"{open.Session}", JsonSerializer.Serialize(body, CoreJson.Default.EventBody), stamp);
    }

    /// <summary>Makes the event of something done with a tool, a lot or a work session.</summary>
    /// <param name="stream">Its stream; a new one begins with the event.</param>
    /// <param name="body">An <see cref="EventBody"/> as JSON.</param>
    /// <returns>As of <see cref="BenchExports.Act"/>.</returns>
    [JSExport]
    public static string ActGear(string stream, string body, string stamp)
    {
        var (id, done) = (Guid.Parse(stream), JsonSerializer.Deserialize(body, CoreJson.Default.EventBody)!);
        var stamped = JsonSerializer.Deserialize(stamp, CoreJson.Default.DictionaryStringString)!;
        FoldedStream held =
            done.Stream() == StreamKind.Gear
                ? Gear.GetValueOrDefault(id) ?? FoldedGear.Of(id, [])
                : Sessions.GetValueOrDefault(id) ?? FoldedWorkSession.Of(id, []);
        var at = DateTimeOffset.Parse(stamped["at"], CultureInfo.InvariantCulture);
        return EventAdmission.Fault(held, done, Guid.Parse(stamped["actor"]), at) is { } fault
            ? Stamps.Words(("field", fault.Field), ("says", Phrasebook.English.Say(fault.Says)))
            : Stamps.Texts(Stamps.Put(stamp, [new StreamAct(done, null, [(id, held.Events.Count, held.LastClock)])]));
    }

    /// <summary>Counts what strands that the bench holds were just done with; the server counts it too once it has it.</summary>
    internal static void Count(IEnumerable<BenchEvent> made)
    {
        foreach (var use in made.Where(e => e.With is not null).SelectMany(UsesOf))
        {
            if (Gear.GetValueOrDefault(use.Gear)?.State is not { Card: { } card } state)
            {
                continue;
            }

            foreach (var counter in (GearKind.Of(card.Gear)!.Counters ?? []).Where(c => c.Does == use.Does))
            {
                Count(state.Id, counter.Id, use.Times, state.CountsFrom(counter.Id));
            }

            if (use.Amount > 0 && state.Counted is { } counted)
            {
                Count(state.Id, GearStock.Counter, use.Amount, counted.At);
            }
        }
    }

    /// <summary>What the counters stand at with what was done here since they were held, in JSON as <see cref="HoldGear"/> takes
    /// them; empty where nothing was counted since this was asked last.</summary>
    [JSExport]
    public static string Counted()
    {
        var isNew = hasCounted;
        hasCounted = false;
        return isNew ? JsonSerializer.Serialize(counts, CoreJson.Default.DictionaryGuidListGearCount) : "";
    }

    private static void Count(Guid gear, string counter, decimal times, DateTimeOffset? since)
    {
        var before = counts.GetValueOrDefault(gear) ?? [];
        var held = before.FirstOrDefault(c => c.Counter == counter && (c.Since ?? since) == since)?.Times ?? 0;
        hasCounted = true;
        counts[gear] = [.. before.Where(c => c.Counter != counter), new GearCount(counter, held + times, since)];
    }

    private static IEnumerable<GearUse> UsesOf(BenchEvent made) =>
        made.About.Where(s => BenchExports.StateOf(s.Id).Worked is not null).SelectMany(s => GearUse.Of(made, BenchExports.StateOf(s.Id).Worked!, s.Id));

    /// <summary>What a person has in hand: nothing without an open session.</summary>
    internal static IReadOnlyList<GearInHand> InHandOf(Guid person) => OpenOf(person)?.InHand ?? [];

    /// <summary>What is done once and stands in a person's open session; null without one.</summary>
    internal static SessionSteps? StandingOf(Guid person, DateTimeOffset now) =>
        OpenOf(person) is { } open ? ReadyCheck.Standing(open, SessionsOf(person).Where(s => s.Session != open.Session), now) : null;

    /// <summary>The work sessions of a person that are held.</summary>
    internal static IEnumerable<WorkSessionState> SessionsOf(Guid person) => Sessions.Values.Select(s => s.State).Where(s => s.Person == person);

    private static WorkSessionState? OpenOf(Guid person) => SessionsOf(person).Where(s => s is { Began: not null, Ended: null }).MaxBy(s => s.Began);

    private static IEnumerable<GearOnHand> OnHand() =>
        Gear
            .Values.Where(g => g.State.Card is not null)
            .OrderBy(g => g.State.Card!.Name, StringComparer.Ordinal)
            .Select(g => new GearOnHand(g.State, counts.GetValueOrDefault(g.Id) ?? []));
}
