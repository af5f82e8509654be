using System.Net;
using System.Text;
using System.Text.RegularExpressions;
using Rhabdon.Core.Recipes;
using Rhabdon.Documents.Sheets;
using Rhabdon.Documents.Templates;

namespace Rhabdon.Server.Tests;

/// <summary>A recipe as a person reads it, on paper and in docs/recipes.md.</summary>
public sealed class SheetTests(Host host) : IClassFixture<Host>
{
    private static readonly RecipeBook Book = StarterRecipes.Book();

    [Fact]
    public async Task A_recipe_is_printed_by_whoever_is_signed_in_and_an_unknown_one_by_nobody()
    {
        var heron = await host.SignedIn();
        var answer = await heron.Client.GetAsync("/api/v1/recipes/sheet.pdf?recipes=M4,R1&paper=letter");
        Assert.Equal(
            ("application/pdf", "sheet-M4-R1.pdf"),
            (answer.Content.Headers.ContentType?.MediaType, answer.Content.Headers.ContentDisposition?.FileName)
        );
        Assert.StartsWith("%PDF-", Encoding.Latin1.GetString(await answer.Content.ReadAsByteArrayAsync()), StringComparison.Ordinal);
        Assert.Equal(HttpStatusCode.BadRequest, (await heron.Client.GetAsync("/api/v1/recipes/sheet.pdf?recipes=M99")).StatusCode);
        Assert.Equal(HttpStatusCode.BadRequest, (await heron.Client.GetAsync("/api/v1/recipes/sheet.pdf?recipes=M4&paper=a7")).StatusCode);
    }

    // Upright ISO 216 A4 is 210 by 297 mm; a point is 1/72 in (PDF 32000-1, 8.3.2.3).
    [Fact]
    public void Paper_stands_upright_and_every_recipe_begins_on_a_page_of_its_own()
    {
        var one = Pages([.. RecipeSheets.Of(Book.Latest("M4")!, Book)]);
        var all = Pages([.. RecipeSheets.Of(Book)]);
        Assert.All(one, page => Assert.Equal((595, 842), ((int)Math.Round(page.Width), (int)Math.Round(page.Height))));
        Assert.True(all.Count >= Book.Recipes.Sum(r => Pages([.. RecipeSheets.Of(r, Book)]).Count), $"{all.Count} pages");
    }

    // Whatever the words are, nothing runs off the paper: a word longer than a line still ends on it.
    [Fact]
    public void Long_words_and_long_lists_go_on_over_pages()
    {
        var long_ = Enumerable.Range(1, 200).Select(i => new SheetItem(SheetRun.Plain(string.Join(' ', Enumerable.Repeat("aramid", 30))), i));
        Assert.True(Pages([.. long_]).Count > 5);
        Assert.Single(Pages([new SheetParagraph(SheetRun.Plain(new string('m', 400)))]));
    }

    [Fact]
    public void A_sheet_tells_what_is_once_the_ends_and_no_trouble_that_the_recipe_cannot_meet()
    {
        var m6 = SheetMarkdown.Write(RecipeSheets.Of(Book.Latest("M6")!, Book), RecipeSheets.Pictures);
        Assert.DoesNotContain("Not dimmer", m6, StringComparison.Ordinal);
        Assert.Contains("### Once: Cable end", m6, StringComparison.Ordinal);
        Assert.Contains("![M6, the end to scale](sheets/M6.svg)", m6, StringComparison.Ordinal);
        Assert.Contains("[a pair]", m6, StringComparison.Ordinal);
    }

    // The type that ships writes no micro sign: what it cannot write must not be left out.
    [Fact]
    public void The_micro_sign_is_written_in_letters()
    {
        Assert.Equal("900 micron and 9 micron", TemplatePdf.Printable("900 µm and 9 µm"));
        Assert.Equal("30 mm ±1 mm", TemplatePdf.Printable("30 mm ±1 mm"));
    }

    [Fact]
    public void Markdown_parts_lists_tables_and_words_as_it_must()
    {
        SheetBlock[] blocks =
        [
            new SheetHeading(2, "M4"),
            new SheetItem([new SheetRun("Boot", IsBold: true), new SheetRun(""), new SheetRun("why", IsSoft: true)], 1),
            new SheetItem(SheetRun.Plain("first"), Depth: 1),
            new SheetTable(
                ["a", "b"],
                [
                    ["1", "2"],
                ]
            ),
        ];
        Assert.Equal("## M4\n\n1. **Boot** *why*\n   - first\n\n| a | b |\n|---|---|\n| 1 | 2 |\n", SheetMarkdown.Write(blocks, "x"));
    }

    private static List<(double Width, double Height)> Pages(IReadOnlyList<SheetBlock> blocks)
    {
        var pdf = Encoding.Latin1.GetString(SheetPdf.Write(blocks, Paper.A4, "foot"));
        return
        [
            .. Regex
                .Matches(pdf, @"/MediaBox\s*\[\s*0 0 ([\d.]+) ([\d.]+)")
                .Select(m =>
                    (
                        double.Parse(m.Groups[1].Value, System.Globalization.CultureInfo.InvariantCulture),
                        double.Parse(m.Groups[2].Value, System.Globalization.CultureInfo.InvariantCulture)
                    )
                ),
        ];
    }
}
