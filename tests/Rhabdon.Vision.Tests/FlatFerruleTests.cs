using Rhabdon.Core.Catalog;
using Rhabdon.Core.EndFaces;
using Rhabdon.Core.Phrases;
using Rhabdon.Vision.Drawing;

namespace Rhabdon.Vision.Tests;

/// <summary>
/// Twelve fibers 250 µm apart in one picture (IEC 61754-7, from memory), their marks known exactly; limits of IEC 61300-3-35:2015, from memory.
/// </summary>
public class FlatFerruleTests
{
    private const double Scale = 0.8;
    private const int Tile = 312;
    private const int Height = 340;
    private static readonly FaceLimits Upc = ShippedFaceLimits.Find("sm-upc")!;

    [Fact]
    public void Each_fiber_is_graded_by_itself_from_left_to_right()
    {
        var marks = new Dictionary<int, DrawnFinding>
        {
            [2] = new(FindingKind.Pit, [new Spot(20, -25)], 8, -0.3),
            [5] = new(FindingKind.Scratch, [new Spot(-30, 3), new Spot(30, -2)], 3, -0.25),
            [9] = new(FindingKind.Pit, [new Spot(-30, 18)], 3.5, -0.3),
            [11] = new(FindingKind.Pit, [new Spot(80, 10)], 20, -0.35),
        };
        var grades = FlatFerruleGrader.Grade(Row(marks), Upc, FiberCore.SingleMode);
        Assert.Equal(FlatFerrule.Fibers, grades.Count);
        Assert.Equal([2, 5], Enumerable.Range(0, 12).Where(i => grades[i].Verdict == FaceVerdict.Fail));
        Assert.All(grades.Index().Where(g => g.Index is not (2 or 5)), g => Assert.Equal(FaceVerdict.Pass, g.Item.Verdict));

        // Zones C and D do not apply to it.
        Assert.All(grades, g => Assert.Equal([Zone.A, Zone.B], g.Zones.Select(z => z.Zone)));
        Assert.All(grades.Index(), g => Assert.Equal((g.Index * Tile) + (Tile / 2.0), g.Item.Place!.CenterX, 0.5 / Scale));
        var pit = Assert.Single(grades[2].Findings);
        Assert.Equal((2 * Tile) + (Tile / 2.0) + (20 / Scale), pit.X, 1.5);
    }

    [Fact]
    public void A_row_that_is_not_whole_in_the_picture_is_told_by_its_count() =>
        Assert.Equal(7, FlatFerruleGrader.Grade(Row([]).Part(0, 0, (7 * Tile) + 60, Height)!, Upc, FiberCore.SingleMode).Count);

    [Fact]
    public void Where_there_is_no_fiber_there_is_no_row() =>
        Assert.Empty(FlatFerruleGrader.Grade(new GrayImage(640, 480, new byte[640 * 480]), Upc, FiberCore.SingleMode));

    // The worst decides; a row that is not whole cannot pass (common practice).
    [Theory]
    [InlineData(12, new FaceVerdict[0], FaceVerdict.Pass)]
    [InlineData(12, new[] { FaceVerdict.CleanAndLookAgain }, FaceVerdict.CleanAndLookAgain)]
    [InlineData(12, new[] { FaceVerdict.CleanAndLookAgain, FaceVerdict.CannotGrade }, FaceVerdict.CannotGrade)]
    [InlineData(12, new[] { FaceVerdict.CannotGrade, FaceVerdict.Fail }, FaceVerdict.Fail)]
    [InlineData(11, new FaceVerdict[0], FaceVerdict.CannotGrade)]
    [InlineData(11, new[] { FaceVerdict.Fail }, FaceVerdict.Fail)]
    [InlineData(0, new FaceVerdict[0], FaceVerdict.CannotGrade)]
    public void The_worst_fiber_decides_about_the_row(int count, FaceVerdict[] among, FaceVerdict verdict)
    {
        Finding pit = new(FindingKind.Pit, Zone.B, 7, 0, 7, 7, 0, 0, -0.3, 1);
        var verdicts = among.Concat(Enumerable.Repeat(FaceVerdict.Pass, count - among.Length));
        var grades = verdicts
            .Select(v => new FaceGrading(v, false, new PictureQuality(0.5, 0.5, 0, 0.01, 90), v == FaceVerdict.Fail ? [pit] : [], [], []))
            .ToList();
        var row = FaceRowAnswer.Of(new string('0', FaceSeen.HashLength), grades, Upc, Phrasebook.English);
        Assert.Equal((verdict, count), (row.Verdict, row.Fibers.Count));
        Assert.Equal(count == 0 ? null : Math.Max(0, Array.IndexOf(among, verdict)), row.Decisive);
        // Common practice: a row is spliced on ready polished, so no film at the bench is proposed.
        Assert.All(row.Fibers.Where(f => f.Verdict == FaceVerdict.Fail), f => Assert.Equal("Cut off, splice on another", f.View.Next));
        Assert.All(row.Fibers.Where(f => f.Verdict == FaceVerdict.Pass), f => Assert.Equal("Accept, cap it", f.View.Next));
        Assert.Equal(count < 12, row.Reasons.Count > 0);
    }

    // Tile beside tile, each with a fiber in its middle.
    private static GrayImage Row(Dictionary<int, DrawnFinding> marks)
    {
        var pixels = new byte[FlatFerrule.Fibers * Tile * Height];
        for (var i = 0; i < FlatFerrule.Fibers; i++)
        {
            var face = new MadeFace(
                Tile,
                Height,
                Tile / 2.0,
                (Height / 2.0) + (0.4 * i),
                Scale,
                new FaceAppearance(Pores: 0.1),
                marks.TryGetValue(i, out var mark) ? [mark] : [],
                100 + i
            );
            var drawn = FaceRenderer.Draw(face);
            for (var y = 0; y < Height; y++)
            {
                drawn.Row(y).CopyTo(pixels.AsSpan((((y * FlatFerrule.Fibers) + i) * Tile)));
            }
        }

        return new GrayImage(FlatFerrule.Fibers * Tile, Height, pixels);
    }
}
