using Rhabdon.Vision.Looking;

namespace Rhabdon.Vision.Tests.Looking;

/// <summary>Lines and outlines whose course is known from how they are made.</summary>
public class LineShapeTests
{
    private const double Pitch = 0.5;

    private static List<(double X, double Y)> Line(int steps, Func<double, double> aside) =>
        [.. Enumerable.Range(0, steps).Select(i => (10.0 + i, 50 + aside(i)))];

    [Fact]
    public void A_straight_line_has_neither_unrest_nor_bend()
    {
        var course = LineShape.Of(Line(160, _ => 0), Pitch);
        Assert.Equal(0, course.Unrest, 0.001);
        Assert.Equal(0, course.Bend, 0.001);
    }

    // Over 20 µm, 40 steps, the middle of y = 0.002 x² lies 0.002 · 20² = 0.8 steps off its chord, less where it runs aslant.
    [Fact]
    public void A_bow_bends_but_has_no_unrest()
    {
        var course = LineShape.Of(Line(160, i => 0.002 * (i - 80) * (i - 80)), Pitch);
        Assert.Equal(0, course.Unrest, 0.01);
        Assert.Equal(0.4, course.Bend, 0.02);
    }

    // Two straight lines that meet: a parabola is far off, two are not; and most of it does not bend.
    [Fact]
    public void A_line_with_one_corner_has_neither_unrest_nor_bend()
    {
        var course = LineShape.Of(Line(160, i => 0.4 * Math.Abs(i - 80)), Pitch);
        Assert.Equal(0, course.Unrest, 0.05);
        Assert.Equal(0, course.Bend, 0.001);
    }

    // A wave of amplitude a has a root mean square of a / sqrt 2, and no parabola takes much of it; h from its chord's ends the middle lies a sin x (1 - cos
    // 2πh / length) off, whose median is a / sqrt 2 of that bracket, so far as the few phases that fall on whole steps can have it.
    [Theory]
    [InlineData(24, 1.966)]
    [InlineData(20, 1.588)]
    [InlineData(13, 1.971)]
    public void A_zigzag_line_has_as_much_unrest_as_its_wave_is_high(int length, double bracket)
    {
        var course = LineShape.Of(Line(160, i => 2 * Math.Sin(2 * Math.PI * i / length)), Pitch);
        Assert.InRange(course.Unrest, 0.6, 0.72);
        Assert.Equal(0.71 * bracket, course.Bend, 0.16);
    }

    // A line 4 steps wide along y = 20, followed up to 1.5 steps beside it: all of it comes back to its middle; beside a broad bright area, which is none of
    // it, as well.
    [Theory]
    [InlineData(0)]
    [InlineData(30)]
    public void A_path_moves_to_the_middle_of_its_line(float beside)
    {
        var plane = new Plane(101, 41);
        for (var y = 0; y < 41; y++)
        {
            plane
                .Row(y)
                .Fill(
                    y is >= 18 and <= 22 ? -40
                    : y > 28 ? beside
                    : 0
                );
        }

        List<(double X, double Y)> astray = [.. Enumerable.Range(10, 80).Select(x => ((double)x, 20 + (1.5 * Math.Sin(x / 25.0))))];
        Assert.All(LinePath.Centered(astray, plane, 4.5, -1), place => Assert.Equal(20, place.Y, 0.15));
    }

    // r = 12 (1 + a cos 5t): its root mean square off the circle is a / sqrt 2 of the radius. A shifted circle and an oval are no rougher than the grid makes
    // them.
    [Theory]
    [InlineData(0, 1, 0, 0.01)]
    [InlineData(0, 1.1, 0, 0.012)]
    [InlineData(0.2, 1, 0.141, 0.015)]
    [InlineData(0.1, 1, 0.071, 0.015)]
    public void An_outline_is_as_ragged_as_it_was_drawn(double waves, double stretch, double raggedness, double within)
    {
        var plane = new Plane(81, 81);
        for (var y = 0; y < 81; y++)
        {
            for (var x = 0; x < 81; x++)
            {
                var (dx, dy) = ((x - 41.3) / stretch, (y - 39.6) * stretch);
                var outline = 12 * (1 + (waves * Math.Cos(5 * Math.Atan2(dy, dx))));
                plane[x, y] = -40 * (float)Math.Clamp(outline - Math.Sqrt((dx * dx) + (dy * dy)) + 0.5, 0, 1);
            }
        }

        Assert.Equal(raggedness, OutlineRoughness.Of(plane, 41, 40, 40, -1, 24), within);
    }

    // Half of a band round (41, 40), 10 steps out and 4 wide: its middle lies 10 · 2 / pi = 6.4 steps from there, on none of it.
    [Fact]
    public void What_bends_round_its_middle_is_as_ragged_as_can_be()
    {
        var plane = new Plane(81, 81);
        for (var y = 40; y < 81; y++)
        {
            for (var x = 0; x < 81; x++)
            {
                plane[x, y] = Math.Abs(Math.Sqrt(((x - 41) * (x - 41)) + ((y - 40) * (y - 40))) - 10) < 2 ? -40 : 0;
            }
        }

        Assert.Equal(1, OutlineRoughness.Of(plane, 41, 46.4, 40, -1, 12.6));
    }
}
