using Rhabdon.Core.Bench;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Units;

namespace Rhabdon.Core.Tests.Bench;

/// <summary>Wedge-lock, no-light technique, light seen: tap, again while dimmer, re-cleave, new connector (common practice).</summary>
public class LadderTests
{
    private static Story AtLight(string service = "500 mm") => new Story(service: service).Begin().Until("light");

    [Fact]
    public void A_clean_run_is_accepted_on_the_first_attempt_and_try()
    {
        var state = new Story().Begin().Finish().State;
        Assert.Equal(StrandPhase.Verified, state.Phase);
        var attempt = Assert.Single(state.Attempts);
        Assert.Equal((AttemptOutcome.Accepted, 1), (attempt.Outcome, attempt.Tries.Count));
        Assert.Equal(Length.Zero, state.FiberUsed);
    }

    [Fact]
    public void Light_is_first_met_with_a_tap_that_returns_to_the_bow()
    {
        var story = AtLight().Step("light");
        Assert.Equal("tap", Proposed(story));
        story.Take("tap");
        Assert.Equal(("press", 2, 1), (story.State.Step, story.State.Try, story.State.Attempt));
        Assert.Equal(Length.Zero, story.State.FiberUsed);
    }

    [Fact]
    public void It_is_tapped_again_only_while_the_light_gets_dimmer()
    {
        var story = AtLight().Step("light").Take("tap").Until("light").Step("dimmer");
        Assert.Equal("tap-again", Proposed(story));
        story.Take("tap-again").Until("light").Step("light");
        Assert.Equal("re-cleave", Proposed(story));
    }

    [Fact]
    public void Dimmer_is_not_offered_before_light_was_seen() => Assert.Equal("reading", AtLight().Refused(new DoneWith("light", "dimmer"))?.Field);

    [Fact]
    public void A_re_cleave_takes_15_of_fiber_and_a_shorter_mark()
    {
        var story = AtLight().Step("light").Take("tap").Until("light").Step("light").Take("re-cleave");
        Assert.Equal(("mark", Length.Mm(15)), (story.State.Step, story.State.FiberUsed));
        var view = new BenchViewer(story.Book, Phrasebook.English, "en", LengthUnit.Millimeter).View(story.State);
        Assert.Equal("15.0", view.Step!.Figure!.Value);
        Assert.Equal(StrandPhase.Planned, story.State.Phase);
    }

    [Fact]
    public void After_the_re_cleave_comes_a_new_connector_and_attempt_2()
    {
        var story = AtLight().Step("light").Take("tap").Until("light").Step("light").Take("re-cleave").Until("light").Step("light");
        Assert.Equal("new-connector", Proposed(story));
        story.Take("new-connector");
        Assert.Equal((2, 1, "parts"), (story.State.Attempt, story.State.Try, story.State.Step));
        Assert.Equal(Length.Mm(15 + 40), story.State.FiberUsed);
        Assert.Equal(AttemptOutcome.CutOff, story.State.Attempts[0].Outcome);
        Assert.Equal(["tap", "re-cleave", "new-connector"], story.State.Attempts[0].Tries.Select(t => t.Action));
    }

    [Fact]
    public void The_last_try_is_said_loudly_and_none_left_bars_the_cut()
    {
        var story = AtLight(service: "350 mm").Step("light").Take("tap").Until("light").Step("light");
        Assert.Equal("last", Fiber(story).Level);
        story.Take("re-cleave").Until("light").Step("light");
        Assert.Equal("none", Fiber(story).Level);
        Assert.Equal("escalate", Proposed(story));
        Assert.Equal("action", story.Refused(new ChooseAction("new-connector"))?.Field);
    }

    [Fact]
    public void Another_way_than_the_proposed_wants_a_reason()
    {
        var story = AtLight().Step("light");
        Assert.Equal("reason", story.Refused(new ChooseAction("re-cleave"))?.Field);
        Assert.Null(story.Refused(new ChooseAction("re-cleave", "tip looked chipped before")));
    }

    [Fact]
    public void A_spent_action_is_barred_and_says_so()
    {
        var story = AtLight().Step("light").Take("tap").Until("light").Step("light");
        Assert.Equal("ladder.spent", story.Refused(new ChooseAction("tap", "once more"))?.Says.Key);
    }

    [Fact]
    public void Faint_light_accepted_in_doubt_ends_doubtful()
    {
        var story = AtLight().Step("faint").Take("accept-doubtful", "no more connectors today").Finish();
        Assert.Equal(StrandPhase.Doubtful, story.State.Phase);
    }

    [Theory]
    [InlineData("coating", "31.2", "strip-again", "mark")]
    [InlineData("clean", "70", "clean-again", "clean")]
    [InlineData("integrity", "broke", "strip-again", "mark")]
    [InlineData("holder", "1.6", "reseat-holder", "holder")]
    [InlineData("cleave", "9.4", "re-cleave", "mark")]
    public void Every_bad_reading_finds_its_rung(string step, string read, string action, string returns)
    {
        var story = new Story().Begin().Until(step).Step(read);
        Assert.Equal(action, Proposed(story));
        Assert.Equal(returns, story.Take(action).State.Step);
    }

    [Fact]
    public void A_boot_forgotten_costs_the_connector()
    {
        var story = new Story().Begin().Until("boot").Do(new ReportTrouble("boot-forgotten"));
        Assert.Equal("new-connector", Proposed(story));
    }

    [Fact]
    public void A_double_tap_does_not_do_the_next_step_unseen() =>
        Assert.Equal("bench.moved-on", new Story().Begin().Step().Refused(new DoneWith("parts"))?.Says.Key);

    private static string Proposed(Story story)
    {
        var recipe = story.Book.Find(story.State.Recipe)!.Recipe;
        return ActionOffers.For(story.State, recipe, story.Book.LadderOf(recipe)).Single(o => o.IsProposed).CorrectiveAction.Id;
    }

    private static FiberView Fiber(Story story) => new BenchViewer(story.Book, Phrasebook.English, "en", LengthUnit.Millimeter).View(story.State).Fiber;
}
