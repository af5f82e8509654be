using Rhabdon.Core.Bench;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Runs;
using Rhabdon.Core.Units;

namespace Rhabdon.Core.Results;

/// <summary>Takes a table of results into a test run, all of it or nothing: each row judged by the limit that holds for its strand.</summary>
public sealed class ResultImport(TestRun run, ResultTable table, ResultMapping mapping, Phrasebook words)
{
    private readonly Dictionary<string, int> strands = Strands(run.Cable);

    /// <summary>What each row would be.</summary>
    public ResultPreview Preview()
    {
        if (Unreadable() is { } fault)
        {
            return new ResultPreview(mapping, [], 0, 0, 0, words.Say(fault));
        }

        var rows = Rows();
        return new ResultPreview(
            mapping,
            [.. rows.Select(LineOf)],
            rows.Count(r => r.Fault is null && !r.IsDouble),
            rows.Count(r => r.IsDouble),
            rows.Count(r => r.Fault is not null),
            null
        );
    }

    /// <summary>The readings of the rows that are new, in order; nothing while a row is at fault.</summary>
    public IReadOnlyList<(Guid Stream, LossRead Body)> Take()
    {
        if (Unreadable() is not null || Rows() is not { } rows || rows.Any(r => r.Fault is not null))
        {
            return [];
        }

        return [.. rows.Where(r => !r.IsDouble).Select(r => Read(r.Key!, r.Loss, r.Power, r.Measured))];
    }

    private Phrase? Unreadable() =>
        table.Rows.Count == 0 ? Phrase.Of(PhraseKeys.Result.Empty)
        : table.Rows.Count > ResultTable.MostRows ? Phrase.Of(PhraseKeys.Result.Rows, ("most", $"{ResultTable.MostRows}"))
        : mapping.Strand is null ? Phrase.Of(PhraseKeys.Result.StrandColumn)
        : mapping.Wavelength is null && mapping.OneWavelength is null ? Phrase.Of(PhraseKeys.Result.WavelengthColumn)
        : mapping.Loss is null && mapping.Power is null ? Phrase.Of(PhraseKeys.Result.LossColumn)
        : !run.MayMeasure ? Phrase.Of(PhraseKeys.Run.NoReference)
        : null;

    private List<Row> Rows()
    {
        var rows = new List<Row>();
        var seen = new HashSet<(RunKey, Decibel, DateTimeOffset?)>();
        for (var place = 0; place < table.Rows.Count; place++)
        {
            var cells = table.Rows[place];
            if (cells.All(string.IsNullOrWhiteSpace))
            {
                continue;
            }

            var row = RowOf(place + 2, cells);
            rows.Add(row.Fault is null && (!seen.Add((row.Key!, row.Loss, row.Measured)) || IsKnown(row)) ? row with { IsDouble = true } : row);
        }

        return rows;
    }

    // A row without its time is one that is known when the same loss stands in the record.
    private bool IsKnown(Row row)
    {
        var state = run.LinkOf(row.Key!.Strand);
        return state
            .Readings.Concat(state.Earlier)
            .Any(r => r.Wavelength == row.Key.Wavelength && r.From == row.Key.From && r.Loss == row.Loss && (row.Measured is not { } at || r.At == at));
    }

