using System.Net.Http.Json;
using System.Text.Json.Nodes;
using Microsoft.Extensions.DependencyInjection;
using Rhabdon.Core.Bench;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.Links;
using Rhabdon.Core.Tools;
using Rhabdon.Core.Units;
using Rhabdon.Data;
using Rhabdon.Server.Recipes;

namespace Rhabdon.Server.Tests;

/// <summary>Tools and lots come through the same door as all else; what they are used for is counted from the work itself.</summary>
public sealed class GearTests(Host host) : IClassFixture<Host>
{
    [Fact]
    public async Task What_a_tool_was_used_for_is_counted_from_the_work_and_from_its_last_renewal()
    {
        var heron = await host.SignedIn();
        var cleaver = await TakenInAsync(heron, "cleaver");
        var strand = await NewStrandAsync();
        await WorkToAsync(heron, strand, "cleave", new GearUsed("cleaver", cleaver));
        Assert.Equal(1, await TimesAsync(heron, cleaver));
        var strands = (await heron.Client.GetFromJsonAsync<JsonArray>($"/api/v1/gear/{cleaver}/strands"))!;
        Assert.Equal(strand, Assert.Single(strands)!["termination"]!.GetValue<Guid>());

        // A stranger to the job sees no strand of it, and nothing of another crew's gear.
        var sandpiper = await host.SignedIn("sandpiper", "saltmarsh-sandpiper");
        Assert.DoesNotContain(await GearAsync(sandpiper), g => g!["id"]!.GetValue<Guid>() == cleaver);

        Assert.Equal((int[])[200], await heron.SendAsync(heron.Make(cleaver, new GearRenewed("blade"), 1) with { Recipe = null }));
        Assert.Equal(0, await TimesAsync(heron, cleaver));
        var (_, differing) = await host
            .Services.GetRequiredService<EventStore>()
            .RebuildAsync(await host.Services.GetRequiredService<RecipeBookCache>().BookAsync(), write: false);
        Assert.Empty(differing);
    }

    // A strand takes one connector and its alcohol from the lots in hand; a count begins anew, and what is still to be made is told beside them.
    [Fact]
    public async Task What_the_work_used_up_is_taken_off_its_lot()
    {
        var heron = await host.SignedIn();
        var before = await AheadAsync(heron);
        var strand = await NewStrandAsync();
        Assert.Equal(before + 2, await AheadAsync(heron));
        var (box, bottle) = (await TakenInAsync(heron, "connectors", 100), await TakenInAsync(heron, "alcohol", 250));
        await WorkToAsync(heron, strand, null, new GearUsed("connectors", box), new GearUsed("alcohol", bottle));
        Assert.Equal((1, 1), (await StockAsync(heron, box), await StockAsync(heron, bottle)));
        Assert.Equal(before + 1, await AheadAsync(heron));
        Assert.Equal((int[])[200], await heron.SendAsync(heron.Make(box, new GearCounted(98), 1) with { Recipe = null }));
        Assert.Equal(0, await StockAsync(heron, box));
        var (_, differing) = await host
            .Services.GetRequiredService<EventStore>()
            .RebuildAsync(await host.Services.GetRequiredService<RecipeBookCache>().BookAsync(), write: false);
        Assert.Empty(differing);

        static async Task<decimal> AheadAsync(TestTablet tablet) =>
            (await tablet.Client.GetFromJsonAsync<JsonNode>("/api/v1/gear"))!["needs"]!
                .AsArray()
                .Single(n => n!["kind"]!.ToString() == "connectors" && n["connector"]!.ToString() == "SC")!["amount"]!.GetValue<decimal>();

        static async Task<decimal> StockAsync(TestTablet tablet, Guid lot) =>
            (await GearAsync(tablet)).Single(g => g!["id"]!.GetValue<Guid>() == lot)!["counts"]!.AsArray().Single(c => c!["counter"]!.ToString() == "stock")![
                "times"
            ]!.GetValue<decimal>();
    }

