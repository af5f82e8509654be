using FsCheck;
using FsCheck.Fluent;
using Rhabdon.Core.EndFaces;

namespace Rhabdon.Core.Tests.EndFaces;

/// <summary>Limits of IEC 61300-3-35:2015, from memory: each just under, at and just over. What is refused whatever the profile: common practice.</summary>
public class FaceJudgeTests
{
    // Profile, zone, class, size, how many of it, and whether that passes.
    [Theory]
    [InlineData("sm-upc", Zone.A, FindingKind.Scratch, 0.5, 1, false)]
    [InlineData("sm-upc", Zone.A, FindingKind.Pit, 0.5, 1, false)]
    [InlineData("sm-upc", Zone.B, FindingKind.Scratch, 2.9, 40, true)]
    [InlineData("sm-upc", Zone.B, FindingKind.Scratch, 3.0, 40, true)]
    [InlineData("sm-upc", Zone.B, FindingKind.Scratch, 3.1, 1, false)]
    [InlineData("sm-upc", Zone.B, FindingKind.Pit, 1.9, 40, true)]
    [InlineData("sm-upc", Zone.B, FindingKind.Pit, 2.0, 5, true)]
    [InlineData("sm-upc", Zone.B, FindingKind.Pit, 2.0, 6, false)]
    [InlineData("sm-upc", Zone.B, FindingKind.Pit, 5.0, 5, true)]
    [InlineData("sm-upc", Zone.B, FindingKind.Pit, 5.1, 1, false)]
    [InlineData("sm-upc", Zone.C, FindingKind.Pit, 19, 9, true)]
    [InlineData("sm-upc", Zone.C, FindingKind.Scratch, 19, 9, true)]
    [InlineData("sm-upc", Zone.D, FindingKind.Pit, 9.9, 9, true)]
    [InlineData("sm-upc", Zone.D, FindingKind.Pit, 10, 1, false)]
    [InlineData("sm-upc", Zone.D, FindingKind.Scratch, 30, 9, true)]
    [InlineData("sm-apc", Zone.A, FindingKind.Scratch, 3.0, 4, true)]
    [InlineData("sm-apc", Zone.A, FindingKind.Scratch, 3.0, 5, false)]
    [InlineData("sm-apc", Zone.A, FindingKind.Scratch, 3.1, 1, false)]
    [InlineData("sm-apc", Zone.A, FindingKind.Pit, 0.5, 1, false)]
    [InlineData("sm-apc", Zone.B, FindingKind.Scratch, 12, 9, true)]
    [InlineData("sm-apc", Zone.B, FindingKind.Pit, 5.1, 1, false)]
    [InlineData("sm-pc", Zone.A, FindingKind.Scratch, 3.0, 2, true)]
    [InlineData("sm-pc", Zone.A, FindingKind.Scratch, 3.0, 3, false)]
    [InlineData("sm-pc", Zone.A, FindingKind.Pit, 3.0, 2, true)]
    [InlineData("sm-pc", Zone.A, FindingKind.Pit, 3.1, 1, false)]
    [InlineData("sm-pc", Zone.B, FindingKind.Scratch, 3.1, 3, true)]
    [InlineData("sm-pc", Zone.B, FindingKind.Scratch, 3.1, 4, false)]
    [InlineData("sm-pc", Zone.B, FindingKind.Pit, 3.0, 40, true)]
    [InlineData("sm-pc", Zone.B, FindingKind.Pit, 8, 4, false)]
    [InlineData("mm", Zone.A, FindingKind.Scratch, 3.0, 40, true)]
    [InlineData("mm", Zone.A, FindingKind.Scratch, 3.1, 1, false)]
    [InlineData("mm", Zone.A, FindingKind.Pit, 5.0, 4, true)]
    [InlineData("mm", Zone.A, FindingKind.Pit, 5.0, 5, false)]
    [InlineData("mm", Zone.A, FindingKind.Pit, 5.1, 1, false)]
    [InlineData("mm", Zone.B, FindingKind.Scratch, 5.0, 40, true)]
    [InlineData("mm", Zone.B, FindingKind.Scratch, 5.1, 1, false)]
    public void Every_limit_holds_just_under_at_and_just_over(string profile, Zone zone, FindingKind kind, double size, int count, bool passes)
    {
        var judged = FaceJudge.Judge(ShippedFaceLimits.Find(profile)!, [.. Enumerable.Repeat(Mark(kind, zone, size), count)]);
        Assert.Equal(passes ? FaceVerdict.Pass : FaceVerdict.Fail, judged.Verdict);
        Assert.Equal(passes, judged.Reasons.Count == 0);
        Assert.Equal(passes, judged.Zones.Single(z => z.Zone == zone).Passes);
    }

