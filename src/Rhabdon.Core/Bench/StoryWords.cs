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

    public string SymptomTitle(Recipe? recipe, string sign) => recipe is null ? sign : book.LadderOf(recipe).Find(sign)?.Title.In(language) ?? sign;

    public string SymptomTitle(RecipeRef? recipe, string sign) => SymptomTitle(book.Find(recipe)?.Recipe, sign);

    public string ActionTitle(Recipe? recipe, ActionChosen chosen) =>
        recipe is null
            ? chosen.Action
            : book.LadderOf(recipe).Find(chosen.Sign)?.Actions.FirstOrDefault(r => r.Id == chosen.Action)?.Title.In(language) ?? chosen.Action;
}
