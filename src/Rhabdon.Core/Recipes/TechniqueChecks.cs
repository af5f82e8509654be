using Rhabdon.Core.Phrases;

namespace Rhabdon.Core.Recipes;

/// <summary>Whether practice choices and the conditions that name them make sense.</summary>
internal static class TechniqueChecks
{
    public static IEnumerable<RecipeFault> Faults(Recipe recipe)
    {
        var choices = recipe.Choices ?? [];
        foreach (var fault in RecipeCheck.Twice("choices", [.. choices.Select(c => c.Id)]))
        {
            yield return fault;
        }

        for (var index = 0; index < choices.Count; index++)
        {
            var choice = choices[index];
            if (choice.Options.Count < 2)
            {
                yield return RecipeCheck.Fault($"choices[{index}].options", PhraseKeys.Recipe.OneOption);
            }

            if (!choice.Options.Any(o => o.Id == choice.Usual))
            {
                yield return RecipeCheck.Fault($"choices[{index}].usual", PhraseKeys.Recipe.NoOption, ("option", choice.Usual), ("choice", choice.Id));
            }

            foreach (var fault in RecipeCheck.Twice($"choices[{index}].options", [.. choice.Options.Select(o => o.Id)]))
            {
                yield return fault;
            }
        }

        foreach (var (place, condition) in Conditions(recipe))
        {
            foreach (var fault in OfCondition(recipe, place, condition))
            {
                yield return fault;
            }
        }
    }

    private static IEnumerable<(string Place, Condition Condition)> Conditions(Recipe recipe) =>
        recipe
            .Parts.Select((p, i) => ($"parts[{i}].condition", p.Condition))
            .Concat(recipe.Cuts.Select((c, i) => ($"cuts[{i}].when", c.When)))
            .Concat((recipe.Marks ?? []).Select((m, i) => ($"marks[{i}].when", m.When)))
            .Concat(recipe.Steps.Select((s, i) => ($"steps[{i}].when", s.When)))
            .Concat((recipe.Kit ?? []).Select((k, i) => ($"kit[{i}].when", k.When)))
            .Concat(recipe.Steps.SelectMany((s, i) => (s.Ask?.Choices ?? []).Select((c, n) => ($"steps[{i}].ask.choices[{n}].when", c.When))))
            .Where(c => c.Item2 is not null)
            .Select(c => (c.Item1, c.Item2!));

    // What can never hold is never reached.
    private static IEnumerable<RecipeFault> OfCondition(Recipe recipe, string place, Condition condition)
    {
        foreach (var build in condition.Builds?.Except(recipe.Serves.Builds) ?? [])
        {
            yield return RecipeCheck.Fault($"{place}.builds", PhraseKeys.Recipe.OtherBuild, ("build", build.ToString()));
        }

        foreach (var connector in condition.Connectors?.Except(recipe.Serves.Connectors) ?? [])
        {
            yield return RecipeCheck.Fault($"{place}.connectors", PhraseKeys.Recipe.OtherConnector, ("connector", connector.ToString()));
        }

        if (condition.Builds is { Count: 0 } || condition.Cores is { Count: 0 } || condition.Connectors is { Count: 0 })
        {
            yield return RecipeCheck.Fault(place, PhraseKeys.Recipe.Never);
        }

        if (condition.Choice is not { } id)
        {
            yield break;
        }

        if (recipe.Choices?.FirstOrDefault(c => c.Id == id) is not { } choice)
        {
            yield return RecipeCheck.Fault($"{place}.choice", PhraseKeys.Recipe.NoChoice, ("choice", id));
            yield break;
        }

        if (condition.Is is null or { Count: 0 })
        {
            yield return RecipeCheck.Fault($"{place}.is", PhraseKeys.Recipe.Never);
        }

        foreach (var option in (condition.Is ?? []).Where(o => !choice.Options.Any(known => known.Id == o)))
        {
            yield return RecipeCheck.Fault($"{place}.is", PhraseKeys.Recipe.NoOption, ("option", option), ("choice", id));
        }
    }
}
