using Rhabdon.Core.Catalog;
using Rhabdon.Core.Links;

namespace Rhabdon.Core.Tests.Links;

public class StrandGroupTests
{
    // TIA-598: twelve strands to a tube or ribbon; tubes and ribbons bear the strands' colors in the strands' order (from memory).
    [Theory]
    [InlineData(1, 1, ColorName.Blue)]
    [InlineData(12, 1, ColorName.Blue)]
    [InlineData(13, 2, ColorName.Orange)]
    [InlineData(36, 3, ColorName.Green)]
    [InlineData(144, 12, ColorName.Aqua)]
    public void A_dozen_strands_make_a_tube_in_the_order_of_the_colors(int strand, int group, ColorName color)
    {
        var found = StrandGroup.Of(strand);
        Assert.Equal((group, color), (found.Number, found.Color.Name));
    }

    [Theory]
    [InlineData(CableBuild.Cordage30, 12, StrandGrouping.None)]
    [InlineData(CableBuild.TightBuffer900, 24, StrandGrouping.Tube)]
    [InlineData(CableBuild.Ribbon12, 12, StrandGrouping.Ribbon)]
    public void One_dozen_needs_no_telling_apart_but_a_ribbon_is_always_one(CableBuild build, int strands, StrandGrouping grouping) =>
        Assert.Equal(grouping, StrandGroup.In(build, strands));

    [Fact]
    public void There_is_no_strand_zero() => Assert.Throws<ArgumentOutOfRangeException>(() => StrandGroup.Of(0));
}
