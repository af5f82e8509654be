using Rhabdon.Core.Bench;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.EndFaces;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Units;
using Rhabdon.Core.Verification;

namespace Rhabdon.Core.Tests.Bench;

/// <summary>A look at a polished face through a picture: what is recorded, what the ladder makes of it, and a person who sees otherwise.</summary>
public class FacePictureTests
{
    private const string Hash = "0123456789abcdef0123456789abcdef0123456789abcdef0123456789abcdef";
    private static readonly FaceLimits Multimode = ShippedFaceLimits.Find("mm")!;

    // What is done about each: common practice. Multimode limits of IEC 61300-3-35:2015, from memory: scratches 3 µm in A and 5 µm in B, defects 5 µm in both.
    [Theory]
    [InlineData("p2-look-3", FindingKind.Scratch, Zone.A, 3.4, "clean")]
    [InlineData("p2-look-3", FindingKind.Scratch, Zone.A, 6, "heavy")]
    [InlineData("p2-look-3", FindingKind.Adhesive, Zone.B, 20, "adhesive")]
    [InlineData("p2-look-3", FindingKind.Crack, Zone.A, 1.5, "chip")]
    [InlineData("look", FindingKind.Scratch, Zone.A, 2.9, "clean")]
    [InlineData("look", FindingKind.Scratch, Zone.A, 3.4, "fine")]
    [InlineData("look", FindingKind.Scratch, Zone.B, 9, "heavy")]
    [InlineData("look", FindingKind.Adhesive, Zone.B, 20, "adhesive")]
    [InlineData("look", FindingKind.Pit, Zone.B, 6, "pit")]
    [InlineData("look", FindingKind.LooseDirt, Zone.A, 9, "dirt")]
    [InlineData("look", FindingKind.Film, Zone.A, 40, "dirt")]
    [InlineData("look", FindingKind.Pit, Zone.D, 4, "clean")]
    [InlineData("look", FindingKind.Crack, Zone.B, 1.5, "chip")]
    public void A_picture_stands_for_one_of_the_answers_that_the_step_offers(string step, FindingKind kind, Zone zone, double size, string answer)
    {
        var strand = new StrandAtWork("A1", null).Until(step);
        Assert.Equal(answer, FaceReading.Proposed(strand.Recipe.Steps[strand.Recipe.IndexOf(step)].Ask!, Seen(Mark(kind, zone, size)))?.Value);
    }

    // A pit or dirt between films is no clean face: the step has no answer for it, and nobody is offered "clean" (common practice; fine scratches are normal
    // there).
    [Fact]
    public void A_look_that_has_no_answer_for_what_the_picture_shows_proposes_none()
    {
        var ask = Assert.Single(StarterRecipes.Sequences().Single(s => s.Id == "P2").Steps, s => s.Ask?.Reads == ReadingKind.Picture).Ask!;
        Assert.Null(FaceReading.Proposed(ask, Seen(Mark(FindingKind.Pit, Zone.B, 6))));
        Assert.Null(FaceReading.Proposed(ask, Seen(Mark(FindingKind.LooseDirt, Zone.A, 9))));
        Assert.Equal("clean", FaceReading.Proposed(ask, Seen(Mark(FindingKind.Scratch, Zone.A, 3.4)))?.Value);
        Assert.Equal("clean", FaceReading.Proposed(ask, Seen())?.Value);
        var reading = new Reading("end-face", Choice: "clean", Face: Seen(Mark(FindingKind.Pit, Zone.B, 6)));
        Assert.Equal("overruled", FaceReading.Fault(ask, reading)?.Field);
        Assert.Null(FaceReading.Fault(ask, reading with { Overruled = "A hair on the lens" }));
    }

    // Single-mode UPC: defects of 10 µm or more in D fail (IEC 61300-3-35:2015, from memory); there, clean first (common practice).
    [Fact]
    public void What_lies_on_the_contact_zone_alone_is_cleaned_first() =>
        Assert.Equal(FaceSymptom.Dirt, FaceSymptom.Of(ShippedFaceLimits.Find("sm-upc")!, [Mark(FindingKind.Pit, Zone.D, 14)]));

    [Fact]
    public void A_picture_recorded_raises_its_sign_and_stays_in_the_story()
    {
        var strand = Looked([Mark(FindingKind.Adhesive, Zone.B, 20)], "adhesive");
        Assert.Equal(FaceSymptom.AdhesiveLeft, strand.State.Trouble?.Sign);
        Assert.Equal(
            "polish-on",
            ActionOffers.For(strand.State, strand.Recipe, StarterRecipes.Book().LadderOf(strand.Recipe)).Single(o => o.IsProposed).CorrectiveAction.Id
        );
        var line = Story(strand).Single(l => l.Face is not null);
        Assert.Equal((Hash, "bad"), (line.Face!.Picture, line.Face.View.Tone));
        Assert.Single(line.Face.View.Marks);
        Assert.Equal(0, strand.State.Overruled);
    }

