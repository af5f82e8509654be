using Rhabdon.Core.Bench;
using Rhabdon.Core.Links;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Units;

namespace Rhabdon.Core.Tests.Bench;

/// <summary>Whose turn it is in a batch (common practice: all boots first, then stage by stage; or one strand through).</summary>
public class BatchQueueTests
{
    private readonly RecipeBook book = Story.StarterBook();

    [Fact]
    public void Strands_that_stand_alike_are_done_by_one_tap()
    {
        var batch = Batch(s => s.Begin(), s => s.Begin(), s => s.Begin());
        var turn = TurnOf(batch, Pace.StageByStage);
        Assert.Equal(batch.Select(s => s.Id), turn.Together);
        var acts = BatchIntentHandler.Answer([.. batch.Select(s => s.Stream)], book, new DoneWith("parts"), LengthUnit.Millimeter).Acts;
        Assert.Equal(3, Assert.Single(acts).Strands.Count);
    }

    [Fact]
    public void A_length_is_read_strand_by_strand_but_the_alcohol_holds_for_all()
    {
        Assert.Single(TurnOf(Batch(s => s.Begin().Until("coating"), s => s.Begin().Until("coating")), Pace.StageByStage).Together);
        Assert.Equal(2, TurnOf(Batch(s => s.Begin().Until("clean"), s => s.Begin().Until("clean")), Pace.StageByStage).Together.Count);
        Assert.Single(TurnOf(Batch(s => s.Begin().Until("light"), s => s.Begin().Until("light")), Pace.StageByStage).Together);
    }

    [Fact]
    public void Stage_by_stage_the_strand_furthest_behind_is_next_and_those_ahead_wait()
    {
        var batch = Batch(s => s.Begin().Until("clean"), s => s.Begin().Until("mark"), s => s.Begin().Until("strip"));
        Assert.Equal(batch[1].Id, TurnOf(batch, Pace.StageByStage).Focus);
        Assert.Equal([BatchPlace.Waiting, BatchPlace.Now, BatchPlace.Waiting], Standings(batch, Pace.StageByStage));
    }

    [Fact]
    public void Strand_by_strand_the_one_under_way_goes_on_to_its_end()
    {
        var batch = Batch(s => s.Begin().Finish(), s => s.Begin().Until("light"), s => s);
        Assert.Equal(batch[1].Id, TurnOf(batch, Pace.StrandByStrand).Focus);
        Assert.Equal([BatchPlace.Done, BatchPlace.Now, BatchPlace.Next], Standings(batch, Pace.StrandByStrand));
    }

    [Fact]
    public void Trouble_stays_in_view_while_it_is_held_and_waits_once_it_is_left()
    {
        var batch = Batch(s => s.Begin().Until("cleave").Step("9.2"), s => s.Begin().Until("mark"));
        Assert.Equal(batch[0].Id, TurnOf(batch, Pace.StageByStage, held: batch[0].Id).Focus);
        Assert.Equal(batch[1].Id, TurnOf(batch, Pace.StageByStage).Focus);
        Assert.Equal([BatchPlace.Trouble, BatchPlace.Now], Standings(batch, Pace.StageByStage));
        batch[1].Finish();
        Assert.Equal(batch[0].Id, TurnOf(batch, Pace.StageByStage).Focus);
    }

    [Fact]
    public void A_strand_picked_by_hand_stays_whatever_the_pace()
    {
        var batch = Batch(s => s.Begin().Until("strip"), s => s.Begin());
        Assert.Equal(batch[0].Id, BatchQueue.TurnOf([.. batch.Select(s => s.State)], book, Pace.StageByStage, batch[0].Id, isPicked: true).Focus);
    }

    [Fact]
    public void When_all_are_over_nobody_is_next()
    {
        var batch = Batch(s => s.Begin().Finish(), s => s.Begin().Until("cleave").Step("9.2").Take("escalate", "last try"));
        Assert.Null(TurnOf(batch, Pace.StageByStage).Focus);
        Assert.Equal([BatchPlace.Done, BatchPlace.Rejected], Standings(batch, Pace.StageByStage));
    }

    [Fact]
    public void A_reworked_strand_does_its_step_by_an_event_of_its_own_within_the_same_tap()
    {
        var batch = Batch(s => s.Begin().Until("light").Step("light").Take("new-connector", "broken inside").Until("mark"), s => s.Begin().Until("mark"));
        Assert.Equal(2, TurnOf(batch, Pace.StageByStage).Together.Count);
        var acts = BatchIntentHandler.Answer([.. batch.Select(s => s.Stream)], book, new DoneWith("mark"), LengthUnit.Millimeter).Acts;
        Assert.Equal([2, 1], acts.Select(a => ((StepDone)a.Body).Attempt));
    }

    [Fact]
    public void One_strand_that_cannot_keeps_all_from_being_done_and_is_named()
    {
        var batch = Batch(s => s.Begin(), s => s.Begin().Step());
        var answer = BatchIntentHandler.Answer([.. batch.Select(s => s.Stream)], book, new DoneWith("parts"), LengthUnit.Millimeter);
        Assert.Empty(answer.Acts);
        Assert.Equal((batch[1].Id, "step"), (answer.At, answer.Fault!.Field));
    }

