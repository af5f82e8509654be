using System.Globalization;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Planning;

namespace Rhabdon.Documents.Sheets;

/// <summary>What a job is offered by.</summary>
/// <param name="Currency">Empty where nobody has said one.</param>
/// <param name="Valid">Days for which the prices hold.</param>
/// <param name="Margin">Percent on top of what it costs, 0 and up.</param>
public sealed record QuoteTerms(string Job, string Customer, string Site, string Currency, DateOnly Day, int Valid, decimal Margin);

/// <summary>What a job would cost a customer, with all that it rests on. The customer reads prices, never what is earned by them.</summary>
public static class QuoteSheet
{
    public static IEnumerable<SheetBlock> Of(QuoteTerms terms, JobCost cost)
    {
        var factor = 1 + (terms.Margin / 100);
        var lines = cost.Lines.Where(l => l.Made + l.Ahead > 0).Select(l => (Line: l, Price: Price(l.Spent.Sum + l.ToCome.Sum))).ToList();
        var tests = Price(cost.Tests);
        return
        [
            new SheetHeading(1, Say(PhraseKeys.Quote.Title)),
            Paragraph(Say(PhraseKeys.Quote.For, ("job", terms.Job), ("customer", terms.Customer), ("site", terms.Site))),
            Paragraph(Say(PhraseKeys.Quote.Holds, ("day", DayOf(terms.Day)), ("until", DayOf(terms.Day.AddDays(terms.Valid))))),
            new SheetTable(
                [Say(PhraseKeys.Quote.Ends), Say(PhraseKeys.Quote.What), Say(PhraseKeys.Quote.Each), Say(PhraseKeys.Quote.Sum)],
                [
                    .. lines.Select(l =>
                        (IReadOnlyList<string>)[$"{l.Line.Made + l.Line.Ahead}", l.Line.Title, Money(l.Price / (l.Line.Made + l.Line.Ahead)), Money(l.Price)]
                    ),
                    .. tests > 0
                        ? (IReadOnlyList<string>[])
                            [
                                ["", Say(PhraseKeys.Quote.Tests), "", Money(tests)],
                            ]
                        : [],
                    ["", Say(PhraseKeys.Quote.Total), "", $"{Money(lines.Sum(l => l.Price) + tests)} {terms.Currency}".Trim()],
                ]
            ),
            new SheetHeading(3, Say(PhraseKeys.Quote.Rests)),
            .. Assumptions.Select(a => new SheetItem(SheetRun.Plain(Say(a)))),
        ];

        decimal Price(decimal sum) => Math.Round(sum * factor, 2);
    }

    private static readonly string[] Assumptions =
    [
        PhraseKeys.Quote.RestsPulled,
        PhraseKeys.Quote.RestsRooms,
        PhraseKeys.Quote.RestsProof,
        PhraseKeys.Quote.RestsRework,
        PhraseKeys.Quote.RestsRules,
        PhraseKeys.Quote.RestsTax,
    ];

    private static SheetParagraph Paragraph(string text) => new(SheetRun.Plain(text));

    private static string Money(decimal amount) => amount.ToString("#,##0.00", CultureInfo.InvariantCulture);

    private static string DayOf(DateOnly day) => day.ToString("d MMMM yyyy", CultureInfo.InvariantCulture);

    private static string Say(string key, params ReadOnlySpan<(string Name, string Value)> args) => Phrasebook.English.Say(Phrase.Of(key, args));
}
