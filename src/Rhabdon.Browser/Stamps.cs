using System.Globalization;
using System.Text.Json;
using Rhabdon.Core;
using Rhabdon.Core.Bench;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Tools;
using Rhabdon.Core.Verification;

namespace Rhabdon.Browser;

/// <summary>An act on streams, before it has its id and clock.</summary>
/// <param name="Streams">That it is about, how many of their events are known, and the latest clock of each.</param>
/// <param name="With">The gear that it is done with; null for none.</param>
internal sealed record StreamAct(
    EventBody Body,
    RecipeRef? Recipe,
    IReadOnlyList<(Guid Id, int Known, HybridTime LastClock)> Streams,
    IReadOnlyList<GearUsed>? With = null
);

/// <summary>Makes events of acts with what only the page has: ids, clock, person.</summary>
internal static class Stamps
{
    /// <param name="stamp">Ids (parted by spaces), device, first sequence, at, actor and milliseconds now, as text by name; <c>seenMs</c> and
    /// <c>seenCount</c> are the latest clock the device has seen, and <c>waiting</c> how many of its events the server has not taken yet.</param>
    public static List<BenchEvent> Put(string stamp, IReadOnlyList<StreamAct> acts)
    {
        var stamped = JsonSerializer.Deserialize(stamp, CoreJson.Default.DictionaryStringString)!;
        var ids = stamped["ids"].Split(' ');
        var clock = HybridTime.Returned(
            new HybridTime(Number(stamped, "seenMs"), (int)Number(stamped, "seenCount")),
            Number(stamped, "nowMs"),
            Number(stamped, "waiting") > 0
        );
        var made = new List<BenchEvent>(acts.Count);
        foreach (var act in acts)
        {
            clock = HybridTime.After(act.Streams.Aggregate(clock, (latest, s) => HybridTime.Latest(latest, s.LastClock)), Number(stamped, "nowMs"));
            made.Add(
                new BenchEvent(
                    Guid.Parse(ids[made.Count]),
                    Guid.Parse(stamped["device"]),
                    Number(stamped, "sequence") + made.Count,
                    clock,
                    DateTimeOffset.Parse(stamped["at"], CultureInfo.InvariantCulture),
                    Guid.Parse(stamped["actor"]),
                    Rulebook.Version,
                    [.. act.Streams.Select(s => new Subject(s.Id, s.Known))],
                    act.Body,
                    act.Recipe,
                    act.With
                )
            );
        }

        return made;
    }

    public static Guid ActorOf(string stamp) => Guid.Parse(JsonSerializer.Deserialize(stamp, CoreJson.Default.DictionaryStringString)!["actor"]);

    /// <summary>Each event as the text that is signed.</summary>
    public static string Texts(IEnumerable<BenchEvent> made) => JsonSerializer.Serialize([.. made.Select(EventText.Canonical)], CoreJson.Default.ListString);

    /// <summary>Words by name, as JSON.</summary>
    public static string Words(params ReadOnlySpan<(string Name, string Value)> words)
    {
        var said = new Dictionary<string, string>();
        foreach (var (name, value) in words)
        {
            said[name] = value;
        }

        return JsonSerializer.Serialize(said, CoreJson.Default.DictionaryStringString);
    }

    private static long Number(Dictionary<string, string> stamp, string name) => long.Parse(stamp[name], CultureInfo.InvariantCulture);
}
