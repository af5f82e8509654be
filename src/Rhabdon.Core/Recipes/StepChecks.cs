using Rhabdon.Core.Catalog;
using Rhabdon.Core.Phrases;

namespace Rhabdon.Core.Recipes;

/// <summary>Whether every step can be done, judged and understood.</summary>
internal static class StepChecks
{
    public static IEnumerable<RecipeFault> Faults(Recipe recipe, ReworkLadder? ladder)
    {
        foreach (var fault in RecipeCheck.Twice("steps", [.. recipe.Steps.Select(s => s.Id)]))
        {
            yield return fault;
        }

        for (var index = 0; index < recipe.Steps.Count; index++)
        {
            var (step, place) = (recipe.Steps[index], $"steps[{index}]");
            foreach (
                var fault in OfStep(recipe, step, place)
                    .Concat(OfAsk(step, ladder, $"{place}.ask"))
                    .Concat(OfTimes(recipe, step, place))
                    .Concat(OfCount(step, place))
                    .Concat(OfWords(step, place))
            )
            {
                yield return fault;
            }
        }

        // A cut that no step makes would be in the plan but never in the work.
        for (var index = 0; index < recipe.Cuts.Count; index++)
        {
            if (!recipe.Steps.Any(s => s.Cut == recipe.Cuts[index].Id))
            {
                yield return RecipeCheck.Fault($"cuts[{index}].id", PhraseKeys.Recipe.NoStepCuts, ("cut", recipe.Cuts[index].Id));
            }
        }
    }

    private static IEnumerable<RecipeFault> OfStep(Recipe recipe, Step step, string place)
    {
        if (!recipe.Stages.Any(s => s.Id == step.Stage))
        {
            yield return RecipeCheck.Fault($"{place}.stage", PhraseKeys.Recipe.NoStage, ("stage", step.Stage));
        }

        var marks = recipe.Cuts.Select(c => c.Id).Concat((recipe.Marks ?? []).Select(m => m.Id)).ToHashSet();
        if (step.Cut is { } cut && !recipe.Cuts.Any(c => c.Id == cut))
        {
            yield return RecipeCheck.Fault($"{place}.cut", PhraseKeys.Recipe.NoCut, ("cut", cut));
        }

        if (step.Dimension?.Cut is { } of && !marks.Contains(of))
        {
            yield return RecipeCheck.Fault($"{place}.dimension.cut", PhraseKeys.Recipe.NoCut, ("cut", of));
        }

        if (step.Dimension is { Of: DimensionOf.Cleave } && recipe.Cleave is null)
        {
            yield return RecipeCheck.Fault($"{place}.dimension.of", PhraseKeys.Recipe.NoCleave);
        }

        if (step.Ask is { IsLength: true } && step.Dimension is null)
        {
            yield return RecipeCheck.Fault($"{place}.dimension", PhraseKeys.Recipe.NoDimension);
        }

        if (step is { Once: Once.CableEnd, Ask.IsLength: true })
        {
            yield return RecipeCheck.Fault($"{place}.ask.kind", PhraseKeys.Recipe.EndLength);
        }

        foreach (var caution in step.Cautions.Except(Catalogs.All.Cautions))
        {
            yield return RecipeCheck.Fault($"{place}.cautions", PhraseKeys.Recipe.NoCaution, ("caution", caution));
        }
    }

