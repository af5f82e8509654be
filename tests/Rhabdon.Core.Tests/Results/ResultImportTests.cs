using Rhabdon.Core.Catalog;
using Rhabdon.Core.Links;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Results;
using Rhabdon.Core.Runs;
using Rhabdon.Core.Tests.Runs;
using Rhabdon.Core.Units;

namespace Rhabdon.Core.Tests.Results;

/// <summary>
/// Results from an instrument's file. What headers and cells look like: files as source-and-meter sets and spreadsheets write them (common practice). Limits
/// are those of a 120 m OM4 link with one cord: 1.86 dB at 850 nm (TIA-568.3, from memory).
/// </summary>
public class ResultImportTests
{
    private static readonly string[] Header = ["Fiber ID", "Wavelength (nm)", "Loss (dB)", "Limit (dB)", "Direction", "Date/Time"];
    private readonly RunOnPaper paper = new();

    public ResultImportTests() => paper.Reference();

    [Fact]
    public void The_header_tells_which_column_is_what_and_a_limit_is_no_loss()
    {
        var guess = ResultColumns.Guess(Header, 850);
        Assert.Equal(new ResultMapping(0, 1, 2, null, 4, 5), guess);
        var power = ResultColumns.Guess(["Port", "Power (dBm)", "Reference (dBm)"], 850);
        Assert.Equal(new ResultMapping(0, null, null, 1, null, null, 850), power);
    }

    [Fact]
    public void Every_row_is_judged_by_the_limit_of_its_strand()
    {
        var told = Preview(
            ["1", "850", "0.42", "1.9", "A->B", ""],
            ["PH1-A:02", "850 nm", "2.4 dB", "1.9", "near", ""],
            ["cs2-b:03", "1.3 µm", "0,44", "", "far", ""]
        );
        Assert.Equal((3, 0, 0), (told.Good, told.Doubles, told.Faults));
        Assert.Equal(
            [(1, 850, CableEnd.Near, LossGrade.Pass), (2, 850, CableEnd.Near, LossGrade.Fail), (3, 1300, CableEnd.Far, LossGrade.Pass)],
            told.Lines.Select(l => (l.Key!.Strand, l.Key.Wavelength, l.Key.From, l.Grade!.Value))
        );
        Assert.Equal(Decibel.Of(0.44m), told.Lines[2].Loss);
    }

    [Theory]
    [InlineData("9", "850", "0.42", "near", "", "Fiber ID")]
    [InlineData("1", "1550", "0.42", "near", "", "Wavelength (nm)")]
    [InlineData("1", "red", "0.42", "near", "", "Wavelength (nm)")]
    [InlineData("1", "850", "-20.4 dBm", "near", "", "Loss (dB)")]
    [InlineData("1", "850", "none", "near", "", "Loss (dB)")]
    [InlineData("1", "850", "0.42", "sideways", "", "Direction")]
    // Day first or month first: nobody can tell.
    [InlineData("1", "850", "0.42", "near", "05/06/2026 10:00", "Date/Time")]
    [InlineData("1", "850", "0.42", "near", "2027-01-01 10:00", "Date/Time")]
    [InlineData("1", "850", "0.42", "near", "2026-11-23 10:00", "Date/Time")]
    public void A_bad_row_is_named_with_its_column_and_none_is_taken(string strand, string wavelength, string loss, string from, string at, string column)
    {
        var import = Import(["2", "850", "0.40", "", "near", ""], [strand, wavelength, loss, "", from, at]);
        var bad = import.Preview().Lines.Single(l => l.Key is null);
        Assert.Equal((3, column), (bad.Line, bad.Column));
        Assert.NotEmpty(bad.Says);
        Assert.Empty(import.Take());
    }

    [Fact]
    public void What_is_there_already_or_twice_in_the_file_is_left_out()
    {
        paper.Read(1, 850, "0.42");
        var import = Import(
            ["1", "850", "0.42", "", "near", ""],
            ["2", "850", "0.50", "", "near", ""],
            ["2", "850", "0.50", "", "near", ""],
            ["2", "850", "0.51", "", "near", ""],
            ["", "", "", "", "", ""]
        );
        Assert.Equal((2, 2, 0), (import.Preview().Good, import.Preview().Doubles, import.Preview().Faults));
        Assert.Equal([0.50m, 0.51m], import.Take().Select(t => t.Body.Loss.Amount));
    }

    [Fact]
    public void A_power_is_a_loss_against_the_reference_and_a_time_is_kept()
    {
        var at = paper.Clock.AddSeconds(-5);
        var table = new ResultTable(
            ["Port", "Power (dBm)", "Time"],
            [
                ["PH1-A:01", "-20.42", at.ToString("O")],
            ]
        );
        var (stream, read) = Assert.Single(new ResultImport(paper.Run, table, ResultColumns.Guess(table.Header, 850), Phrasebook.English).Take());
        Assert.Equal(paper.Cable.PlaceOf(1).Id, stream);
        Assert.Equal((Decibel.Of(0.42m), DecibelMilliwatt.Of(-20.42m), at), (read.Loss, read.Power, read.Measured));
    }

    [Fact]
    public void A_file_is_refused_as_a_whole_with_what_would_do()
    {
        Assert.Contains(
            "no rows",
            new ResultImport(paper.Run, new ResultTable(Header, []), ResultColumns.Guess(Header, 850), Phrasebook.English).Preview().Fault
        );
        var table = new ResultTable(
            ["a", "b"],
            [
                ["1", "2"],
            ]
        );
        Assert.Contains("strand", new ResultImport(paper.Run, table, ResultColumns.Guess(table.Header, 850), Phrasebook.English).Preview().Fault);
        Assert.Empty(
            new ResultImport(
                new RunOnPaper().Run,
                new ResultTable(
                    Header,
                    [
                        ["1", "850", "0.42"],
                    ]
                ),
                new ResultMapping(0, 1, 2),
                Phrasebook.English
            ).Take()
        );
    }

    private ResultPreview Preview(params string[][] rows) => Import(rows).Preview();

    private ResultImport Import(params string[][] rows) => new(paper.Run, new ResultTable(Header, rows), ResultColumns.Guess(Header, 850), Phrasebook.English);
}
