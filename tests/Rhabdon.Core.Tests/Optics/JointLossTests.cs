using Rhabdon.Core.Catalog;
using Rhabdon.Core.Optics;
using Rhabdon.Core.Units;

namespace Rhabdon.Core.Tests.Optics;

/// <summary>A joint in the units in which it is talked about; figures as in <see cref="JointTests"/>.</summary>
public class JointLossTests
{
    private static readonly JointQuestion Single = new(FiberMode.SingleMode, Um(9.2m), Um(9.2m), default, default, default);

    [Fact]
    public void Each_fault_is_told_by_itself_and_all_of_them_together()
    {
        var answer = JointLoss.Of(Single with { Offset = Um(1), Tilt = Angle.Of(1), Index = 1.4677m });
        Close(0.205m, answer.Offset.Amount, 0.001m);
        Close(0.347m, answer.Tilt.Amount, 0.001m);
        Close(0.552m, answer.Together.Amount, 0.002m);
        Assert.Null(answer.Reflectance);
    }

    // Air of 10 µm: 0.042 dB of spread, and two faces that throw 2r back, -11.4 dB on average and 3 dB more where they add up.
    [Fact]
    public void A_gap_of_air_loses_at_its_faces_too_and_throws_light_back()
    {
        var answer = JointLoss.Of(Single with { Gap = Um(10) });
        Close(0.042m, answer.Gap.Amount, 0.001m);
        Close(-11.4m, answer.Reflectance!.Value.Amount, 0.1m);
        Close(-8.4m, answer.MostReflectance!.Value.Amount, 0.1m);
        Close(answer.Gap.Amount + answer.Faces.Amount, answer.Together.Amount, 0.002m);
    }

    [Fact]
    public void Gel_that_matches_throws_nothing_back() =>
        Assert.Null(JointLoss.Of(Single with { Gap = Um(10), Index = (decimal)Interfaces.GlassIndex }).Reflectance);

    [Fact]
    public void Sixty_two_and_a_half_into_fifty_loses_nearly_five_decibels_one_way()
    {
        var wide = new JointQuestion(FiberMode.Multimode, Um(62.5m), Um(50), default, default, default, FromAperture: 0.275m);
        Close(4.71m, JointLoss.Of(wide).Together.Amount, 0.02m);
        var back = wide with { From = Um(50), To = Um(62.5m), FromAperture = 0.2m, ToAperture = 0.275m };
        Assert.Equal(0, JointLoss.Of(back).Together.Amount);
    }

    [Theory]
    [InlineData("offset", 30, 0, 0, 1)]
    [InlineData("tilt", 0, 11, 0, 1)]
    [InlineData("gap", 0, 0, 501, 1)]
    [InlineData("index", 0, 0, 0, 3)]
    public void What_the_formulas_are_not_good_for_is_refused_at_its_field(string field, int offset, int tilt, int gap, int index)
    {
        var asked = Single with { Offset = Um(offset), Tilt = Angle.Of(tilt), Gap = Um(gap), Index = index };
        Assert.Equal(field, JointLoss.Fault(asked)?.Field);
        Assert.Throws<ArgumentException>(() => JointLoss.Of(asked));
    }

    private static void Close(decimal expected, decimal actual, decimal within) => Assert.InRange(actual, expected - within, expected + within);

    private static Length Um(decimal micrometers) => new((long)(micrometers * 1000));
}