    [Fact]
    public void Who_sees_otherwise_says_why_and_it_is_told_and_counted()
    {
        var strand = new StrandAtWork("A1", null).Until("look");
        var seen = Seen(Mark(FindingKind.Scratch, Zone.A, 3.4));
        Assert.Equal("overruled", strand.Fault(new DoneWith("look", "clean", seen))?.Field);
        Assert.Equal("overruled", strand.Fault(new DoneWith("look", "clean", seen, "   "))?.Field);
        Assert.Equal("overruled", strand.Fault(new DoneWith("look", "clean", seen, new string('x', BenchEvent.MostReason + 1)))?.Field);
        Assert.Equal("overruled", strand.Fault(new DoneWith("look", "fine", seen, "no reason is needed"))?.Field);
        strand.Do(new DoneWith("look", "clean", seen, "A hair on the lens, seen on every face today"));
        Assert.Equal(1, strand.State.Overruled);
        Assert.Contains("A hair on the lens", Story(strand).Single(l => l.Face is not null).Note, StringComparison.Ordinal);
        Assert.Equal(strand.State.Overruled, TerminationFold.Fold(StrandAtWork.Strand, Enumerable.Reverse(strand.Events), StarterRecipes.Book()).Overruled);
    }

    [Fact]
    public void A_picture_that_cannot_be_graded_or_shows_something_else_is_not_recorded()
    {
        var strand = new StrandAtWork("A1", null).Until("look");
        var dark = Seen() with { Grade = Seen().Grade with { Verdict = FaceVerdict.CannotGrade } };
        Assert.Equal("face", strand.Fault(new DoneWith("look", "clean", dark))?.Field);
        Assert.Equal("overruled", strand.Fault(new DoneWith("look", "clean", null, "there is no picture"))?.Field);
        var earlier = new StrandAtWork("A1", null);
        while (earlier.Recipe.Steps[earlier.Recipe.IndexOf(earlier.State.Step!)].Ask is not { Choices.Count: > 0 } other || other.Reads == ReadingKind.Picture)
        {
            earlier.StepWell();
        }

        var ask = earlier.Recipe.Steps[earlier.Recipe.IndexOf(earlier.State.Step!)].Ask!;
        Assert.Equal("face", earlier.Fault(new DoneWith(earlier.State.Step!, ask.Choices.First(c => c.Grade == ReadingGrade.Good).Value, Seen()))?.Field);
        Assert.Equal(
            "face",
            BatchIntentHandler
                .Answer([strand.Stream, strand.Stream], StarterRecipes.Book(), new DoneWith("look", "clean", Seen()), LengthUnit.Millimeter)
                .Fault?.Field
        );
    }

    [Fact]
    public void A_look_that_its_own_marks_belie_is_refused()
    {
        var honest = Looked([Mark(FindingKind.Pit, Zone.B, 6)], "pit").Events;
        Assert.Null(Judged(honest, f => f));
        Assert.Equal("body", Judged(honest, f => f with { Sign = FaceSymptom.FineScratches })?.Field);
        Assert.Equal("body.verdict", Judged(honest, f => f with { Grade = f.Grade with { Findings = [] } })?.Field);
        Assert.Equal("body.reading.face.picture", Malformed(honest[^1], f => f with { Picture = "../etc" }));
        Assert.Equal(
            "body.reading.face.grade",
            Malformed(honest[^1], f =>
                f with
                {
                    Grade = f.Grade with { Findings = [.. Enumerable.Repeat(Mark(FindingKind.Pit, Zone.D, 2), FaceSeen.MostFindings + 1)] },
                }
            )
        );
    }

    private static StrandAtWork Looked(IReadOnlyList<Finding> marks, string answer)
    {
        var strand = new StrandAtWork("A1", null).Until("look");
        strand.Do(new DoneWith("look", answer, Seen([.. marks])));
        return strand;
    }

    private static Refusal? Judged(IReadOnlyList<BenchEvent> events, Func<FaceSeen, FaceSeen> change) =>
        EventAdmission
            .Judge(
                new Dictionary<Guid, FoldedStream>
                {
                    [StrandAtWork.Strand] = FoldedTermination.Of(StrandAtWork.Strand, events.SkipLast(1), StarterRecipes.Book()),
                },
                Changed(events[^1], change),
                StarterRecipes.Book()
            )
            .Refusal;

    private static string? Malformed(BenchEvent happened, Func<FaceSeen, FaceSeen> change) => EventAdmission.Malformed(Changed(happened, change))?.Field;

    private static BenchEvent Changed(BenchEvent happened, Func<FaceSeen, FaceSeen> change)
    {
        var done = (StepDone)happened.Body;
        return happened with { Body = done with { Reading = done.Reading! with { Face = change(done.Reading.Face!) } } };
    }

    private static IReadOnlyList<StoryLine> Story(StrandAtWork strand) =>
        new StrandStory(StarterRecipes.Book(), Phrasebook.English, "en", LengthUnit.Millimeter).Tell(strand.State);

    private static FaceSeen Seen(params Finding[] marks)
    {
        var judged = FaceJudge.Judge(Multimode, marks);
        var grade = new FaceGrading(
            judged.Verdict,
            judged.IsMarginal,
            new PictureQuality(0.4, 0.5, 0, 0.01, 40),
            marks,
            judged.Zones,
            judged.Reasons,
            new FiberCircle(500, 400, 400, 0.3125, 25)
        );
        return FaceSeen.Of(Hash, Multimode, grade);
    }

    private static Finding Mark(FindingKind kind, Zone zone, double size) => new(kind, zone, size, 0.2, size, size, 520, 410, -0.2, 0.99);
}
