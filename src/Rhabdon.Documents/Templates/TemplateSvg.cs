using System.Globalization;
using System.Xml;
using System.Xml.Linq;

namespace Rhabdon.Documents.Templates;

/// <summary>A template page as SVG, one unit a millimeter.</summary>
public static class TemplateSvg
{
    private static readonly XNamespace Svg = "http://www.w3.org/2000/svg";

    public static string Write(TemplatePage page) =>
        new XElement(
            Svg + "svg",
            new XAttribute("width", $"{Text(page.Width)}mm"),
            new XAttribute("height", $"{Text(page.Height)}mm"),
            new XAttribute("viewBox", $"0 0 {Text(page.Width)} {Text(page.Height)}"),
            new XAttribute("font-family", "Atkinson Hyperlegible Next, sans-serif"),
            page.Boxes.Select(Box),
            page.Lines.Select(Line),
            page.Texts.Select(TextOf)
        ).ToString();

    private static XElement Box(TemplateBox box)
    {
        var gray = (int)(box.Gray * 255);
        return new XElement(
            Svg + "rect",
            At("x", box.X),
            At("y", box.Y),
            At("width", box.Width),
            At("height", box.Height),
            new XAttribute("fill", $"rgb({gray},{gray},{gray})"),
            box.HasEdge ? new object[] { new XAttribute("stroke", "black"), At("stroke-width", 0.12m) } : []
        );
    }

    private static XElement Line(TemplateLine line) =>
        new(
            Svg + "line",
            At("x1", line.X1),
            At("y1", line.Y1),
            At("x2", line.X2),
            At("y2", line.Y2),
            new XAttribute("stroke", "black"),
            At("stroke-width", line.Weight),
            line.Id is null ? null : new XAttribute("data-mark", line.Id)
        );

    private static XElement TextOf(TemplateText text) =>
        new(
            Svg + "text",
            At("x", text.X),
            At("y", text.Y),
            At("font-size", text.Size),
            text.IsBold ? new XAttribute("font-weight", "700") : null,
            text.Anchor == TextAnchor.Start ? null : new XAttribute("text-anchor", text.Anchor == TextAnchor.End ? "end" : "middle"),
            Clean(text.Text)
        );

    private static XAttribute At(string name, decimal value) => new(name, Text(value));

    private static string Text(decimal value) => value.ToString("0.###", CultureInfo.InvariantCulture);

    // A lead's own words may hold what no XML may.
    private static string Clean(string text) => string.Concat(text.Where(XmlConvert.IsXmlChar));
}
