using System.Globalization;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Preparation;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Units;

namespace Rhabdon.Core.Bench;

/// <summary>A recipe to be read: its practice choices, its strip plan and its steps, as a crew works it on one cable build.</summary>
/// <param name="FromTheSheet">Lengths that must still be taken from the maker's sheet; while there are any there are no marks.</param>
/// <param name="Uses">What one termination uses up and how many go in at once, in words.</param>
/// <param name="Line">The end when it is ready for the connector; null while a length is missing.</param>
/// <param name="Fit">Null where nothing is joined inside the connector, or stop and stub are still to be taken from the sheet.</param>
/// <param name="Films">The grits that it is polished with in any technique, coarse to fine, in micrometers.</param>
/// <param name="End">Null where the recipe leaves nothing to the cable's end.</param>
/// <param name="Seat">Where the seat mark stands at contact; null for a recipe without one.</param>
public sealed record RecipeDocument(
    RecipeRef Ref,
    string Title,
    bool IsConfirmed,
    IReadOnlyList<CableBuild> Builds,
    CableBuild Build,
    IReadOnlyList<TechniqueOptionView> Choices,
    IReadOnlyList<LengthMarkView> Marks,
    IReadOnlyList<string> Profile,
    IReadOnlyList<StepDocument> Steps,
    IReadOnlyList<string> FromTheSheet,
    IReadOnlyList<string> Uses,
    LineDrawing? Line = null,
    ToleranceStackView? Fit = null,
    string? Seat = null,
    IReadOnlyList<KitLine>? Kit = null,
    IReadOnlyList<decimal>? Films = null,
    EndDocument? End = null
);

/// <summary>What is done once at the cable's end: before its strands, and after them.</summary>
public sealed record EndDocument(string Title, IReadOnlyList<StepDocument> Before, IReadOnlyList<StepDocument> After);

/// <param name="Chosen">The option that the crew follows.</param>
public sealed record TechniqueOptionView(string Id, string Title, string Chosen, IReadOnlyList<TechniqueAlternativeView> Options);

public sealed record TechniqueAlternativeView(string Id, string Title, string Why);

/// <summary>One mark in working order.</summary>
/// <param name="Length">As it is measured, <paramref name="From"/> which edge in words, and the same in the other unit with what its mark leaves over.</param>
/// <param name="Tip">Where it stands from the tip; empty when it is not on the line of the end.</param>
/// <param name="Bites">Empty when nothing is stripped in bites.</param>
/// <param name="Fine">The nearest 1/64 in, with what it leaves over.</param>
/// <param name="Leaves">How the end looks after this cut; empty for a mark that cuts nothing.</param>
/// <param name="At">Millimeters from the tip; null when it is not on the line of the end.</param>
/// <param name="Standing">Where the length comes from, in words; null once confirmed, and where nothing is to be said.</param>
public sealed record LengthMarkView(
    string Name,
    string Length,
    string From,
    string Other,
    string Tolerance,
    string Tip,
    string Bites,
    string Fine,
    string Leaves,
    decimal? At,
    string? Standing = null
);

/// <param name="Choice">The practice choice by which this step is what it is; null where it is alike in every technique.</param>
public sealed record StepDocument(
    string Name,
    string Title,
    string How,
    string Why,
    IReadOnlyList<string> Cautions,
    string? Choice = null,
    IReadOnlyList<Act>? Acts = null,
    Once? Once = null
);

