using Rhabdon.Core.Runs;
using Rhabdon.Core.Units;

namespace Rhabdon.Core.Tests.Runs;

/// <summary>What a hand types from a meter, with as few keys as can be told apart. House rules, beside how meters write (two places).</summary>
public class MeterTextTests
{
    [Theory]
    [InlineData("0.42", 420)]
    [InlineData(".42", 420)]
    [InlineData("42", 420)]
    [InlineData("142", 1420)]
    [InlineData("07", 70)]
    [InlineData("0,42", 420)]
    [InlineData("0.42 dB", 420)]
    [InlineData("-0.05", -50)]
    [InlineData("-05", -50)]
    [InlineData("\u22120.05", -50)]
    [InlineData("12.5", 12_500)]
    public void A_loss_is_read(string typed, int thousandths) => Assert.Equal(new Decibel(thousandths), MeterText.Loss(typed));

    // One digit may be tenths or whole decibels; a power in dBm is no loss; nor is what no link loses.
    [Theory]
    [InlineData("4")]
    [InlineData("-20.42")]
    [InlineData("-20.42 dBm")]
    [InlineData("20 dBm")]
    [InlineData("99.9")]
    [InlineData("")]
    [InlineData("good")]
    [InlineData("0.4.2")]
    public void What_is_no_loss_is_not_guessed(string typed) => Assert.Null(MeterText.Loss(typed));

    [Theory]
    [InlineData("-20.42", -20_420)]
    [InlineData("20.42", -20_420)]
    [InlineData("2042", -20_420)]
    [InlineData("-2042", -20_420)]
    [InlineData("842", -8_420)]
    [InlineData("-20.42 dBm", -20_420)]
    public void A_power_is_read(string typed, int thousandths) => Assert.Equal(new DecibelMilliwatt(thousandths), MeterText.Power(typed));

    [Theory]
    [InlineData("+3")]
    [InlineData("8")]
    [InlineData("0.42 dB")]
    public void What_is_no_power_is_not_guessed(string typed) => Assert.Null(MeterText.Power(typed));

    // A foot is 304.8 mm (1959); jacket marks count up or down along the cable, so that either end may bear the greater (common practice).
    [Theory]
    [InlineData("87.4", 87_400)]
    [InlineData("87,4 m", 87_400)]
    [InlineData("0.32 km", 320_000)]
    [InlineData("100 ft", 30_480)]
    [InlineData("412-699 ft", 87_477.6)]
    [InlineData("699 – 412 ft", 87_477.6)]
    public void A_length_of_fiber_is_read(string typed, double millimeters) => Assert.Equal(Length.Mm((decimal)millimeters), MeterText.FiberLength(typed));

    [Theory]
    [InlineData("")]
    [InlineData("0.05 m")]
    [InlineData("412-412 ft")]
    [InlineData("101 km")]
    [InlineData("-5 m")]
    [InlineData("87 yd")]
    [InlineData("99999999999999999999999999")]
    public void What_is_no_length_is_not_guessed(string typed) => Assert.Null(MeterText.FiberLength(typed));
}
