using System.Runtime.InteropServices.JavaScript;
using System.Runtime.Versioning;
using System.Text.Json;
using Rhabdon.Core;
using Rhabdon.Core.Bench;
using Rhabdon.Core.Meters;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Results;
using Rhabdon.Core.Runs;
using Rhabdon.Core.Tools;

namespace Rhabdon.Browser;

/// <summary>The doors of a test run: links and references held here, what the screen shows, and the events of what is done.</summary>
[SupportedOSPlatform("browser")]
public static partial class RunExports
{
    private static readonly Dictionary<Guid, FoldedLink> Links = [];
    private static readonly Dictionary<Guid, FoldedReference> References = [];
    private static TestRun? held;
    private static List<BenchEvent> lastMade = [];

    // Strands whose rows are other than they were told the last time; null for all.
    private static HashSet<int>? changed;

    /// <summary>Holds the links and references of a run with these events, in place of whatever was held before.</summary>
    /// <param name="run">A <see cref="RunRequest"/> as JSON.</param>
    [JSExport]
    public static void HoldRun(string run, string events)
    {
        var asked = Read(run);
        var given = JsonSerializer.Deserialize(events, CoreJson.Default.ListBenchEvent)!.ToLookup(e => e.About[0].Id);
        Links.Clear();
        References.Clear();
        foreach (var id in asked.Cable.Strands.Select(s => asked.Cable.PlaceOf(s.Strand).Id))
        {
            Links[id] = FoldedLink.Of(id, given[id]);
        }

        foreach (var id in asked.References)
        {
            References[id] = FoldedReference.Of(id, given[id]);
        }

        changed = null;
        held = new TestRun(
            asked,
            id => Links.TryGetValue(id, out var link) ? link.State : new LinkState(id, null, [], []),
            id => References.TryGetValue(id, out var reference) ? reference.State : new ReferenceState(id)
        );
    }

    /// <summary>Adds the event of a link that the last <see cref="ActRun"/> made, now that the tablet has kept it.</summary>
    [JSExport]
    public static void KeepRun()
    {
        foreach (var made in lastMade)
        {
            var (id, place) = (made.About[0].Id, ((LinkEvent)made.Body).Place);
            Links[id] = (FoldedLink)Links[id].With(made);
            // Where light came out changes what is said of the strands beside it.
            changed = made.Body is LightSeen ? null : changed;
            changed?.Add(held!.Cable.StrandOf(place));
        }

        lastMade = [];
    }

    /// <summary>The streams that a run reads, as a JSON list: its links, then its references.</summary>
    [JSExport]
    public static string StreamsOfRun(string run)
    {
        var asked = Read(run);
        return JsonSerializer.Serialize([.. asked.Cable.Strands.Select(s => asked.Cable.PlaceOf(s.Strand).Id), .. asked.References], CoreJson.Default.ListGuid);
    }

    /// <summary>
    /// What the screen of the run that is held shows, with the rows that are other than this gave the last time: a <see cref="RunView"/> as JSON.
    /// </summary>
    /// <param name="look">A <see cref="RunLook"/> as JSON.</param>
    /// <param name="isAnew">All rows, since whoever asks was given nothing before.</param>
    [JSExport]
    public static string ViewRun(string look, bool isAnew)
    {
        var view = new RunViewer(Phrasebook.English, "en").View(RunAt(look), isAnew ? null : changed);
        changed = [];
        return JsonSerializer.Serialize(view, CoreJson.Default.RunView);
    }

    /// <summary>Judges what is being typed: a <see cref="RunJudged"/> as JSON.</summary>
    /// <param name="read">A <see cref="ReadLoss"/> as JSON.</param>
    [JSExport]
    public static string JudgeRun(string look, string read) =>
        JsonSerializer.Serialize(
            new RunViewer(Phrasebook.English, "en").Judge(RunAt(look), (ReadLoss)JsonSerializer.Deserialize(read, CoreJson.Default.RunDeed)!),
            CoreJson.Default.RunJudged
        );

