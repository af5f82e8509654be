using System.Globalization;
using Rhabdon.Core.Bench;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Units;

namespace Rhabdon.Documents;

/// <summary>The record as a table: one row a connector.</summary>
public static class RecordCsv
{
    private static readonly string[] Head =
    [
        "label",
        "cable",
        "strand",
        "end",
        "connector",
        "polish",
        "grade",
        "mode",
        "recipe",
        "state",
        "attempts",
        "tries",
        "rework",
        "check",
        "reading",
        "verdict",
        "verified_by",
        "verified_at",
        "fiber_used_mm",
    ];

    /// <param name="rows">Each connector with its cable's name and termination.</param>
    /// <param name="names">People by id.</param>
    public static byte[] Write(
        IEnumerable<(string Cable, FileTermination Termination, FileConnector Connector)> rows,
        IReadOnlyDictionary<Guid, string> names
    ) => CsvSheet.Write(Head, rows.Select(r => Cells(r.Cable, r.Termination, r.Connector, names)));

    private static IEnumerable<string?> Cells(string cable, FileTermination termination, FileConnector connector, IReadOnlyDictionary<Guid, string> names)
    {
        var tries = connector.Attempts.SelectMany(a => a.Tries).ToList();
        // The last check that was judged is the one that decided.
        var last = tries.SelectMany(t => t.Steps).LastOrDefault(s => s.Verdict is not null);
        yield return termination.Label;
        yield return cable;
        yield return Number(termination.Strand);
        yield return termination.End == CableEnd.Near ? "near" : "far";
        yield return connector.Connector?.ToString();
        yield return connector.Polish?.ToString();
        yield return connector.Grade?.ToString();
        yield return connector.Mode switch
        {
            FiberMode.Multimode => "multimode",
            FiberMode.SingleMode => "single-mode",
            _ => null,
        };
        yield return connector.Recipe?.ToString();
        yield return connector.NeedsALook ? "needs a look" : connector.Phase.ToString().ToLowerInvariant();
        yield return Number(connector.Attempts.Count);
        yield return Number(tries.Count);
        yield return string.Join("; ", tries.Where(t => t.Action is not null).Select(t => $"{t.Sign}: {t.Action}"));
        yield return last?.Reading?.Check;
        yield return last?.Reading is { } reading ? reading.Length?.ToString() ?? reading.Choice : null;
        yield return last?.Verdict?.Grade.ToString().ToLowerInvariant();
        yield return last is null ? null : names.GetValueOrDefault(last.Actor);
        yield return last?.At.ToString("O", CultureInfo.InvariantCulture);
        yield return connector.FiberUsed.Millimeters.ToString("0.###", CultureInfo.InvariantCulture);
    }

    private static string Number(int number) => number.ToString(CultureInfo.InvariantCulture);
}
