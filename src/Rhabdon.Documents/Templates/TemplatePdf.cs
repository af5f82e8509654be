using PdfSharp;
using PdfSharp.Drawing;
using PdfSharp.Fonts;
using PdfSharp.Pdf;

namespace Rhabdon.Documents.Templates;

/// <summary>Template pages as one PDF, at 1:1, with its own type in it.</summary>
public static class TemplatePdf
{
    private const string Family = "Atkinson Hyperlegible Next";

    static TemplatePdf() => GlobalFontSettings.FontResolver = new ShippedFonts();

    /// <param name="isPacked">False leaves the drawing readable in the file.</param>
    public static byte[] Write(IEnumerable<TemplatePage> pages, bool isPacked = true)
    {
        using var document = new PdfDocument();
        document.Options.CompressContentStreams = isPacked;
        document.Options.NoCompression = !isPacked;

        // 1:1 is the point of it: a viewer must not fit it to the page when it prints.
        document.ViewerPreferences.Elements.SetName("/PrintScaling", "/None");
        foreach (var page in pages)
        {
            var paper = document.AddPage();
            (paper.Width, paper.Height) = (XUnit.FromMillimeter((double)page.Width), XUnit.FromMillimeter((double)page.Height));
            using var drawing = XGraphics.FromPdfPage(paper);
            Draw(drawing, page);
        }

        using var file = new MemoryStream();
        document.Save(file, closeStream: false);
        return file.ToArray();
    }

    /// <summary>The text as the type that ships can write it: it has no micro sign, and the trade says micron as well.</summary>
    public static string Printable(string text) => text.Replace("\u00b5m", "micron", StringComparison.Ordinal);

    /// <summary>The type that ships with Rhabdon, in points.</summary>
    internal static XFont Font(double size, bool isBold) => new(Family, size, isBold ? XFontStyleEx.Bold : XFontStyleEx.Regular);

    internal static void Draw(XGraphics drawing, TemplatePage page)
    {
        foreach (var box in page.Boxes)
        {
            var fill = new XSolidBrush(XColor.FromGrayScale((double)box.Gray));
            drawing.DrawRectangle(
                box.HasEdge ? new XPen(XColors.Black, Points(0.12m)) : null,
                fill,
                Points(box.X),
                Points(box.Y),
                Points(box.Width),
                Points(box.Height)
            );
        }

        foreach (var line in page.Lines)
        {
            drawing.DrawLine(new XPen(XColors.Black, Points(line.Weight)), Points(line.X1), Points(line.Y1), Points(line.X2), Points(line.Y2));
        }

        foreach (var text in page.Texts)
        {
            var font = Font(Points(text.Size), text.IsBold);
            drawing.DrawString(
                Printable(text.Text),
                font,
                XBrushes.Black,
                Points(text.X),
                Points(text.Y),
                text.Anchor switch
                {
                    TextAnchor.Middle => XStringFormats.BaseLineCenter,
                    TextAnchor.End => XStringFormats.BaseLineRight,
                    _ => XStringFormats.BaseLineLeft,
                }
            );
        }
    }

    private static double Points(decimal millimeters) => XUnit.FromMillimeter((double)millimeters).Point;

    /// <summary>The type that ships with Rhabdon; none of the machine's is asked for.</summary>
    private sealed class ShippedFonts : IFontResolver
    {
        public FontResolverInfo ResolveTypeface(string familyName, bool bold, bool italic) =>
            new(bold ? "AtkinsonHyperlegibleNext-700" : "AtkinsonHyperlegibleNext-400");

        public byte[] GetFont(string faceName)
        {
            using var stream = typeof(TemplatePdf).Assembly.GetManifestResourceStream($"fonts/{faceName}")!;
            using var copy = new MemoryStream();
            stream.CopyTo(copy);
            return copy.ToArray();
        }
    }
}
