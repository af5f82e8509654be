using Rhabdon.Core.Units;

namespace Rhabdon.Core.Tests.Units;

public class LengthTests
{
    // The international inch is 25.4 mm exactly (1959 agreement); the marks are those of figures in common practice.
    [Theory]
    [InlineData("3/8 in", 9_525_000)]
    [InlineData("1 1/4 in", 31_750_000)]
    [InlineData("3/4\"", 19_050_000)]
    [InlineData("10 in", 254_000_000)]
    [InlineData("35 in", 889_000_000)]
    [InlineData("1/64 in", 396_875)]
    [InlineData("0.5 in", 12_700_000)]
    [InlineData("8.5 mm", 8_500_000)]
    [InlineData("2 cm", 20_000_000)]
    [InlineData("125 µm", 125_000)]
    [InlineData("0.9 m", 900_000_000)]
    [InlineData(" 30 ", 30_000_000)]
    [InlineData("1-3/16 in", 30_162_500)]
    public void A_length_is_read_as_a_person_writes_it(string text, long nanometers)
    {
        Assert.True(LengthText.TryParse(text, LengthUnit.Millimeter, out var length));
        Assert.Equal(nanometers, length.Nanometers);
    }

    [Theory]
    [InlineData("")]
    [InlineData(null)]
    [InlineData("thirty")]
    [InlineData("-3 mm")]
    [InlineData("3/0 in")]
    [InlineData("30 mm 5")]
    [InlineData("1e5")]
    [InlineData("999999999 m")]
    [InlineData("30 mmmmmmmmmmmmmmmmmmmmmmmmmmmmmmmmmmmmmmmmm")]
    public void What_is_no_length_is_refused(string? text) => Assert.False(LengthText.TryParse(text, LengthUnit.Millimeter, out _));

    [Fact]
    public void A_bare_number_is_in_the_readers_unit()
    {
        Assert.True(LengthText.TryParse("1", LengthUnit.Inch, out var inch));
        Assert.Equal(25_400_000, inch.Nanometers);
    }

    // 30 mm = 1.1811 in; 19/16 in = 30.1625 mm, so the mark lies 0.1625 mm beyond (arithmetic).
    [Fact]
    public void The_nearest_inch_mark_keeps_its_remainder()
    {
        var mark = InchFraction.Nearest(Length.Mm(30), 16);
        Assert.Equal("1 3/16 in", mark.ToString());
        Assert.Equal(-162_500, mark.Remainder.Nanometers);
        Assert.Equal("1 3/16 in −0.16 mm", LengthDisplay.Other(Length.Mm(30), LengthUnit.Millimeter));
    }

    [Theory]
    [InlineData(0)]
    [InlineData(3)]
    [InlineData(128)]
    public void A_rule_without_such_marks_is_refused(int marks) => Assert.Throws<ArgumentOutOfRangeException>(() => InchFraction.Nearest(Length.Mm(1), marks));
}
