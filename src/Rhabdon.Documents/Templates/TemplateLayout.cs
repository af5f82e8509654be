using System.Globalization;
using Rhabdon.Core.Bench;
using Rhabdon.Core.Phrases;

namespace Rhabdon.Documents.Templates;

/// <summary>
/// Lays recipes out on paper at 1:1: for each the whole end with every mark from the tip, a millimeter rule below it, and the end as it is when ready.
/// </summary>
public sealed class TemplateLayout(Paper paper, Phrasebook words)
{
    /// <summary>Length of the bar that proves the scale.</summary>
    public const decimal Bar = 50;

    private const decimal Margin = 12;
    private const decimal StripHeight = 60;
    private const decimal Foot = 16;
    private const decimal Band = 8;

    private readonly List<TemplateLine> lines = [];
    private readonly List<TemplateBox> boxes = [];
    private readonly List<TemplateText> texts = [];

    public static int StripsOnAPage(Paper paper) => (int)((paper.Height - Margin - Foot) / StripHeight);

    /// <summary>As many pages as the recipes need, in their order.</summary>
    public static IReadOnlyList<TemplatePage> Pages(IReadOnlyList<RecipeDocument> documents, Paper paper, Phrasebook words) =>
        [.. documents.Chunk(StripsOnAPage(paper)).Select(some => new TemplateLayout(paper, words).Page(some))];

    /// <summary>One recipe's end by itself, as wide as upright paper between its margins.</summary>
    public static TemplatePage End(RecipeDocument document, Phrasebook words)
    {
        var layout = new TemplateLayout(new Paper("end", 210, StripHeight), words);
        layout.Strip(document, 0);
        return new TemplatePage(210, StripHeight, layout.lines, layout.boxes, layout.texts);
    }

    private decimal Right => paper.Width - Margin;

    private TemplatePage Page(RecipeDocument[] documents)
    {
        for (var index = 0; index < documents.Length; index++)
        {
            Strip(documents[index], Margin + (index * StripHeight));
        }

        ProofOfScale();
        return new TemplatePage(paper.Width, paper.Height, lines, boxes, texts);
    }

    private void Strip(RecipeDocument document, decimal top)
    {
        texts.Add(new TemplateText(Margin, top + 4, 4.4m, $"{document.Ref.Id}  {document.Title}", IsBold: true));
        var standing = document.IsConfirmed
            ? $"v{document.Ref.Version} \u00b7 {words.Say(Phrase.Of(PhraseKeys.Template.Confirmed))}"
            : $"v{document.Ref.Version} \u00b7 {words.Say(Phrase.Of(PhraseKeys.Template.Unconfirmed))}";
        texts.Add(new TemplateText(Right, top + 4, 4.4m, standing, IsBold: !document.IsConfirmed, Anchor: TextAnchor.End));
        if (document.Line is not { } line)
        {
            texts.Add(
                new TemplateText(Margin, top + 12, 3.6m, words.Say(Phrase.Of(PhraseKeys.Template.None, ("what", string.Join(", ", document.FromTheSheet)))))
            );
            return;
        }

        var cable = top + 27;
        boxes.Add(new TemplateBox(Margin, cable, Right - Margin, Band, 0.93m));
        texts.Add(new TemplateText(Margin + 0.8m, cable + 5, 3, words.Say(Phrase.Of(PhraseKeys.Template.Tip))));
        Marks(document, top, cable);
        Rule(cable + Band);
        Ready(line, cable + Band + 9);
        texts.Add(new TemplateText(Right, cable + Band + 20.5m, 3, string.Join(" \u00b7 ", document.Profile), Anchor: TextAnchor.End));
        lines.Add(new TemplateLine(Margin, top + StripHeight - 3, Right, top + StripHeight - 3, 0.1m));
    }

    // Each label has a row of its own, one step lower for each mark further in, so that no line crosses another's label. What does not fit the paper is
    // told in words.
    private void Marks(RecipeDocument document, decimal top, decimal cable)
    {
        var fitting = document.Marks.Where(m => m.At is { } at && Margin + at <= Right).OrderBy(m => m.At).ToList();
        var step = Math.Min(4.2m, (cable - top - 9) / Math.Max(1, fitting.Count));
        for (var row = 0; row < fitting.Count; row++)
        {
            var (x, y) = (Margin + fitting[row].At!.Value, top + 10 + (row * step));
            lines.Add(new TemplateLine(x, y - 2.6m, x, cable + Band, 0.25m, $"{document.Ref.Id}/{fitting[row].Name}"));
            texts.Add(new TemplateText(x + 0.8m, y, Math.Min(3, step), Told(fitting[row])));
        }

        if (document.Marks.Except(fitting).ToList() is { Count: > 0 } beyond)
        {
            texts.Add(
                new TemplateText(
                    Right - 1,
                    cable + 5,
                    3,
                    $"{words.Say(Phrase.Of(PhraseKeys.Template.Off))}: {string.Join("; ", beyond.Select(Told))}",
                    Anchor: TextAnchor.End
                )
            );
        }
    }

    private static string Told(LengthMarkView mark) => $"{mark.Name} {mark.Length} {mark.From} {mark.Tolerance}";

    private void Rule(decimal y)
    {
        for (var mm = 0; Margin + mm <= Right; mm++)
        {
            lines.Add(
                new TemplateLine(
                    Margin + mm,
                    y,
                    Margin + mm,
                    y
                        + (
                            mm % 10 == 0 ? 3.4m
                            : mm % 5 == 0 ? 2.4m
                            : 1.4m
                        ),
                    0.12m
                )
            );
            if (mm % 10 == 0)
            {
                texts.Add(new TemplateText(Margin + mm, y + 6.2m, 2.6m, mm.ToString(CultureInfo.InvariantCulture), Anchor: TextAnchor.Middle));
            }
        }
    }

    private void Ready(Rhabdon.Core.Preparation.LineDrawing line, decimal y)
    {
        foreach (var segment in line.After.Where(s => s.What is not ("boot" or "connector" or "holder")))
        {
            var (from, to) = (Margin + Math.Max(0, segment.From), Math.Min(Right, Margin + segment.To));
            var (height, gray) = Look(segment.What);
            if (to > from)
            {
                boxes.Add(new TemplateBox(from, y + ((Band - height) / 2), to - from, height, gray));
            }
        }
    }

    private static (decimal Height, decimal Gray) Look(string what) =>
        what switch
        {
            "sheath" => (8, 0.55m),
            "jacket" => (6, 0.75m),
            "aramid" => (4, 0.95m),
            "ribbon" => (5, 0.8m),
            "tube" => (2.6m, 0.8m),
            "buffer" => (1.8m, 0.6m),
            "coating" => (0.9m, 0.5m),
            _ => (0.4m, 0.2m),
        };

    private void ProofOfScale()
    {
        var y = paper.Height - Foot + 4;
        lines.Add(new TemplateLine(Margin, y, Margin + Bar, y, 0.4m, "bar"));
        lines.Add(new TemplateLine(Margin, y - 2, Margin, y + 2, 0.25m));
        lines.Add(new TemplateLine(Margin + Bar, y - 2, Margin + Bar, y + 2, 0.25m));
        texts.Add(new TemplateText(Margin + Bar + 4, y + 1, 3.4m, words.Say(Phrase.Of(PhraseKeys.Template.Bar)), IsBold: true));
        texts.Add(new TemplateText(Margin, y + 7, 3, words.Say(Phrase.Of(PhraseKeys.Template.Sheet))));
    }
}