    /// <summary>How a watched meter stands: a <see cref="MeterSays"/> as JSON.</summary>
    /// <param name="watched">A <see cref="MeterQuestion"/> as JSON.</param>
    [JSExport]
    public static string WatchMeter(string watched) =>
        JsonSerializer.Serialize(
            MeterWatch.Of(JsonSerializer.Deserialize(watched, CoreJson.Default.MeterQuestion)!, Phrasebook.English),
            CoreJson.Default.MeterSays
        );

    /// <summary>Makes the event of something done in the run that is held.</summary>
    /// <param name="deed">A <see cref="RunDeed"/> as JSON.</param>
    /// <param name="fresh">The id of the stream that a new reference begins.</param>
    /// <returns>As of <see cref="BenchExports.Act"/>.</returns>
    [JSExport]
    public static string ActRun(string look, string deed, string fresh, string stamp)
    {
        var answers = RunAt(look).Answers(JsonSerializer.Deserialize(deed, CoreJson.Default.RunDeed)!, Guid.Parse(fresh));
        if (answers.FirstOrDefault(a => a.Fault is not null)?.Fault is { } fault)
        {
            return Stamps.Words(("field", fault.Field), ("says", Phrasebook.English.Say(fault.Says)));
        }

        var inHand = GearExports.InHandOf(Stamps.ActorOf(stamp));
        var made = Stamps.Put(stamp, [.. answers.Select(a => ActOf(a, inHand))]);
        lastMade = answers[0].Body is LinkEvent ? made : [];
        return Stamps.Texts(made);
    }

    private static StreamAct ActOf(RunAnswer answer, IReadOnlyList<GearInHand> inHand)
    {
        var (known, clock) =
            Links.TryGetValue(answer.Stream, out var link) ? (link.Events.Count, link.LastClock)
            : References.TryGetValue(answer.Stream, out var reference) ? (reference.Events.Count, reference.LastClock)
            : (0, default);
        return new StreamAct(answer.Body!, null, [(answer.Stream, known, clock)], GearUse.Chosen(answer.Body!, null, inHand));
    }

    /// <summary>Which column of a table is likely to be what: a <see cref="ResultMapping"/> as JSON.</summary>
    /// <param name="table">A <see cref="ResultTable"/> as JSON.</param>
    [JSExport]
    public static string GuessColumns(string table) =>
        JsonSerializer.Serialize(ResultColumns.Guess(Table(table).Header, held!.Cable.Plan.At(held.Cable.Grade)[0]), CoreJson.Default.ResultMapping);

    /// <summary>What the rows of a table would be in the run that is held: a <see cref="ResultPreview"/> as JSON.</summary>
    [JSExport]
    public static string PreviewResults(string look, string table, string mapping) =>
        JsonSerializer.Serialize(Import(look, table, mapping).Preview(), CoreJson.Default.ResultPreview);

    /// <summary>Makes the events of a table's readings, all of them or none.</summary>
    /// <returns>As of <see cref="BenchExports.Act"/>.</returns>
    [JSExport]
    public static string TakeResults(string look, string table, string mapping, string stamp)
    {
        // Several rows may be of one link: each of their events follows the one before.
        var known = new Dictionary<Guid, int>();
        var acts = new List<StreamAct>();
        foreach (var (stream, body) in Import(look, table, mapping).Take())
        {
            var link = Links.GetValueOrDefault(stream);
            known[stream] = known.TryGetValue(stream, out var before) ? before + 1 : link?.Events.Count ?? 0;
            acts.Add(new StreamAct(body, null, [(stream, known[stream], link?.LastClock ?? default)]));
        }

        return Stamps.Texts(Stamps.Put(stamp, acts));
    }

    private static ResultImport Import(string look, string table, string mapping) =>
        new(RunAt(look), Table(table), JsonSerializer.Deserialize(mapping, CoreJson.Default.ResultMapping)!, Phrasebook.English);

    private static ResultTable Table(string table) => JsonSerializer.Deserialize(table, CoreJson.Default.ResultTable)!;

    private static RunRequest Read(string run) => JsonSerializer.Deserialize(run, CoreJson.Default.RunRequest)!;

    private static TestRun RunAt(string look) => held!.At(JsonSerializer.Deserialize(look, CoreJson.Default.RunLook)!);
}
