using System.Reflection;
using System.Text.Json;
using Rhabdon.Core.Bench;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Verification;

namespace Rhabdon.Core.Tests.Bench;

/// <summary>What is stored reads back, and what does not read back takes nothing else with it.</summary>
public sealed class KeptEventTests
{
    private static readonly EventEnvelope Envelope = new(Guid.CreateVersion7(), Story.Tablet, 7, new HybridTime(1_790_000_000_000, 0), Story.Person);

    [Fact]
    public void Taking_strands_out_of_their_batch_reads_back()
    {
        var story = new Story();
        var text = EventText.Canonical(story.Make(new Batched(null)));
        Assert.DoesNotContain("\"batch\"", text, StringComparison.Ordinal);
        Assert.Null(EventText.Fault(text));
        Assert.Equal(new Batched(null), EventText.Read(text, Envelope).Body);
    }

    // A member that may be null is left out when it is written: without a default it could never be read again.
    [Fact]
    public void Every_member_that_may_be_null_has_a_default()
    {
        var nullability = new NullabilityInfoContext();
        var bodies = typeof(EventBody)
            .Assembly.GetTypes()
            .Where(t => t is { IsAbstract: false } && t.IsSubclassOf(typeof(EventBody)))
            .Concat([typeof(BenchEvent), typeof(Reading), typeof(Verdict), typeof(Receipt)])
            .ToList();
        Assert.True(bodies.Count > 10);
        Assert.Empty(
            bodies
                .SelectMany(t => t.GetConstructors().MaxBy(c => c.GetParameters().Length)!.GetParameters())
                .Where(p =>
                    (
                        Nullable.GetUnderlyingType(p.ParameterType) is not null
                        || (!p.ParameterType.IsValueType && nullability.Create(p).ReadState == NullabilityState.Nullable)
                    ) && !p.HasDefaultValue
                )
                .Select(p => $"{p.Member.DeclaringType!.Name}.{p.Name}")
        );
    }

    [Theory]
    [InlineData("")]
    [InlineData("null")]
    [InlineData("{\"id\":3}")]
    [InlineData("{\"body\":{\"kind\":\"of-tomorrow\"}}")]
    public void What_cannot_be_read_is_kept_with_its_text_and_its_place(string content)
    {
        var kept = EventText.Read(content, Envelope);
        Assert.Equal((Envelope.Id, Envelope.Device, Envelope.Sequence, Envelope.Clock), (kept.Id, kept.Device, kept.Sequence, kept.Clock));
        Assert.Equal(content, Assert.IsType<Unreadable>(kept.Body).Content);
        Assert.Equal(kept, EventText.Read(EventText.Canonical(kept), Envelope), (a, b) => EventText.Canonical(a) == EventText.Canonical(b));
    }

    [Fact]
    public void An_entry_that_cannot_be_read_counts_for_nothing_and_the_strand_needs_a_look()
    {
        var story = new Story().Begin().Step();
        var before = story.State;
        var broken = EventText.Canonical(story.Make(new StepDone(1, 1, "mark"))).Replace("\"step-done\"", "\"step-undone\"", StringComparison.Ordinal);
        var kept = EventText.Read(broken, Envelope);
        Assert.Equal(story.Events.Count, kept.KnownOf(story.Id));
        story.Events.Add(kept);
        Assert.True(story.State.NeedsALook);
        Assert.Equal((before.Step, before.Known + 1), (story.State.Step, story.State.Known));
        story.Events.Add(story.Make(new Resolved([kept.Id], false, "read it in the file")));
        Assert.False(story.State.NeedsALook);
    }

    // What a newer program can read again is read.
    [Fact]
    public void What_was_kept_unread_is_read_when_it_can_be()
    {
        var happened = new Story().Make(new Begun());
        var kept = happened with { Body = new Unreadable(EventText.Canonical(happened), "of tomorrow") };
        Assert.IsType<Begun>(EventText.Read(EventText.Canonical(kept), Envelope).Body);
    }

    [Fact]
    public void An_enum_is_read_by_its_name_and_never_as_a_number() =>
        Assert.Throws<JsonException>(() => JsonSerializer.Deserialize("30", CoreJson.Default.GetTypeInfo(typeof(ActionEffect))!));

    // Taking one event more comes to what folding all of them comes to, wherever it falls and whatever it takes back.
    [Fact]
    public void One_event_more_is_the_same_as_folding_all()
    {
        var story = new Story().Begin().Until("light");
        story.Do(new DoneWith("light", "light")).Take("tap");
        story.Do(new Undo(story.Events[3].Id, "wrong strand", false));
        story.AddFrom(new Guid("01900000-0000-7000-8000-0000000000ee"), new StepDone(1, 1, "parts"), known: 2);
        story.Events.Add(story.Make(new Batched(Guid.CreateVersion7()), clock: 1_790_000_000_500));
        var random = new Random(20261128);
        for (var round = 0; round < 40; round++)
        {
            var shuffled = story.Events.OrderBy(_ => random.Next()).ToList();
            var stream = shuffled.Aggregate(FoldedTermination.Of(story.Id, [], story.Book), (s, e) => s.With(e));
            Assert.Equal(Json(TerminationFold.Fold(story.Id, story.Events, story.Book)), Json(stream.State));
            Assert.Same(stream, stream.With(shuffled[0]));
        }
    }

    [Fact]
    public void A_shared_act_may_be_moved_with_only_the_strand_it_is_moved_from()
    {
        var wrong = new Story(strand: 5).Begin().Step();
        var right = new Story(wrong.Book, strand: 6);
        wrong.Events[2] = wrong.Events[2].Concerning([wrong.Events[2].About[0], new Subject(Guid.CreateVersion7(), 2)]);
        var moved = new Reattributed(wrong.Id, right.Id, [.. wrong.Events.Skip(1).Select(e => e.For(wrong.Id))], "mixed up");
        var happened = wrong.Make(moved).Concerning([new(wrong.Id, wrong.Events.Count), new(right.Id, right.Events.Count)]);
        var streams = new[] { wrong, right }.ToDictionary(s => s.Id, FoldedStream (s) => FoldedTermination.Of(s.Id, s.Events, s.Book));
        Assert.Null(EventAdmission.Judge(streams, happened, wrong.Book).Refusal);
    }

    [Theory]
    [InlineData("rules")]
    [InlineData("recipe")]
    public void What_an_event_refers_to_must_be_there(string field)
    {
        var story = new Story();
        var begun = story.Make(new Begun());
        var lying = field == "rules" ? begun with { Rules = "0" } : begun with { Recipe = new RecipeRef("M4", 99) };
        Assert.Equal(field, Judged(story, lying)?.Field);
        // Any kind, not only the one that begins.
        story.Begin();
        Assert.Equal("recipe", Judged(story, story.Make(new HandedOver(Story.Person)) with { Recipe = new RecipeRef("none", 1) })?.Field);
    }

    private static Refusal? Judged(Story story, BenchEvent happened) =>
        EventAdmission
            .Judge(new Dictionary<Guid, FoldedStream> { [story.Id] = FoldedTermination.Of(story.Id, story.Events, story.Book) }, happened, story.Book)
            .Refusal;

    private static string Json(TerminationState state) => JsonSerializer.Serialize(state, CoreJson.Default.TerminationState);
}
