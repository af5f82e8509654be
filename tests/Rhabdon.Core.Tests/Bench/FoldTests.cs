using System.Text.Json;
using FsCheck;
using FsCheck.Fluent;
using Rhabdon.Core.Bench;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Units;

namespace Rhabdon.Core.Tests.Bench;

public class FoldTests
{
    private static readonly Guid Other = new("01900000-0000-7000-8000-0000000000cc");

    [Fact]
    public void Any_order_of_arrival_and_any_duplication_give_the_same_state()
    {
        var story = new Story().Begin().Until("light").Step("light").Take("tap").Until("light").Step("light").Take("re-cleave").Finish();
        var expected = Json(story.State);
        Prop.ForAll(Gen.Choose(0, int.MaxValue).ToArbitrary(), seed =>
            {
                var random = new System.Random(seed);
                var arrived = story.Events.Concat(story.Events.Where(_ => random.Next(3) == 0)).ToArray();
                random.Shuffle(arrived);
                return Json(TerminationFold.Fold(Story.Strand, arrived, story.Book)) == expected;
            })
            .QuickCheckThrowOnFailure();
    }

    [Fact]
    public void A_begun_strand_stays_on_its_recipe_version()
    {
        var story = new Story().Begin();
        story.Book.Add(
            new PublishedRecipe(new RecipeRef("M4", 2), story.Book.Latest("M4")!.Recipe with { Title = new Wording(new Dictionary<string, string>()) })
        );
        Assert.Equal(new RecipeRef("M4", 1), story.Step().State.Recipe);
    }

    [Fact]
    public void Two_tablets_doing_the_same_step_leave_it_done_once_and_in_need_of_a_look()
    {
        var story = new Story().Begin();
        var mine = story.Make(new StepDone(1, 1, "parts"));
        var theirs = story.Make(new StepDone(1, 1, "parts"), device: Other, id: 1);
        story.Events.AddRange([mine, theirs]);
        Assert.Equal(("mark", true), (story.State.Step, story.State.NeedsALook));
        Assert.Equal(EntryEffect.Conflict, story.State.History.Single(h => h.Event.Id == theirs.Id).Effect);
    }

    [Fact]
    public void A_step_taken_back_is_to_do_again_and_stays_in_the_story()
    {
        var story = new Story().Begin().Step().Step();
        story.Do(new Undo(story.Events[^1].Id, "wrong strand", GlassWasCut: false));
        Assert.Equal("mark", story.State.Step);
        Assert.Contains(story.State.History, h => h.Effect == EntryEffect.Retracted);
    }

    [Theory]
    [InlineData(true, 15)]
    [InlineData(false, 0)]
    public void Glass_already_cut_stays_cut_unless_the_cut_was_the_mistake(bool wasCut, int used)
    {
        var story = new Story().Begin().Until("cleave").Step("9.2").Take("re-cleave");
        story.Do(new Undo(story.Events[^1].Id, "tapped the wrong button", wasCut));
        Assert.Equal(Length.Mm(used), story.State.FiberUsed);
        Assert.NotNull(story.State.Trouble);
    }

    [Fact]
    public void The_plan_cannot_be_taken_back()
    {
        var story = new Story();
        Assert.Equal("event", story.Refused(new Undo(story.Planned.Id, "no", false))?.Field);
    }

    [Fact]
    public void A_sender_that_knew_the_latest_state_is_refused_what_it_could_not_do()
    {
        var story = new Story().Begin();
        var refusal = Admit(story, story.Make(new StepDone(1, 1, "light")));
        Assert.Equal((false, "body"), (refusal!.IsMalformed, refusal.Field));
    }

    [Fact]
    public void A_sender_on_an_older_state_is_kept()
    {
        var story = new Story().Begin().Step();
        Assert.Null(Admit(story, story.Make(new StepDone(1, 1, "parts"), device: Other, known: 2)));
    }

    [Fact]
    public void A_verdict_that_the_same_rules_do_not_give_is_refused()
    {
        var story = new Story().Begin().Until("cleave");
        var reading = new Core.Verification.Reading("cleave-length", Length.Mm(12));
        var refusal = Admit(story, story.Make(new StepDone(1, 1, "cleave", reading, new Core.Verification.Verdict(ReadingGrade.Good))));
        Assert.Equal("body.verdict", refusal?.Field);
    }

    [Theory]
    [InlineData("id")]
    [InlineData("sequence")]
    [InlineData("clock")]
    [InlineData("subjects")]
    [InlineData("body.reason")]
    [InlineData("body.kind")]
    public void A_malformed_event_names_its_field(string field)
    {
        var story = new Story();
        var good = story.Make(new Begun());
        var bad = field switch
        {
            "id" => good with { Id = Guid.NewGuid() },
            "sequence" => good with { Sequence = 0 },
            "clock" => good with { Clock = new HybridTime(-1, 0) },
            "subjects" => good.Concerning([]),
            "body.reason" => good with { Body = new Retracted(good.Id, new string('x', 501), false) },
            _ => good with { Body = (Planned)story.Planned.Body },
        };
        Assert.Null(EventAdmission.Malformed(good));
        Assert.Equal(field, EventAdmission.Malformed(bad)?.Field);
    }

    // Kulkarni et al. 2014: a reading after another is later even when the wall clock has gone back.
    [Fact]
    public void A_hybrid_clock_never_goes_back()
    {
        var seen = new HybridTime(5_000, 2);
        Assert.Equal(new HybridTime(5_000, 3), HybridTime.After(seen, 4_000));
        Assert.Equal(new HybridTime(6_000, 0), HybridTime.After(seen, 6_000));
    }

    private static Refusal? Admit(Story story, BenchEvent happened) =>
        EventAdmission
            .Judge(new Dictionary<Guid, FoldedStream> { [Story.Strand] = FoldedTermination.Of(Story.Strand, story.Events, story.Book) }, happened, story.Book)
            .Refusal;

    private static string Json(TerminationState state) => JsonSerializer.Serialize(state, CoreJson.Default.TerminationState);
}
