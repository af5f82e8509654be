using Rhabdon.Core.Bench;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Units;

namespace Rhabdon.Core.Tests.Bench;

public class ConflictingHistoriesTests
{
    private static readonly Guid Other = new("01900000-0000-7000-8000-0000000000cc");

    [Fact]
    public void The_stories_part_where_the_second_tablet_no_longer_knew_of_the_first()
    {
        var story = Parted();
        var stories = ConflictingHistories.Of(story.State)!;
        Assert.Equal(["planned", "begun"], stories.Common.Select(Kind));
        Assert.Equal(["step-done", "step-done"], stories.First.Select(Kind));
        Assert.Equal(["step-done"], stories.Second.Select(Kind));
        Assert.Equal(Other, stories.Other);
    }

    [Theory]
    [InlineData(StoryKeep.First, "strip")]
    [InlineData(StoryKeep.Second, "mark")]
    [InlineData(StoryKeep.WhatFits, "strip")]
    public void A_lead_keeps_one_story_and_the_strand_needs_no_look_any_more(StoryKeep keep, string stands)
    {
        var story = Parted().Do(new SettleStories(keep, false, "asked both"));
        Assert.Equal((stands, false), (story.State.Step, story.State.NeedsALook));
        Assert.Contains(story.State.History, h => h.Effect == EntryEffect.SetAside);
    }

    [Fact]
    public void Glass_cut_in_the_story_set_aside_stays_cut_when_the_lead_says_so()
    {
        var story = new Story().Begin().Until("cleave").Step("9.2");
        var known = story.Events.Count;
        story.Take("re-cleave");
        story.AddFrom(Other, new ActionChosen(1, 1, "cleave-outside", "escalate", "tired"), known);
        Assert.True(story.State.NeedsALook);
        story.Do(new SettleStories(StoryKeep.Second, true, "the cut was made"));
        Assert.Equal((StrandPhase.Rejected, Length.Mm(15)), (story.State.Phase, story.State.FiberUsed));
    }

    // Setting aside only the retraction would bring back what it had taken back.
    [Fact]
    public void A_story_set_aside_goes_whole_with_what_it_had_taken_back_itself()
    {
        var story = Parted();
        var strip = story.AddFrom(Other, new StepDone(1, 1, "mark"), known: 3);
        story.AddFrom(Other, new Retracted(strip.Id, "misread", false), known: 4);
        story.Do(new SettleStories(StoryKeep.First, false, "asked both"));
        Assert.Equal(("strip", false), (story.State.Step, story.State.NeedsALook));
    }

    [Fact]
    public void A_decision_taken_back_opens_the_question_again()
    {
        var story = Parted().Do(new SettleStories(StoryKeep.Second, false, "asked one"));
        story.Do(new Undo(story.Events[^1].Id, "asked the other", false));
        Assert.True(story.State.NeedsALook);
    }

    [Fact]
    public void Without_two_stories_there_is_nothing_to_settle() =>
        Assert.Equal("termination", new Story().Begin().Refused(new SettleStories(StoryKeep.First, false, "why"))?.Field);

    [Fact]
    public void Work_booked_on_the_wrong_strand_moves_whole_and_stands_in_both_stories()
    {
        var wrong = new Story(strand: 5).Begin().Until("cleave").Step("9.2").Take("re-cleave");
        var right = new Story(wrong.Book, strand: 6);
        var move = Move(wrong, right, wrong.Events[1].Id);
        Assert.Equal((StrandPhase.Planned, Length.Zero, (string?)null), (wrong.State.Phase, wrong.State.FiberUsed, wrong.State.Step));
        Assert.Equal(("mark", 2, Length.Mm(15), false), (right.State.Step, right.State.Try, right.State.FiberUsed, right.State.NeedsALook));
        Assert.Contains(wrong.State.History, h => h.Effect == EntryEffect.Moved);
        right.Finish();
        Assert.Equal(StrandPhase.Verified, right.State.Phase);
        Assert.Equal(2, right.State.History.Count(h => h.Event.Body is Begun or Reattributed));
        Assert.NotEmpty(move.Moved);
    }

    [Fact]
    public void A_move_that_does_not_fit_the_other_strand_is_refused()
    {
        var wrong = new Story(strand: 5).Begin().Step();
        var right = new Story(wrong.Book, strand: 6).Begin().Step().Step();
        var answer = BatchIntentHandler.Move(wrong.Stream, right.Stream, wrong.Book, wrong.Events[1].Id, "mixed up");
        Assert.Equal("to", answer.Fault?.Field);
    }

    [Fact]
    public void A_move_taken_back_puts_the_work_where_it_was()
    {
        var wrong = new Story(strand: 5).Begin().Step();
        var right = new Story(wrong.Book, strand: 6);
        Move(wrong, right, wrong.Events[1].Id);
        var moved = wrong.Events[^1].Id;
        wrong.Do(new Undo(moved, "it was right", false));
        right.Do(new Undo(moved, "it was right", false));
        Assert.Equal(("mark", (string?)null), (wrong.State.Step, right.State.Step));
    }

    [Fact]
    public void What_is_moved_must_be_what_the_other_strand_holds()
    {
        var wrong = new Story(strand: 5).Begin().Step();
        var right = new Story(wrong.Book, strand: 6);
        var held = wrong.Events.Skip(1).ToList();
        var forged = new Reattributed(wrong.Id, right.Id, [held[0], held[1] with { Actor = Other }], "mixed up");
        var strands = new Subject[] { new(wrong.Id, wrong.Events.Count), new(right.Id, right.Events.Count) };
        var happened = wrong.Make(forged).Concerning(strands);
        var streams = new[] { wrong, right }.ToDictionary(s => s.Id, FoldedStream (s) => FoldedTermination.Of(s.Id, s.Events, s.Book));
        Assert.Null(EventAdmission.Malformed(happened));
        Assert.Equal("body.moved", EventAdmission.Judge(streams, happened, wrong.Book).Refusal?.Field);
        Assert.Null(EventAdmission.Judge(streams, happened with { Body = forged with { Moved = held } }, wrong.Book).Refusal);
        Assert.Equal("subjects", EventAdmission.Malformed(happened.Concerning(strands[..1]))?.Field);
    }

    private static Story Parted()
    {
        var story = new Story().Begin().Step().Step();
        story.AddFrom(Other, new StepDone(1, 1, "parts"), known: 2);
        return story;
    }

    private static Reattributed Move(Story wrong, Story right, Guid first)
    {
        var body = (Reattributed)Assert.Single(BatchIntentHandler.Move(wrong.Stream, right.Stream, wrong.Book, first, "mixed up two slates").Acts).Body;
        var happened = wrong.Make(body).Concerning([new Subject(wrong.Id, wrong.Events.Count), new Subject(right.Id, right.Events.Count)]);
        wrong.Events.Add(happened);
        right.Events.Add(happened);
        return body;
    }

    private static string Kind(HistoryEntry entry) => entry.Event.Body.Kind;
}
