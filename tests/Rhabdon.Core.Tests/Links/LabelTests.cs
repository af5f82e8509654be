using Rhabdon.Core.Links;

namespace Rhabdon.Core.Tests.Links;

public class LabelTests
{
    // TIA-598, from memory.
    [Theory]
    [InlineData(1, "blue", false)]
    [InlineData(2, "orange", false)]
    [InlineData(3, "green", false)]
    [InlineData(4, "brown", false)]
    [InlineData(5, "slate", false)]
    [InlineData(6, "white", false)]
    [InlineData(7, "red", false)]
    [InlineData(8, "black", false)]
    [InlineData(9, "yellow", false)]
    [InlineData(10, "violet", false)]
    [InlineData(11, "rose", false)]
    [InlineData(12, "aqua", false)]
    [InlineData(13, "blue", true)]
    [InlineData(24, "aqua", true)]
    public void Strands_are_colored_in_the_standard_order(int number, string color, bool tracer)
    {
        var found = StrandColor.Of(number);
        Assert.Equal((color, tracer), (found.Key, found.HasTracer));
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