    // Zones by diameter in micrometers: SM A 25, B 115, C 135, D 250; MM A 65. On a border the stricter one judges.
    [Theory]
    [InlineData("sm-upc", 12.5, Zone.A)]
    [InlineData("sm-upc", 12.6, Zone.B)]
    [InlineData("sm-upc", 57.5, Zone.B)]
    [InlineData("sm-upc", 57.6, Zone.C)]
    [InlineData("sm-upc", 67.6, Zone.D)]
    [InlineData("sm-upc", 125.1, null)]
    [InlineData("mm", 32.5, Zone.A)]
    [InlineData("mm", 32.6, Zone.B)]
    public void The_zones_are_rings_by_their_diameters(string profile, double radius, Zone? zone) =>
        Assert.Equal(zone, ShippedFaceLimits.Find(profile)!.At(radius));

    [Theory]
    [InlineData(FindingKind.Crack, Zone.B, false, "face.refused.crack")]
    [InlineData(FindingKind.Chip, Zone.B, true, "face.refused.chip")]
    [InlineData(FindingKind.Shattered, Zone.C, false, "face.refused.shattered")]
    public void What_polishing_cannot_help_is_refused_whatever_the_profile(FindingKind kind, Zone zone, bool reachesCore, string reason) =>
        Assert.All(ShippedFaceLimits.Starters, profile =>
        {
            var judged = FaceJudge.Judge(profile, [Mark(kind, zone, 1) with { ReachesCore = reachesCore }]);
            Assert.Equal((FaceVerdict.Fail, reason), (judged.Verdict, judged.Reasons[0].Key));
        });

    [Fact]
    public void What_may_come_off_asks_for_cleaning_and_no_more_but_hides_no_mark_that_cleaning_cannot_move()
    {
        var (dirt, pit, upc) = (Mark(FindingKind.LooseDirt, Zone.B, 8), Mark(FindingKind.Pit, Zone.B, 8), ShippedFaceLimits.Find("sm-upc")!);
        Assert.Equal(FaceVerdict.CleanAndLookAgain, FaceJudge.Judge(upc, [dirt]).Verdict);
        Assert.Equal(FaceVerdict.Fail, FaceJudge.Judge(upc, [dirt, pit]).Verdict);
        Assert.Equal(FaceVerdict.Pass, FaceJudge.Judge(upc, [Mark(FindingKind.LooseDirt, Zone.C, 8)]).Verdict);
    }

    [Theory]
    [InlineData(4.8, 0.3, true)]
    [InlineData(5.2, 0.3, true)]
    [InlineData(4.8, 0.1, false)]
    [InlineData(3.5, 0.3, false)]
    public void A_size_whose_uncertainty_reaches_the_limit_is_marginal(double size, double uncertainty, bool isMarginal) =>
        Assert.Equal(
            isMarginal,
            FaceJudge.Judge(ShippedFaceLimits.Find("sm-upc")!, [Mark(FindingKind.Pit, Zone.B, size) with { Uncertainty = uncertainty }]).IsMarginal
        );

    [Fact]
    public void One_more_mark_never_improves_a_face_and_a_growing_mark_changes_its_verdict_once()
    {
        var marks = from count in Gen.Choose(0, 7) from seed in Gen.Choose(0, 1_000_000) select (count, seed);
        Prop.ForAll(marks.ToArbitrary(), wanted =>
            {
                var random = new Random(wanted.seed);
                var profile = ShippedFaceLimits.Starters[random.Next(4)];
                List<Finding> face = [.. Enumerable.Range(0, wanted.count).Select(_ => Any(random))];
                var before = FaceJudge.Judge(profile, face).Verdict;
                var after = FaceJudge.Judge(profile, [.. face, Any(random)]).Verdict;
                var grown = Any(random);
                var sweep = Enumerable.Range(1, 60).Select(tenth => Badness(FaceJudge.Judge(profile, [grown with { Size = tenth / 4.0 }]).Verdict)).ToList();
                return Badness(after) >= Badness(before) && sweep.Zip(sweep.Skip(1)).All(pair => pair.Second >= pair.First) && sweep.Distinct().Count() <= 2;
            })
            .QuickCheckThrowOnFailure();
    }

    private static int Badness(FaceVerdict verdict) =>
        verdict switch
        {
            FaceVerdict.Pass => 0,
            FaceVerdict.CleanAndLookAgain => 1,
            _ => 2,
        };

    private static Finding Any(Random random) => Mark((FindingKind)random.Next(7), (Zone)random.Next(4), 0.5 + (random.NextDouble() * 12));

    private static Finding Mark(FindingKind kind, Zone zone, double size) => new(kind, zone, size, 0, size, size, 0, 0, -0.3, 1);
}
