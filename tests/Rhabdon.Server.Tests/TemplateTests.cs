using System.Globalization;
using System.Text;
using System.Text.RegularExpressions;
using System.Xml.Linq;
using Rhabdon.Core.Bench;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Preparation;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Units;
using Rhabdon.Documents.Templates;

namespace Rhabdon.Server.Tests;

/// <summary>
/// The 1:1 template, measured in the files as a rule would on the paper: a point is 1/72 in (PDF 32000-1, 8.3.2.3), an SVG unit here a millimeter.
/// </summary>
public sealed class TemplateTests
{
    private const double MillimetersPerPoint = 25.4 / 72;
    private const double Tolerance = 0.2;

    private static readonly RecipeBook Book = StarterRecipes.Book();

    [Theory]
    [InlineData("M1", CableBuild.Cordage30)]
    [InlineData("A1", CableBuild.Cordage30)]
    [InlineData("M2", CableBuild.TightBuffer900)]
    public void Every_mark_of_the_plan_stands_in_the_SVG_where_a_rule_finds_it(string id, CableBuild build)
    {
        var svg = XElement.Parse(TemplateSvg.Write(Pages(Paper.A4, (id, build))[0]));
        Assert.Equal("297mm", svg.Attribute("width")?.Value);
        Assert.Equal("0 0 297 210", svg.Attribute("viewBox")?.Value);
        var tip = svg.Elements().Where(e => e.Name.LocalName == "rect").Min(e => At(e, "x"));
        var drawn = svg.Elements()
            .Where(e => e.Attribute("data-mark")?.Value.StartsWith($"{id}/", StringComparison.Ordinal) == true)
            .Select(e => At(e, "x1") - tip)
            .Order();
        var plan = StripPlan.For(Measuring.Worked(Book.Latest(id)!.Recipe, build, Technique.Usual), isRecleave: false);
        Assert.Equal(plan.Marks.Select(m => (double)m.FromTip!.Value.Millimeters).Order(), drawn, (a, b) => Math.Abs(a - b) < Tolerance);
    }

    [Fact]
    public void The_bar_of_the_PDF_is_fifty_millimeters_and_the_page_asks_not_to_be_scaled()
    {
        var pdf = Encoding.Latin1.GetString(TemplatePdf.Write(Pages(Paper.A4, ("M4", CableBuild.TightBuffer900)), isPacked: false));
        Assert.Contains("/PrintScaling/None", pdf.Replace(" ", string.Empty, StringComparison.Ordinal), StringComparison.Ordinal);
        var box = Regex.Match(pdf, @"/MediaBox\s*\[\s*0 0 ([\d.]+) ([\d.]+)");
        Assert.Equal(297, Number(box.Groups[1]) * MillimetersPerPoint, Tolerance);
        Assert.Equal(210, Number(box.Groups[2]) * MillimetersPerPoint, Tolerance);
        var lengths = Lines(pdf).Where(l => l.Y1 == l.Y2).Select(l => Math.Abs(l.X2 - l.X1) * MillimetersPerPoint);
        Assert.Contains(lengths, l => Math.Abs(l - 50) < Tolerance);
    }

    [Fact]
    public void The_thirty_of_an_M4_is_thirty_millimeters_of_the_PDF_from_the_tip()
    {
        var pdf = Encoding.Latin1.GetString(TemplatePdf.Write(Pages(Paper.Letter, ("M4", CableBuild.TightBuffer900)), isPacked: false));
        var upright = Lines(pdf).Where(l => l.X1 == l.X2).Select(l => (l.X1 * MillimetersPerPoint) - 12).ToList();
        Assert.Contains(upright, x => Math.Abs(x - 30) < Tolerance);
    }

    [Fact]
    public void Several_recipes_share_a_sheet_each_with_its_version_and_what_is_unconfirmed_says_so()
    {
        var pages = Pages(
            Paper.A4,
            ("M1", CableBuild.Cordage30),
            ("M4", CableBuild.TightBuffer900),
            ("A1", CableBuild.Cordage30),
            ("S2", CableBuild.TightBuffer900)
        );
        Assert.Equal(2, pages.Count);
        Assert.Equal(3, pages[0].Texts.Count(t => t.Text == "v1 \u00b7 UNCONFIRMED"));
        Assert.Contains(pages[0].Texts, t => t.Text.Contains("glass cleaved 8.5 mm", StringComparison.Ordinal));
        Assert.All(pages, p => Assert.Contains(p.Lines, l => l.Id == "bar"));
        Assert.All(pages.SelectMany(p => p.Lines), l => Assert.InRange(Math.Max(l.X1, l.X2), 0, 297));
    }

    [Fact]
    public void A_recipe_that_waits_for_the_sheet_says_so_in_place_of_marks()
    {
        var m4 = Book.Latest("M4")!;
        var waiting = m4 with { Recipe = m4.Recipe with { Cuts = [m4.Recipe.Cuts[0] with { Length = null }] } };
        var page = TemplateLayout.Pages([Reader.Read(waiting, CableBuild.TightBuffer900, Technique.Usual)], Paper.A4, Phrasebook.English)[0];
        Assert.Contains(page.Texts, t => t.Text.Contains("buffer must be taken", StringComparison.Ordinal));
    }

    private static RecipeReader Reader { get; } = new(Phrasebook.English, "en", LengthUnit.Millimeter);

    private static IReadOnlyList<TemplatePage> Pages(Paper paper, params (string Id, CableBuild Build)[] recipes) =>
        TemplateLayout.Pages([.. recipes.Select(r => Reader.Read(Book.Latest(r.Id)!, r.Build, Technique.Usual))], paper, Phrasebook.English);

    private static IEnumerable<(double X1, double Y1, double X2, double Y2)> Lines(string pdf) =>
        Regex
            .Matches(pdf, @"([\d.-]+) ([\d.-]+) m\s+([\d.-]+) ([\d.-]+) l\b")
            .Select(m => (Number(m.Groups[1]), Number(m.Groups[2]), Number(m.Groups[3]), Number(m.Groups[4])));

    private static double At(XElement element, string name) => double.Parse(element.Attribute(name)!.Value, CultureInfo.InvariantCulture);

    private static double Number(Group text) => double.Parse(text.Value, CultureInfo.InvariantCulture);
}
