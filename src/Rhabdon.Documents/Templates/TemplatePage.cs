namespace Rhabdon.Documents.Templates;

/// <summary>One page of a 1:1 template. Every position and size is in millimeters of paper from the top left corner.</summary>
public sealed record TemplatePage(
    decimal Width,
    decimal Height,
    IReadOnlyList<TemplateLine> Lines,
    IReadOnlyList<TemplateBox> Boxes,
    IReadOnlyList<TemplateText> Texts
);

/// <param name="Weight">Of the stroke.</param>
/// <param name="Id">What it stands for, for whoever measures the sheet; null for decoration.</param>
public sealed record TemplateLine(decimal X1, decimal Y1, decimal X2, decimal Y2, decimal Weight, string? Id = null);

/// <param name="Gray">0 black to 1 white.</param>
public sealed record TemplateBox(decimal X, decimal Y, decimal Width, decimal Height, decimal Gray, bool HasEdge = true);

/// <param name="Y">Of the baseline.</param>
/// <param name="Size">Height of the type.</param>
public sealed record TemplateText(decimal X, decimal Y, decimal Size, string Text, bool IsBold = false, TextAnchor Anchor = TextAnchor.Start);

public enum TextAnchor
{
    Start,
    Middle,
    End,
}

/// <summary>Paper, lying.</summary>
public sealed record Paper(string Name, decimal Width, decimal Height)
{
    /// <summary>ISO 216.</summary>
    public static Paper A4 { get; } = new("a4", 297, 210);

    /// <summary>11 by 8.5 in.</summary>
    public static Paper Letter { get; } = new("letter", 279.4m, 215.9m);

    public static Paper? Named(string name) =>
        name switch
        {
            "a4" => A4,
            "letter" => Letter,
            _ => null,
        };
}
