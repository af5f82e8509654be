using System.Diagnostics;
using System.Text.Json;
using Rhabdon.Core;
using Rhabdon.Core.Bench;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Units;
using Rhabdon.Core.Verification;

namespace Rhabdon.Bench;

/// <summary>Folds 100,000 events, set beside reading the same events from their JSON.</summary>
internal static class FoldBench
{
    private const int Events = 100_000;

    public static void Run()
    {
        var book = StarterRecipes.Book();
        var streams = Streams(book);
        var texts = streams.SelectMany(s => s.Events).Select(e => JsonSerializer.SerializeToUtf8Bytes(e, CoreJson.Default.BenchEvent)).ToArray();
        var (fold, read) = (new List<double>(), new List<double>());
        for (var run = 0; run < 6; run++)
        {
            fold.Add(Time(() => streams.ForEach(s => TerminationFold.Fold(s.Termination, s.Events, book))));
            read.Add(Time(() => Array.ForEach(texts, t => JsonSerializer.Deserialize(t, CoreJson.Default.BenchEvent))));
        }

        var (folding, reading) = (new Timed([.. fold.Skip(1)]).Median, new Timed([.. read.Skip(1)]).Median);
        Timed.Say(
            $"fold: {Events:#,0} events of {streams.Count:#,0} strands in {Timed.Number(folding)} ms; reading them from JSON {Timed.Number(reading)} ms; ratio {Timed.Number(folding / reading)}"
        );
    }

    private static double Time(Action what)
    {
        var watch = Stopwatch.StartNew();
        what();
        return watch.Elapsed.TotalMilliseconds;
    }

    // Strands that each went through M4 with light seen once and a tap.
    private static List<(Guid Termination, IReadOnlyList<BenchEvent> Events)> Streams(RecipeBook book)
    {
        var (streams, made) = (new List<(Guid, IReadOnlyList<BenchEvent>)>(), 0);
        while (made < Events)
        {
            var termination = Guid.CreateVersion7();
            var stream = Story(termination, book, streams.Count + 1);
            stream = [.. stream.Take(Events - made)];
            streams.Add((termination, stream));
            made += stream.Count;
        }

        return streams;
    }

    private static List<BenchEvent> Story(Guid termination, RecipeBook book, int number)
    {
        var (stream, device, looks) = (new List<BenchEvent>(), Guid.CreateVersion7(), 0);
        Add(new Planned(CableEnd.Near, ConnectorType.SC, Polish.UPC, FiberGrade.OM4, CableBuild.TightBuffer900, "M4", Length.Mm(500), Length.Mm(300)));
        Add(new Begun());
        while (FoldedTermination.Of(termination, stream, book) is { State: { IsOver: false } state } folded)
        {
            Add(
                IntentHandler
                    .Answer(folded, book, state.Trouble is null ? new DoneWith(state.Step!, Read(state.Step!)) : new ChooseAction("tap"), LengthUnit.Millimeter)
                    .Body!
            );
        }

        return stream;

        string? Read(string step) =>
            step switch
            {
                "strip" => "30",
                "clean" => "99",
                "integrity" => "held",
                "holder" => "1.2",
                "cleave" => "10",
                "open" => "50",
                "light" => looks++ == 0 ? "light" : "none",
                _ => null,
            };

        void Add(EventBody body) =>
            stream.Add(
                new BenchEvent(
                    Guid.CreateVersion7(),
                    device,
                    stream.Count + 1,
                    new HybridTime(1_800_000_000_000 + (number * 100_000) + (stream.Count * 1_000), 0),
                    DateTimeOffset.UnixEpoch.AddYears(56),
                    Guid.Empty,
                    Rulebook.Version,
                    [new Subject(termination, stream.Count)],
                    body,
                    new RecipeRef("M4", 1)
                )
            );
    }
}
