using Rhabdon.Core.Links;

namespace Rhabdon.Core.Tests.Links;

/// <summary>Polarity of duplex and twelve-fiber connections: the tables of TIA-568.3, from memory.</summary>
public class PolarityTests
{
    [Theory]
    [InlineData(Polarity.A, new[] { 1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12 })]
    [InlineData(Polarity.B, new[] { 12, 11, 10, 9, 8, 7, 6, 5, 4, 3, 2, 1 })]
    [InlineData(Polarity.C, new[] { 2, 1, 4, 3, 6, 5, 8, 7, 10, 9, 12, 11 })]
    public void The_truth_table_of_twelve(Polarity polarity, int[] comesOut) =>
        Assert.Equal(comesOut, Enumerable.Range(1, 12).Select(p => PolarityTable.Out(polarity, p, PolarityTable.Array)));

    [Theory]
    [InlineData(Polarity.A, new[] { 1, 2, 3, 4 })]
    [InlineData(Polarity.B, new[] { 2, 1, 4, 3 })]
    [InlineData(Polarity.C, new[] { 2, 1, 4, 3 })]
    public void The_truth_table_of_two_duplex_connectors(Polarity polarity, int[] comesOut) =>
        Assert.Equal(comesOut, Enumerable.Range(1, 4).Select(p => PolarityTable.Out(polarity, p, PolarityTable.Duplex)));

    [Theory]
    [InlineData(Polarity.A, 13, 13)]
    [InlineData(Polarity.B, 13, 24)]
    [InlineData(Polarity.C, 13, 14)]
    public void The_second_twelve_begins_anew(Polarity polarity, int into, int comesOut) =>
        Assert.Equal(comesOut, PolarityTable.Out(polarity, into, PolarityTable.Array));

    [Theory]
    [InlineData(new[] { 1, 2, 3, 4 }, PolarityFinding.Straight)]
    [InlineData(new[] { 2, 1, 4, 3 }, PolarityFinding.PairsFlipped)]
    [InlineData(new[] { 12, 11, 10, 9, 8, 7, 6, 5, 4, 3, 2, 1 }, PolarityFinding.Reversed)]
    [InlineData(new[] { 1, 4, 3, 2 }, PolarityFinding.Crossed)]
    [InlineData(new[] { 2, 1, 3, 4 }, PolarityFinding.Crossed)]
    // Two strands alone: a crossed pair, whatever the others may be.
    [InlineData(new[] { 2, 1 }, PolarityFinding.Crossed)]
    [InlineData(new[] { 2, 3, 1, 4 }, PolarityFinding.Mixed)]
    public void What_came_out_where_tells_what_is_wrong(int[] comesOut, PolarityFinding finding) =>
        Assert.Equal(finding, PolarityCheck.Of(comesOut.Select((o, i) => (i, o)).ToDictionary(s => s.i + 1, s => (int?)s.o)).Finding);

    [Fact]
    public void Crossed_strands_are_named_two_by_two_and_dark_ones_by_themselves()
    {
        var check = PolarityCheck.Of(
            new Dictionary<int, int?>
            {
                [1] = 1,
                [2] = 5,
                [5] = 2,
                [3] = null,
                [4] = 9,
            }
        );
        Assert.Equal(PolarityFinding.Mixed, check.Finding);
        Assert.Equal([(2, 5)], check.Crossed);
        Assert.Equal([4], check.Astray);
        Assert.Equal([3], check.Dark);
    }
}
