using System.Globalization;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.Phrases;

namespace Rhabdon.Core.Links;

/// <summary>A closet's panel with ports 1 to <paramref name="Ports"/>.</summary>
public sealed record PanelPlace(string Closet, string Name, int Ports);

/// <summary>A port that a strand has already.</summary>
public sealed record PortTaken(string Closet, string Panel, int Port, int Position, string Label);

/// <summary>Where every end of a cable goes, and what is wrong with it: a plan with a fault is taken by nobody, not even in part.</summary>
public sealed class PortPlan(string cable, int strands, LabelPattern pattern, IReadOnlyList<PanelPlace> panels, IReadOnlyList<PortTaken> taken)
{
    private readonly Dictionary<(string, string), PanelPlace> panelsByName = panels.ToDictionary(p => (p.Closet, p.Name));
    private readonly HashSet<(string, string, int, int)> takenPorts = [.. taken.Select(t => (t.Closet, t.Panel, t.Port, t.Position))];
    private readonly HashSet<string> takenLabels = [.. taken.Select(t => t.Label)];

    /// <summary>Most positions a port may have.</summary>
    public const int MostPositions = 24;

    /// <summary>One end's strands side by side: strand 1 in the first port, so many to a port.</summary>
    /// <param name="perPort">1, or 2 for duplex, 12 for MPO; at most <see cref="MostPositions"/>.</param>
    /// <param name="firstLine">Line of the first row.</param>
    public static IEnumerable<PortRow> InOrder(CableEnd end, PanelPlace panel, int firstPort, int perPort, int strands, int firstLine) =>
        Enumerable
            .Range(0, strands)
            .Select(i => new PortRow(firstLine + i, i + 1, end, panel.Closet, panel.Name, firstPort + (i / perPort), (i % perPort) + 1, string.Empty));

    /// <summary>The row with its label: its own, or the one that the job's pattern makes.</summary>
    public PortRow Labeled(PortRow row) =>
        row.Label.Length > 0 ? row : row with { Label = pattern.Of(row.Closet, row.Panel, row.Port, cable, row.Strand, row.Position) };

    /// <summary>
    /// Everything wrong with the rows, by line; empty when they place each end of the cable once, in a port of its own, under a label of its own.
    /// </summary>
    public IReadOnlyList<PortFault> Faults(IReadOnlyList<PortRow> rows)
    {
        var faults = new List<PortFault>();
        var labeled = rows.Select(Labeled).ToList();
        foreach (var row in labeled)
        {
            faults.AddRange(Misplaced(row));
        }

        faults.AddRange(Twice(labeled, r => (r.Strand, r.End), "strand", PhraseKeys.Ports.StrandTwice));
        faults.AddRange(Twice(labeled, r => (r.Closet, r.Panel, r.Port, r.Position), "port", PhraseKeys.Ports.PortTwice));
        faults.AddRange(Twice(labeled, r => r.Label, "label", PhraseKeys.Ports.LabelTwice));
        var missing = (strands * 2) - labeled.Where(r => r.Strand <= strands).Select(r => (r.Strand, r.End)).Distinct().Count();
        if (missing > 0)
        {
            faults.Add(new PortFault(0, "strand", Phrase.Of(PhraseKeys.Ports.Missing, ("count", Count(missing)))));
        }

        return [.. faults.OrderBy(f => f.Line)];
    }

    private IEnumerable<PortFault> Misplaced(PortRow row)
    {
        if (row.Strand < 1 || row.Strand > strands)
        {
            yield return Fault("strand", PhraseKeys.Ports.Strand, ("strands", Count(strands)));
        }

        if (!panelsByName.TryGetValue((row.Closet, row.Panel), out var panel))
        {
            yield return Fault("panel", PhraseKeys.Ports.NoPanel, ("panels", string.Join(", ", panels.Take(8).Select(p => $"{p.Closet} {p.Name}"))));
        }
        else if (row.Port < 1 || row.Port > panel.Ports)
        {
            yield return Fault("port", PhraseKeys.Ports.Port, ("ports", Count(panel.Ports)));
        }

        if (takenPorts.Contains((row.Closet, row.Panel, row.Port, row.Position)))
        {
            yield return Fault("port", PhraseKeys.Ports.Taken);
        }
        else if (takenLabels.Contains(row.Label))
        {
            yield return Fault("label", PhraseKeys.Ports.LabelTaken, ("label", row.Label));
        }

        PortFault Fault(string column, string key, params (string, string)[] args) => new(row.Line, column, Phrase.Of(key, args));
    }

    // The first of several stands; each later one is the fault, and says with which line it clashes.
    private static IEnumerable<PortFault> Twice<TKey>(IEnumerable<PortRow> rows, Func<PortRow, TKey> key, string column, string says) =>
        rows.GroupBy(key)
            .SelectMany(g =>
                g.Skip(1)
                    .Select(r => new PortFault(
                        r.Line,
                        column,
                        Phrase.Of(says, ("line", Count(g.First().Line)), ("strand", Count(g.First().Strand)), ("label", r.Label))
                    ))
            );

    private static string Count(int number) => number.ToString(CultureInfo.InvariantCulture);
}
