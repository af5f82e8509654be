using System.Security.Cryptography;
using Rhabdon.Core.Bench;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Units;
using Rhabdon.Core.Verification;

namespace Rhabdon.Core.Tests.Bench;

/// <summary>What is done once at a cable's end or a module is its own work, not its strands' (common practice: a sheath is opened once).</summary>
public class CableEndTests
{
    private static readonly RecipeBook Book = StarterRecipes.Book();
    private static readonly CableEndPlace Place = new(Guid.CreateVersion7(), Guid.CreateVersion7(), CableEnd.Near);
    private static readonly Guid Olive = Guid.CreateVersion7();
    private static readonly DateTimeOffset Morning = new(2026, 11, 24, 8, 0, 0, TimeSpan.Zero);
    private readonly List<BenchEvent> events = [];

    public static TheoryData<string> Recipes => [.. Book.Recipes.Select(r => r.Ref.Id).Distinct()];

    // In the order of the hand: goods in, legs and entry, lid, jacket, the gel that lies under it, order, route; strands; slack, ties, lid.
    [Fact]
    public void A_module_is_opened_before_its_ribbons_and_closed_after_them()
    {
        var steps = CableEndWork.Steps(End("R1"), Book);
        Assert.Equal(["goods-in", "entry", "lid", "jacket", "gel-off", "order", "route"], steps.Before.Select(s => s.Id));
        Assert.Equal(["slack", "ties"], steps.After.Select(s => s.Id));
        Assert.True(Book.Latest("R1")!.Recipe.EndWork!.IsFirst);
    }

    [Theory]
    [MemberData(nameof(Recipes))]
    public void Every_family_checks_the_cable_once_and_no_strand_is_asked_for_it(string recipe)
    {
        Assert.Equal("goods-in", CableEndWork.Steps(End(recipe), Book).Before[0].Id);
        Assert.DoesNotContain(new StrandAtWork(recipe, null).Recipe.Steps, s => s.Once == Once.CableEnd);
    }

    // Cordage has no sheath to open, a tight-buffered cable has (trade's own words: sheath opened where there is one).
    [Fact]
    public void Cordage_has_no_sheath_to_open()
    {
        Assert.Contains(CableEndWork.Steps(End("M4"), Book).Before, s => s.Id == "sheath-open");
        Assert.DoesNotContain(CableEndWork.Steps(End("A1"), Book).Before, s => s.Id == "sheath-open");
    }

    [Fact]
    public void Done_in_its_order_it_makes_way_for_the_strands_and_is_closed_after_them()
    {
        var viewer = new CableEndViewer(Book, Phrasebook.English, "en", LengthUnit.Millimeter);
        Assert.Equal(("goods-in", false, false), Standing(viewer.View(End("R1"))!));
        Assert.True(viewer.Line(End("R1"))!.IsAwaited);
        Do("R1", "goods-in", "agrees");
        Do("R1", "entry", "fits");
        foreach (var step in (string[])["lid", "jacket", "gel-off"])
        {
            Do("R1", step);
        }

        Do("R1", "order", "straight");
        Do("R1", "route");
        Assert.Equal((null, true, false), Standing(viewer.View(End("R1"))!));
        Assert.False(viewer.Line(End("R1"))!.IsAwaited);
        Assert.Equal(("slack", true, false), Standing(viewer.View(End("R1", isOver: true))!));
        Do("R1", "slack");
        Do("R1", "ties");
        Assert.Equal((null, true, true), Standing(viewer.View(End("R1", isOver: true))!));
        Assert.Equal(new CableEndLine("Module", 9, 9, null, IsAwaited: false, IsToClose: false), viewer.Line(End("R1", isOver: true)));
    }

    // At least 0.889 m of jacket comes off from the entry: longer is right too.
    [Fact]
    public void A_length_that_must_be_reached_is_shown_as_at_least()
    {
        var jacket = new CableEndViewer(Book, Phrasebook.English, "en", LengthUnit.Millimeter).View(End("R1"))!.Steps.Single(s => s.Id == "jacket");
        Assert.Equal("889.0", jacket.Figure!.Value);
        Assert.Contains("at least", jacket.Figure.Note, StringComparison.Ordinal);
        Assert.DoesNotContain('{', jacket.Title);
    }

    [Fact]
    public void A_bad_answer_says_what_to_do_and_the_step_stands_until_it_is_good()
    {
        Do("M4", "goods-in", "differs");
        var view = new CableEndViewer(Book, Phrasebook.English, "en", LengthUnit.Millimeter).View(End("M4"))!;
        Assert.Equal(("goods-in", EndStepStanding.Bad), (view.Now, view.Steps[0].Standing));
        Assert.StartsWith("Stop", view.Steps[0].Then, StringComparison.Ordinal);
        Do("M4", "goods-in", "agrees");
        Assert.True(End("M4").State.HasDone("goods-in"));
        Assert.Null(view.Steps[1].Then);
    }

