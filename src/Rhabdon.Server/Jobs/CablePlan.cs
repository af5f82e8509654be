using Rhabdon.Core.Bench;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.Links;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Verification;
using Rhabdon.Data;

namespace Rhabdon.Server.Jobs;

/// <summary>A cable's terminations, numbered and labeled, and the two shared acts that plan them: one for each end.</summary>
internal sealed record CablePlan(IReadOnlyList<TerminationRow> Terminations, IReadOnlyList<BenchEvent> Events)
{
    /// <param name="ports">Where each end of each strand goes, labeled and without fault.</param>
    public static CablePlan Of(
        CableRow cable,
        bool confirmedOnly,
        CableRequest request,
        IReadOnlyList<PortRow> ports,
        IReadOnlyList<PanelRow> panels,
        Guid person,
        DateTimeOffset now
    )
    {
        var rows = new List<TerminationRow>(request.Strands * 2);
        var events = new List<BenchEvent>(2);
        var planner = Guid.CreateVersion7(now);
        foreach (var (end, wanted) in ((CableEnd, EndRequest)[])[(CableEnd.Near, request.Near), (CableEnd.Far, request.Far)])
        {
            var those = ports
                .Where(p => p.End == end)
                .OrderBy(p => p.Strand)
                .Select(port => new TerminationRow
                {
                    Id = Guid.CreateVersion7(now),
                    CableId = cable.Id,
                    Strand = port.Strand,
                    Phase = StrandPhase.Planned,
                    Attempt = 0,
                    Try = 0,
                    NeedsALook = false,
                    End = end,
                    PanelId = panels.First(p => p.Closet == port.Closet && p.Name == port.Panel).Id,
                    Port = port.Port,
                    Position = port.Position,
                    Label = port.Label,
                })
                .ToList();
            rows.AddRange(those);
            var filled = those.CountBy(t => (t.PanelId, t.Port)).ToDictionary();
            foreach (
                var (positions, some) in those
                    .GroupBy(t => filled[(t.PanelId, t.Port)])
                    .SelectMany(g => g.Chunk(BenchEvent.MostSubjects), (g, some) => (g.Key, some))
            )
            {
                var body = new Planned(
                    end,
                    wanted.Connector,
                    wanted.Polish,
                    request.Grade,
                    request.Build,
                    wanted.Recipe,
                    wanted.Service,
                    wanted.Least,
                    confirmedOnly ? true : null,
                    positions
                );
                events.Add(
                    new BenchEvent(
                        Guid.CreateVersion7(now),
                        planner,
                        events.Count + 1,
                        new HybridTime(now.ToUnixTimeMilliseconds(), 0),
                        now,
                        person,
                        Rulebook.Version,
                        [.. some.Select(t => new Subject(t.Id, 0))],
                        body
                    )
                );
            }
        }

        return new CablePlan(rows, events);
    }
}
