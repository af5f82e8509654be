using FsCheck;
using FsCheck.Fluent;
using Rhabdon.Core.Preparation;
using Rhabdon.Core.Quality;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Units;

namespace Rhabdon.Core.Tests.Preparation;

/// <summary>Whether glass meets glass: the tolerance stack of a mechanical joint.</summary>
public class ToleranceStackTests
{
    private static readonly Recipe M4 = StarterRecipes.Book().Latest("M4")!.Recipe;

    // By hand: stop 13, stub 22, so 9 to bridge; 10 of glass leaves a bow of 1. Worst case 0.5 + 0.2 + 0.2; root-sum-square of them 0.574.
    [Fact]
    public void The_bow_and_its_spread_are_those_of_the_hand_calculation()
    {
        var fit = ToleranceStack.Of(M4)!;
        Assert.Equal((Length.Mm(1), Length.Mm(0.1m), Length.Mm(1.9m)), (fit.Bow, fit.WorstLeast, fit.WorstMost));
        Assert.Equal(0.574, (double)fit.Spread.Millimeters, 3);
        Assert.False(fit.IsSure);
    }

    // The rule of 68, 95 and 99.7 percent: any textbook of statistics. 0.97500 at 1.959964: tables of the normal distribution.
    [Theory]
    [InlineData(0, 0.5)]
    [InlineData(1, 0.841345)]
    [InlineData(-1, 0.158655)]
    [InlineData(1.959964, 0.975)]
    [InlineData(3, 0.998650)]
    public void The_normal_distribution_is_that_of_the_tables(double z, double below) => Assert.Equal(below, NormalDistribution.Below(z), 1e-6);

    // A window of one standard deviation either way holds 68.27 % (the same rule): three equal tolerances t spread by t·√3, a third of which is the deviation.
    [Fact]
    public void A_window_of_one_deviation_either_way_holds_two_thirds()
    {
        var deviation = Length.Mm((decimal)(Math.Sqrt(3) * 0.3 / 3));
        var fit = Fit(Length.Mm(0.3m), Length.Mm(1) - deviation, Length.Mm(1) + deviation);
        Assert.Equal(0.6827, fit.Chance, 3);
        Assert.Equal(0.6827, fit.Simulated, 0.012);
    }

    [Fact]
    public void The_widest_tolerance_is_the_one_to_hold_tighter()
    {
        var fit = ToleranceStack.Of(M4)!;
        Assert.Equal("cleave", fit.Parts[0].Id);
        Assert.Equal(0.25 / 0.33, fit.Parts[0].Share, 3);
        Assert.True(fit.Parts[0].ChanceIfHalved > fit.Chance);
        Assert.Equal(1, fit.Parts.Sum(p => p.Share), 6);
    }

    [Fact]
    public void Whatever_the_dimensions_the_draws_agree_with_the_formula_and_halving_never_harms_a_bow_in_the_middle()
    {
        var dimensions = from tolerance in Gen.Choose(5, 80) from half in Gen.Choose(5, 120) select (tolerance, half);
        Prop.ForAll(dimensions.ToArbitrary(), wanted =>
            {
                var half = Length.Mm(wanted.half / 100m);
                var fit = Fit(Length.Mm(wanted.tolerance / 100m), Length.Mm(1) - half, Length.Mm(1) + half);
                return Math.Abs(fit.Chance - fit.Simulated) < 0.015 && fit.Parts.All(p => p.ChanceIfHalved >= fit.Chance - 1e-6);
            })
            .QuickCheckThrowOnFailure();
    }

    [Fact]
    public void From_the_sheet_there_is_no_window_and_none_without_a_stub()
    {
        Assert.Null(ToleranceStack.Of(M4 with { Joint = M4.Joint! with { Stub = null } }));
        Assert.Null(ToleranceStack.Of(StarterRecipes.Book().Latest("A1")!.Recipe));
    }

    private static ToleranceStack Fit(Length tolerance, Length least, Length most) =>
        ToleranceStack.Of(
            M4 with
            {
                Cleave = M4.Cleave! with { Tolerance = tolerance },
                Joint = new Joint(tolerance, tolerance, least, most, Length.Mm(13), Length.Mm(22)),
            }
        )!;
}
