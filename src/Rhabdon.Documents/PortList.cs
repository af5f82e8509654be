using System.Globalization;
using CsvHelper;
using CsvHelper.Configuration;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.Links;
using Rhabdon.Core.Phrases;

namespace Rhabdon.Documents;

/// <summary>
/// A cable's strands and ports as a CSV table: <c>strand,end,closet,panel,port[,position][,label]</c>, in any order of columns (docs/formats.md).
/// </summary>
public sealed record PortList(IReadOnlyList<PortRow> Rows, IReadOnlyList<PortFault> Faults)
{
    public const int MostRows = 2_000;

    public const int MostCharacters = 400_000;

    private static readonly string[] Needed = ["strand", "end", "closet", "panel", "port"];

    /// <summary>Reads the rows; what cannot be read is a fault with its line and column, never an exception.</summary>
    public static PortList Read(string text)
    {
        var reading = new CsvConfiguration(CultureInfo.InvariantCulture)
        {
            PrepareHeaderForMatch = head => Column(head.Header),
            TrimOptions = TrimOptions.Trim,
            BadDataFound = null,
            MissingFieldFound = null,
            DetectDelimiter = true,
            DetectDelimiterValues = [",", ";", "\t"],
        };
        using var csv = new CsvReader(new StringReader(text.TrimStart('\uFEFF')), reading);
        if (!csv.Read() || !csv.ReadHeader())
        {
            return new PortList([], [new PortFault(1, "strand", Phrase.Of(PhraseKeys.Ports.Empty))]);
        }

        var columns = csv.HeaderRecord!.Select(Column).ToHashSet();
        if (
            Needed.Where(n => !columns.Contains(n)).Select(n => new PortFault(1, n, Phrase.Of(PhraseKeys.Ports.NoColumn, ("column", n)))).ToList() is
            { Count: > 0 } missing
        )
        {
            return new PortList([], missing);
        }

        var (rows, faults) = (new List<PortRow>(), new List<PortFault>());
        for (var line = 2; csv.Read(); line++)
        {
            if (line > MostRows + 1)
            {
                faults.Add(new PortFault(line, "strand", Phrase.Of(PhraseKeys.Ports.TooMany, ("most", $"{MostRows}"))));
                break;
            }

            Row(csv, line, rows, faults);
        }

        return new PortList(rows, faults);
    }

    private static void Row(CsvReader csv, int line, List<PortRow> rows, List<PortFault> faults)
    {
        var before = faults.Count;
        var strand = Number("strand", 1_000);
        var end = csv.GetField("end")?.ToLowerInvariant() switch
        {
            "near" => CableEnd.Near,
            "far" => CableEnd.Far,
            _ => (CableEnd?)null,
        };
        if (end is null)
        {
            faults.Add(new PortFault(line, "end", Phrase.Of(PhraseKeys.Ports.End)));
        }

        var (closet, panel, port) = (Text("closet"), Text("panel"), Number("port", 1_000));
        var position = Given("position").Length == 0 ? 1 : Number("position", PortPlan.MostPositions);
        var label = Given("label").Length == 0 ? string.Empty : Text("label");
        if (faults.Count == before)
        {
            rows.Add(new PortRow(line, strand, end!.Value, closet, panel, port, position, label));
        }

        string Given(string column) => csv.TryGetField<string>(column, out var text) ? text ?? string.Empty : string.Empty;

        int Number(string column, int high)
        {
            if (int.TryParse(Given(column), NumberStyles.None, CultureInfo.InvariantCulture, out var number) && number >= 1 && number <= high)
            {
                return number;
            }

            faults.Add(new PortFault(line, column, Phrase.Of(PhraseKeys.Form.Number, ("low", "1"), ("high", $"{high}"))));
            return 0;
        }

        string Text(string column)
        {
            var text = Given(column);
            if (text.Length is 0 or > 100)
            {
                faults.Add(new PortFault(line, column, Phrase.Of(PhraseKeys.Form.Text, ("most", "100"))));
            }
            else if (text.Any(char.IsControl))
            {
                faults.Add(new PortFault(line, column, Phrase.Of(PhraseKeys.Form.Control)));
            }

            return text;
        }
    }

    private static string Column(string head) => head.Trim().ToLowerInvariant();
}
