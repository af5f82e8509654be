using Rhabdon.Vision.Looking;

namespace Rhabdon.Vision.Tests.Looking;

/// <summary>Lines whose course is known from how they are made, alone and beside others.</summary>
public class UnobstructedLineShapeTests
{
    private const double Pitch = 0.5;
    private const int Half = 136;

    private static readonly DetectedLine Lone = Line(240, i => 0.55 * Math.Sin(2 * Math.PI * i / 24));

    // What two lines do to each other where they run together says nothing of either; what zigzags apart from them stays as restless as it is.
    [Fact]
    public void Where_lines_run_together_their_course_does_not_count()
    {
        var bent = Line(400, i => i is > 80 and < 310 ? 2 * Math.Sin(2 * Math.PI * i / 24) : 0);
        var beside = TraceOf([.. Enumerable.Range(80, 231).Select(i => (10.0 + i, 54.0))]);
        var apart = Line(240, i => -30 + (2 * Math.Sin(2 * Math.PI * i / 24)));
        var free = new UnobstructedLineShape([bent, beside, apart], [], Pitch, Half);
        Assert.True(bent.LineShape.IsZigzag(isDeep: false));
        Assert.False(free.Of(bent).IsZigzag(isDeep: false));
        Assert.False(free.Of(bent).IsFree);
        Assert.True(free.Of(apart).IsFree);
        Assert.Equal(apart.LineShape.Unrest, free.Of(apart).Unrest, 0.001);
    }

    // Half a step each way is more than a lone scratch strays, but no zigzag where other marks are about (common practice).
    [Fact]
    public void A_lone_line_needs_less_of_a_zigzag_to_be_a_crack()
    {
        Assert.True(new UnobstructedLineShape([Lone], [], Pitch, Half).Of(Lone).IsZigzag(isDeep: false));
        Assert.False(Lone.LineShape.IsZigzag(isDeep: false));
    }

    // The line runs 43 µm above the middle, from 63 µm to its left to 56 µm to its right; what comes within 3 µm of it may bend it.
    [Theory]
    [InlineData(0, -37.5, 6, false)]
    [InlineData(0, -34, 6, true)]
    [InlineData(59, -43, 4, false)]
    [InlineData(64, -43, 4, true)]
    public void A_line_is_free_of_a_patch_that_does_not_come_near(double x, double y, double size, bool isFree)
    {
        var patch = new Blob(x, y, size, size, size, -50, 1, 30, 40, 0.5, 50, [], HasArms: false, Raggedness: 0.1);
        Assert.Equal(isFree, new UnobstructedLineShape([Lone], [patch], Pitch, Half).Of(Lone).IsFree);
    }

    private static DetectedLine Line(int steps, Func<double, double> aside) => TraceOf([.. Enumerable.Range(0, steps).Select(i => (10.0 + i, 50 + aside(i)))]);

    private static DetectedLine TraceOf(List<(double X, double Y)> path) => new(path, 2, 2, -20, 100, LineShape.Of(path, Pitch));
}