    [Fact]
    public void Two_people_who_did_the_same_step_did_it_once_and_taken_back_it_is_to_do_again()
    {
        Do("M4", "goods-in", "agrees");
        var first = events[^1];
        Add(first.Body, first.Recipe);
        var state = End("M4").State;
        Assert.Equal(first.Id, Assert.Single(state.Steps).Event);
        Assert.False(FoldedCableEnd.Of(Place.Id, events).NeedsALook);
        Assert.Equal("reason", CableEndWork.TakenBack(Place, End("M4"), "goods-in", " ").Fault?.Field);
        Add(CableEndWork.TakenBack(Place, End("M4"), "goods-in", "The wrong cable.").Body!, null);
        Assert.False(End("M4").State.HasDone("goods-in"));
    }

    [Fact]
    public void What_is_not_its_own_is_refused_and_named()
    {
        Assert.Equal("step", Fault("M4", "parts"));
        Assert.Equal("step", Fault("M4", "no-such-step"));
        Assert.Equal("reading", Fault("M4", "goods-in", "perhaps"));
        Assert.Equal("reading", Fault("M4", "goods-in"));
        var done = Event(new EndStepDone(Place.Job, Place.Cable, Place.End, "legs"), Book.Latest("M4")!.Ref);
        Assert.Null(Judge(done));
        Assert.Equal("body.step", Judge(done with { Body = ((EndStepDone)done.Body) with { Step = "parts" } }));
        Assert.Equal("body.reading", Judge(done with { Body = ((EndStepDone)done.Body) with { Step = "goods-in" } }));
        var lie = ((EndStepDone)CableEndWork.Done(Place, End("M4"), Book, "goods-in", "differs", LengthUnit.Millimeter).Body!) with
        {
            Verdict = new Verdict(ReadingGrade.Good),
        };
        Assert.Equal("body.verdict", Judge(done with { Body = lie }));
        Assert.Equal("subjects", EventAdmission.Malformed(done with { Subjects = [new Subject(Guid.CreateVersion7(), 0)] })?.Field);
        Assert.Equal("recipe", EventAdmission.Malformed(done with { Recipe = null })?.Field);
    }

    // The id can be reckoned by anyone: SHA-256 over 33 bytes, version 8 and variant set as RFC 9562, 5.8, has them.
    [Fact]
    public void Its_stream_follows_from_what_it_is_of()
    {
        byte[] of = [.. Convert.FromHexString(Place.Job.ToString("N")), .. Convert.FromHexString(Place.Cable.ToString("N")), 1];
        var hash = SHA256.HashData(of);
        (hash[6], hash[8]) = ((byte)(0x80 | (hash[6] & 0x0f)), (byte)(0x80 | (hash[8] & 0x3f)));
        Assert.Equal(Convert.ToHexStringLower(hash[..16]), Place.Id.ToString("N"));
        Assert.NotEqual(Place.Id, (Place with { End = CableEnd.Far }).Id);
    }

    private static (string? Now, bool IsReady, bool IsClosed) Standing(CableEndView view) => (view.Now, view.IsReady, view.IsClosed);

    private CableEndAtWork End(string recipe, bool isOver = false)
    {
        var strand = new StrandAtWork(recipe, null);
        while (isOver && !strand.State.IsOver)
        {
            strand.StepWell();
        }

        return new CableEndAtWork(FoldedCableEnd.Of(Place.Id, events).State, strand.State);
    }

    private void Do(string recipe, string step, string? read = null)
    {
        var answer = CableEndWork.Done(Place, End(recipe, step is "slack" or "ties"), Book, step, read, LengthUnit.Millimeter);
        Assert.Null(answer.Fault);
        var made = Event(answer.Body!, Book.Latest(recipe)!.Ref);
        Assert.Null(Judge(made));
        events.Add(made);
    }

    private string? Fault(string recipe, string step, string? read = null) =>
        CableEndWork.Done(Place, End(recipe), Book, step, read, LengthUnit.Millimeter).Fault?.Field;

    private string? Judge(BenchEvent happened) =>
        EventAdmission.Malformed(happened)?.Field
        ?? EventAdmission.Judge(new Dictionary<Guid, FoldedStream> { [Place.Id] = FoldedCableEnd.Of(Place.Id, events) }, happened, Book).Refusal?.Field;

    private void Add(EventBody body, RecipeRef? recipe) => events.Add(Event(body, recipe));

    private BenchEvent Event(EventBody body, RecipeRef? recipe) =>
        new(
            Guid.CreateVersion7(),
            Olive,
            events.Count + 1,
            new HybridTime(Morning.AddMinutes(events.Count).ToUnixTimeMilliseconds(), 0),
            Morning.AddMinutes(events.Count),
            Olive,
            Rulebook.Version,
            [new Subject(Place.Id, events.Count)],
            body,
            recipe
        );
}
