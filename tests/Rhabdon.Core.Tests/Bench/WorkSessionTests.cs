using Rhabdon.Core.Bench;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Verification;

namespace Rhabdon.Core.Tests.Bench;

/// <summary>A work session is a stream of another kind: it begins with its first event, and only its own kinds of events stand in it.</summary>
public class WorkSessionTests
{
    private static readonly Guid Session = Guid.CreateVersion7();
    private static readonly Guid Olive = Guid.CreateVersion7();
    private static readonly DateTimeOffset Morning = new(2026, 11, 24, 8, 0, 0, TimeSpan.Zero);
    private static readonly Guid Tablet = Guid.CreateVersion7();

    [Fact]
    public void It_begins_in_a_place_and_ends()
    {
        var state = FoldedWorkSession.Of(Session, [Event(2, new SessionEnded("Van broke down")), Event(1, new SessionBegun("Closet 3"))]).State;
        Assert.Equal(new WorkSessionState(Session, Olive, "Closet 3", null, Morning.AddMinutes(1), Morning.AddMinutes(2)), state);
    }

    [Fact]
    public void What_makes_no_sense_is_kept_and_asks_for_a_look()
    {
        var stream = FoldedWorkSession.Of(
            Session,
            [
                Event(1, new SessionEnded()),
                Event(2, new SessionBegun("Closet 3")),
                Event(3, new SessionBegun("Closet 4")),
                Event(4, new SessionEnded(), Guid.CreateVersion7()),
                Event(5, new HandedOver(Olive)),
                Event(6, new SessionEnded()),
                Event(7, new SessionEnded()),
            ]
        );
        Assert.True(stream.NeedsALook);
        Assert.Equal(("Closet 3", Morning.AddMinutes(6)), (stream.State.Place, stream.State.Ended));
        Assert.Equal(
            ["conflict.session-not-begun", null, "conflict.session-begun", "conflict.session-other", "conflict.other-stream", null, "conflict.session-ended"],
            stream.History.Select(h => h.Why?.Key)
        );
    }

    [Fact]
    public void The_first_event_opens_it_for_its_job_and_others_open_nothing()
    {
        var job = Guid.CreateVersion7();
        Assert.Equal(new StreamOpening(StreamKind.WorkSession, job), new SessionBegun("Closet 3", job).Opens());
        Assert.Null(new SessionEnded().Opens());
        Assert.Null(new Begun().Opens());
    }

    [Fact]
    public void Admission_holds_it_to_the_same_rules_as_a_termination()
    {
        var (begun, ended) = (Event(1, new SessionBegun("Closet 3")), Event(2, new SessionEnded()));
        Assert.Null(Judge([], begun));
        Assert.Null(Judge([begun], ended with { Subjects = [new Subject(Session, 1)] }));
        Assert.Equal("body", Judge([begun, ended], Event(3, new SessionEnded()) with { Subjects = [new Subject(Session, 2)] })?.Field);
        Assert.Equal("subjects", Judge([begun], Event(3, new HandedOver(Olive)))?.Field);
        Assert.Equal("body.place", EventAdmission.Malformed(Event(1, new SessionBegun(" ")))?.Field);
        Assert.Equal("subjects", EventAdmission.Malformed(begun with { Subjects = [new Subject(Session, 0), new Subject(Olive, 0)] })?.Field);
    }

    [Fact]
    public void A_termination_takes_none_of_its_events()
    {
        var story = new Story().Begin();
        var stray = story.Make(new SessionEnded());
        var before = FoldedTermination.Of(story.Id, story.Events, story.Book);
        Assert.Equal("subjects", EventAdmission.Judge(new Dictionary<Guid, FoldedStream> { [story.Id] = before }, stray, story.Book).Refusal?.Field);
        Assert.Equal("conflict.other-stream", before.With(stray).History[^1].Why?.Key);
    }

    private static Refusal? Judge(IEnumerable<BenchEvent> before, BenchEvent happened) =>
        EventAdmission.Judge(new Dictionary<Guid, FoldedStream> { [Session] = FoldedWorkSession.Of(Session, before) }, happened, StarterRecipes.Book()).Refusal;

    private static BenchEvent Event(int minute, EventBody body, Guid? actor = null) =>
        new(
            Guid.CreateVersion7(),
            Tablet,
            minute,
            new HybridTime(Morning.AddMinutes(minute).ToUnixTimeMilliseconds(), 0),
            Morning.AddMinutes(minute),
            actor ?? Olive,
            Rulebook.Version,
            [new Subject(Session, 0)],
            body
        );
}
