using Rhabdon.Core.EndFaces.Looking;

namespace Rhabdon.Core.Tests.EndFaces.Looking;

/// <summary>Lines and outlines whose course is known from how they are made.</summary>
public class CourseTests
{
    private const double Pitch = 0.5;

    private static List<(double X, double Y)> Line(int steps, Func<double, double> aside) => [.. Enumerable.Range(0, steps).Select(i => (10.0 + i, 50 + aside(i)))];

    [Fact]
    public void A_straight_line_and_a_bow_neither_waver_nor_turn_back()
    {
        foreach (var course in (Course[])[Course.Of(Line(160, _ => 0), Pitch), Course.Of(Line(160, i => 0.002 * (i - 80) * (i - 80)), Pitch)])
        {
            Assert.Equal(0, course.Waviness, 0.01);
            Assert.Equal(0, course.Unrest, 0.01);
            Assert.Equal(0, course.Zigzag, 0.001);
        }
    }

    // Two straight lines that meet: a parabola is far off, two are not.
    [Fact]
    public void A_line_with_one_corner_wavers_but_has_no_unrest()
    {
        var course = Course.Of(Line(160, i => 0.4 * Math.Abs(i - 80)), Pitch);
        Assert.InRange(course.Waviness, 0.5, 3);
        Assert.Equal(0, course.Unrest, 0.05);
    }

    // A wave of amplitude 2 steps and 24 steps long has a root mean square of 2 / sqrt 2 steps, that is 0.71 µm here, and no parabola takes much of it.
    [Fact]
    public void A_zigzag_line_has_as_much_unrest_as_its_wave_is_high()
    {
        var course = Course.Of(Line(160, i => 2 * Math.Sin(2 * Math.PI * i / 24)), Pitch);
        Assert.Equal(0.71, course.Waviness, 0.04);
        Assert.InRange(course.Unrest, 0.6, 0.72);
        Assert.InRange(course.Turns, 12, 14);
        Assert.True(course.Zigzag > 0.3, $"zigzag {course.Zigzag}");
    }

    // r = 12 (1 + a cos 5t): its root mean square off the circle is a / sqrt 2 of the radius. A shifted circle and an oval are no rougher than the grid makes them.
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

        Assert.Equal(raggedness, Ragged.Of(plane, 41, 40, 40, -1, 24), within);
    }
}
