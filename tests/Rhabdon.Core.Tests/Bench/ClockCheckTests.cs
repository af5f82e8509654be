using Rhabdon.Core.Bench;

namespace Rhabdon.Core.Tests.Bench;

/// <summary>Tablets whose clocks are wrong: what was made is kept, stands where it belongs, and blocks nobody.</summary>
public sealed class ClockCheckTests
{
    private static readonly DateTimeOffset Now = DateTimeOffset.FromUnixTimeMilliseconds(1_790_000_100_000);

    [Fact]
    public void A_clock_that_is_right_is_left_alone()
    {
        var story = new Story().Begin();
        Assert.Equal((null, null), Check(story, story.Make(new StepDone(1, 1, "parts"))));
    }

    [Fact]
    public void One_tap_a_day_ahead_is_put_at_the_time_it_came_and_the_next_follows_it()
    {
        var story = new Story().Begin();
        var tomorrow = Now.AddDays(1);
        var ahead = story.Make(new StepDone(1, 1, "parts"), clock: tomorrow.ToUnixTimeMilliseconds());
        var (clock, at) = Check(story, ahead);
        Assert.Equal((new HybridTime(Now.ToUnixTimeMilliseconds(), 0), Now), (clock!.Value, at!.Value));
        story.Events.Add(ahead with { Receipt = Receipt.Of(null, clock, at) });
        var next = story.Make(new StepDone(1, 1, "mark"), clock: Now.AddSeconds(1).ToUnixTimeMilliseconds());
        Assert.Equal((null, null), Check(story, next));
        story.Events.Add(next);
        Assert.False(story.State.NeedsALook);
        Assert.Equal(next.Id, story.State.History[^1].Event.Id);
    }

    // While it was ahead a tablet without a network stamps on: what came of it keeps its order by sequence.
    [Fact]
    public void Several_made_ahead_keep_their_order()
    {
        var story = new Story().Begin();
        foreach (var step in (string[])["parts", "mark"])
        {
            var made = story.Make(new StepDone(1, 1, step), clock: Now.AddYears(30).ToUnixTimeMilliseconds());
            story.Events.Add(made with { Receipt = Receipt.Of(null, Check(story, made).Clock, null) });
        }

        Assert.Equal(["parts", "mark"], story.State.History.Skip(2).Select(h => ((StepDone)h.Event.Body).Step));
        Assert.False(story.State.NeedsALook);
    }

    [Fact]
    public void A_time_a_year_behind_is_no_earlier_than_what_the_tablet_knew()
    {
        var story = new Story().Begin();
        var behind = story.Make(new StepDone(1, 1, "parts")) with { At = Now.AddYears(-1) };
        Assert.Equal((null, story.Events[^1].At), Check(story, behind));
        var clockBehind = story.Make(new StepDone(1, 1, "parts"), clock: 1_600_000_000_000);
        Assert.NotNull(Check(story, clockBehind).Clock);
    }

    [Fact]
    public void A_time_before_the_tablets_own_last_act_is_flagged()
    {
        var story = new Story();
        var early = story.Make(new Begun()) with { At = Now.AddHours(-5) };
        Assert.Equal(Now.AddHours(-1), ClockCheck.Of(early, [], Now.AddHours(-1), Now).At);
        Assert.Null(ClockCheck.Of(early, [], Now.AddHours(-5), Now).At);
    }

    [Fact]
    public void A_tablets_own_clock_comes_back_once_the_server_has_put_its_events_in_place()
    {
        var (now, ahead) = (Now.ToUnixTimeMilliseconds(), new HybridTime(Now.AddDays(1).ToUnixTimeMilliseconds(), 3));
        Assert.Equal(ahead, HybridTime.Returned(ahead, now, isWaiting: true));
        Assert.Equal(default, HybridTime.Returned(ahead, now, isWaiting: false));
        var alittle = new HybridTime(now + 60_000, 0);
        Assert.Equal(alittle, HybridTime.Returned(alittle, now, isWaiting: false));
    }

    [Fact]
    public void An_imported_time_to_come_blocks_nobody()
    {
        var story = new Story();
        var planned = story.Events[0] with { Clock = new HybridTime(Now.AddYears(50).ToUnixTimeMilliseconds(), 0) };
        var settled = ClockCheck.Settled([planned], Now);
        Assert.True(settled[0].Order.Milliseconds <= Now.ToUnixTimeMilliseconds());
        Assert.Equal(planned.Clock, settled[0].Clock);
    }

    private static (HybridTime? Clock, DateTimeOffset? At) Check(Story story, BenchEvent happened) =>
        ClockCheck.Of(happened, [FoldedTermination.Of(story.Id, story.Events, story.Book)], null, Now);
}