    // Split and join: the latest word on each strand holds, in whatever order the words arrive.
    [Fact]
    public void A_batch_split_on_one_tablet_and_joined_on_another_comes_to_the_same_in_any_order()
    {
        var (first, second) = (Guid.Parse("01900000-0000-7000-8000-0000000000b1"), Guid.Parse("01900000-0000-7000-8000-0000000000b2"));
        var story = new Story(book).Begin().Do(new TakeTogether(first)).Step();
        story.AddFrom(Guid.Parse("01900000-0000-7000-8000-0000000000cc"), new Batched(second), known: 2);
        Assert.Equal(second, story.State.Batch);
        story.Events.Reverse();
        Assert.Equal((second, false), (story.State.Batch, story.State.NeedsALook));
    }

    [Fact]
    public void A_strand_handed_over_is_in_the_others_hands_and_goes_on()
    {
        var other = Guid.Parse("01900000-0000-7000-8000-0000000000bc");
        var story = new Story(book).Begin().Step().Do(new HandOver(other, "end of shift")).Step();
        Assert.Equal((other, "strip"), (story.State.InHand, story.State.Step));
        Assert.Equal("termination", new Story(book).Refused(new HandOver(other))?.Field);
    }

    [Fact]
    public void The_view_names_every_strand_of_the_tray_and_those_that_one_tap_does()
    {
        var batch = Batch(s => s.Begin(), s => s.Begin(), s => s.Begin().Step());
        var view = new BatchViewer(book, Phrasebook.English, "en").View(
            new BatchRequest([.. batch.Select((s, i) => new BatchSlot(s.Id, i + 4, $"PH1-A:{i + 4:00}"))], Pace.StageByStage, LengthUnit.Millimeter),
            id => batch.First(s => s.Id == id).State
        );
        Assert.Equal("strands 4, 5", view.TogetherSays);
        Assert.Equal(["Boot on", "Boot on", "Mark"], view.Queue.Select(t => t.Doing));
        Assert.Equal((ColorName.Brown, "Boot onto the fiber, small end first"), (view.Queue[0].Color.Name, view.Bench!.Step!.Title));
    }

    // OM4 has a core of 50 µm (ISO/IEC 11801, from memory): who reads the bag sees what the stub must be, and is told so at no other step.
    [Fact]
    public void Whoever_is_asked_for_the_stub_is_told_what_fiber_the_strand_has()
    {
        var story = new Story(book).Begin().Until("coating");
        var viewer = new BenchViewer(book, Phrasebook.English, "en", LengthUnit.Millimeter);
        Assert.Null(viewer.View(story.State).Step!.Ask!.HeldAgainst);
        Assert.Equal("This strand: OM4, 50 µm", viewer.View(story.Until("open").State).Step!.Ask!.HeldAgainst);
    }

    [Fact]
    public void Of_a_batch_only_the_strands_that_are_still_in_it_are_shown_and_all_of_them_once_none_is()
    {
        var (mine, other) = (Guid.CreateVersion7(), Guid.CreateVersion7());
        var batch = Batch(s => s.Do(new TakeTogether(mine)), s => s.Do(new TakeTogether(other)), s => s.Do(new TakeTogether(mine)));
        Assert.Equal([1, 3], View(mine).Queue.Select(q => q.Strand));
        Assert.Equal([1, 2, 3], View(Guid.CreateVersion7()).Queue.Select(q => q.Strand));
        Assert.Equal([1, 2, 3], View(null).Queue.Select(q => q.Strand));

        BatchView View(Guid? of) =>
            new BatchViewer(book, Phrasebook.English, "en").View(
                new BatchRequest(
                    [.. batch.Select((s, i) => new BatchSlot(s.Id, i + 1, $"PH1-A:{i + 1:00}"))],
                    Pace.StageByStage,
                    LengthUnit.Millimeter,
                    Batch: of
                ),
                id => batch.First(s => s.Id == id).State
            );
    }

    // Escalated before an action was tried: the lead has it, and the strand is over for the bench.
    [Fact]
    public void An_end_that_is_stopped_is_rejected_and_says_so()
    {
        var story = new Story(book).Begin().Until("cleave").Step("9.2").Take("escalate", "the blade is gone");
        var view = new BatchViewer(book, Phrasebook.English, "en").View(
            new BatchRequest([new BatchSlot(story.Id, 1, "PH1-A:01")], Pace.StageByStage, LengthUnit.Millimeter),
            _ => story.State
        );
        Assert.Equal((StrandPhase.Rejected, "rejected"), (view.Queue[0].Phase, view.Queue[0].Doing));
        Assert.Equal(EndBucket.Rejected, EndBuckets.Of(story.State));
        Assert.False(EndBuckets.Of(story.State).IsOpen());
    }

    // 3 min at 60 an hour and a connector of 7.50 (worked by hand).
    [Fact]
    public void Rework_is_priced_by_the_jobs_own_rates()
    {
        var rung = book.Ladders.First(l => l.Ref.Id == "wedge-lock").Ladder.Find("light-seen")!.Actions.First(r => r.Id == "new-connector") with
        {
            Minutes = 3,
        };
        Assert.Equal(10.50m, ActionOffers.Money(rung, new Rates("CAD", 60, 7.50m)));
    }

    private List<Story> Batch(params Func<Story, Story>[] told) => [.. told.Select((tell, index) => tell(new Story(book, strand: index + 1)))];

    private Turn TurnOf(List<Story> batch, Pace pace, Guid? held = null) =>
        BatchQueue.TurnOf([.. batch.Select(s => s.State)], book, pace, held, isPicked: false);

    private IEnumerable<BatchPlace> Standings(List<Story> batch, Pace pace)
    {
        var turn = TurnOf(batch, pace);
        var focus = batch.FirstOrDefault(s => s.Id == turn.Focus)?.State;
        return batch.Select(s => BatchQueue.PlaceOf(s.State, focus, turn));
    }
}