/// <summary>Puts a published recipe into a document, in the reader's language and unit.</summary>
public sealed class RecipeReader(Phrasebook words, string language, LengthUnit unit)
{
    public RecipeDocument Read(PublishedRecipe published, CableBuild build, Technique technique)
    {
        var (whole, worked) = (published.Recipe, published.On(build, technique));
        var plan = worked.FromTheSheet.Count > 0 ? null : StripPlan.For(worked, isRecleave: false);
        return new RecipeDocument(
            published.Ref,
            whole.Title.In(language),
            published.Confirmation is not null,
            whole.Serves.Builds,
            build,
            [
                .. (whole.Choices ?? []).Select(c => new TechniqueOptionView(
                    c.Id,
                    c.Title.In(language),
                    technique.Of(whole, c.Id),
                    [.. c.Options.Select(o => new TechniqueAlternativeView(o.Id, o.Title.In(language), o.Why.In(language)))]
                )),
            ],
            plan is null ? [] : [.. plan.Marks.Select(m => MarkOf(worked, m, published.Confirmation is not null))],
            plan is null ? [] : [.. ProfileOf(plan.Profile, plan.Scrap)],
            [.. worked.Steps.Select(s => StepOf(worked, s, plan is not null))],
            worked.FromTheSheet,
            [.. UsesOf(worked)],
            plan is null ? null : LineDrawing.For(worked, ReadyStep(worked), isRecleave: false, unit),
            new ToleranceStackReader(words, unit).Read(worked),
            plan is null ? null : SeatOf(worked, plan),
            worked.Kit is { } kit ? [.. kit.Select(k => BenchViewer.KitOf(k, language))] : null,
            [.. whole.Steps.Select(s => s.Film).OfType<decimal>().Distinct().OrderDescending()],
            EndOf(whole, worked, build, technique, plan is not null)
        );
    }

    private EndDocument? EndOf(Recipe whole, Recipe worked, CableBuild build, Technique technique, bool hasPlan)
    {
        var steps = whole.OfTheEnd(build, technique);
        return whole.EndWork is { } work && steps.All.Any()
            ? new EndDocument(
                work.Title.In(language),
                [.. steps.Before.Select(s => StepOf(worked, s, hasPlan))],
                [.. steps.After.Select(s => StepOf(worked, s, hasPlan))]
            )
            : null;
    }

    // The last step that shapes the end itself.
    private static int ReadyStep(Recipe recipe) => Math.Max(0, recipe.Steps.ToList().FindLastIndex(s => s.Work is StepWork.Strip or StepWork.Cleave));

    private LengthMarkView MarkOf(Recipe recipe, PenMark mark, bool isConfirmed)
    {
        var name = recipe.Steps.FirstOrDefault(s => s.Cut == mark.Id || s.Dimension?.Cut == mark.Id)?.Name.In(language)
            ?? recipe.Marks?.FirstOrDefault(m => m.Id == mark.Id)?.Title.In(language)
            ?? mark.Id;
        return new LengthMarkView(
            name,
            LengthDisplay.WithUnit(mark.Length, unit),
            BenchWords.From(words, mark.From),
            LengthDisplay.Other(mark.Length, unit),
            mark.AtLeast
                ? words.Say(Phrase.Of(PhraseKeys.Length.AtLeast, ("length", LengthDisplay.Small(mark.Length, unit))))
                : $"±{LengthDisplay.Small(mark.Tolerance, unit)}",
            mark.FromTip is { } tip ? LengthDisplay.WithUnit(tip, unit) : string.Empty,
            mark.Bites.Count == 0 ? string.Empty : BenchWords.Bites(words, mark.Bites, unit),
            LengthDisplay.Nearest(mark.Length, LengthDisplay.FineMarks),
            mark.Cut is null ? string.Empty : string.Join(", ", ProfileOf(StripPlan.After(recipe, mark.Cut).Profile, Length.Zero)),
            mark.FromTip?.Millimeters,
            BenchWords.Standing(words, mark.Standing, isConfirmed)
        );
    }

