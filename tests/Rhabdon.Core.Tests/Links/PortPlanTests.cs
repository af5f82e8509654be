using Rhabdon.Core.Catalog;
using Rhabdon.Core.Links;

namespace Rhabdon.Core.Tests.Links;

public class PortPlanTests
{
    private static readonly PanelPlace[] Panels = [new("PH1", "A", 12), new("CS1", "B", 24)];

    [Fact]
    public void Strands_side_by_side_place_every_end_once()
    {
        var plan = Plan(4);
        Assert.Empty(plan.Faults([.. Rows(CableEnd.Near, 1, 4), .. Rows(CableEnd.Far, 1, 4, 100)]));
    }

    // A duplex port has two positions, an MPO port twelve (TIA-568.3, from memory).
    [Theory]
    [InlineData(2, 5, 3, 1)]
    [InlineData(2, 6, 3, 2)]
    [InlineData(12, 12, 1, 12)]
    [InlineData(12, 13, 2, 1)]
    public void A_port_of_several_positions_is_filled_before_the_next(int perPort, int strand, int port, int position)
    {
        var row = Rows(CableEnd.Near, perPort, 24).Single(r => r.Strand == strand);
        Assert.Equal((port, position), (row.Port, row.Position));
    }

    [Fact]
    public void Two_positions_of_a_port_need_labels_that_tell_them_apart()
    {
        var rows = Rows(CableEnd.Near, 2, 2).Concat(Rows(CableEnd.Far, 1, 2, 100)).ToList();
        var fault = Assert.Single(Plan(2).Faults(rows));
        Assert.Equal(("label", "ports.label-twice", "PH1-A:01"), (fault.Column, fault.Says.Key, fault.Says.Args["label"]));
        Assert.Empty(Plan(2, "{closet}-{panel}:{port:00}.{position}").Faults(rows));
    }

    [Theory]
    [InlineData("strand beyond the cable", "strand", "ports.strand")]
    [InlineData("no such panel", "panel", "ports.no-panel")]
    [InlineData("port beyond the panel", "port", "ports.port")]
    [InlineData("port of another cable", "port", "ports.taken")]
    [InlineData("label of another cable", "label", "ports.label-taken")]
    [InlineData("port twice", "port", "ports.port-twice")]
    [InlineData("strand twice", "strand", "ports.strand-twice")]
    public void Each_bad_row_is_named_with_its_line_and_column(string what, string column, string says)
    {
        List<PortRow> rows = [.. Rows(CableEnd.Near, 1, 4), .. Rows(CableEnd.Far, 1, 4, 100)];
        rows[2] = what switch
        {
            "strand beyond the cable" => rows[2] with { Strand = 5 },
            "no such panel" => rows[2] with { Panel = "Z" },
            "port beyond the panel" => rows[2] with { Port = 13 },
            "port of another cable" => rows[2] with { Port = 12 },
            "label of another cable" => rows[2] with { Label = "KEPT" },
            "port twice" => rows[2] with { Port = 2, Label = "X" },
            _ => rows[2] with { Strand = 2 },
        };
        var fault = Plan(4).Faults(rows).First(f => f.Line > 0);
        Assert.Equal((2, column, says), (fault.Line, fault.Column, fault.Says.Key));
    }

    [Fact]
    public void An_end_without_a_row_is_missed()
    {
        var fault = Assert.Single(Plan(4).Faults([.. Rows(CableEnd.Near, 1, 4), .. Rows(CableEnd.Far, 1, 3, 100)]));
        Assert.Equal((0, "ports.missing", "1"), (fault.Line, fault.Says.Key, fault.Says.Args["count"]));
    }

    private static PortPlan Plan(int strands, string pattern = "{closet}-{panel}:{port:00}") =>
        new("PH-CS-02", strands, new LabelPattern(pattern), Panels, [new PortTaken("PH1", "A", 12, 1, "KEPT")]);

    private static IEnumerable<PortRow> Rows(CableEnd end, int perPort, int strands, int firstLine = 0) =>
        PortPlan.InOrder(end, Panels[end == CableEnd.Near ? 0 : 1], 1, perPort, strands, firstLine);
}
