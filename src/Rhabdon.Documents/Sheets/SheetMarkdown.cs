using System.Globalization;
using System.Text;

namespace Rhabdon.Documents.Sheets;

/// <summary>Sheets as Markdown.</summary>
public static class SheetMarkdown
{
    /// <param name="pictures">Where the pictures lie, beside the text.</param>
    public static string Write(IEnumerable<SheetBlock> blocks, string pictures)
    {
        var text = new StringBuilder();
        SheetBlock? before = null;
        foreach (var block in blocks)
        {
            // A list, or a table, is parted from what is not of it.
            if (before is not null && (block is not SheetItem || before is not SheetItem))
            {
                text.Append('\n');
            }

            text.Append(Of(block, pictures)).Append('\n');
            before = block;
        }

        return text.ToString();
    }

    private static string Of(SheetBlock block, string pictures) =>
        block switch
        {
            SheetHeading heading => $"{new string('#', heading.Level)} {heading.Text}",
            SheetParagraph paragraph => Of(paragraph.Runs),
            SheetItem item => $"{new string(' ', item.Depth * 3)}{Bullet(item)} {Of(item.Runs)}",
            SheetTable table => string.Join('\n', [Row(table.Head), $"|{string.Concat(table.Head.Select(_ => "---|"))}", .. table.Rows.Select(Row)]),
            SheetPicture picture => $"![{picture.Name}, the end to scale]({pictures}/{picture.Name}.svg)",
            _ => throw new NotSupportedException(block.GetType().Name),
        };

    private static string Row(IReadOnlyList<string> cells) => $"| {string.Join(" | ", cells)} |";

    private static string Bullet(SheetItem item) => item.Number is { } number ? string.Create(CultureInfo.InvariantCulture, $"{number}.") : "-";

    private static string Of(IReadOnlyList<SheetRun> runs) =>
        string.Join(
            ' ',
            runs.Where(r => r.Text.Length > 0)
                .Select(r =>
                    r.IsBold ? $"**{r.Text}**"
                    : r.IsSoft ? $"*{r.Text}*"
                    : r.Text
                )
        );
}