    // Five strands in a row that were cut off, all with one blade: whoever looks at a link that fails is told of it.
    [Fact]
    public async Task A_link_that_fails_tells_of_a_blade_that_has_trouble()
    {
        var heron = await host.SignedIn();
        var cleaver = await TakenInAsync(heron, "cleaver");
        var lead = await host.SignedIn("lead", "saltmarsh-lead");
        var cable = await lead.AddCableAsync($"BLADE{Guid.NewGuid()}"[..12], 8);
        var strands = await lead.TerminationsAsync(cable, "near");
        foreach (var strand in strands)
        {
            await WorkToAsync(heron, strand, "cleave", new GearUsed("cleaver", cleaver));
            await DoAsync(heron, strand, new ReportTrouble("cleave-chipped"), new GearUsed("cleaver", cleaver));
            await DoAsync(heron, strand, new ChooseAction("escalate", "No fiber left."), new GearUsed("cleaver", cleaver));
        }

        var alarms = (await heron.Client.GetFromJsonAsync<JsonNode>("/api/v1/gear/alarms"))!["gear"]!.AsArray();
        Assert.Contains(alarms, a => a!["gear"]!.GetValue<Guid>() == cleaver);
        var job = (await heron.Client.GetFromJsonAsync<JsonNode>($"/api/v1/bench?strands={strands[0]}"))!["strands"]![0]!["job"]!.GetValue<Guid>();
        var (place, basis) = (LinkPlace.Of(job, cable, 1), new LossBasis("tia", FiberGrade.OM4, Length.Mm(90_000), ReferenceMethod.OneCord));
        var loss = Decibel.Of(2.9m);
        var read = new LossRead(place, 850, CableEnd.Near, loss, basis.Limit(850), basis.Judge(850, loss), basis, Guid.CreateVersion7());
        Assert.Equal((int[])[200], await heron.SendAsync(heron.Make(place.Id, read, 0)));
        var page = (await heron.Client.GetFromJsonAsync<JsonNode>($"/api/v1/cables/{cable}/links/1"))!;
        Assert.Contains("the tool or lot of the near end has failed more often than others", page["diagnosis"]!.ToJsonString());
    }

    // An attempt that is over tells what served it: the alarms reckon with that.
    [Fact]
    public async Task An_attempt_that_is_over_names_what_it_was_done_with()
    {
        var heron = await host.SignedIn();
        var cleaver = await TakenInAsync(heron, "cleaver");
        await WorkToAsync(heron, await NewStrandAsync(), null, new GearUsed("cleaver", cleaver));
        var access = new Access(heron.Person, Core.Rights.Role.Installer, DateTime.UtcNow);
        var ended = await host.Services.GetRequiredService<GearStore>().AttemptsAsync(access, DateTime.UtcNow.AddDays(-1));
        var own = Assert.Single(ended, a => a.Gear.Contains(cleaver));
        Assert.Equal((heron.Person, "mechanical", "accepted", 1), (own.Actor, own.Method, own.Outcome, own.Tries));
        var alarms = (await heron.Client.GetFromJsonAsync<JsonNode>("/api/v1/gear/alarms"))!;
        Assert.DoesNotContain(alarms["gear"]!.AsArray(), a => a!["gear"]!.GetValue<Guid>() == cleaver);
        Assert.Null(alarms["training"]);
    }

    // What was done counts, whatever it is said to have been done with.
    [Fact]
    public async Task Work_done_with_gear_that_nobody_knows_of_is_kept()
    {
        var heron = await host.SignedIn();
        await WorkToAsync(heron, await NewStrandAsync(), "mark", new GearUsed("cleaver", Guid.CreateVersion7()));
        Assert.Equal((int[])[404], await heron.SendAsync(heron.Make(Guid.CreateVersion7(), new GearRenewed("blade"), 0) with { Recipe = null }));
    }

    [Fact]
    public async Task Whoever_works_sets_aside_and_only_a_lead_releases()
    {
        var (heron, lead, viewer) = (await host.SignedIn(), await host.SignedIn("lead", "saltmarsh-lead"), await host.SignedIn("viewer", "saltmarsh-viewer"));
        var lot = await TakenInAsync(heron, "connectors");
        Assert.Equal((int[])[403], await viewer.SendAsync(viewer.Make(lot, new GearQuarantined("Looks odd."), 1) with { Recipe = null }));
        Assert.Equal((int[])[200], await heron.SendAsync(heron.Make(lot, new GearQuarantined("No light, three times."), 1) with { Recipe = null }));
        Assert.Equal((int[])[403], await heron.SendAsync(heron.Make(lot, new GearReleased("Fine."), 2) with { Recipe = null }));
        Assert.Equal((int[])[200], await lead.SendAsync(lead.Make(lot, new GearReleased("Another tool was at fault."), 2) with { Recipe = null }));
    }

    // The session's person, and nobody else, sees where they work and what they have in hand.
    [Fact]
    public async Task A_work_session_keeps_what_is_in_hand_and_what_was_said()
    {
        var (heron, lead) = (await host.SignedIn(), await host.SignedIn("lead", "saltmarsh-lead"));
        var session = Guid.CreateVersion7();
        var said = (
            Event(0, new SessionBegun("Closet 3")),
            Event(1, new GearInUse([new GearInHand("cleaver", Guid.CreateVersion7())])),
            Event(2, new ReadySaid("glasses", true))
        );
        Assert.Equal((int[])[200, 200, 200], await heron.SendAsync(said.Item1, said.Item2, said.Item3));
        Assert.Contains(session, await SessionsAsync(heron));
        Assert.DoesNotContain(session, await SessionsAsync(lead));
        Assert.Equal((int[])[200], await heron.SendAsync(Event(3, new SessionEnded())));
        Assert.Equal((int[])[422], await heron.SendAsync(Event(4, new ReadySaid("bin", true))));

        BenchEvent Event(int known, EventBody body) => heron.Make(session, body, known) with { Recipe = null };
    }

