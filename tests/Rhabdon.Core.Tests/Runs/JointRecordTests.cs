using Rhabdon.Core.Bench;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.Runs;
using Rhabdon.Core.Tests.Bench;
using Rhabdon.Core.Units;
using Rhabdon.Core.Verification;

namespace Rhabdon.Core.Tests.Runs;

/// <summary>What such links lose follows the crew's own joints, once there are some.</summary>
public sealed class JointRecordTests
{
    private readonly RunOnPaper run = new(strands: 40);

    [Fact]
    public void Without_links_of_its_own_it_is_the_usual_of_a_field_connector() =>
        Assert.Equal((0.25m, 0), (JointRecord.Of([], 850).Mean.Amount, JointRecord.Of([], 850).Links));

    // By hand: 120 m of OM4 takes 0.12 km × 2.4 dB/km = 0.288 dB (typical, from memory); 1.088 dB leaves 0.8 dB for two pairs: 0.4 dB each. With 20 links of
    // 0.4 and the usual 0.25 worth 20: 0.325 dB.
    [Fact]
    public void Twenty_links_of_its_own_weigh_as_much_as_the_usual()
    {
        Read(20, "1.088");
        var record = JointRecord.Of(Links(20), 850);
        Assert.Equal((0.325m, 20), (record.Mean.Amount, record.Links));
        Assert.Equal(0, JointRecord.Of(Links(20), 1300).Links);
    }

    [Fact]
    public void What_fails_says_nothing_of_good_joints_and_no_joint_gives_light()
    {
        Read(1, "2.9");
        Assert.Equal(0, JointRecord.Of(Links(1), 850).Links);
        Read(40, "0.1");
        Assert.True(JointRecord.Of(Links(40), 850).Mean.Amount >= 0.05m);
    }

    // What was recorded of these very ends: the splicer's estimate as it is; a cleave of 2° against a stub in gel, single-mode at 1310 nm: 4.34 × (π × 1.468 ×
    // 4.6 × 0.0349 / 1.31)² = 1.39 dB (Marcuse 1977, from memory).
    [Theory]
    [InlineData("S1", 1310, 0.08)]
    [InlineData("M4", 1310, 1.39)]
    public void The_joint_inside_a_connector_counts_by_what_was_recorded_of_it(string recipe, int wavelength, double loss)
    {
        var strand = new StrandAtWork(recipe, null, grade: FiberGrade.OS2);
        Reading[] read =
        [
            new Reading("cleave-angles", Angles: new AnglePair(Angle.Of(0.4m), Angle.Of(2))),
            .. recipe == "S1" ? [new Reading("splice-estimate", Loss: Decibel.Of(0.08m))] : (Reading[])[],
        ];
        var steps = read.Select(r => new StepRecord("step", Guid.Empty, DateTimeOffset.UnixEpoch, Guid.Empty, r)).ToList();
        var state = strand.State with { Attempts = [new AttemptRecord(1, AttemptOutcome.Accepted, [new TryRecord(1, steps)])] };
        var joint = Assert.Single(JointRecord.Within([state], FiberGrade.OS2, wavelength));
        Assert.Equal((decimal)loss, joint.Mean.Amount, 2);
    }

    private void Read(int strands, string loss)
    {
        run.Reference();
        for (var strand = 1; strand <= strands; strand++)
        {
            run.Read(strand, 850, loss);
        }
    }

    private IEnumerable<LinkState> Links(int strands) => Enumerable.Range(1, strands).Select(run.Run.LinkOf);
}
