using Rhabdon.Vision.Looking;

namespace Rhabdon.Vision.Tests.Looking;

/// <summary>A paraboloid of light written down place by place, and found again; film adds a step to it.</summary>
public class IlluminationModelTests
{
    private const int Half = 60;
    private const double Pitch = 1;
    private const double Radius = 58;

    [Theory]
    [InlineData(0, 0)]
    [InlineData(10, 30)]
    [InlineData(-10, 30)]
    [InlineData(10, 42)]
    [InlineData(-25, 44)]
    public void The_light_on_the_glass_is_that_beside_what_film_covers(float film, double radius)
    {
        var light = IlluminationModel.Fit(Lit(120, film, radius), Pitch, Half, Disk(), Beside())!;
        Assert.Equal(120, light.AtMiddle, 0.5);
    }

    [Fact]
    public void Where_film_covers_most_the_shade_at_the_rim_is_the_glass_all_the_same() =>
        Assert.Equal(120, IlluminationModel.Fit(Lit(120, 12, 49), Pitch, Half, Disk(), Beside())!.AtMiddle, 0.8);

    [Fact]
    public void Marks_here_and_there_pull_it_little()
    {
        var glass = Lit(120, 0, 0);
        for (var y = 40; y < 50; y++)
        {
            glass.Row(y)[20..60].Fill(10);
        }

        Assert.Equal(120, IlluminationModel.Fit(glass, Pitch, Half, Disk(), Beside())!.AtMiddle, 0.5);
        Assert.Equal(120, IlluminationModel.Fit(glass, Pitch, Half, Disk())!.AtMiddle, 0.5);
    }

    [Fact]
    public void Too_little_of_the_grid_tells_no_light() => Assert.Null(IlluminationModel.Fit(Lit(120, 0, 0), Pitch, Half, new bool[121 * 121]));

    // The same light on the ferrule, which sends half as much of it back.
    private static IlluminationModel Beside() => IlluminationModel.Fit(Lit(60, 0, 0), Pitch, Half, Array.ConvertAll(Disk(), isIn => !isIn))!;

    private static Plane Lit(double middle, float film, double radius)
    {
        var (grid, chance) = (new Plane((2 * Half) + 1, (2 * Half) + 1), new Random(4));
        for (var y = 0; y < grid.Height; y++)
        {
            for (var x = 0; x < grid.Width; x++)
            {
                var (dx, dy) = ((x - Half) / 50.0, (y - Half) / 50.0);
                var covers = ((x - Half - 8) * (x - Half - 8)) + ((y - Half + 6) * (y - Half + 6)) < radius * radius;
                grid[x, y] =
                    (float)(middle * (1 + (0.04 * dx) - (0.02 * dy) - (0.03 * ((dx * dx) + (dy * dy)))) + chance.NextDouble() - 0.5) + (covers ? film : 0);
            }
        }

        return grid;
    }

    private static bool[] Disk()
    {
        var disk = new bool[((2 * Half) + 1) * ((2 * Half) + 1)];
        for (var at = 0; at < disk.Length; at++)
        {
            var (x, y) = ((at % ((2 * Half) + 1)) - Half, (at / ((2 * Half) + 1)) - Half);
            disk[at] = (x * x) + (y * y) < Radius * Radius;
        }

        return disk;
    }
}
