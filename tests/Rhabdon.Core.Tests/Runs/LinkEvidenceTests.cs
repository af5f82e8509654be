using Rhabdon.Core.Bench;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.Causes;
using Rhabdon.Core.EndFaces;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Runs;
using Rhabdon.Core.Tests.Bench;
using Rhabdon.Core.Units;
using Rhabdon.Core.Verification;

namespace Rhabdon.Core.Tests.Runs;

/// <summary>What is recorded of a link and its ends becomes the evidence of its diagnosis.</summary>
public sealed class LinkEvidenceTests
{
    private readonly RunOnPaper paper = new();

    // A face is told by what the ladder would treat it for, not by its bare verdict: a crack is no scratch.
    [Theory]
    [InlineData(FaceVerdict.Pass, null, FaceEvidence.Clean)]
    [InlineData(FaceVerdict.CleanAndLookAgain, FaceSymptom.Dirt, FaceEvidence.Dirty)]
    [InlineData(FaceVerdict.Fail, FaceSymptom.AdhesiveLeft, FaceEvidence.Adhesive)]
    [InlineData(FaceVerdict.Fail, FaceSymptom.FineScratches, FaceEvidence.Scratched)]
    [InlineData(FaceVerdict.Fail, FaceSymptom.HeavyScratches, FaceEvidence.Scratched)]
    [InlineData(FaceVerdict.Fail, FaceSymptom.Pit, FaceEvidence.Chipped)]
    [InlineData(FaceVerdict.Fail, FaceSymptom.ChipCore, FaceEvidence.Cracked)]
    [InlineData(FaceVerdict.CannotGrade, null, null)]
    public void A_face_is_told_by_its_sign(FaceVerdict verdict, string? sign, FaceEvidence? told)
    {
        var grade = new FaceGrading(verdict, false, new PictureQuality(1, 0.5, 0, 0, 1), [], [], []);
        var seen = new Reading("face", Face: new FaceSeen(new string('a', FaceSeen.HashLength), "mm", 1, grade, sign));
        var asked = Asked(With(seen))!;
        Assert.Equal(told, asked.Near!.Face);
        Assert.Null(asked.Far);
    }

    [Fact]
    public void Both_angles_of_a_splice_count_by_the_worse_and_a_re_cleave_is_a_try()
    {
        var state = With(new Reading("cleave-angles", Angles: new AnglePair(Angle.Of(0.4m), Angle.Of(1.7m))));
        Assert.Equal((Angle.Of(1.7m), 0), (Asked(state)!.Near!.CleaveAngle, Asked(state)!.Near!.Tries));
    }

    [Fact]
    public void A_link_that_passes_is_not_asked_about()
    {
        paper.Reference();
        paper.Read(1, 850, "-20.40", isPower: true);
        Assert.Null(LinkEvidence.Of(paper.Cable, 1, paper.Run.LinkOf(1), null, null, [], id => new ReferenceState(id)));
    }

    [Fact]
    public void A_tool_with_more_trouble_than_others_speaks_against_the_end_that_it_made()
    {
        var made = new StrandAtWork("M4", null).State;
        paper.Reference();
        paper.Read(1, 850, "-22.60", isPower: true);
        var asked = LinkEvidence.Of(paper.Cable, 1, paper.Run.LinkOf(1), made, null, [], id => new ReferenceState(id), isToolSuspect: made.Termination.Equals)!;
        var without = asked with { Near = asked.Near! with { IsToolSuspect = false } };

        Assert.True(asked.Near!.IsToolSuspect);
        Assert.True(Share(asked, Cause.Cleave) > Share(without, Cause.Cleave));

        static double Share(DiagnosisQuestion asked, Cause cause) =>
            LinkDiagnosis.Of(asked, Phrasebook.English).Causes.Where(c => c.Cause == cause).Sum(c => c.Probability);
    }

    private DiagnosisQuestion? Asked(TerminationState near)
    {
        paper.Reference();
        paper.Read(1, 850, "-22.60", isPower: true);
        return LinkEvidence.Of(paper.Cable, 1, paper.Run.LinkOf(1), near, null, [], id => new ReferenceState(id));
    }

    // A begun strand with one step on which this was read.
    private static TerminationState With(Reading read)
    {
        var step = new StepRecord("look", Guid.Empty, DateTimeOffset.UnixEpoch, Guid.Empty, read);
        return new StrandAtWork("M4", null).State with { Attempts = [new AttemptRecord(1, AttemptOutcome.Open, [new TryRecord(1, [step])])] };
    }
}
