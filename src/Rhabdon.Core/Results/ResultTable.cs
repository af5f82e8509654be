using Rhabdon.Core.Catalog;
using Rhabdon.Core.Links;
using Rhabdon.Core.Runs;
using Rhabdon.Core.Units;

namespace Rhabdon.Core.Results;

/// <summary>Results as an instrument or a spreadsheet wrote them.</summary>
/// <param name="Rows">As many cells as the header has, or fewer.</param>
public sealed record ResultTable(IReadOnlyList<string> Header, IReadOnlyList<IReadOnlyList<string>> Rows)
{
    /// <summary>Rows that one import may have.</summary>
    public const int MostRows = 20_000;
}

/// <summary>Which column of a table is what: places from 0, null for none.</summary>
/// <param name="Strand">Its number, or the label of a port of it.</param>
/// <param name="Wavelength">In nanometers or micrometers.</param>
/// <param name="Loss">In dB.</param>
/// <param name="Power">In dBm, where there is no loss.</param>
/// <param name="From">The end that light went in at.</param>
/// <param name="Measured">When.</param>
/// <param name="OneWavelength">Of all rows, where no column says it; nanometers.</param>
/// <param name="OneFrom">Of all rows, where no column says it.</param>
public sealed record ResultMapping(
    int? Strand = null,
    int? Wavelength = null,
    int? Loss = null,
    int? Power = null,
    int? From = null,
    int? Measured = null,
    int? OneWavelength = null,
    CableEnd OneFrom = CableEnd.Near
);

/// <summary>A table of results as it would be taken into a test run.</summary>
/// <param name="Faults">Rows that cannot be taken: while there is one, none is.</param>
/// <param name="Doubles">Rows that are in the record already, or stand twice in the table: they are left out.</param>
/// <param name="Fault">Why no row can be read; null when they can.</param>
public sealed record ResultPreview(ResultMapping Mapping, IReadOnlyList<ResultLine> Lines, int Good, int Doubles, int Faults, string? Fault);

/// <summary>A row of a table.</summary>
/// <param name="Line">Of the file, from 1 with its header.</param>
/// <param name="Column">That is at fault, by its name in the header; null for none.</param>
/// <param name="Says">Its verdict, or what is wrong and what would do.</param>
public sealed record ResultLine(int Line, bool IsDouble, string? Column, RunKey? Key, Decibel? Loss, DateTimeOffset? Measured, LossGrade? Grade, string Says);
