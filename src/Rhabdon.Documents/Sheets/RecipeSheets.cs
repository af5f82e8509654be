using System.Globalization;
using System.Text.Json;
using Rhabdon.Core;
using Rhabdon.Core.Bench;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Units;
using Rhabdon.Documents.Templates;

namespace Rhabdon.Documents.Sheets;

/// <summary>
/// Recipes as a person reads them: kit, lengths, the end to scale, steps with the schools in which they are done, and what to do when it goes wrong. Those that
/// ship are kept as docs/recipes.md.
/// </summary>
public static class RecipeSheets
{
    /// <summary>The folder of the pictures, beside docs/recipes.md.</summary>
    public const string Pictures = "sheets";

    private const string Language = "en";

    /// <summary>The newest version of every recipe of a book.</summary>
    public static IEnumerable<SheetBlock> Of(RecipeBook book) =>
        book
            .Newest.SelectMany(r => Of(r, book))
            .Prepend(
                new SheetParagraph(
                    SheetRun.Plain(
                        "Written by `./rhabdon sheets` from the recipes that ship; not edited by hand. Every recipe is unconfirmed until a lead has compared "
                            + "it with the maker's sheet; a figure of the house is ours and stands here only because a strip plan is impossible without one."
                    )
                )
            )
            .Prepend(new SheetHeading(1, "Recipes"));

    /// <summary>One recipe.</summary>
    public static IEnumerable<SheetBlock> Of(PublishedRecipe published, RecipeBook book)
    {
        var (recipe, ladder) = (published.Recipe, book.LadderOf(published.Recipe));
        var once = recipe.EndWork is null ? [] : recipe.Steps.Where(s => s.Once == Once.CableEnd).ToList();
        return
        [
            new SheetHeading(2, $"{recipe.Id} {recipe.Title.In(Language)}"),
            new SheetParagraph(
                SheetRun.Plain(
                    string.Join(
                        " \u00b7 ",
                        string.Join(", ", recipe.Serves.Connectors),
                        string.Join(", ", recipe.Serves.Polishes),
                        $"on {string.Join(", ", recipe.Serves.Builds.Select(BuildOf))}"
                    )
                )
            ),
            new SheetHeading(3, "Lay out"),
            .. Kit(recipe),
            .. Lengths(recipe),
            .. Picture(published),
            .. once.Count == 0 ? (SheetBlock[])[] : [new SheetHeading(3, $"Once: {recipe.EndWork!.Title.In(Language)}"), .. Steps(recipe, once)],
            new SheetHeading(3, "Steps"),
            .. Steps(recipe, recipe.Steps.Except(once)),
            new SheetHeading(3, "Where installers disagree"),
            .. Schools(recipe),
            new SheetHeading(3, "When it goes wrong"),
            .. Troubles(recipe, ladder),
        ];
    }

    private static IEnumerable<SheetBlock> Kit(Recipe recipe)
    {
        foreach (var kind in (recipe.Kit ?? []).Where(k => !k.IsSetAside).GroupBy(k => k.Kind))
        {
            yield return Point($"{KindOf(kind.Key)}: {string.Join("; ", kind.Select(Item))}");
        }

        if ((recipe.Kit ?? []).Where(k => k.IsSetAside).Select(Item).ToList() is { Count: > 0 } aside)
        {
            yield return Point($"Set aside: {string.Join("; ", aside)}");
        }

        string Item(KitItem item)
        {
            var (count, setting) = (item.Count > 1 ? $"{item.Count} " : "", item.Setting is { } set ? $" ({set.In(Language)})" : "");
            return $"{count}{item.Title.In(Language)}{setting}{Only(recipe, item.When)}";
        }
    }

