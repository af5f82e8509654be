using System.Globalization;
using System.Text;
using System.Text.RegularExpressions;
using CsvHelper;
using CsvHelper.Configuration;

namespace Rhabdon.Documents;

/// <summary>
/// A table as a file: RFC 4180, UTF-8 with a byte-order mark so that spreadsheets read it as such, and no cell that one would take for a formula.
/// </summary>
internal static partial class CsvSheet
{
    /// <param name="rows">As many cells as the head has; null for an empty one.</param>
    public static byte[] Write(IEnumerable<string> head, IEnumerable<IEnumerable<string?>> rows)
    {
        using var text = new StringWriter(CultureInfo.InvariantCulture);
        using (var csv = new CsvWriter(text, new CsvConfiguration(CultureInfo.InvariantCulture) { NewLine = "\r\n" }))
        {
            foreach (var name in head)
            {
                csv.WriteField(name);
            }

            csv.NextRecord();
            foreach (var row in rows)
            {
                foreach (var cell in row)
                {
                    csv.WriteField(cell is null || Figure().IsMatch(cell) ? cell : Formula().Replace(cell, "$1'$2"));
                }

                csv.NextRecord();
            }
        }

        return [.. Encoding.UTF8.Preamble, .. Encoding.UTF8.GetBytes(text.ToString())];
    }

    // A spreadsheet takes for a formula what begins with one of its signs, at the head of a cell or, where it parts cells by other signs than the comma, after
    // one of
    // those; some take the full-width forms too. An apostrophe makes text of it.
    [GeneratedRegex(@"((?:^|[;,|\t\r\n])[\s""']*)([=+\-@\uFF1D\uFF0B\uFF0D\uFF20])")]
    private static partial Regex Formula();

    // A power is below zero.
    [GeneratedRegex(@"^-\d+(\.\d+)?$")]
    private static partial Regex Figure();
}
