using MathNet.Numerics.Distributions;
using MathNet.Numerics.LinearRegression;
using Rhabdon.Core.EndFaces;
using Rhabdon.Core.Quality;
using Rhabdon.Vision.Looking;

namespace Rhabdon.Vision.Tests.Looking;

/// <summary>The small mathematics under the grader, against tables and hand reckoning.</summary>
public class MeasureTests
{
    // Standard normal table, as in any textbook of statistics.
    [Theory]
    [InlineData(0, 0.5)]
    [InlineData(1, 0.8413447)]
    [InlineData(-1, 0.1586553)]
    [InlineData(1.96, 0.975002)]
    [InlineData(-2.5758, 0.005)]
    [InlineData(9, 1)]
    public void The_share_below_a_value_is_that_of_the_table(double value, double share) => Assert.Equal(share, NormalDistribution.Below(value), 0.000_005);

    [Fact]
    public void The_bell_is_highest_in_its_middle_at_one_over_the_root_of_two_pi() =>
        Assert.Equal(1 / Math.Sqrt(2 * Math.PI), NormalDistribution.BelowAndHeight(0).Height, 6);

    // Abramowitz and Stegun give 1.5 in ten million for 7.1.26; MathNet.Numerics reckons to the last digits.
    [Fact]
    public void The_normal_distribution_is_that_of_a_reference_library()
    {
        foreach (var z in Enumerable.Range(-550, 1101).Select(i => i / 100.0))
        {
            var (below, height) = NormalDistribution.BelowAndHeight(z);
            Assert.Equal(Normal.CDF(0, 1, z), below, 1.5e-7);
            Assert.Equal(Normal.PDF(0, 1, z), height, 1e-12);
        }
    }

    // MathNet.Numerics solves the same by QR, which is another way.
    [Theory]
    [InlineData(2, 1)]
    [InlineData(3, 2)]
    [InlineData(6, 3)]
    public void Weighted_least_squares_are_those_of_a_reference_library(int unknowns, int seed)
    {
        var chance = new Random(seed);
        var seen = Enumerable
            .Range(0, 40)
            .Select(_ =>
                (
                    Factors: Enumerable.Range(0, unknowns).Select(_ => chance.NextDouble() - 0.5).ToArray(),
                    Value: chance.NextDouble(),
                    Weight: chance.NextDouble() + 0.1
                )
            )
            .ToList();
        var sums = new LeastSquares(unknowns);
        seen.ForEach(s => sums.Add(s.Factors, s.Value, s.Weight));
        var scaled = seen.ConvertAll(s => (Factors: Array.ConvertAll(s.Factors, f => f * Math.Sqrt(s.Weight)), Value: s.Value * Math.Sqrt(s.Weight)));
        var reference = MultipleRegression.QR([.. scaled.Select(s => s.Factors)], [.. scaled.Select(s => s.Value)], intercept: false);
        Assert.All(sums.Solve()!.Zip(reference), pair => Assert.Equal(pair.Second, pair.First, 1e-9));
    }

    [Theory]
    [InlineData(0, 1)]
    [InlineData(0.5, 5)]
    [InlineData(1, 9)]
    public void A_quantile_is_the_value_at_its_place_in_order(double share, float value) =>
        Assert.Equal(value, RobustStatistics.Quantile([9, 3, 1, 7, 5, 2, 8, 4, 6], share));

    // The 25th and 75th hundredth of a bell lie 0.6745 deviations from its middle (standard normal table).
    [Fact]
    public void One_wild_value_does_not_move_the_spread()
    {
        float[] calm = [-2, -1, -0.5f, 0, 0.5f, 1, 2];
        Assert.Equal(1 / 0.6745, RobustStatistics.Spread([.. calm]), 2);
        Assert.Equal(1 / 0.6745, RobustStatistics.Spread([.. calm, 1_000]), 0.8);
    }

    // x + y + z = 6, 2y + 5z = -4, 2x + 5y - z = 27: a textbook example of Gauss's elimination; x 5, y 3, z -2 (from memory; put in, they fit).
    [Fact]
    public void Three_equations_give_their_three_unknowns()
    {
        var sums = new LeastSquares(3);
        sums.Add([1, 1, 1], 6);
        sums.Add([0, 2, 5], -4, 3);
        sums.Add([2, 5, -1], 27);
        Assert.Equal([5, 3, -2], sums.Solve()!.Select(v => Math.Round(v, 9)));
    }

    // Through (0, 1), (1, 3) and (2, 2) the line of least squares is 1.5 + x / 2, worked by hand.
    [Fact]
    public void More_than_decides_is_met_halfway()
    {
        var sums = new LeastSquares(2);
        sums.Add([1, 0], 1);
        sums.Add([1, 1], 3);
        sums.Add([1, 2], 2);
        Assert.Equal([1.5, 0.5], sums.Solve()!.Select(v => Math.Round(v, 9)));
    }

    [Fact]
    public void Equations_that_do_not_decide_give_nothing()
    {
        var sums = new LeastSquares(2);
        sums.Add([1, 2], 1);
        Assert.Null(sums.Solve());
    }

