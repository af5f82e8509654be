using System.Globalization;
using System.Text;
using System.Text.RegularExpressions;
using CsvHelper;
using CsvHelper.Configuration;
using Rhabdon.Core.Bench;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Units;

namespace Rhabdon.Documents;

/// <summary>The record as a table: one row a connector, RFC 4180, UTF-8 with a byte-order mark so that spreadsheets read it as such.</summary>
public static partial class RecordCsv
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
    public static byte[] Write(IEnumerable<(string Cable, FileTermination Termination, FileConnector Connector)> rows, IReadOnlyDictionary<Guid, string> names)
    {
        using var text = new StringWriter(CultureInfo.InvariantCulture);
        using (var csv = new CsvWriter(text, new CsvConfiguration(CultureInfo.InvariantCulture) { NewLine = "\r\n" }))
        {
            foreach (var name in Head)
            {
                csv.WriteField(name);
            }

            csv.NextRecord();
            foreach (var (cable, termination, connector) in rows)
            {
                foreach (var cell in Cells(cable, termination, connector, names))
                {
                    csv.WriteField(cell is null ? null : Formula().Replace(cell, "$1'$2"));
                }

                csv.NextRecord();
            }
        }

        return [.. Encoding.UTF8.Preamble, .. Encoding.UTF8.GetBytes(text.ToString())];
    }

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

    // A spreadsheet takes for a formula what begins with one of its signs, at the head of a cell or, where it parts cells by other signs than the comma, after
    // one of
    // those; some take the full-width forms too. An apostrophe makes text of it.
    [GeneratedRegex(@"((?:^|[;,|\t\r\n])[\s""']*)([=+\-@\uFF1D\uFF0B\uFF0D\uFF20])")]
    private static partial Regex Formula();

    private static string Number(int number) => number.ToString(CultureInfo.InvariantCulture);
}
