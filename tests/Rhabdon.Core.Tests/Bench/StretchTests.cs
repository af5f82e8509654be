using Rhabdon.Core.Bench;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Units;

namespace Rhabdon.Core.Tests.Bench;

/// <summary>The pace of the practiced: who has done a hundred taps where something is read, asked or timed, and nothing is lost of the record.</summary>
public class StretchTests(ITestOutputHelper output)
{
    private static readonly RecipeBook Book = StarterRecipes.Book();
    private readonly BenchViewer viewer = new(Book, Phrasebook.English, "en", LengthUnit.Millimeter, guidance: Guidance.Checkpoints);

    public static TheoryData<string> Recipes => [.. Book.Recipes.Select(r => r.Ref.Id).Distinct()];

    // The aim of five taps is the house's own; a reading is no tap beyond the readings.
    [Theory]
    [InlineData("M1")]
    [InlineData("M2")]
    [InlineData("M3")]
    [InlineData("M4")]
    [InlineData("M5")]
    [InlineData("M6")]
    [InlineData("M7")]
    [InlineData("M8")]
    [InlineData("F2")]
    public void A_mechanical_termination_takes_at_most_five_taps_beyond_its_readings(string recipe)
    {
        var strand = new StrandAtWork(recipe, null);
        var taps = 1;
        while (!strand.State.IsOver)
        {
            taps += strand.CardWell();
        }

        output.WriteLine($"{recipe}: {taps}");
        Assert.InRange(taps, 2, 5);
    }

    [Theory]
    [MemberData(nameof(Recipes))]
    public void Every_step_stands_in_the_record_as_it_does_step_by_step(string recipe)
    {
        var (practiced, careful) = (new StrandAtWork(recipe, null), new StrandAtWork(recipe, null));
        while (!practiced.State.IsOver)
        {
            practiced.CardWell();
        }

        while (!careful.State.IsOver)
        {
            careful.StepWell();
        }

        Assert.Equal(Steps(careful).Select(s => (s.Step, s.Verdict?.Grade)), Steps(practiced).Select(s => (s.Step, s.Verdict?.Grade)));
        Assert.Equal((careful.State.Phase, careful.State.Shards), (practiced.State.Phase, practiced.State.Shards));
        Assert.Contains(Steps(practiced), s => s.IsPassed);
        Assert.DoesNotContain(Steps(practiced), s => s.IsPassed && Stretch.IsCheckpoint(practiced.Recipe.Steps[practiced.Recipe.IndexOf(s.Step)]));
    }

    [Fact]
    public void A_card_names_its_stages_and_steps_with_their_lengths_and_every_caution_among_them()
    {
        var strand = new StrandAtWork("M4", null);
        var step = viewer.View(strand.State).Step!;
        Assert.Equal(("parts", 1, "mark", 2), (step.Passed![0].Id, step.Passed[0].Number, step.Id, step.Number));
        Assert.Equal(("Boot on · Mark", "30.0"), (step.Card, step.Figure!.Value));
        strand.CardWell();
        var strip = viewer.View(strand.State).Step!;
        Assert.Equal(("strip", "coating"), (Assert.Single(strip.Passed!).Id, strip.Id));
        Assert.NotNull(strip.Ask);
        var passed = strand.Recipe.Steps.Single(s => s.Id == "strip").Cautions.Select(c => Phrasebook.English.Say(Phrase.Of($"caution.{c}")));
        Assert.All(passed, caution => Assert.Contains(caution, strip.Cautions));
        strand.CardWell();
        Assert.Null(viewer.View(strand.State).Step!.Card);
    }

    // Wedge-lock: insert, middle cover, bow, taps and wedge follow at once on the same strand (common practice).
    [Fact]
    public void A_card_that_holds_what_cannot_wait_is_one_strands_own()
    {
        var (first, second) = (new StrandAtWork("M4", null).Until("insert"), new StrandAtWork("M4", null).Until("insert"));
        var turn = BatchQueue.TurnOf([first.State, second.State], Book, Pace.StageByStage, null, isPicked: false, Guidance.Checkpoints);
        Assert.Single(turn.Together);
        Assert.Equal("insert", first.State.Step);
    }

