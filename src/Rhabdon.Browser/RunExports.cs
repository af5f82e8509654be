using System.Runtime.InteropServices.JavaScript;
using System.Runtime.Versioning;
using System.Text.Json;
using Rhabdon.Core;
using Rhabdon.Core.Bench;
using Rhabdon.Core.Meters;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Results;
using Rhabdon.Core.Runs;

namespace Rhabdon.Browser;

/// <summary>The doors of a test run: links and references held here, what the screen shows, and the events of what is done.</summary>
[SupportedOSPlatform("browser")]
public static partial class RunExports
{
    private static readonly Dictionary<Guid, FoldedLink> Links = [];
    private static readonly Dictionary<Guid, FoldedReference> References = [];

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
    }

    /// <summary>The streams that a run reads, as a JSON list: its links, then its references.</summary>
    [JSExport]
    public static string StreamsOfRun(string run)
    {
        var asked = Read(run);
        return JsonSerializer.Serialize([.. asked.Cable.Strands.Select(s => asked.Cable.PlaceOf(s.Strand).Id), .. asked.References], CoreJson.Default.ListGuid);
    }

    /// <summary>What the screen of a run that is held shows: a <see cref="RunView"/> as JSON.</summary>
    [JSExport]
    public static string ViewRun(string run) => JsonSerializer.Serialize(new RunViewer(Phrasebook.English, "en").View(RunOf(run)), CoreJson.Default.RunView);

    /// <summary>Judges what is being typed: a <see cref="RunJudged"/> as JSON.</summary>
    /// <param name="read">A <see cref="ReadLoss"/> as JSON.</param>
    [JSExport]
    public static string JudgeRun(string run, string read) =>
        JsonSerializer.Serialize(
            new RunViewer(Phrasebook.English, "en").Judge(RunOf(run), (ReadLoss)JsonSerializer.Deserialize(read, CoreJson.Default.RunDeed)!),
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

    /// <summary>Makes the event of something done in a run.</summary>
    /// <param name="deed">A <see cref="RunDeed"/> as JSON.</param>
    /// <param name="fresh">The id of the stream that a new reference begins.</param>
    /// <returns>As of <see cref="BenchExports.Act"/>.</returns>
    [JSExport]
    public static string ActRun(string run, string deed, string fresh, string stamp)
    {
        var answer = RunOf(run).Answer(JsonSerializer.Deserialize(deed, CoreJson.Default.RunDeed)!, Guid.Parse(fresh));
        if (answer.Fault is { } fault)
        {
            return Stamps.Words(("field", fault.Field), ("says", Phrasebook.English.Say(fault.Says)));
        }

        var (known, clock) =
            Links.TryGetValue(answer.Stream, out var link) ? (link.Events.Count, link.LastClock)
            : References.TryGetValue(answer.Stream, out var reference) ? (reference.Events.Count, reference.LastClock)
            : (0, default);
        return Stamps.Texts(Stamps.Put(stamp, [new StreamAct(answer.Body!, null, [(answer.Stream, known, clock)])]));
    }

    /// <summary>Which column of a table is likely to be what: a <see cref="ResultMapping"/> as JSON.</summary>
    /// <param name="table">A <see cref="ResultTable"/> as JSON.</param>
    [JSExport]
    public static string GuessColumns(string run, string table)
    {
        var asked = Read(run);
        return JsonSerializer.Serialize(ResultColumns.Guess(Table(table).Header, asked.Cable.Plan.At(asked.Cable.Grade)[0]), CoreJson.Default.ResultMapping);
    }

    /// <summary>What the rows of a table would be in a run that is held: a <see cref="ResultPreview"/> as JSON.</summary>
    [JSExport]
    public static string PreviewResults(string run, string table, string mapping) =>
        JsonSerializer.Serialize(Import(run, table, mapping).Preview(), CoreJson.Default.ResultPreview);

    /// <summary>Makes the events of a table's readings, all of them or none.</summary>
    /// <returns>As of <see cref="BenchExports.Act"/>.</returns>
    [JSExport]
    public static string TakeResults(string run, string table, string mapping, string stamp)
    {
        // Several rows may be of one link: each of their events follows the one before.
        var known = new Dictionary<Guid, int>();
        var acts = new List<StreamAct>();
        foreach (var (stream, body) in Import(run, table, mapping).Take())
        {
            var link = Links.GetValueOrDefault(stream);
            known[stream] = known.TryGetValue(stream, out var before) ? before + 1 : link?.Events.Count ?? 0;
            acts.Add(new StreamAct(body, null, [(stream, known[stream], link?.LastClock ?? default)]));
        }

        return Stamps.Texts(Stamps.Put(stamp, acts));
    }

    private static ResultImport Import(string run, string table, string mapping) =>
        new(RunOf(run), Table(table), JsonSerializer.Deserialize(mapping, CoreJson.Default.ResultMapping)!, Phrasebook.English);

    private static ResultTable Table(string table) => JsonSerializer.Deserialize(table, CoreJson.Default.ResultTable)!;

    private static RunRequest Read(string run) => JsonSerializer.Deserialize(run, CoreJson.Default.RunRequest)!;

    private static TestRun RunOf(string run) =>
        new(
            Read(run),
            id => Links.TryGetValue(id, out var link) ? link.State : new LinkState(id, null, [], []),
            id => References.TryGetValue(id, out var reference) ? reference.State : new ReferenceState(id)
        );
}
