using Rhabdon.Documents.Templates;

namespace Rhabdon.Documents.Sheets;

/// <summary>A piece of a sheet, however it is written down.</summary>
public abstract record SheetBlock;

/// <param name="Level">1 for the whole, 2 for a recipe, 3 for a part of it.</param>
public sealed record SheetHeading(int Level, string Text) : SheetBlock;

public sealed record SheetParagraph(IReadOnlyList<SheetRun> Runs) : SheetBlock;

/// <param name="Number">Null for a point without one.</param>
/// <param name="Depth">0, or 1 for what belongs to the item before.</param>
public sealed record SheetItem(IReadOnlyList<SheetRun> Runs, int? Number = null, int Depth = 0) : SheetBlock;

public sealed record SheetTable(IReadOnlyList<string> Head, IReadOnlyList<IReadOnlyList<string>> Rows) : SheetBlock;

/// <param name="Name">Of its file, without ending.</param>
public sealed record SheetPicture(string Name, TemplatePage Page) : SheetBlock;

/// <summary>Words in one style.</summary>
/// <param name="IsSoft">Said aside: why, or where it holds.</param>
public sealed record SheetRun(string Text, bool IsBold = false, bool IsSoft = false)
{
    public static IReadOnlyList<SheetRun> Plain(string text) => [new(text)];
}
