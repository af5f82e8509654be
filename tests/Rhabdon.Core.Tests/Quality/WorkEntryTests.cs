using Rhabdon.Core.Bench;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.Quality;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Tests.Bench;

namespace Rhabdon.Core.Tests.Quality;

/// <summary>The work that counts, as schedule, quality and cost will reckon with it.</summary>
public class WorkEntryTests
{
    [Fact]
    public void A_reading_is_kept_as_a_number_with_its_verdict_and_place()
    {
        var story = new Story().Begin().Until("coating").Step("30.4");
        var entry = WorkEntry.Changes(null, story.Stream).New[^1];
        Assert.Equal(
            (30.4m, ReadingKind.Length, ReadingGrade.Good, "coating", 1, 1, "M4", "step-done"),
            (entry.Value, entry.Reads, entry.Verdict, entry.Step, entry.Attempt, entry.Try, entry.Recipe.Id, entry.Kind)
        );
        Assert.Equal(story.State.Worked!.Serves.Method, entry.Method);
        Assert.Null(entry.Outcome);
    }

    [Fact]
    public void The_time_between_two_entries_of_one_person_is_theirs_unless_it_is_a_pause()
    {
        var story = new Story().Begin().Step().Step();
        var events = story.Events.ToList();
        events[2] = events[2] with { At = events[1].At.AddSeconds(40) };
        events[3] = events[3] with { At = events[2].At.AddHours(2) };
        var seconds = WorkEntry.Changes(null, FoldedTermination.Of(story.Id, events, story.Book)).New.Select(e => e.Seconds);
        Assert.Equal([null, 40, null], seconds);
    }

    [Fact]
    public void The_entry_that_ended_an_attempt_says_how()
    {
        var entries = WorkEntry.Changes(null, Finished().Stream).New;
        Assert.Equal(AttemptOutcome.Accepted, entries[^1].Outcome);
        Assert.All(entries.SkipLast(1), e => Assert.Null(e.Outcome));
    }

    [Fact]
    public void An_append_changes_only_what_is_new()
    {
        var story = new Story().Begin().Step();
        var before = story.Stream;
        story.Step();
        var (gone, further) = WorkEntry.Changes(before, before.With(story.Events[^1]));
        Assert.Empty(gone);
        Assert.Equal(story.Events[^1].Id, Assert.Single(further).Event);
    }

    [Fact]
    public void What_is_taken_back_is_no_work()
    {
        var story = new Story().Begin().Step();
        var before = story.Stream;
        var taken = story.Events[^1].Id;
        var after = before.With(story.Make(new Retracted(taken, "wrong strand", false)));
        var (gone, further) = WorkEntry.Changes(before, after);
        Assert.Equal([taken], gone);
        Assert.Empty(further);
        Assert.DoesNotContain(WorkEntry.Changes(null, after).New, e => e.Event == taken);
    }

    [Fact]
    public void Changes_one_after_another_come_to_the_same_as_all_at_once()
    {
        var story = Finished();
        story.Events.Add(story.Make(new Retracted(story.Events[^1].Id, "looked again", false)));
        Same(story);
    }

    // The entry that ended the attempt no longer does once the end goes back to the bench, and does again when that is taken back.
    [Fact]
    public void An_end_that_goes_back_to_the_bench_is_not_accepted_in_the_record_until_it_is_again()
    {
        var story = Finished();
        var last = story.Events[^1].Id;
        story.Events.Add(story.Make(new Reopened(1, "not-dimmer", Guid.NewGuid())));
        Assert.Null(Same(story)[last].Outcome);
        Assert.Equal("not-dimmer", Same(story)[story.Events[^1].Id].Sign);
        story.Events.Add(story.Make(new Retracted(story.Events[^1].Id, "it was the cord", false)));
        Assert.Equal(AttemptOutcome.Accepted, Same(story)[last].Outcome);
    }

    // What the changes leave, event by event, which must be what all events at once come to.
    private static Dictionary<Guid, WorkEntry> Same(Story story)
    {
        var (held, stream) = (new Dictionary<Guid, WorkEntry>(), FoldedTermination.Of(story.Id, [], story.Book));
        foreach (var happened in story.Events)
        {
            var next = stream.With(happened);
            var (gone, further) = WorkEntry.Changes(stream, next);
            foreach (var id in gone)
            {
                held.Remove(id);
            }

            foreach (var entry in further)
            {
                held[entry.Event] = entry;
            }

            stream = next;
        }

        Assert.Equal(WorkEntry.Changes(null, stream).New.ToHashSet(), held.Values.ToHashSet());
        return held;
    }

    private static Story Finished()
    {
        var story = new Story().Begin();
        while (!story.State.IsOver)
        {
            story.Step();
        }

        return story;
    }
}
