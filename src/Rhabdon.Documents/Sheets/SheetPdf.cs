using System.Globalization;
using PdfSharp.Drawing;
using PdfSharp.Pdf;
using Rhabdon.Documents.Templates;

namespace Rhabdon.Documents.Sheets;

/// <summary>Sheets on upright paper, to be read at the bench: type that can be read at arm's length, page x of y at the foot.</summary>
public sealed class SheetPdf : IDisposable
{
    private const double Margin = 45;
    private const double Leading = 1.32;
    private const double Indent = 18;

    private static readonly (double Size, double Above)[] Headings = [(20, 0), (17, 16), (12.5, 11)];

    private readonly PdfDocument document = new();
    private readonly Paper paper;
    private XGraphics? drawing;
    private double y;

    private SheetPdf(Paper paper) => this.paper = paper;

    private double Width => Points(paper.Height) - (2 * Margin);

    private double Bottom => Points(paper.Width) - Margin - 14;

    /// <param name="paper">Taken upright.</param>
    /// <param name="foot">What stands at the foot of each page, beside its number.</param>
    public static byte[] Write(IEnumerable<SheetBlock> blocks, Paper paper, string foot)
    {
        using var sheet = new SheetPdf(paper);
        sheet.Turn();
        foreach (var block in blocks)
        {
            sheet.Put(block);
        }

        sheet.Foot(foot);
        using var file = new MemoryStream();
        sheet.document.Save(file, closeStream: false);
        return file.ToArray();
    }

    public void Dispose()
    {
        drawing?.Dispose();
        document.Dispose();
    }

    private static double Points(decimal millimeters) => XUnit.FromMillimeter((double)millimeters).Point;

    private void Put(SheetBlock block)
    {
        switch (block)
        {
            case SheetHeading heading:
                Heading(heading);
                break;
            case SheetParagraph paragraph:
                Flow(paragraph.Runs, 0, 10.5);
                y += 3;
                break;
            case SheetItem item:
                Item(item);
                break;
            case SheetTable table:
                Table(table);
                break;
            case SheetPicture picture:
                Picture(picture.Page);
                break;
            default:
                throw new NotSupportedException(block.GetType().Name);
        }
    }

    private void Heading(SheetHeading heading)
    {
        var (size, above) = Headings[heading.Level - 1];
        // A recipe begins on a page of its own; a part's heading does not stand alone at a page's end.
        if ((heading.Level == 2 && document.PageCount > 0 && y > Margin + 60) || y + (size * 5) > Bottom)
        {
            Turn();
        }

        y += y > Margin + 1 ? above : 0;
        Flow([new SheetRun(heading.Text, IsBold: true)], 0, size);
        y += 3;
    }

    private void Item(SheetItem item)
    {
        var (left, size) = (Indent * (item.Depth + 1), item.Depth == 0 ? 10.5 : 9.5);
        Room(size * Leading);
        var mark = item.Number is { } number ? string.Create(CultureInfo.InvariantCulture, $"{number}.") : "\u2022";
        drawing!.DrawString(mark, Font(size, isBold: item.Number is not null), XBrushes.Black, Margin + left - 4, y + size, XStringFormats.BaseLineRight);
        Flow(item.Runs, left, size);
        y += 2;
    }

    private void Table(SheetTable table)
    {
        const double size = 9.5;
        var cells = table.Head.Count;
        var widths = Enumerable
            .Range(0, cells)
            .Select(c =>
                c == 0 ? 0.16
                : c == 1 ? 0.34
                : 0.5 / (cells - 2)
            )
            .Select(share => share * Width)
            .ToArray();
        foreach (var (index, row) in table.Rows.Prepend(table.Head).Index())
        {
            var font = Font(size, isBold: index == 0);
            var lines = row.Select((text, c) => Wrapped([new SheetRun(text, IsBold: index == 0)], size, widths[c] - 6)).ToList();
            var height = lines.Max(l => l.Count) * size * Leading;
            Room(height + 3);
            var x = Margin;
            for (var c = 0; c < cells; c++)
            {
                for (var line = 0; line < lines[c].Count; line++)
                {
                    drawing!.DrawString(string.Concat(lines[c][line].Select(w => w.Text)), font, XBrushes.Black, x, y + size + (line * size * Leading));
                }

                x += widths[c];
            }

            y += height + 2;
            drawing!.DrawLine(new XPen(XColors.Gray, 0.4), Margin, y, Margin + Width, y);
            y += 1;
        }

        y += 4;
    }

    private void Picture(TemplatePage page)
    {
        var scale = Width / Points(page.Width);
        Room((Points(page.Height) * scale) + 6);
        var state = drawing!.Save();
        drawing.TranslateTransform(Margin, y);
        drawing.ScaleTransform(scale);
        TemplatePdf.Draw(drawing, page);
        drawing.Restore(state);
        y += (Points(page.Height) * scale) + 6;
    }

    private void Flow(IReadOnlyList<SheetRun> runs, double left, double size)
    {
        foreach (var line in Wrapped(runs, size, Width - left))
        {
            Room(size * Leading);
            var x = Margin + left;
            foreach (var word in line)
            {
                var font = Font(size, word.IsBold);
                drawing!.DrawString(word.Text, font, word.IsSoft ? XBrushes.DimGray : XBrushes.Black, x, y + size);
                x += drawing.MeasureString(word.Text, font).Width;
            }

            y += size * Leading;
        }
    }

    // Words in lines that are no wider than that; each word carries the space before it.
    private List<List<SheetRun>> Wrapped(IEnumerable<SheetRun> runs, double size, double width)
    {
        var lines = new List<List<SheetRun>> { new() };
        var used = 0.0;
        foreach (var run in runs)
        {
            foreach (var word in TemplatePdf.Printable(run.Text).Split(' ', StringSplitOptions.RemoveEmptyEntries))
            {
                var spaced = lines[^1].Count == 0 ? word : $" {word}";
                var wide = drawing!.MeasureString(spaced, Font(size, run.IsBold)).Width;
                if (used + wide > width && lines[^1].Count > 0)
                {
                    lines.Add([]);
                    (spaced, used) = (word, 0);
                    wide = drawing.MeasureString(spaced, Font(size, run.IsBold)).Width;
                }

                lines[^1].Add(run with { Text = spaced });
                used += wide;
            }
        }

        return lines;
    }

    private void Room(double height)
    {
        if (y + height > Bottom)
        {
            Turn();
        }
    }

    private void Turn()
    {
        drawing?.Dispose();
        var page = document.AddPage();
        (page.Width, page.Height) = (XUnit.FromMillimeter((double)paper.Height), XUnit.FromMillimeter((double)paper.Width));
        drawing = XGraphics.FromPdfPage(page);
        y = Margin;
    }

    private void Foot(string foot)
    {
        drawing?.Dispose();
        drawing = null;
        for (var number = 0; number < document.PageCount; number++)
        {
            using var on = XGraphics.FromPdfPage(document.Pages[number]);
            var font = Font(8.5, isBold: false);
            var at = Points(paper.Width) - Margin + 8;
            on.DrawString(TemplatePdf.Printable(foot), font, XBrushes.DimGray, Margin, at);
            on.DrawString(
                string.Create(CultureInfo.InvariantCulture, $"{number + 1} / {document.PageCount}"),
                font,
                XBrushes.DimGray,
                Margin + Width,
                at,
                XStringFormats.BaseLineRight
            );
        }
    }

    private static XFont Font(double size, bool isBold) => TemplatePdf.Font(size, isBold);
}