    private static IEnumerable<SheetBlock> Lengths(Recipe recipe)
    {
        var cuts = recipe.Cuts.Select(cut => (string[])[cut.Id, LengthOf(cut), $"{From(cut.From)}{Only(recipe, cut.When)}", StandingOf(cut.Standing)]);
        var marks = (recipe.Marks ?? []).Select(mark =>
            (string[])[$"{mark.Id} (mark)", $"{mark.Length} \u00b1{mark.Tolerance}", $"{From(mark.From)}{Only(recipe, mark.When)}", StandingOf(mark.Standing)]
        );
        string[][] cleave = recipe.Cleave is { } to
            ?
            [
                [
                    "cleave",
                    $"{to.Length} \u00b1{to.Tolerance}{(to.Angle is { } angle ? string.Create(CultureInfo.InvariantCulture, $" at {angle}\u00b0") : "")}",
                    "past the last edge",
                    StandingOf(to.Standing),
                ],
            ]
            : [];
        yield return new SheetTable(["length", "", "measured", "comes from"], [.. cuts, .. marks, .. cleave]);
    }

    // As it is worked in the usual technique on the first build that it serves.
    private static IEnumerable<SheetBlock> Picture(PublishedRecipe published)
    {
        var read = new RecipeReader(Phrasebook.English, Language, LengthUnit.Millimeter).Read(published, published.Recipe.Serves.Builds[0], Technique.Usual);
        return read.Line is null ? [] : [new SheetPicture(published.Ref.Id, TemplateLayout.End(read, Phrasebook.English))];
    }

    private static IEnumerable<SheetBlock> Steps(Recipe recipe, IEnumerable<Step> steps) => steps.SelectMany((step, index) => StepOf(recipe, step, index + 1));

    private static IEnumerable<SheetBlock> StepOf(Recipe recipe, Step step, int number)
    {
        var once = step.Once switch
        {
            Once.Session => "(once a session)",
            Once.Pair => "(once for the pair)",
            _ => "",
        };
        var length = LengthOf(recipe, step);
        string Filled(Wording words) =>
            words
                .In(Language)
                .Replace("{length}", length, StringComparison.Ordinal)
                .Replace("{bites}", "bite by bite", StringComparison.Ordinal)
                .Replace("{shards}", "every piece", StringComparison.Ordinal);
        yield return new SheetItem(
            [
                new SheetRun(Filled(step.Title), IsBold: true),
                new SheetRun(Only(recipe, step.When).TrimStart()),
                new SheetRun(once, IsSoft: true),
                new SheetRun(Filled(step.How)),
                new SheetRun(step.Why is { } why ? Filled(why) : "", IsSoft: true),
            ],
            number
        );
        if (step.Clock is { } clock)
        {
            var takes = clock.Tells is { } tells ? $"about {clock.Seconds} s; done when: {tells.In(Language)}" : $"at least {clock.Seconds} s";
            yield return Beneath($"{clock.Kind}: {takes}{(clock.AtMost is { } most ? $", at most {most} s" : "")}");
        }

        if (step.Ask is { } ask)
        {
            var answers = ask.Choices.Select(c => $"{c.Say.In(Language)} ({c.Grade.ToString().ToLowerInvariant()}{After(c)}{Only(recipe, c.When)})");
            yield return Beneath($"{ask.Question.In(Language)}{(ask.Choices.Count > 0 ? $": {string.Join("; ", answers)}" : Limits(ask))}");
        }

        if (step.Cautions.Count > 0)
        {
            yield return Beneath($"Caution: {string.Join(" ", step.Cautions.Select(c => Phrasebook.English.Say(Phrase.Of($"caution.{c}"))))}");
        }
    }

    // What a bad answer leads to: its ladder's sign, or what to do where there is no ladder.
    private static string After(Choice choice) => (choice.Sign ?? choice.Then?.In(Language)) is { } next ? $": {next}" : "";

    private static string LengthOf(Cut cut)
    {
        var length = cut.AtLeast ? $"at least {cut.Length}" : $"{cut.Length} \u00b1{cut.Tolerance}";
        return cut.Bite is { } bite ? $"{length}, bites of {bite} at most" : length;
    }