    [Fact]
    public async Task How_a_tool_stands_and_what_a_session_asks_is_reckoned_for_anyone()
    {
        var client = host.CreateClient();
        var gear = new
        {
            id = Guid.CreateVersion7(),
            card = new
            {
                gear = "cleaver",
                name = "C",
                code = "C1",
                crew = Guid.CreateVersion7(),
            },
            since = DateTimeOffset.UtcNow,
        };
        var line = await PostAsync(
            "/api/v1/calc/gear",
            new
            {
                gear,
                counts = new[] { new { counter = "blade", times = 1000 } },
                look = new { now = DateTimeOffset.UtcNow },
            }
        );
        Assert.Equal(("due", "Turn the blade now."), (line["standing"]!.ToString(), line["says"]![0]!.ToString()));
        var session = new
        {
            session = Guid.CreateVersion7(),
            place = "PH1",
            began = DateTimeOffset.UtcNow,
        };
        var ready = await PostAsync(
            "/api/v1/calc/ready",
            new
            {
                session = new
                {
                    session,
                    earlier = Array.Empty<object>(),
                    gear = Array.Empty<object>(),
                    now = DateTimeOffset.UtcNow,
                },
                recipes = new[] { "H1" },
                build = "cordage-3.0",
            }
        );
        Assert.Contains(ready["lines"]!.AsArray(), l => l!["id"]!.ToString() == "step H1 oven");

        async Task<JsonNode> PostAsync(string path, object body) => (await (await client.PostAsJsonAsync(path, body)).Content.ReadFromJsonAsync<JsonNode>())!;
    }

    private static async Task<Guid> TakenInAsync(TestTablet tablet, string gear, decimal? amount = null)
    {
        var crew = (await tablet.Client.GetFromJsonAsync<JsonNode>("/api/v1/gear"))!["crews"]![0]!["id"]!.GetValue<Guid>();
        var id = Guid.CreateVersion7();
        var card = new GearCard(gear, $"A {gear}", $"{id.ToString()[^4..]}", crew);
        Assert.Equal((int[])[200], await tablet.SendAsync(tablet.Make(id, new GearTakenIn(card, amount), 0) with { Recipe = null }));
        return id;
    }

    private async Task<Guid> NewStrandAsync()
    {
        var lead = await host.SignedIn("lead", "saltmarsh-lead");
        return (await lead.TerminationsAsync(await lead.AddCableAsync($"GEAR{Guid.NewGuid()}"[..12], 1), "near"))[0];
    }

    // A strand from its beginning through a step, or to its end, as the bench would do it, with something in hand.
    private async Task WorkToAsync(TestTablet tablet, Guid strand, string? last, params GearUsed[] with)
    {
        for (var (isDone, state) = (false, await StateAsync(strand)); !isDone && !state.IsOver; state = await StateAsync(strand))
        {
            BenchIntent intent = state.Recipe is null ? new BeginWork() : new DoneWith(state.Step!, Reading(state.Step!));
            await DoAsync(tablet, strand, intent, with);
            isDone = last is not null && state.Step == last;
        }
    }

    private async Task DoAsync(TestTablet tablet, Guid strand, BenchIntent intent, params GearUsed[] with)
    {
        var book = await host.Services.GetRequiredService<RecipeBookCache>().BookAsync();
        var stream = (await host.Services.GetRequiredService<EventStore>().TerminationsAsync([strand], book))[strand];
        var answer = IntentHandler.Answer(stream, book, intent, LengthUnit.Millimeter);
        Assert.Null(answer.Fault);
        var made = tablet.Make(strand, answer.Body!, stream.Events.Count) with
        {
            Recipe = stream.State.Recipe ?? book.Latest(stream.State.Plan!.RecipeId)!.Ref,
            With = with,
        };
        Assert.Equal((int[])[200], await tablet.SendAsync(made));
    }

    private async Task<TerminationState> StateAsync(Guid strand) =>
        (
            await host
                .Services.GetRequiredService<EventStore>()
                .TerminationsAsync([strand], await host.Services.GetRequiredService<RecipeBookCache>().BookAsync())
        )[strand].State;

    private static string? Reading(string step) =>
        step switch
        {
            "coating" => "30.2",
            "clean" => "99",
            "integrity" => "held",
            "holder" => "1.2",
            "cleave" => "10.1",
            "open" => "50",
            "light" => "none",
            _ => null,
        };

    private static async Task<JsonArray> GearAsync(TestTablet tablet) => (await tablet.Client.GetFromJsonAsync<JsonNode>("/api/v1/gear"))!["gear"]!.AsArray();

    private static async Task<int> TimesAsync(TestTablet tablet, Guid gear) =>
        (await GearAsync(tablet)).Single(g => g!["id"]!.GetValue<Guid>() == gear)!["counts"]![0]!["times"]!.GetValue<int>();

    private static async Task<IEnumerable<Guid>> SessionsAsync(TestTablet tablet) =>
        (await tablet.Client.GetFromJsonAsync<JsonNode>("/api/v1/gear"))!["sessions"]!.AsArray().Select(s => s!.GetValue<Guid>());
}