    [Fact]
    public void Taken_back_the_whole_card_is_undone()
    {
        var strand = new StrandAtWork("M4", null);
        strand.CardWell();
        Assert.Equal("Boot on · Mark", viewer.View(strand.State).Undo!.What);
        strand.Do(new Undo(strand.Events[^1].Id, "The wrong strand.", GlassWasCut: false));
        Assert.Equal("parts", strand.State.Step);
        Assert.Empty(Steps(strand));
    }

    [Fact]
    public void Trouble_in_the_middle_of_a_card_is_found_where_it_may_be_reported_and_what_came_before_is_done()
    {
        var strand = new StrandAtWork("M4", null).Until("insert");
        var ladder = Book.LadderOf(strand.Recipe);
        var (sign, at) = strand
            .Recipe.Steps.SkipWhile(s => s.Id != "bow")
            .SelectMany(s => ReportableSymptoms.Reportable(strand.Recipe, ladder, s.Id), (s, sign) => (sign.Id, s.Id))
            .First();
        strand.Do(new ReportTrouble(sign, at, "insert"));
        Assert.Equal((sign, at), (strand.State.Trouble!.Sign, strand.State.Trouble.Step));
        Assert.Equal(["insert", "middle"], Steps(strand).Where(s => s.IsPassed && s.At == strand.Events[^1].When).Select(s => s.Step).Take(2));
    }

    [Fact]
    public void No_card_passes_over_a_reading_or_begins_elsewhere_than_the_strand_stands()
    {
        var strand = new StrandAtWork("M4", null);
        Assert.Equal("step", strand.Fault(new DoneWith("unload", From: "parts"))?.Field);
        Assert.Equal("step", strand.Fault(new DoneWith("strip", From: "mark"))?.Field);
        Assert.Equal("step", strand.Fault(new DoneWith("parts", From: "strip"))?.Field);
        Assert.Equal("step", strand.Fault(new DoneWith("no-such-step", From: "parts"))?.Field);
        Assert.Null(strand.Fault(new DoneWith("strip", From: "parts")));
    }

    // Twelve in a batch, stage by stage, in both paces; what is said of both is measured here and written to the test's output.
    [Fact]
    public void Twelve_wedge_lock_ends_take_a_third_of_the_taps_at_most()
    {
        var (practiced, careful) = (TapsOf(Guidance.Checkpoints), TapsOf(Guidance.EveryStep));
        output.WriteLine(
            $"beyond the readings: {careful.Taps} step by step, {practiced.Taps} by checkpoints; answers {careful.Answers} and {practiced.Answers}"
        );
        Assert.Equal(careful.Answers, practiced.Answers);
        Assert.InRange(practiced.Taps, 1, careful.Taps / 3);
    }

    private static (int Taps, int Answers) TapsOf(Guidance guidance)
    {
        var batch = Enumerable.Range(0, 12).Select(i => new StrandAtWork("M4", null, id: new Guid(i + 1, 0, 0, new byte[8]))).ToList();
        var (taps, answers) = (1, 0);
        Guid? held = null;
        while (BatchQueue.TurnOf([.. batch.Select(s => s.State)], Book, Pace.StageByStage, held, false, guidance) is { Focus: { } focus } turn)
        {
            var asks = false;
            foreach (var strand in batch.Where(s => turn.Together.Contains(s.Id)))
            {
                asks = guidance == Guidance.Checkpoints ? strand.CardWell() == 0 : strand.StepWell();
            }

            (taps, answers, held) = (taps + (asks ? 0 : 1), answers + (asks ? 1 : 0), focus);
        }

        return (taps, answers);
    }

    private static IEnumerable<StepRecord> Steps(StrandAtWork strand) => strand.State.Attempts.SelectMany(a => a.Tries).SelectMany(t => t.Steps);
}
