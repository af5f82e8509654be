using QRCoder;
using Rhabdon.Documents.Templates;

namespace Rhabdon.Documents.Labels;

/// <summary>A label: a code to be scanned or typed, and what it is of.</summary>
/// <param name="Code">What the square holds.</param>
/// <param name="Title">Printed largest.</param>
/// <param name="Note">Below it; empty for none.</param>
public sealed record Label(string Code, string Title, string Note = "");

/// <summary>How labels lie on a sheet, in millimeters; the sheet stands upright.</summary>
/// <param name="Width">Of one label, as <paramref name="Height"/>.</param>
/// <param name="Left">Of the first label from the sheet's edge, as <paramref name="Top"/>.</param>
/// <param name="GapX">Between two labels side by side; <paramref name="GapY"/> between two rows.</param>
public sealed record LabelLayout(
    Paper Paper,
    decimal Width,
    decimal Height,
    int Columns,
    int Rows,
    decimal Left,
    decimal Top,
    decimal GapX = 0,
    decimal GapY = 0
)
{
    /// <summary>Three by eight on the sheet, with a border that any printer leaves (ours).</summary>
    public static LabelLayout For(Paper paper) => new(paper, Math.Floor((paper.Height - 20) / 3), 33, 3, 8, 10, (paper.Width - (8 * 33)) / 2);

    public int PerSheet => Columns * Rows;
}

/// <summary>Labels on sheets at 1:1: the code as a square to scan, and in type to read.</summary>
public static class LabelSheet
{
    private const decimal Margin = 2;
    private const decimal TitleSize = 4.2m;
    private const decimal NoteSize = 3;
    private const decimal CodeSize = 5;

    // About what a character takes of its height, and a line of the height of its type.
    private const decimal Em = 0.55m;
    private const decimal Leading = 1.25m;

    public static IEnumerable<TemplatePage> Pages(IReadOnlyList<Label> labels, LabelLayout layout) =>
        labels.Chunk(layout.PerSheet).Select(sheet => Page(sheet, layout));

    private static TemplatePage Page(Label[] labels, LabelLayout layout)
    {
        var (lines, boxes, texts) = (new List<TemplateLine>(), new List<TemplateBox>(), new List<TemplateText>());
        for (var at = 0; at < labels.Length; at++)
        {
            var x = layout.Left + (at % layout.Columns * (layout.Width + layout.GapX));
            var y = layout.Top + (at / layout.Columns * (layout.Height + layout.GapY));
            Outline(lines, x, y, layout);
            var side = layout.Height - (2 * Margin);
            boxes.AddRange(Square(labels[at].Code, x + Margin, y + Margin, side));
            var (left, room) = (x + side + (2 * Margin), layout.Width - side - (3 * Margin));
            texts.Add(new TemplateText(left, y + Margin + CodeSize, Math.Min(CodeSize, room / (labels[at].Code.Length * Em)), labels[at].Code, IsBold: true));
            var below = y + Margin + CodeSize + 2;
            foreach (var (line, size) in Lines(labels[at].Title, room, TitleSize).Concat(Lines(labels[at].Note, room, NoteSize)))
            {
                below += size * Leading;
                texts.Add(new TemplateText(left, below, size, line));
            }
        }

        return new TemplatePage(layout.Paper.Height, layout.Paper.Width, lines, boxes, texts);
    }

    // A hair line to cut by.
    private static void Outline(List<TemplateLine> lines, decimal x, decimal y, LabelLayout layout)
    {
        const decimal Hair = 0.08m;
        var (right, foot) = (x + layout.Width, y + layout.Height);
        lines.AddRange([
            new TemplateLine(x, y, right, y, Hair),
            new TemplateLine(x, foot, right, foot, Hair),
            new TemplateLine(x, y, x, foot, Hair),
            new TemplateLine(right, y, right, foot, Hair),
        ]);
    }

    // The square with its quiet zone (ISO/IEC 18004: four modules), its dark modules joined along each row.
    private static IEnumerable<TemplateBox> Square(string code, decimal left, decimal top, decimal side)
    {
        using var generator = new QRCodeGenerator();
        using var data = generator.CreateQrCode(code, QRCodeGenerator.ECCLevel.M, forceUtf8: true);
        var rows = data.ModuleMatrix;
        var module = side / rows.Count;
        for (var row = 0; row < rows.Count; row++)
        {
            for (var from = 0; from < rows.Count; from++)
            {
                var to = from;
                while (to < rows.Count && rows[row][to])
                {
                    to++;
                }

                if (to > from)
                {
                    yield return new TemplateBox(left + (from * module), top + (row * module), (to - from) * module, module, 0, HasEdge: false);
                    from = to;
                }
            }
        }
    }

    // In two lines at the most, broken between words; what has no room is left out. A code is typed as it is read: it is set smaller, never cut.
    private static IEnumerable<(string Line, decimal Size)> Lines(string text, decimal room, decimal size)
    {
        var most = (int)(room / (size * Em));
        var first = text.Length <= most ? text.Length : text.LastIndexOf(' ', most);
        first = first > 0 ? first : Math.Min(most, text.Length);
        var rest = text[first..].Trim();
        return ((string[])[text[..first], rest.Length <= most ? rest : $"{rest[..(most - 1)]}…"]).Where(l => l.Length > 0).Select(l => (l, size));
    }
}
