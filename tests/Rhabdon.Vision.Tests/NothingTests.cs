using System.Collections.Concurrent;
using Rhabdon.Core.EndFaces;
using Rhabdon.Vision.Drawing;

namespace Rhabdon.Vision.Tests;

/// <summary>No fiber, no verdict; and residue that reaches the contact zone is judged there.</summary>
public sealed class NothingTests
{
    private static readonly FaceLimits[] Profiles = [ShippedFaceLimits.Find("sm-upc")!, ShippedFaceLimits.Find("mm")!];

    // Five hundred are graded in the benchmark (FacesBench).
    [Fact]
    public void Of_ten_pictures_of_each_kind_of_nothing_none_passes()
    {
        var passed = new ConcurrentBag<string>();
        Parallel.For(0, 120, number =>
        {
            var grade = FaceGrader.Grade(Nothing.Picture(number), Profiles[number / 12 % 2], CoreOf(Profiles[number / 12 % 2]));
            if (grade.Verdict == FaceVerdict.Pass)
            {
                passed.Add($"{Nothing.KindOf(number)} {number}");
            }
        });
        Assert.Empty(passed.Order());
    }

    // A microscope of twelve megapixels on a lens cap.
    [Theory]
    [InlineData(2592, 1944)]
    [InlineData(4000, 3000)]
    public void Noise_alone_is_no_fiber_however_large(int width, int height)
    {
        var chance = new Random(20261128);
        for (var time = 0; time < 2; time++)
        {
            var pixels = new byte[width * height];
            chance.NextBytes(pixels);
            Assert.Equal(FaceVerdict.CannotGrade, FaceGrader.Grade(new GrayImage(width, height, pixels), Profiles[time], CoreOf(Profiles[time])).Verdict);
        }
    }

    // IEC 61300-3-35:2015, from memory: in the contact zone D nothing of 10 µm or more; what touches two zones is judged in the stricter.
    [Theory]
    [InlineData(ResidueShape.Ring)]
    [InlineData(ResidueShape.Crescent)]
    [InlineData(ResidueShape.Streak)]
    [InlineData(ResidueShape.TideMark)]
    public void Soft_residue_that_reaches_the_contact_zone_does_not_pass(ResidueShape shape)
    {
        var passed = new List<string>();
        foreach (var style in FaceStyle.All.Where(s => !s.IsHeldBack))
        {
            foreach (var profile in Profiles)
            {
                var face = MadeFaces.WithResidue(style, profile, (4 * 11) + (int)shape);
                if (FaceGrader.Grade(FaceRenderer.Draw(face), profile, face.Look.Fiber).Verdict == FaceVerdict.Pass)
                {
                    passed.Add($"{style.Name} {profile.Id}");
                }
            }
        }

        Assert.Empty(passed);
    }

    [Theory]
    [InlineData(30, 60, Zone.B)]
    [InlineData(58, 66, Zone.C)]
    [InlineData(58, 80, Zone.D)]
    [InlineData(64, 68, Zone.D)]
    [InlineData(70, 80, Zone.D)]
    [InlineData(50, 80, Zone.B)]
    [InlineData(2, 80, Zone.A)]
    public void A_mark_over_two_zones_is_judged_in_the_stricter(double nearest, double farthest, Zone zone) =>
        Assert.Equal(zone, Profiles[0].Over(nearest, farthest));
}
