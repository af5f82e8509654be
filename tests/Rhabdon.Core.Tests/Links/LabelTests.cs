using Rhabdon.Core.Links;

namespace Rhabdon.Core.Tests.Links;

public class LabelTests
{
    // TIA-598, from memory.
    [Theory]
    [InlineData(1, ColorName.Blue, false)]
    [InlineData(2, ColorName.Orange, false)]
    [InlineData(3, ColorName.Green, false)]
    [InlineData(4, ColorName.Brown, false)]
    [InlineData(5, ColorName.Slate, false)]
    [InlineData(6, ColorName.White, false)]
    [InlineData(7, ColorName.Red, false)]
    [InlineData(8, ColorName.Black, false)]
    [InlineData(9, ColorName.Yellow, false)]
    [InlineData(10, ColorName.Violet, false)]
    [InlineData(11, ColorName.Rose, false)]
    [InlineData(12, ColorName.Aqua, false)]
    [InlineData(13, ColorName.Blue, true)]
    [InlineData(24, ColorName.Aqua, true)]
    public void Strands_are_colored_in_the_standard_order(int number, ColorName color, bool tracer)
    {
        var found = StrandColor.Of(number);
        Assert.Equal((color, tracer), (found.Name, found.HasTracer));
    }

    [Fact]
    public void A_label_follows_the_jobs_pattern() => Assert.Equal("PH1-A:07", LabelPattern.Usual.Of("PH1", "A", 7, "PH-CS-01", 7));

    [Theory]
    [InlineData("", "label.length")]
    [InlineData("{closet}-{room}:{port}", "label.place")]
    [InlineData("{closet}-{panel}", "label.same")]
    [InlineData("{closet}-{port:000}", null)]
    public void A_pattern_that_cannot_tell_ports_apart_is_refused(string pattern, string? fault) => Assert.Equal(fault, new LabelPattern(pattern).Fault());
}
