using System.Globalization;
using System.Runtime.InteropServices.JavaScript;
using System.Runtime.Versioning;
using System.Text.Json;
using Rhabdon.Core;
using Rhabdon.Core.Bench;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Timing;

namespace Rhabdon.Browser;

/// <summary>The doors of the times that run.</summary>
[SupportedOSPlatform("browser")]
public static partial class TimingExports
{
    /// <summary>The times that run for these strands, and those that a person's sessions have started: a JSON list of <see cref="ClockLine"/>.</summary>
    /// <param name="strands">A JSON list of <see cref="StrandHere"/>.</param>
    /// <param name="events">All of theirs; the strands need not be held.</param>
    [JSExport]
    public static string ViewClocks(string strands, string events, string person, string now)
    {
        var given = JsonSerializer
            .Deserialize(events, CoreJson.Default.ListBenchEvent)!
            .SelectMany(e => e.About, (e, subject) => (subject.Id, Event: e))
            .ToLookup(e => e.Id, e => e.Event);
        var lines = new ClockBoard(BenchExports.Book, Phrasebook.English, "en").Lines(
            JsonSerializer
                .Deserialize(strands, CoreJson.Default.ListStrandHere)!
                .Select(s => new ClockedStrand(s.Strand, s.Cable, FoldedTermination.Of(s.Termination, given[s.Termination], BenchExports.Book).State)),
            GearExports.SessionsOf(Guid.Parse(person)),
            DateTimeOffset.Parse(now, CultureInfo.InvariantCulture)
        );
        return JsonSerializer.Serialize([.. lines], CoreJson.Default.ListClockLine);
    }
}
