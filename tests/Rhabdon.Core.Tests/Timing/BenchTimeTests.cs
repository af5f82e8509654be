using Rhabdon.Core.Bench;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Tests.Bench;
using Rhabdon.Core.Timing;
using Rhabdon.Core.Units;

namespace Rhabdon.Core.Tests.Timing;

/// <summary>
/// The clocks of a bench, what is said to be done once, and what to do now, on strands that are really worked (sequences by common practice).
/// </summary>
public class BenchTimeTests
{
    private static readonly RecipeBook Book = StarterRecipes.Book();
    private static readonly Guid Session = new("01900000-0000-7000-8000-0000000000cc");

    // Hot-melt: six cool as one load, 240 s; no time of the recipe does harm by being late.
    [Fact]
    public void A_load_is_one_clock_however_many_strands_it_holds()
    {
        var strands = Strands("H1", 3);
        strands.ForEach(s => s.Until("cool"));
        var load = Shared(strands, new ClockStarted(1, 1, "cool"));
        var line = Assert.Single(Board().Lines(Clocked(strands), [], load.At));
        Assert.Equal((load.Id, "cool", "Cool, untouched", 240), (line.Load, line.Kind, line.Title, line.Seconds));
        Assert.Equal("strands 1–3 · WS-1", line.Where);
        Assert.Equal((null, null), (line.Late, line.LateSays));
        Assert.Equal(3, line.Strands.Count);

        // Done, it is gone; a day later nobody waits any more.
        strands[0].Wait(250);
        strands[0].Do(new DoneWith("cool", null));
        Assert.Equal("strands 2, 3 · WS-1", Assert.Single(Board().Lines(Clocked(strands), [], load.At)).Where);
        Assert.Empty(Board().Lines(Clocked(strands), [], load.At.AddHours(24)));
    }

    [Fact]
    public void An_oven_that_warms_up_and_a_mix_are_clocks_of_the_session()
    {
        var now = new DateTimeOffset(2026, 11, 30, 9, 0, 0, TimeSpan.Zero);
        var session = OpenSession(now, ("step H1 oven", now), ("step E1 mix", now.AddMinutes(-29)), ("glasses", now));
        var lines = Board().Lines([], [session], now.AddMinutes(5));
        Assert.Equal(["pot-life", "warm-up"], lines.Select(l => l.Kind));
        Assert.Equal(("Oven on · PH1", 360, (int?)null), (lines[1].Where, lines[1].Seconds, lines[1].Late));

        // The mix went off four minutes ago: what that means is told.
        Assert.Equal(1800, lines[0].Late);
        Assert.StartsWith("The mix has begun to set.", lines[0].LateSays, StringComparison.Ordinal);
        Assert.Empty(Board().Lines([], [session], now.AddHours(1)));
        Assert.Empty(Board().Lines([], [session with { Ended = now }], now));
    }

    [Fact]
    public void A_step_that_stands_for_the_session_is_passed_over_at_the_bench()
    {
        var strand = new StrandAtWork("S1", null);
        Assert.Equal("calibrate", View([strand], null).Bench!.Step!.Id);
        Assert.Equal(["step S1 calibrate"], View([strand], null).Bench!.Step!.SessionItems);

        var said = Standing(strand.State.LastClock, "step S1 calibrate", "step S1 splicer");
        var step = View([strand], said).Bench!.Step!;
        Assert.Equal(("stub-type", null), (step.Id, step.Card));
        Assert.Equal(["calibrate", "splicer"], step.Passed!.Select(p => p.Id));
        Assert.Empty(step.SessionItems!);

        // One tap does all three; the question of the passed one was answered at the ready check.
        strand.Do(new DoneWith("stub-type", "50", From: "calibrate"));
        Assert.Equal("parts", strand.State.Step);
    }

