using Rhabdon.Core.Bench;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Preparation;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Units;
using Rhabdon.Core.Verification;

namespace Rhabdon.Core.Tests.Bench;

/// <summary>Every starter recipe, on every build it serves and in every technique, from the first step to acceptance.</summary>
public class EveryRecipeTests
{
    private static readonly RecipeBook Book = StarterRecipes.Book();

    public static TheoryData<string, CableBuild, string> Techniques
    {
        get
        {
            var techniques = new TheoryData<string, CableBuild, string>();
            foreach (var (recipe, build) in Book.Recipes.SelectMany(r => r.Recipe.Serves.Builds, (r, build) => (r.Recipe, build)))
            {
                techniques.Add(recipe.Id, build, string.Empty);
                foreach (var choice in recipe.Choices ?? [])
                {
                    foreach (var option in choice.Options)
                    {
                        techniques.Add(recipe.Id, build, $"{choice.Id}={option.Id}");
                    }
                }
            }

            return techniques;
        }
    }

    [Theory]
    [MemberData(nameof(Techniques))]
    public void Begun_in_any_technique_and_done_well_it_is_accepted_on_the_first_attempt(string id, CableBuild build, string technique)
    {
        var strand = new StrandAtWork(id, TechniqueOf(technique), build: build);
        while (!strand.State.IsOver)
        {
            strand.StepWell();
        }

        Assert.Equal((StrandPhase.Verified, 1, false), (strand.State.Phase, strand.State.Attempt, strand.State.NeedsALook));
        Assert.Equal(strand.Recipe.Steps.Select(s => s.Id), strand.State.Attempts[0].Tries[0].Steps.Select(s => s.Step));
    }

    [Theory]
    [MemberData(nameof(Techniques))]
    public void Every_step_can_be_shown_with_all_its_places_filled(string id, CableBuild build, string technique)
    {
        var strand = new StrandAtWork(id, TechniqueOf(technique), build: build);
        while (!strand.State.IsOver)
        {
            var view = new BenchViewer(Book, Phrasebook.English, "en", LengthUnit.Millimeter).View(strand.State);
            Assert.DoesNotContain(
                '{',
                $"{view.Step!.Title} {view.Step.How} {view.Step.Ask?.Question} {string.Join(' ', view.Step.Cautions)} {view.Step.Clock?.Kind}"
            );
            Assert.All(view.Line!.Now, s => Assert.True(s.To > s.From, $"{view.Step.Id}: {s}"));
            strand.StepWell();
        }
    }

    [Fact]
    public void A_technique_changes_the_steps_and_the_strand_stays_in_it()
    {
        var (wet, dry) = (new StrandAtWork("A1", TechniqueOf("clean=91")), new StrandAtWork("A1", null));
        Assert.Contains(wet.Recipe.Steps, s => s.Id == "clean");
        Assert.DoesNotContain(dry.Recipe.Steps, s => s.Id == "clean");
        Assert.Contains(dry.Recipe.Steps, s => s.Id == "clean-dry");
        Assert.Equal(
            "technique",
            IntentHandler
                .Answer(new StrandAtWork("A1", null, begin: false).Stream, Book, new BeginWork(TechniqueOf("clean=soap")), LengthUnit.Millimeter)
                .Fault?.Field
        );
    }

    // Hold 30 to 45 s: common practice.
    [Fact]
    public void A_hold_is_held_to_its_thirty_seconds_and_outlives_a_reload()
    {
        var strand = new StrandAtWork("A1", null).Until("hold");
        Assert.Equal("bench.clock-first", strand.Fault(new DoneWith("hold"))?.Says.Key);
        strand.Do(new StartClock("hold"));
        strand.Wait(29);
        var early = strand.Fault(new DoneWith("hold"));
        Assert.Equal(("bench.clock-runs", "1"), (early?.Says.Key, early?.Says.Args["seconds"]));
        Assert.Equal(strand.State.Clock, TerminationFold.Fold(StrandAtWork.Strand, Enumerable.Reverse(strand.Events), Book).Clock);
        strand.Wait(1);
        Assert.Null(strand.Fault(new DoneWith("hold")));
    }

    // Where primer and adhesive meet it sets in seconds (common practice): primer, push and hold are one strand's, whatever the pace of the batch.
    [Fact]
    public void What_sets_in_seconds_does_not_wait_for_the_batch()
    {
        var (first, second) = (
            new StrandAtWork("A1", null).Until("primer").State,
            new StrandAtWork("A1", null).Until("primer").State with
            {
                Termination = Guid.Parse("01900000-0000-7000-8000-000000000008"),
            }
        );
        var turn = BatchQueue.TurnOf([first, second], Book, Pace.StageByStage, null, isPicked: false);
        Assert.Equal([first.Termination], turn.Together);
        var pushed = new StrandAtWork("A1", null).Until("hold").State;
        turn = BatchQueue.TurnOf([second, pushed], Book, Pace.StageByStage, null, isPicked: false);
        Assert.Equal(pushed.Termination, turn.Focus);
    }

