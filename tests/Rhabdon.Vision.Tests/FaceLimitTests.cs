using Rhabdon.Core.EndFaces;
using Rhabdon.Vision.Drawing;

namespace Rhabdon.Vision.Tests;

/// <summary>
/// Limits and zones of IEC 61300-3-35:2015, from memory, seen through pictures whose marks are known exactly: under the limit by what a size may be off (15 %
/// or 0.7 µm), at it, and over it by as much.
/// </summary>
public class FaceLimitTests
{
    // Profile, what it is, its limit, and where its middle lies, micrometers from the fiber's center.
    public static TheoryData<string, FindingKind, double, double, double> Sizes =>
        new()
        {
            { "sm-upc", FindingKind.Scratch, 3, 0, 32 },
            { "sm-upc", FindingKind.Pit, 5, -26, 24 },
            { "sm-upc", FindingKind.Pit, 10, 80, 40 },
            { "sm-apc", FindingKind.Scratch, 3, 0, 9 },
            { "sm-apc", FindingKind.Pit, 5, 20, 30 },
            { "sm-apc", FindingKind.Pit, 10, -70, 60 },
            { "sm-pc", FindingKind.Scratch, 3, 0, -8 },
            { "sm-pc", FindingKind.Pit, 3, 7, 6 },
            { "sm-pc", FindingKind.Pit, 10, 60, -70 },
            { "mm", FindingKind.Scratch, 3, 0, 12 },
            { "mm", FindingKind.Scratch, 5, 0, 44 },
            { "mm", FindingKind.Pit, 5, 4, -6 },
            { "mm", FindingKind.Pit, 5, 30, -34 },
            { "mm", FindingKind.Pit, 10, -88, 20 },
        };

    [Theory]
    [MemberData(nameof(Sizes))]
    public void A_size_passes_under_its_limit_is_marginal_at_it_and_fails_over_it(string profile, FindingKind kind, double limit, double x, double y)
    {
        var off = Math.Max(0.7, 0.15 * limit);
        Assert.Equal(FaceVerdict.Pass, Grade(profile, Mark(kind, limit - off, x, y)).Verdict);
        Assert.True(Grade(profile, Mark(kind, limit, x, y)).IsMarginal);
        Assert.Equal(FaceVerdict.Fail, Grade(profile, Mark(kind, limit + off, x, y)).Verdict);
    }

    // Profile, what it is, how large, how many may be there, and how far apart they lie from the first one's middle.
    public static TheoryData<string, FindingKind, double, int, double, double, double, double> Counts =>
        new()
        {
            { "sm-upc", FindingKind.Pit, 3.5, 5, -30, 24, 12, 2 },
            { "sm-apc", FindingKind.Scratch, 2, 4, 0, -11, 0, 5.5 },
            { "sm-apc", FindingKind.Pit, 3.5, 5, -30, 30, 12, 0 },
            { "sm-pc", FindingKind.Scratch, 2, 2, 0, -9, 0, 9 },
            { "sm-pc", FindingKind.Pit, 2.2, 2, -8, 6, 8, 0 },
            { "sm-pc", FindingKind.Scratch, 4, 3, 0, 20, 0, 11 },
            { "sm-pc", FindingKind.Pit, 4, 3, -24, 28, 16, 0 },
            { "mm", FindingKind.Pit, 3, 4, -14, 8, 9, 0 },
            { "mm", FindingKind.Pit, 3.5, 5, -30, 38, 12, 0 },
        };

    [Theory]
    [MemberData(nameof(Counts))]
    public void So_many_pass_and_one_more_fails(string profile, FindingKind kind, double size, int most, double x, double y, double stepX, double stepY)
    {
        DrawnFinding[] marks = [.. Enumerable.Range(0, most + 1).Select(i => Mark(kind, size, x + (i * stepX), y + (i * stepY)))];
        Assert.Equal(FaceVerdict.Pass, Grade(profile, marks[..most]).Verdict);
        Assert.Equal(FaceVerdict.Fail, Grade(profile, marks).Verdict);
    }

    // A border is crossed or not by more than a micrometer: SM A 25, B 115, C 135 µm across; MM A 65.
    [Theory]
    [InlineData("sm-upc", 2.5, 15.2, Zone.B, FaceVerdict.Pass)]
    [InlineData("sm-upc", 2.5, 12.5, Zone.A, FaceVerdict.Fail)]
    [InlineData("sm-upc", 6, 53, Zone.B, FaceVerdict.Fail)]
    [InlineData("sm-upc", 12, 83, Zone.D, FaceVerdict.Fail)]
    [InlineData("mm", 5.8, 37, Zone.B, FaceVerdict.Fail)]
    [InlineData("mm", 5.8, 33, Zone.A, FaceVerdict.Fail)]
    [InlineData("sm-pc", 2, 14.8, Zone.B, FaceVerdict.Pass)]
    [InlineData("sm-pc", 2, 12.5, Zone.A, FaceVerdict.Pass)]
    public void A_mark_on_two_zones_is_judged_in_the_stricter(string profile, double size, double radius, Zone zone, FaceVerdict verdict)
    {
        var grade = Grade(profile, Mark(FindingKind.Pit, size, radius * 0.8, radius * 0.6));
        Assert.Equal(zone, Assert.Single(grade.Findings).Zone);
        Assert.Equal(verdict, grade.Verdict);
    }

    // Zone C bears any mark, however large, of those that no other zone is touched by.
    [Theory]
    [InlineData("sm-upc")]
    [InlineData("mm")]
    public void The_adhesives_own_ring_bears_any_mark(string profile)
    {
        var ring = new FaceAppearance(RingWidth: 5, CoreRadius: profile == "mm" ? 25 : 4.5);
        var mark = new DrawnFinding(FindingKind.Pit, [new Spot(52, 38.5)], 4, -0.12, Seed: 1);
        Assert.Equal(FaceVerdict.Pass, Grade(profile, ring, mark).Verdict);
    }

    private static FaceGrading Grade(string profile, params DrawnFinding[] marks) =>
        Grade(profile, new FaceAppearance(CoreRadius: profile == "mm" ? 25 : 4.5), marks);

    private static FaceGrading Grade(string profile, FaceAppearance look, params DrawnFinding[] marks) =>
        FaceGrader.Grade(FaceRenderer.Draw(new MadeFace(1024, 768, 512, 384, 0.3, look, marks, 20261125)), ShippedFaceLimits.Find(profile)!, look.Fiber);

    private static DrawnFinding Mark(FindingKind kind, double size, double x, double y) =>
        kind == FindingKind.Scratch
            ? new DrawnFinding(kind, [new Spot(x - 28, y - 1), new Spot(x + 28, y + 1)], size, -0.2)
            : new DrawnFinding(kind, [new Spot(x, y)], size, -0.3);
}