    // A syringe is filled for a batch, and a mix is good for its pot life: neither stands for a day.
    [Fact]
    public void What_comes_between_the_work_is_done_for_each_batch()
    {
        var (anaerobic, heat) = (new StrandAtWork("A1", null).Recipe, new StrandAtWork("E1", null).Recipe);
        var at = DateTimeOffset.UnixEpoch;
        var said = new SessionSteps(
            new Dictionary<string, DateTimeOffset>
            {
                ["step A1 syringe"] = at,
                ["step E1 mix"] = at,
                ["step E1 oven"] = at,
            },
            at.AddMinutes(20)
        );
        Assert.False(said.Stands(anaerobic, StepOf(anaerobic, "syringe")));
        Assert.False(SessionSteps.IsTold(anaerobic, StepOf(anaerobic, "syringe")));
        Assert.True(said.Stands(heat, StepOf(heat, "oven")));
        Assert.True(said.Stands(heat, StepOf(heat, "mix")));
        Assert.False((said with { Now = at.AddMinutes(31) }).Stands(heat, StepOf(heat, "mix")));
    }

    // Six ends, a cold oven: it is switched on for all of them with one tap, then boots go on while it warms.
    [Fact]
    public void With_a_cold_oven_it_goes_on_first_and_boots_go_on_meanwhile()
    {
        var strands = Strands("H1", 6);
        var view = View(strands, null);
        Assert.Equal(("oven", 6), (view.Bench!.Step!.Id, view.Together.Count));
        Assert.Equal("It takes 6 min, and the work goes on meanwhile.", view.Now!.Why);

        var oven = Shared(strands, new StepDone(1, 1, "oven"));
        view = View(strands, Standing(oven.Clock, "step H1 oven"));
        Assert.Equal(("parts", 6), (view.Bench!.Step!.Id, view.Together.Count));
    }

    // One place in the heater: while a sleeve is in it, hands go on with another strand, and come back when it is done.
    [Fact]
    public void While_a_sleeve_heats_the_next_strand_is_worked()
    {
        var strands = Strands("S2", 2);
        strands[0].Until("heat");
        strands[1].Until("holder");
        Shared([strands[0]], new ClockStarted(1, 1, "heat"));
        var view = View(strands, null);
        Assert.Equal((strands[1].Id, "holder"), (view.Focus, view.Bench!.Step!.Id));
        Assert.Equal("There is time for it while the other runs.", view.Now!.Why);

        // By the habit as well: what runs by itself is nobody's turn.
        Assert.Equal(strands[1].Id, View(strands, null, Pace.StageByStage).Focus);

        // The second joint waits for the place: nothing is left to do until the first is out.
        strands[1].Until("heat");
        var started = strands[0].State.Clock!.Since;
        view = View(strands, null, at: started.AddSeconds(50));
        Assert.Equal((strands[0].Id, started.AddSeconds(60)), (view.Focus, view.Now!.Until));
        view = View(strands, null, at: started.AddSeconds(61));
        Assert.Equal((strands[0].Id, null, "Its time is over."), (view.Focus, view.Now!.Until, view.Now.Why));
    }

    // A tap that was meant for a time that is just over must not land on another strand.
    [Fact]
    public void What_is_shown_when_its_time_is_over_stays_shown()
    {
        var strands = Strands("H1", 2);
        strands[0].Until("cool");
        strands[1].Until("oven-warm");
        Shared([strands[0]], new ClockStarted(1, 1, "cool"));
        var over = strands[0].State.Clock!.Since.AddSeconds(600);
        Assert.Equal(strands[0].Id, View(strands, null, at: over, held: strands[0].Id).Focus);
        Assert.Equal(strands[1].Id, View(strands, null, at: over).Focus);
    }

    [Fact]
    public void No_more_go_into_a_machine_with_one_tap_than_it_has_places()
    {
        var strands = Strands("S2", 3);
        strands.ForEach(s => s.Until("heat"));
        Assert.Single(View(strands, null, Pace.StageByStage).Together);
        var cured = Strands("E1", 14);
        cured.ForEach(s => s.Until("cure-100"));
        Assert.Equal(12, View(cured, null, Pace.StageByStage).Together.Count);
    }

    // Another's strand is left to them: two people split a batch.
    [Fact]
    public void What_lies_in_anothers_hand_is_left_to_them()
    {
        var strands = Strands("M4", 2);
        strands[0].Do(new HandOver(Guid.CreateVersion7()));
        Assert.Equal(strands[1].Id, View(strands, null, person: StrandAtWork.Strand).Focus);
    }