    private IEnumerable<string> ProfileOf(ReadyEnd profile, Length scrap)
    {
        foreach (
            var (key, length) in ((string, Length?)[])
                [
                    (PhraseKeys.Strip.Aramid, profile.Aramid),
                    (PhraseKeys.Strip.Buffer, profile.Buffer),
                    (PhraseKeys.Strip.Coating, profile.Coating),
                    (PhraseKeys.Strip.Stripped, profile.Stripped == Length.Zero ? null : profile.Stripped),
                    (PhraseKeys.Strip.Glass, profile.Glass == profile.Stripped ? null : profile.Glass),
                    (PhraseKeys.Strip.Scrap, scrap == Length.Zero ? null : scrap),
                    (PhraseKeys.Strip.Tip, profile.Tip),
                ]
        )
        {
            if (length is { } known)
            {
                yield return words.Say(Phrase.Of(key, ("length", LengthDisplay.WithUnit(known, unit))));
            }
        }
    }

    private string? SeatOf(Recipe recipe, StripPlan plan) =>
        SeatMark.AtContact(recipe, plan) switch
        {
            null when plan.MarkOf(SeatMark.Id) is null => null,
            null => words.Say(Phrase.Of(PhraseKeys.Seat.Unknown, ("limit", LengthDisplay.Small(SeatMark.Limit, unit)))),
            { } outside => words.Say(
                Phrase.Of(
                    outside < Length.Zero ? PhraseKeys.Seat.Inside : PhraseKeys.Seat.Outside,
                    ("length", LengthDisplay.WithUnit(outside.Abs(), unit)),
                    ("limit", LengthDisplay.Small(SeatMark.Limit, unit))
                )
            ),
        };

    private IEnumerable<string> UsesOf(Recipe recipe)
    {
        foreach (var used in recipe.Consumes ?? [])
        {
            var (what, amount) = (words.Say(Phrase.Of($"consumable.{used.Consumable}")), AmountText.Say(words, used.Amount, used.Unit));
            yield return words.Say(
                Phrase.Of(
                    used.Every == 1 ? PhraseKeys.Uses.Each : PhraseKeys.Uses.Every,
                    ("what", what),
                    ("amount", amount),
                    ("every", used.Every.ToString(CultureInfo.InvariantCulture))
                )
            );
        }

        foreach (var capacity in recipe.Capacities ?? [])
        {
            yield return words.Say(Phrase.Of($"capacity.{capacity.Of}", ("count", capacity.Places.ToString(CultureInfo.InvariantCulture))));
        }

        yield return words.Say(
            Phrase.Of(PhraseKeys.Uses.Time, ("hands", Minutes(recipe.Timing.HandsOnSeconds)), ("alone", Minutes(recipe.Timing.UnattendedSeconds)))
        );
    }

    private static string Minutes(int seconds) => (seconds / 60m).ToString("0.#", CultureInfo.InvariantCulture);

    private StepDocument StepOf(Recipe recipe, Step step, bool hasPlan)
    {
        var places = new Dictionary<string, string>
        {
            ["shards"] = words.Say(Phrase.Of(PhraseKeys.Shards.Many, ("count", recipe.Steps.Count(s => s.MakesShard).ToString(CultureInfo.InvariantCulture)))),
        };
        if (hasPlan && ResolvedDimension.Of(step, recipe, isRecleave: false) is { } dimension)
        {
            places["length"] = LengthDisplay.WithUnit(dimension.Target, unit);
        }

        if (hasPlan && step.Cut is { } cut && StripPlan.For(recipe, isRecleave: false).MarkOf(cut) is { Bites.Count: > 0 } mark)
        {
            places["bites"] = BenchWords.Bites(words, mark.Bites, unit);
        }

        return new StepDocument(
            step.Name.In(language),
            Phrasebook.Fill(step.Title.In(language), places),
            Phrasebook.Fill(step.How.In(language), places),
            step.Why?.In(language) ?? string.Empty,
            [.. step.Cautions.Select(c => words.Say(Phrase.Of($"caution.{c}")))],
            step.When?.Choice ?? step.Ask?.Choices.Select(c => c.When?.Choice).FirstOrDefault(c => c is not null),
            step.Acts,
            step.Once
        );
    }
}
