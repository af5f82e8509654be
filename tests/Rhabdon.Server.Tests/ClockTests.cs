using System.Net.Http.Json;
using System.Text.Json.Nodes;
using Microsoft.Extensions.DependencyInjection;
using Rhabdon.Core.Bench;
using Rhabdon.Core.Preparation;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Units;
using Rhabdon.Data;
using Rhabdon.Server.Recipes;

namespace Rhabdon.Server.Tests;

/// <summary>A time that one tablet started is told to all of its crew, and to nobody else.</summary>
public sealed class ClockTests(Host host) : IClassFixture<Host>
{
    [Fact]
    public async Task An_oven_that_one_switched_on_warms_up_on_every_tablet_of_the_crew()
    {
        var (heron, lead, sandpiper) = (await host.SignedIn(), await host.SignedIn("lead", "saltmarsh-lead"), await Sandpiper());
        var session = Guid.CreateVersion7();
        Assert.Equal((int[])[200], await heron.SendAsync(heron.Make(session, new SessionBegun("PH1"), 0) with { Recipe = null }));
        Assert.Equal((int[])[200], await heron.SendAsync(heron.Make(session, new ReadySaid("step H1 oven", true), 1) with { Recipe = null }));

        var line = Assert.Single(await ClocksAsync(lead), c => c!["kind"]!.ToString() == "warm-up")!;
        Assert.Equal(("Oven on · PH1", 360), (line["where"]!.ToString(), line["seconds"]!.GetValue<int>()));
        Assert.Empty(await ClocksAsync(sandpiper));

        Assert.Equal((int[])[200], await heron.SendAsync(heron.Make(session, new SessionEnded(), 2) with { Recipe = null }));
        Assert.DoesNotContain(await ClocksAsync(lead), c => c!["kind"]!.ToString() == "warm-up");
    }

    [Fact]
    public async Task A_load_is_one_clock_until_it_is_done_and_the_record_holds_it_as_it_is_folded()
    {
        var (heron, lead, sandpiper) = (await host.SignedIn(), await host.SignedIn("lead", "saltmarsh-lead"), await Sandpiper());
        var cable = await lead.AddCableAsync($"CLK{Guid.NewGuid()}"[..12], 2, "H1");
        var strands = (await lead.TerminationsAsync(cable, "near")).Take(2).ToList();
        var subjects = new List<Subject>();
        foreach (var strand in strands)
        {
            subjects.Add(new Subject(strand, await WorkToAsync(heron, strand, "cool")));
        }

        Assert.Equal((int[])[200], await heron.SendAsync(heron.Make(subjects, new ClockStarted(1, 1, "cool"), Recipe)));
        var line = Assert.Single(await ClocksAsync(lead), c => c!["kind"]!.ToString() == "cool")!;
        Assert.Equal((2, 240), (line["strands"]!.AsArray().Count, line["seconds"]!.GetValue<int>()));
        Assert.StartsWith("strands 1, 2", line["where"]!.ToString(), StringComparison.Ordinal);
        Assert.DoesNotContain(await ClocksAsync(sandpiper), c => c!["kind"]!.ToString() == "cool");
        Assert.Empty(await DifferingAsync());

        // One of the two is taken up again: the other still cools.
        var done = heron.Make([subjects[0] with { Known = subjects[0].Known + 1 }], new StepDone(1, 1, "cool"), Recipe);
        Assert.Equal((int[])[200], await heron.SendAsync(done));
        line = Assert.Single(await ClocksAsync(lead), c => c!["kind"]!.ToString() == "cool")!;
        Assert.Equal(strands[1], Assert.Single(line["strands"]!.AsArray())!.GetValue<Guid>());
        Assert.Empty(await DifferingAsync());
    }

    [Fact]
    public async Task How_long_a_round_takes_is_open_to_anyone()
    {
        var answer = await host.CreateClient()
            .PostAsJsonAsync(
                "/api/v1/calc/round",
                new
                {
                    recipe = "S2",
                    build = "tight-buffer-900",
                    ends = 12,
                }
            );
        var round = (await answer.Content.ReadFromJsonAsync<JsonNode>())!;
        Assert.InRange(round["seconds"]!.GetValue<double>(), 12 * 240, round["stageByStage"]!.GetValue<double>());
        Assert.Equal(12, round["moves"]!.AsArray().Select(m => m!["end"]!.GetValue<int>()).Distinct().Count());
    }

    private static RecipeRef Recipe => new("H1", StarterRecipes.Book().Latest("H1")!.Ref.Version);

    private static async Task<JsonArray> ClocksAsync(TestTablet tablet) => (await tablet.Client.GetFromJsonAsync<JsonArray>("/api/v1/clocks"))!;

    private Task<TestTablet> Sandpiper() => host.SignedIn("sandpiper", "saltmarsh-sandpiper");

    private async Task<IReadOnlyList<Guid>> DifferingAsync()
    {
        var book = await host.Services.GetRequiredService<RecipeBookCache>().BookAsync();
        return (await host.Services.GetRequiredService<EventStore>().RebuildAsync(book, write: false)).Differing;
    }

    // A strand from its beginning up to a step, read well.
    private async Task<int> WorkToAsync(TestTablet tablet, Guid strand, string last)
    {
        var book = await host.Services.GetRequiredService<RecipeBookCache>().BookAsync();
        var store = host.Services.GetRequiredService<EventStore>();
        while (true)
        {
            var stream = (await store.TerminationsAsync([strand], book))[strand];
            if (stream.State.Step == last)
            {
                return stream.Events.Count;
            }

            BenchIntent intent = stream.State.StepToDo is { } step ? new DoneWith(step.Id, Good(step, stream.State)) : new BeginWork();
            var answer = IntentHandler.Answer(stream, book, intent, LengthUnit.Millimeter);
            Assert.Null(answer.Fault);
            var recipe = stream.State.Recipe ?? book.Latest("H1")!.Ref;
            Assert.Equal((int[])[200], await tablet.SendAsync(tablet.Make([new Subject(strand, stream.Events.Count)], answer.Body!, recipe)));
        }
    }

    private static string? Good(Step step, TerminationState state) =>
        step.Ask is not { } ask ? null
        : ask.IsLength ? ResolvedDimension.Of(step, state.Worked!, state.Recleave)!.Target.ToString()
        : ask.Choices.First(c => c.Grade == ReadingGrade.Good).Value;
}
