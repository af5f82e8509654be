using System.Runtime.InteropServices.JavaScript;
using System.Runtime.Versioning;
using System.Text.Json;
using Rhabdon.Core;
using Rhabdon.Core.Bench;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Preparation;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Units;
using Rhabdon.Core.Verification;

namespace Rhabdon.Browser;

/// <summary>The core's doors to the page: JSON text in, JSON text out.</summary>
[SupportedOSPlatform("browser")]
public static partial class BenchExports
{
    private static readonly RecipeBook Book = new();

    [JSExport]
    public static void AddLadder(string json) => Book.Add(JsonSerializer.Deserialize(json, CoreJson.Default.PublishedLadder)!);

    [JSExport]
    public static void AddRecipe(string json) => Book.Add(JsonSerializer.Deserialize(json, CoreJson.Default.PublishedRecipe)!);

    /// <summary>The folded state, for comparing with the same fold elsewhere.</summary>
    [JSExport]
    public static string Fold(string termination, string events) =>
        JsonSerializer.Serialize(StateOf(termination, events), CoreJson.Default.TerminationState);

    /// <summary>What the bench shows.</summary>
    [JSExport]
    public static string View(string termination, string events, string unit) =>
        JsonSerializer.Serialize(Viewer(unit).View(StateOf(termination, events)), CoreJson.Default.BenchView);

    /// <summary>Judges what is being typed: the grade and what is said beside the field; a fault says what would do.</summary>
    [JSExport]
    public static string Judge(string termination, string events, string unit, string read)
    {
        var state = StateOf(termination, events);
        if (state.Step is null || Book.Find(state.Recipe)?.Recipe is not { } recipe || recipe.Steps[recipe.IndexOf(state.Step)] is not { Ask: not null } step)
        {
            return "{}";
        }

        var (_, verdict, fault) = BenchDesk.Read(state, recipe, step, read, UnitOf(unit));
        var said = new Dictionary<string, string>
        {
            ["grade"] = verdict is null ? "none" : verdict.Grade.ToString().ToLowerInvariant(),
            ["says"] = fault is not null ? Phrasebook.English.Say(fault.Says) : Viewer(unit).VerdictText(verdict!, ResolvedDimension.Of(step, recipe, state.Recleave)),
        };
        return JsonSerializer.Serialize(said, CoreJson.Default.DictionaryStringString);
    }

    /// <summary>Makes the event for an intent. The page gives what only it has: ids, clock, person.</summary>
    /// <param name="stamp">Id, device, sequence, at, actor and milliseconds now, as text by name; <c>seenMs</c> and <c>seenCount</c> are the latest clock the device has seen.</param>
    /// <returns><c>{"event": ...}</c> as the event's own JSON, or <c>{"field": ..., "says": ...}</c>.</returns>
    [JSExport]
    public static string Act(string termination, string events, string unit, string intent, string stamp)
    {
        var state = StateOf(termination, events);
        var answer = BenchDesk.Answer(state, Book, JsonSerializer.Deserialize(intent, CoreJson.Default.BenchIntent)!, UnitOf(unit));
        if (answer.Fault is { } fault)
        {
            var says = new Dictionary<string, string> { ["field"] = fault.Field, ["says"] = Phrasebook.English.Say(fault.Says) };
            return JsonSerializer.Serialize(says, CoreJson.Default.DictionaryStringString);
        }

        var made = Stamped(JsonSerializer.Deserialize(stamp, CoreJson.Default.DictionaryStringString)!, state, answer.Body!);
        return $$"""{"event":{{JsonSerializer.Serialize(made, CoreJson.Default.BenchEvent)}}}""";
    }

    private static BenchEvent Stamped(Dictionary<string, string> stamp, TerminationState state, EventBody body)
    {
        var seen = HybridTime.Latest(state.LastClock, new HybridTime(Number(stamp, "seenMs"), (int)Number(stamp, "seenCount")));
        return new BenchEvent(
            Guid.Parse(stamp["id"]),
            BenchEvent.CurrentFormat,
            Guid.Parse(stamp["device"]),
            Number(stamp, "sequence"),
            HybridTime.After(seen, Number(stamp, "nowMs")),
            DateTimeOffset.Parse(stamp["at"], System.Globalization.CultureInfo.InvariantCulture),
            Guid.Parse(stamp["actor"]),
            Rulebook.Version,
            [new StrandKnown(state.Termination, state.Known)],
            body,
            state.Recipe ?? Book.Latest(state.Plan!.RecipeId)!.Ref);
    }

    private static long Number(Dictionary<string, string> stamp, string name) => long.Parse(stamp[name], System.Globalization.CultureInfo.InvariantCulture);

    private static TerminationState StateOf(string termination, string events) =>
        TerminationFold.Fold(Guid.Parse(termination), JsonSerializer.Deserialize(events, CoreJson.Default.ListBenchEvent)!, Book);

    private static BenchViewer Viewer(string unit) => new(Book, Phrasebook.English, "en", UnitOf(unit));

    private static LengthUnit UnitOf(string unit) => unit == "in" ? LengthUnit.Inch : LengthUnit.Millimeter;
}