    [Fact]
    public void Smoothing_keeps_an_even_plane_and_the_sum_of_a_spot()
    {
        var plane = new Plane(41, 31);
        plane.All.Fill(7);
        Assert.All(plane.Smoothed(2).All.ToArray(), v => Assert.Equal(7, v, 3));
        plane.All.Clear();
        plane[20, 15] = 100;
        Assert.Equal(100, plane.Smoothed(2).All.ToArray().Sum(), 1);

        // The height of a two-dimensional bell: sum over 2 pi sigma squared.
        Assert.Equal(100 / (2 * Math.PI * 4), plane.Smoothed(2)[20, 15], 1);
    }

    [Fact]
    public void A_grid_finer_or_coarser_than_the_picture_keeps_a_slope()
    {
        var image = new GrayImage(100, 80, [.. Enumerable.Range(0, 8_000).Select(i => (byte)((i % 100) + (i / 100)))]);
        foreach (var pitch in (double[])[1, 1.7, 2.5])
        {
            var grid = Resampler.Around(image, 40.3, 30.6, pitch, 8);
            for (var step = -8; step <= 8; step++)
            {
                // A pixel counts by how much of it lies under the step: up to an eighth of a shade beside the slope.
                Assert.Equal(40.3 + 30.6 + (step * pitch), grid[8 + step, 8], 0.125);
            }
        }
    }

    // A box of width w under a bell of deviation 1 is as high at x as F(x + w/2) - F(x - w/2); by the normal table it is at half its height 3.33 apart for w 3
    // and 2.77 apart for w 2.
    // For the narrow one our short cut is 15 % too wide.
    [Theory]
    [InlineData(10, 1, 10, 0.05)]
    [InlineData(3.33, 1, 3, 0.11)]
    [InlineData(2.77, 1, 2, 0.31)]
    public void Blur_is_taken_out_of_a_width(double shown, double blur, double width, double within) => Assert.Equal(width, Deblur.Width(shown, blur), within);

    // A line cut like a box shows, by the normal table, 4.114 for a width of 4 and slopes (its width at a quarter of its depth to that at three quarters) of
    // 1.898. Of a line cut like a bell
    // the squares of the widths at half depth add (variances add), 2.3548 being the blur's own, and its slopes are the root of ln 4 / ln (4/3) = 2.195. Where
    // box and bell look alike,
    // the middle of both is taken: for a shown 2.771 a box of 2 and a bell of 1.46.
    [Theory]
    [InlineData(4.114, 1.898, 1, 4, 0.1)]
    [InlineData(8, 1.406, 1, 8, 0.05)]
    [InlineData(30, 1.1, 1, 30, 0.01)]
    [InlineData(4.642, 2.195, 1, 4, 0.15)]
    [InlineData(9.284, 2.195, 2, 8, 0.3)]
    [InlineData(2.771, 2.17, 1, 1.73, 0.1)]
    [InlineData(2.3, 2.195, 1, 0.69, 0.01)]
    public void The_slopes_of_a_line_tell_how_much_of_it_is_blur(double shown, double slopes, double blur, double width, double within) =>
        Assert.Equal(width, Deblur.WidthOfLine(shown, slopes, blur), within);

    // A bell-shaped core of 9 µm whose place is known from how it is drawn, under noise; a line as deep as it is bright, drawn across it, and film that ends on
    // it, are none of the core's.
    [Theory]
    [InlineData(0, 0, false, false, 0.05)]
    [InlineData(0.6, -0.4, false, false, 0.05)]
    [InlineData(-0.7, 0.5, true, false, 0.15)]
    [InlineData(0.3, 0.6, false, true, 0.2)]
    public void A_core_is_found_where_it_was_drawn(double coreX, double coreY, bool isCrossed, bool isUnderFilm, double within)
    {
        const double Pitch = 0.5;
        const int Half = 40;
        var (plane, chance) = (new Plane((2 * Half) + 1, (2 * Half) + 1), new Random(20261125));
        for (var y = 0; y < plane.Height; y++)
        {
            for (var x = 0; x < plane.Width; x++)
            {
                var (dx, dy) = (((x - Half) * Pitch) - coreX, ((y - Half) * Pitch) - coreY);
                var line = isCrossed && Math.Abs(dx + (0.5 * dy) - 1) < 1 ? -40 : 0;
                var film = isUnderFilm && dx > 2 ? -6 : 0;
                plane[x, y] = (float)((50 * Math.Exp(-((dx * dx) + (dy * dy)) / (4.5 * 4.5))) + line + film + (2 * (chance.NextDouble() - 0.5)));
            }
        }

        var (_, foundX, foundY) = CoreFinder.Find(plane, Pitch, Half, 4.5, 9.5);
        Assert.Equal(coreX, foundX, within);
        Assert.Equal(coreY, foundY, within);
    }

    [Fact]
    public void A_picture_holds_as_many_pixels_as_its_sides_ask_for()
    {
        Assert.Throws<ArgumentException>(() => new GrayImage(3, 3, new byte[8]));
        Assert.Equal(15, new GrayImage(2, 2, [0, 10, 20, 30]).At(0.5, 0.5));
        Assert.Equal(30, new GrayImage(2, 2, [0, 10, 20, 30]).At(9, 9));
    }
}