    private static IEnumerable<SheetBlock> Schools(Recipe recipe) =>
        (recipe.Choices ?? []).Select(choice => new SheetItem([
            new SheetRun($"{choice.Title.In(Language)}:"),
            .. choice.Options.Select(
                (o, at) =>
                    new SheetRun(
                        $"{o.Title.In(Language)}{(o.Id == choice.Usual ? " (usual)" : "")}{(at + 1 < choice.Options.Count ? ";" : "")}",
                        IsBold: o.Id == choice.Usual
                    )
            ),
        ]));

    // A ladder is shared by recipes: of its signs only those that this one can meet.
    private static IEnumerable<SheetBlock> Troubles(Recipe recipe, ReworkLadder ladder)
    {
        var raised = recipe.Steps.SelectMany(s => s.Ask is { } ask ? ask.Choices.Select(c => c.Sign).Append(ask.Sign) : []).OfType<string>().ToHashSet();
        foreach (var sign in ladder.Signs.Where(s => raised.Contains(s.Id) || s.ReportableFrom is not null))
        {
            var rungs = sign.Actions.Select(a => a.Limit > 1 ? $"{a.Title.In(Language)} (up to {a.Limit} times)" : a.Title.In(Language));
            yield return new SheetItem([new SheetRun($"{sign.Title.In(Language)}:", IsBold: true), new SheetRun(string.Join("; then ", rungs))]);
        }
    }

    private static SheetItem Point(string text) => new(SheetRun.Plain(text));

    private static SheetItem Beneath(string text) => new(SheetRun.Plain(text), Depth: 1);

    private static string LengthOf(Recipe recipe, Step step) =>
        step.Dimension switch
        {
            { Of: DimensionOf.Cleave } => $"{recipe.Cleave?.Length}",
            { Of: DimensionOf.Given, Length: { } given } => $"{given}",
            { Cut: { } id } => $"{recipe.Cuts.FirstOrDefault(c => c.Id == id)?.Length ?? recipe.Marks?.FirstOrDefault(m => m.Id == id)?.Length}",
            _ => "{length}",
        };

    private static string Limits(Ask ask) =>
        ask.Limits is { } limits ? string.Create(CultureInfo.InvariantCulture, $": good up to {limits.GoodMost}, bad above {limits.Most}") : "";

    // Where it belongs: some builds, connectors or cores, or one school of several.
    private static string Only(Recipe recipe, Condition? when)
    {
        if (when is null)
        {
            return "";
        }

        var school = recipe.Choices?.FirstOrDefault(c => c.Id == when.Choice);
        string?[] parts =
        [
            when.Builds is { } builds ? $"on {string.Join(", ", builds.Select(BuildOf))}" : null,
            when.Connectors is { } connectors ? string.Join(", ", connectors) : null,
            when.Cores is { } cores ? string.Join(", ", cores) : null,
            when.Positions is { } positions
                ? positions is [2]
                    ? "a pair"
                    : $"{string.Join(" or ", positions)} in a port"
                : null,
            school is null
                ? null
                : $"{school.Title.In(Language)}: {string.Join(" or ", school.Options.Where(o => when.Is!.Contains(o.Id)).Select(o => o.Title.In(Language)))}",
        ];
        return $" [{string.Join("; ", parts.OfType<string>())}]";
    }

    private static string BuildOf(CableBuild build) =>
        Phrasebook.English.Say(Phrase.Of($"build.{JsonSerializer.Serialize(build, CoreJson.Default.CableBuild).Trim('"')}"));

    private static string From(Edge edge) => BenchWords.From(Phrasebook.English, edge);

    private static string StandingOf(FigureStanding? standing) => BenchWords.Standing(Phrasebook.English, standing, isConfirmed: false) ?? "";

    private static string KindOf(KitKind kind) => Phrasebook.English.Say(Phrase.Of($"kit.{kind.ToString().ToLowerInvariant()}"));
}
