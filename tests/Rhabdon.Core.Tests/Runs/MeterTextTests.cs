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
}
