using Rhabdon.Core.Phrases;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Units;

namespace Rhabdon.Core.Bench;

/// <summary>What events are told with: phrases, and the names that recipes and ladders give, in one language and unit.</summary>
internal sealed class StoryWords(RecipeBook book, Phrasebook words, string language, LengthUnit unit)
{
    public string Say(string key, params (string Name, string Value)[] args) => words.Say(Phrase.Of(key, args));

    public string Length(Length length) => LengthDisplay.WithUnit(length, unit);

    public string StepName(Recipe? recipe, string step) => recipe?.Steps.FirstOrDefault(s => s.Id == step)?.Name.In(language) ?? step;

    /// <summary>Every step that was done on one card, up to its last.</summary>
    /// <param name="recipe">As it is worked on the strand.</param>
    /// <param name="from">The card's first; null for the last alone.</param>
    public string Card(Recipe? recipe, string? from, string last) =>
        from is null || recipe is null || recipe.IndexOf(from) is not (>= 0 and var first) || recipe.IndexOf(last) is not (>= 0 and var end) || end < first
            ? StepName(recipe, last)
            : string.Join(" · ", new Stretch(first, end).Of(recipe).Select(s => s.Name.In(language)));

    public string SymptomTitle(Recipe? recipe, string sign) => recipe is null ? sign : book.LadderOf(recipe).Find(sign)?.Title.In(language) ?? sign;

    public string SymptomTitle(RecipeRef? recipe, string sign) => SymptomTitle(book.Find(recipe)?.Recipe, sign);

    public string ActionTitle(Recipe? recipe, ActionChosen chosen) =>
        recipe is null
            ? chosen.Action
            : book.LadderOf(recipe).Find(chosen.Sign)?.Actions.FirstOrDefault(r => r.Id == chosen.Action)?.Title.In(language) ?? chosen.Action;
}