    [Theory]
    [InlineData(60, null)]
    [InlineData(200, "Interrupted for 3 min")]
    public void An_interruption_between_adhesive_and_home_is_told(int seconds, string? told)
    {
        var strand = new StrandAtWork("A1", null).Until("home");
        var at = strand.Events[^1].At.AddSeconds(seconds);
        var says = Spoilage.Of(strand.State, at);
        Assert.Equal(told is null, says is null);
        Assert.StartsWith(told ?? "", says is null ? "" : Phrasebook.English.Say(says), StringComparison.Ordinal);

        // A dry strand waits as long as it likes.
        Assert.Null(Spoilage.Of(new StrandAtWork("A1", null).Until("clean-dry").State, at.AddHours(3)));

        // An epoxy sets by its pot life, not in minutes.
        var epoxy = new StrandAtWork("E1", null).Until("home");
        Assert.Null(Spoilage.Of(epoxy.State, epoxy.Events[^1].At.AddSeconds(seconds)));
    }

    [Fact]
    public void A_mix_past_its_pot_life_is_told_before_anything_goes_in()
    {
        var strand = new StrandAtWork("E1", null).Until("fill");
        var mixed = strand.Events[^1].At;
        Assert.Null(Spoilage.Of(strand.State, mixed.AddMinutes(29)));
        Assert.Equal(PhraseKeys.Now.PotLifeOver, Spoilage.Of(strand.State, mixed.AddMinutes(31))!.Key);
    }

    private static List<StrandAtWork> Strands(string recipe, int count) =>
        [.. Enumerable.Range(1, count).Select(n => new StrandAtWork(recipe, null, id: new Guid($"01900000-0000-7000-8000-{n:x12}")))];

    // One act of several strands, as one event.
    private static BenchEvent Shared(IReadOnlyList<StrandAtWork> strands, TerminationEvent body)
    {
        var last = strands.Select(s => s.Events[^1]).MaxBy(e => e.Clock)!;
        var happened = last with
        {
            Id = Guid.CreateVersion7(),
            Sequence = last.Sequence + 1,
            Clock = HybridTime.After(last.Clock, last.Clock.Milliseconds + 1000),
            At = last.At.AddSeconds(1),
            Body = body,
            Subjects = [.. strands.Select(s => new Subject(s.Id, s.Events.Count))],
        };
        foreach (var strand in strands)
        {
            strand.Events.Add(happened);
            Assert.False(strand.State.NeedsALook);
        }

        return happened;
    }

    private static BatchView View(
        IReadOnlyList<StrandAtWork> strands,
        SessionSteps? standing,
        Pace pace = Pace.WhatNow,
        DateTimeOffset? at = null,
        Guid? person = null,
        Guid? held = null
    )
    {
        var now = at ?? strands.Max(s => s.Events[^1].At);
        return new BatchViewer(Book, Phrasebook.English, "en").View(
            new BatchRequest([.. strands.Select((s, i) => new BatchSlot(s.Id, i + 1, $"A:{i + 1}"))], pace, LengthUnit.Millimeter, held),
            id => strands.First(s => s.Id == id).State,
            moment: new BenchMoment(now, person, standing)
        );
    }

    private static SessionSteps Standing(HybridTime at, params string[] items)
    {
        var then = DateTimeOffset.FromUnixTimeMilliseconds(at.Milliseconds);
        return new SessionSteps(items.ToDictionary(i => i, _ => then), then);
    }

    private static WorkSessionState OpenSession(DateTimeOffset began, params (string Item, DateTimeOffset At)[] said) =>
        new(Session, StrandAtWork.Strand, "PH1", Began: began, Said: [.. said.Select(s => new ReadyRecord(s.Item, true, s.At, Guid.CreateVersion7()))]);

    private static IEnumerable<ClockedStrand> Clocked(IEnumerable<StrandAtWork> strands) => strands.Select((s, i) => new ClockedStrand(i + 1, "WS-1", s.State));

    private static ClockBoard Board() => new(Book, Phrasebook.English, "en");

    private static Step StepOf(Recipe recipe, string step) => recipe.Steps[recipe.IndexOf(step)];
}
