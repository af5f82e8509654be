using Rhabdon.Core.Catalog;
using Rhabdon.Core.Links;
using Rhabdon.Core.Phrases;
using Rhabdon.Data;
using Rhabdon.Documents;
using Rhabdon.Server.Hosting;

namespace Rhabdon.Server.Jobs;

/// <summary>Where a cable's strands go in the job's panels: read from a list, or filled in order.</summary>
internal sealed class CablePorts
{
    private readonly PortPlan plan;
    private readonly IReadOnlyList<PanelRow> panels;

    private CablePorts(PortPlan plan, IReadOnlyList<PanelRow> panels) => (this.plan, this.panels) = (plan, panels);

    public static CablePorts Of(JobRow job, string cable, int strands, IReadOnlyList<PanelRow> panels, IReadOnlyList<PortTaken> taken) =>
        new(new PortPlan(cable.Trim(), strands, new LabelPattern(job.LabelPattern), [.. panels.Select(PlaceOf)], taken), panels);

    /// <summary>What would come of a list; nothing is done.</summary>
    public PortPreview Preview(string list)
    {
        var (rows, faults) = Read(list);
        return new PortPreview([.. rows.Select(plan.Labeled)], [.. faults.Select(f => new PortFaultView(f.Line, f.Column, Problems.Say(f.Says)))]);
    }

    /// <summary>The rows of a form whose other fields are right, and what is wrong with them.</summary>
    public (IReadOnlyList<PortRow> Rows, IReadOnlyList<(string Field, Phrase Says)> Faults) Place(CableRequest request)
    {
        if (request.Ports is { } list)
        {
            var (listed, wrong) = Read(list);
            return ([.. listed.Select(plan.Labeled)], [.. wrong.Select(f => ($"ports[{f.Line}].{f.Column}", f.Says))]);
        }

        List<PortRow> rows =
        [
            .. InOrder(CableEnd.Near, request.Near, request.Strands, 0),
            .. InOrder(CableEnd.Far, request.Far, request.Strands, request.Strands),
        ];
        var faults = plan.Faults(rows).GroupBy(f => f.Line < request.Strands ? "near" : "far");
        return ([.. rows.Select(plan.Labeled)], [.. faults.Select(end => ($"{end.Key}.firstPort", end.First().Says))]);
    }

    private static PanelPlace PlaceOf(PanelRow panel) => new(panel.Closet, panel.Name, panel.Ports);

    private IEnumerable<PortRow> InOrder(CableEnd end, EndRequest wanted, int strands, int firstLine) =>
        PortPlan.InOrder(end, PlaceOf(panels.First(p => p.Id == wanted.Panel)), wanted.FirstPort, wanted.PerPort, strands, firstLine);

    // A row that cannot be read is missing from the plan too, but need be told only once.
    private (IReadOnlyList<PortRow> Rows, IReadOnlyList<PortFault> Faults) Read(string text)
    {
        var list = PortList.Read(text);
        var faults = plan.Faults(list.Rows).Where(f => f.Line > 0 || list.Faults.Count == 0);
        return (list.Rows, [.. list.Faults.Concat(faults).OrderBy(f => f.Line)]);
    }
}