    // The stub must be the cable's own fiber: 50 to 50, 62.5 to 62.5, single-mode to single-mode (common practice).
    [Theory]
    [InlineData("M2", FiberGrade.OM4, "50", null)]
    [InlineData("M2", FiberGrade.OM4, "62.5", "wrong-stub")]
    [InlineData("M2", FiberGrade.OM1, "62.5", null)]
    [InlineData("S2", FiberGrade.OS2, "50", "wrong-stub")]
    [InlineData("S2", FiberGrade.OS2, "single-mode", null)]
    public void The_bag_tells_whether_the_stub_is_the_cables_fiber(string id, FiberGrade grade, string bag, string? sign)
    {
        var strand = new StrandAtWork(id, null, grade: grade).Until("stub-type");
        strand.Do(new DoneWith("stub-type", bag));
        Assert.Equal(sign, strand.State.Trouble?.Sign);
    }

    // Boots must fit the cable; the short stub cannot take the proof test; a technique's alcohol is its own (common practice).
    [Theory]
    [InlineData("M5", CableBuild.Cordage20, "parts", "2.0", null)]
    [InlineData("M5", CableBuild.Cordage20, "parts", "900", "wrong-boot")]
    [InlineData("M5", CableBuild.Cordage30, "parts", "2.0", "wrong-boot")]
    [InlineData("S1", CableBuild.Cordage30, "splicer", "proof-on", "proof-test-on")]
    [InlineData("S1", CableBuild.Cordage30, "clean", "91", null)]
    public void What_does_not_go_together_is_met_at_its_step(string id, CableBuild build, string step, string read, string? sign)
    {
        var strand = new StrandAtWork(id, null, build: build).Until(step);
        strand.Do(new DoneWith(step, read));
        Assert.Equal(sign, strand.State.Trouble?.Sign);
    }

    [Fact]
    public void Alcohol_that_is_good_in_one_technique_is_too_weak_in_another()
    {
        var strand = new StrandAtWork("S1", TechniqueOf("clean=97")).Until("clean");
        strand.Do(new DoneWith("clean", "95"));
        Assert.Equal("weak-alcohol", strand.State.Trouble?.Sign);
    }

    // Back one film, then forward (common practice): from 0.3 µm to 3 µm in the two-film sequence.
    [Theory]
    [InlineData("p2-look-3", "adhesive", "polish-on", "p2-3")]
    [InlineData("look", "adhesive", "polish-on", "p2-03")]
    [InlineData("look", "heavy", "film-back", "p2-3")]
    [InlineData("look", "fine", "new-sheet", "p2-03")]
    [InlineData("look", "dirt", "clean-face", "look")]
    [InlineData("look", "chip", "new-connector", "parts")]
    public void The_ladder_of_a_polished_face_leads_back_to_the_film_it_means(string at, string seen, string action, string to)
    {
        var strand = new StrandAtWork("A1", null).Until(at);
        strand.Do(new DoneWith(at, seen));
        var offer = ActionOffers.For(strand.State, strand.Recipe, Book.LadderOf(strand.Recipe)).Single(o => o.IsProposed);
        Assert.Equal(action, offer.CorrectiveAction.Id);
        strand.Do(new ChooseAction(action));
        Assert.Equal(to, strand.State.Step);
    }

    // 10 to 12 eights: common practice.
    [Theory]
    [InlineData(9, ReadingGrade.Doubtful)]
    [InlineData(10, ReadingGrade.Good)]
    [InlineData(12, ReadingGrade.Good)]
    [InlineData(13, ReadingGrade.Doubtful)]
    public void Eights_are_held_against_the_schools_count(int count, ReadingGrade grade) => Assert.Equal(grade, ReadingJudge.OfCount(count, new Count(10, 12)));

    // One or two eights a second (common practice): the metronome beats in the middle.
    [Fact]
    public void The_metronome_beats_in_the_middle_of_the_pace()
    {
        var strand = new StrandAtWork("A1", null).Until("p2-3");
        var count = new BenchViewer(Book, Phrasebook.English, "en", LengthUnit.Millimeter).View(strand.State).Step!.Count!;
        Assert.Equal((20, 30, 666), (count.Low, count.High, count.BeatMilliseconds));
    }

    private static Technique? TechniqueOf(string text) =>
        text.Length == 0 ? null : new Technique(new Dictionary<string, string> { [text.Split('=')[0]] = text.Split('=')[1] });
}