    private static IEnumerable<RecipeFault> OfAsk(Step step, ReworkLadder? ladder, string place)
    {
        if (step.Ask is not { } ask)
        {
            yield break;
        }

        string[] signs = [.. ask.Choices.Select(c => c.Sign).Append(ask.Sign).OfType<string>()];
        foreach (var sign in signs.Where(s => ladder is not null && ladder.Find(s) is null))
        {
            yield return RecipeCheck.Fault(place, PhraseKeys.Recipe.NoSign, ("sign", sign));
        }

        for (var index = 0; index < ask.Choices.Count; index++)
        {
            if (ask.Choices[index] is { Grade: ReadingGrade.Bad, Sign: null } && (step.Once != Once.CableEnd || ask.Choices[index].Then is null))
            {
                yield return RecipeCheck.Fault($"{place}.choices[{index}].sign", PhraseKeys.Recipe.BadSign);
            }
        }

        if (Catalogs.All.CheckOf(ask.Check)?.Takes(ask.Reads) is not true)
        {
            yield return RecipeCheck.Fault(
                $"{place}.check",
                PhraseKeys.Recipe.NoCheck,
                ("check", ask.Check),
                ("known", string.Join(", ", Catalogs.All.Checks.Where(c => c.Takes(ask.Reads)).Select(c => c.Id)))
            );
        }

        if (ask.IsChoice != ask.Choices.Count > 0)
        {
            yield return RecipeCheck.Fault($"{place}.choices", ask.IsChoice ? PhraseKeys.Recipe.ChoicesWanted : PhraseKeys.Recipe.NoChoices);
        }

        if (
            ask.Limits is { } limits
            && (
                ask.IsChoice
                || ask.Reads is ReadingKind.Length or ReadingKind.Count or ReadingKind.Text
                || !IsOrdered(limits.Least, limits.GoodLeast, limits.GoodMost, limits.Most)
            )
        )
        {
            yield return RecipeCheck.Fault($"{place}.limits", PhraseKeys.Recipe.Limits);
        }

        if ((ask.IsLength || ask.Limits is { Least: not null } or { Most: not null }) && ask.Sign is null)
        {
            yield return RecipeCheck.Fault($"{place}.sign", PhraseKeys.Recipe.SignWanted);
        }

        if (ask.Reads == ReadingKind.Count && step.Count is null)
        {
            yield return RecipeCheck.Fault($"{place}.counts", PhraseKeys.Recipe.NoCount);
        }
    }

    private static bool IsOrdered(params decimal?[] limits)
    {
        var given = limits.OfType<decimal>().ToList();
        return given.Zip(given.Skip(1), (a, b) => a <= b).All(isInOrder => isInOrder);
    }

    private static IEnumerable<RecipeFault> OfTimes(Recipe recipe, Step step, string place)
    {
        foreach (var (clock, field) in ((Clock?, string)[])[(step.Clock, "clock"), (step.Starts, "starts")])
        {
            if (clock is not null && (clock.Seconds is < 1 or > 86_400 || clock.AtMost < clock.Seconds))
            {
                yield return RecipeCheck.Fault($"{place}.{field}.seconds", PhraseKeys.Recipe.Clock);
            }

            if (clock is not null && Catalogs.All.ClockOf(clock.Kind) is null)
            {
                yield return RecipeCheck.Fault($"{place}.{field}.kind", PhraseKeys.Recipe.NoClock, ("kind", clock.Kind));
            }
        }

        foreach (var (other, field) in ((string?, string)[])[(step.After, "after"), (step.Within, "within")])
        {
            if (other is not null && !recipe.Steps.TakeWhile(s => s != step).Any(s => s.Id == other && s.Starts is not null))
            {
                yield return RecipeCheck.Fault($"{place}.{field}", PhraseKeys.Recipe.NoTimeBefore, ("step", other));
            }
        }

        if (step.On is { } on && recipe.Capacities?.Any(c => c.Of == on) != true)
        {
            yield return RecipeCheck.Fault($"{place}.on", PhraseKeys.Recipe.NoPlaces, ("of", on));
        }
    }

    private static IEnumerable<RecipeFault> OfCount(Step step, string place)
    {
        if (step.Count is { } count && (count.Low < 1 || count.High < count.Low || count.PaceLow <= 0 || count.PaceHigh < count.PaceLow))
        {
            yield return RecipeCheck.Fault($"{place}.count", PhraseKeys.Recipe.Count);
        }
    }

    private static IEnumerable<RecipeFault> OfWords(Step step, string place)
    {
        foreach (var (wording, name) in ((Wording, string)[])[(step.Name, "name"), (step.Title, "title"), (step.How, "how")])
        {
            if (string.IsNullOrWhiteSpace(wording.In("en")))
            {
                yield return RecipeCheck.Fault($"{place}.{name}", PhraseKeys.Recipe.NoWords);
            }
        }
    }
}