    private Row RowOf(int line, IReadOnlyList<string> cells)
    {
        var named = Cell(mapping.Strand);
        if (!strands.TryGetValue(named, out var strand))
        {
            return Wrong(mapping.Strand, Phrase.Of(PhraseKeys.Result.Strand, ("read", named)));
        }

        var wavelength = mapping.Wavelength is null ? mapping.OneWavelength : ResultText.Wavelength(Cell(mapping.Wavelength));
        if (wavelength is not { } at || !run.Cable.Plan.At(run.Cable.Grade).Contains(at))
        {
            var planned = string.Join(", ", run.Cable.Plan.At(run.Cable.Grade));
            return Wrong(mapping.Wavelength, Phrase.Of(PhraseKeys.Result.Wavelength, ("read", Cell(mapping.Wavelength)), ("planned", planned)));
        }

        var from = mapping.From is null ? mapping.OneFrom : ResultText.From(Cell(mapping.From));
        if (from is not { } end)
        {
            return Wrong(mapping.From, Phrase.Of(PhraseKeys.Result.From, ("read", Cell(mapping.From))));
        }

        DateTimeOffset? measured = null;
        if (mapping.Measured is not null && Cell(mapping.Measured).Length > 0)
        {
            measured = ResultText.Measured(Cell(mapping.Measured), run.Now.Offset);
            if (measured is null || measured > run.Now)
            {
                return Wrong(mapping.Measured, Phrase.Of(PhraseKeys.Result.Measured, ("read", Cell(mapping.Measured))));
            }

            if (measured < run.InUse!.At)
            {
                return Wrong(mapping.Measured, Phrase.Of(PhraseKeys.Result.BeforeReference));
            }
        }

        var key = new RunKey(strand, at, end);
        return mapping.Loss is { } loss && Cell(loss).Length > 0
            ? ResultText.Loss(Cell(loss)) is { } lost
                ? new Row(line, cells, key, lost, null, measured, null, null, false)
                : Wrong(loss, Phrase.Of(PhraseKeys.Result.Loss, ("read", Cell(loss))))
            : PowerRow(key, measured);

        Row PowerRow(RunKey of, DateTimeOffset? when)
        {
            if (mapping.Power is not { } column || ResultText.Power(Cell(column)) is not { } power)
            {
                return Wrong(mapping.Power ?? mapping.Loss, Phrase.Of(PhraseKeys.Result.Power, ("read", Cell(mapping.Power ?? mapping.Loss))));
            }

            return run.PowerAt(of.Wavelength) is { } before
                ? new Row(line, cells, of, before - power, power, when, null, null, false)
                : Wrong(column, Phrase.Of(PhraseKeys.Run.NoPower, ("wavelength", $"{of.Wavelength}")));
        }

        Row Wrong(int? column, Phrase says) =>
            new(line, cells, null, default, null, null, column is { } c ? table.Header.ElementAtOrDefault(c) : null, says, false);

        string Cell(int? column) => column is { } c && c < cells.Count ? cells[c].Trim() : string.Empty;
    }

    private ResultLine LineOf(Row row)
    {
        if (row.Fault is { } fault)
        {
            return new ResultLine(row.Line, false, row.Column, null, null, null, null, words.Say(fault));
        }

        var (_, read) = Read(row.Key!, row.Loss, row.Power, row.Measured);
        var says = row.IsDouble ? Phrase.Of(PhraseKeys.Result.Double) : LossWords.Of(read.Grade, read.Loss, read.Limit, read.By.Uncertainty);
        return new ResultLine(row.Line, row.IsDouble, null, row.Key, row.Loss, row.Measured, read.Grade, words.Say(says));
    }

    private (Guid Stream, LossRead Body) Read(RunKey key, Decibel loss, DecibelMilliwatt? power, DateTimeOffset? measured)
    {
        var (place, basis) = (run.Cable.PlaceOf(key.Strand), run.BasisOf(key.Strand));
        var (limit, grade) = (basis.Limit(key.Wavelength), basis.Judge(key.Wavelength, loss));
        return (place.Id, new LossRead(place, key.Wavelength, key.From, loss, limit, grade, basis, run.InUse!.Id, power, measured));
    }

    // By number, and by the label of either port.
    private static Dictionary<string, int> Strands(RunCable cable)
    {
        var named = new Dictionary<string, int>(StringComparer.OrdinalIgnoreCase);
        foreach (var strand in cable.Strands)
        {
            foreach (var name in (string[])[$"{strand.Strand}", strand.Near, strand.Far])
            {
                named.TryAdd(name, strand.Strand);
            }
        }

        return named;
    }

    private sealed record Row(
        int Line,
        IReadOnlyList<string> Cells,
        RunKey? Key,
        Decibel Loss,
        DecibelMilliwatt? Power,
        DateTimeOffset? Measured,
        string? Column,
        Phrase? Fault,
        bool IsDouble
    );
}
