using System.Globalization;
using System.Text;
using System.Text.Json;
using Rhabdon.Core;
using Rhabdon.Core.Bench;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Units;

namespace Rhabdon.Documents;

/// <summary>
/// The recipes that ship as a person reads them, in Markdown: kit, lengths, steps with the schools in which they are done, and what to do when it goes wrong.
/// Kept as docs/recipes.md.
/// </summary>
public static class RecipeSheets
{
    private const string Language = "en";

    public static string Markdown(RecipeBook book)
    {
        var text = new StringBuilder(
            """
            # Recipes
            Written by `./rhabdon sheets` from the recipes that ship; not edited by hand. Every recipe is unconfirmed until a lead has compared it with the
            maker's sheet; a figure of the house is ours and stands here only because a strip plan is impossible without one.

            """
        );
        foreach (var published in book.Recipes.GroupBy(r => r.Ref.Id).Select(g => g.MaxBy(r => r.Ref.Version)!).OrderBy(r => r.Ref.Id, StringComparer.Ordinal))
        {
            Sheet(text, published.Recipe, book.LadderOf(published.Recipe));
        }

        return text.ToString();
    }

    private static void Sheet(StringBuilder text, Recipe recipe, ReworkLadder ladder)
    {
        Line(text, $"\n## {recipe.Id} {recipe.Title.In(Language)}");
        Line(
            text,
            string.Join(
                " · ",
                string.Join(", ", recipe.Serves.Connectors),
                string.Join(", ", recipe.Serves.Polishes),
                $"on {string.Join(", ", recipe.Serves.Builds.Select(BuildOf))}"
            )
        );
        Kit(text, recipe);
        Lengths(text, recipe);
        Line(text, "\n### Steps");
        for (var index = 0; index < recipe.Steps.Count; index++)
        {
            StepLine(text, recipe, recipe.Steps[index], index + 1);
        }

        Schools(text, recipe);
        Troubles(text, ladder);
    }

    private static void Kit(StringBuilder text, Recipe recipe)
    {
        Line(text, "\n### Lay out");
        foreach (var kind in (recipe.Kit ?? []).Where(k => !k.IsSetAside).GroupBy(k => k.Kind))
        {
            Line(text, $"- {KindOf(kind.Key)}: {string.Join("; ", kind.Select(Item))}");
        }

        if ((recipe.Kit ?? []).Where(k => k.IsSetAside).Select(Item).ToList() is { Count: > 0 } aside)
        {
            Line(text, $"- Set aside: {string.Join("; ", aside)}");
        }

        string Item(KitItem item) =>
            $"{(item.Count > 1 ? $"{item.Count} " : "")}{item.Title.In(Language)}{(item.Setting is { } set ? $" ({set.In(Language)})" : "")}{Only(recipe, item.When)}";
    }

    private static void Lengths(StringBuilder text, Recipe recipe)
    {
        Line(text, "\n| length | | measured | comes from |\n|---|---|---|---|");
        foreach (var cut in recipe.Cuts)
        {
            var length = cut.AtLeast ? $"at least {cut.Length}" : $"{cut.Length} ±{cut.Tolerance}";
            var bites = cut.Bite is { } bite ? $", bites of {bite} at most" : "";
            Line(text, $"| {cut.Id} | {length}{bites} | {From(cut.From)}{Only(recipe, cut.When)} | {StandingOf(cut.Standing)} |");
        }

        foreach (var mark in recipe.Marks ?? [])
        {
            Line(text, $"| {mark.Id} (mark) | {mark.Length} ±{mark.Tolerance} | {From(mark.From)}{Only(recipe, mark.When)} | {StandingOf(mark.Standing)} |");
        }

        if (recipe.Cleave is { } cleave)
        {
            var slant = cleave.Angle is { } angle ? $" at {angle.ToString(CultureInfo.InvariantCulture)}°" : "";
            Line(text, $"| cleave | {cleave.Length} ±{cleave.Tolerance}{slant} | past the last edge | {StandingOf(cleave.Standing)} |");
        }
    }

    private static void StepLine(StringBuilder text, Recipe recipe, Step step, int number)
    {
        var once = step.Once switch
        {
            Once.Session => " *(once a session)*",
            Once.CableEnd => " *(once for the cable end)*",
            _ => "",
        };
        var length = LengthOf(recipe, step);
        string Filled(Wording words) =>
            words
                .In(Language)
                .Replace("{length}", length, StringComparison.Ordinal)
                .Replace("{bites}", "bite by bite", StringComparison.Ordinal)
                .Replace("{shards}", "every piece", StringComparison.Ordinal);
        Line(text, $"{number}. **{Filled(step.Title)}**{Only(recipe, step.When)}{once} {Filled(step.How)}{(step.Why is { } why ? $" *{Filled(why)}*" : "")}");
        if (step.Clock is { } clock)
        {
            var takes = clock.Tells is { } tells ? $"about {clock.Seconds} s; done when: {tells.In(Language)}" : $"at least {clock.Seconds} s";
            Line(text, $"   - {clock.Kind}: {takes}{(clock.AtMost is { } most ? $", at most {most} s" : "")}");
        }

        if (step.Ask is { } ask)
        {
            var answers = ask.Choices.Select(c =>
                $"{c.Say.In(Language)} ({c.Grade.ToString().ToLowerInvariant()}{(c.Sign is { } sign ? $": {sign}" : "")}{Only(recipe, c.When)})"
            );
            Line(text, $"   - {ask.Question.In(Language)}{(ask.Choices.Count > 0 ? $": {string.Join("; ", answers)}" : Limits(ask))}");
        }

        if (step.Cautions.Count > 0)
        {
            Line(text, $"   - Caution: {string.Join(" ", step.Cautions.Select(c => Phrasebook.English.Say(Phrase.Of($"caution.{c}"))))}");
        }
    }

    private static void Schools(StringBuilder text, Recipe recipe)
    {
        Line(text, "\n### Where installers disagree");
        foreach (var choice in recipe.Choices ?? [])
        {
            var options = choice.Options.Select(o => o.Id == choice.Usual ? $"**{o.Title.In(Language)}** (usual)" : o.Title.In(Language));
            Line(text, $"- {choice.Title.In(Language)}: {string.Join("; ", options)}");
        }
    }

    private static void Troubles(StringBuilder text, ReworkLadder ladder)
    {
        Line(text, "\n### When it goes wrong");
        foreach (var sign in ladder.Signs)
        {
            var rungs = sign.Actions.Select(a => a.Limit > 1 ? $"{a.Title.In(Language)} (up to {a.Limit} times)" : a.Title.In(Language));
            Line(text, $"- {sign.Title.In(Language)}: {string.Join("; then ", rungs)}");
        }
    }

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

    private static void Line(StringBuilder text, string line) => text.Append(line).Append('\n');
}
