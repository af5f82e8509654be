using Rhabdon.Core.Bench;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.Links;
using Rhabdon.Core.Verification;
using Rhabdon.Data;

namespace Rhabdon.Server.Jobs;

/// <summary>A cable's terminations, numbered and labeled, and the two shared acts that plan them: one for each end.</summary>
internal sealed record CablePlan(IReadOnlyList<TerminationRow> Terminations, IReadOnlyList<BenchEvent> Events)
{
    public static CablePlan Of(JobRow job, CableRow cable, CableRequest request, IReadOnlyList<PanelRow> panels, Guid person, DateTimeOffset now)
    {
        var rows = new List<TerminationRow>(request.Strands * 2);
        var events = new List<BenchEvent>(2);
        var planner = Guid.CreateVersion7(now);
        foreach (var (end, wanted) in ((CableEnd, EndRequest)[])[(CableEnd.Near, request.Near), (CableEnd.Far, request.Far)])
        {
            var panel = panels.First(p => p.Id == wanted.Panel);
            var those = Enumerable.Range(1, request.Strands).Select(strand => new TerminationRow
            {
                Id = Guid.CreateVersion7(now),
                CableId = cable.Id,
                Strand = strand,
                Phase = "planned",
                Attempt = 0,
                Try = 0,
                NeedsALook = false,
                End = end == CableEnd.Near ? "near" : "far",
                PanelId = panel.Id,
                Port = wanted.FirstPort + strand - 1,
                Label = new LabelPattern(job.LabelPattern).Of(panel.Closet, panel.Name, wanted.FirstPort + strand - 1, cable.Name, strand),
            }).ToList();
            rows.AddRange(those);
            var body = new Planned(end, wanted.Connector, wanted.Polish, request.Grade, request.Build, wanted.Recipe, wanted.Service, wanted.Least);
            foreach (var some in those.Chunk(BenchEvent.MaxStrands))
            {
                events.Add(new BenchEvent(
                    Guid.CreateVersion7(now), BenchEvent.CurrentFormat, planner, events.Count + 1, new HybridTime(now.ToUnixTimeMilliseconds(), 0), now, person,
                    Rulebook.Version, [.. some.Select(t => new StrandKnown(t.Id, 0))], body));
            }
        }

        return new CablePlan(rows, events);
    }
}
