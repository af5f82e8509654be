using System.Globalization;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Units;

namespace Rhabdon.Core.Recipes;

/// <summary>A fault of a recipe and its place in the file.</summary>
/// <param name="Place">Path in the JSON: <c>steps[3].ask.sign</c>.</param>
public sealed record RecipeFault(string Place, Phrase Says);

/// <summary>Reads a recipe critically before anybody works by it.</summary>
public static class RecipeCheck
{
    /// <summary>Everything wrong with the recipe together with the ladder it refers to; empty when it can be published.</summary>
    public static IReadOnlyList<RecipeFault> Faults(Recipe recipe, Ladder? ladder)
    {
        var faults = new List<RecipeFault>();
        if (recipe.FormatVersion != Recipe.CurrentFormat)
        {
            faults.Add(Fault("formatVersion", "recipe.format", ("wanted", Recipe.CurrentFormat.ToString(CultureInfo.InvariantCulture))));
        }

        if (recipe.Steps.Count == 0)
        {
            faults.Add(Fault("steps", "recipe.no-steps"));
        }

        faults.AddRange(LengthFaults(recipe));
        for (var index = 0; index < recipe.Steps.Count; index++)
        {
            faults.AddRange(StepFaults(recipe, ladder, index));
        }

        faults.AddRange(ladder is null
            ? [Fault("ladder.id", "recipe.no-ladder", ("ladder", recipe.Ladder.Id))]
            : LadderFaults(recipe, ladder));
        return faults;
    }

    private static IEnumerable<RecipeFault> LengthFaults(Recipe recipe)
    {
        for (var index = 0; index < recipe.Cuts.Count; index++)
        {
            var cut = recipe.Cuts[index];
            if (cut.Length <= Length.Zero)
            {
                yield return Fault($"cuts[{index}].length", "recipe.above-zero");
            }

            if (cut.Tolerance <= Length.Zero)
            {
                yield return Fault($"cuts[{index}].tolerance", "recipe.above-zero");
            }

            if (cut.Bite is { } bite && bite <= Length.Zero)
            {
                yield return Fault($"cuts[{index}].bite", "recipe.above-zero");
            }
        }

        var stripped = recipe.Cuts.LastOrDefault(c => c.Layers.Contains(Layer.Buffer) || c.Layers.Contains(Layer.Coating));
        if (recipe.Cleave is { } cleave && (stripped is null || cleave.Length + cleave.Holds > stripped.Length))
        {
            yield return Fault("cleave.length", "recipe.cleave-outside", ("glass", stripped?.Length.ToString() ?? "0 mm"));
        }
    }

    private static IEnumerable<RecipeFault> StepFaults(Recipe recipe, Ladder? ladder, int index)
    {
        var (step, place) = (recipe.Steps[index], $"steps[{index}]");
        if (recipe.IndexOf(step.Id) != index)
        {
            yield return Fault($"{place}.id", "recipe.twice", ("id", step.Id));
        }

        if (!recipe.Stages.Any(s => s.Id == step.Stage))
        {
            yield return Fault($"{place}.stage", "recipe.no-stage", ("stage", step.Stage));
        }

        foreach (var cut in (string?[])[step.Cut, step.Dimension?.Cut])
        {
            if (cut is not null && !recipe.Cuts.Any(c => c.Id == cut))
            {
                yield return Fault(cut == step.Cut ? $"{place}.cut" : $"{place}.dimension.cut", "recipe.no-cut", ("cut", cut));
            }
        }

        if (step.Ask is { IsLength: true } && step.Dimension is null)
        {
            yield return Fault($"{place}.dimension", "recipe.no-dimension");
        }

        foreach (var caution in step.Cautions.Where(c => !Phrasebook.English.Words.ContainsKey($"caution.{c}")))
        {
            yield return Fault($"{place}.cautions", "recipe.no-caution", ("caution", caution));
        }

        string[] signs = step.Ask is { } ask ? [.. ask.Choices.Select(c => c.Sign).Append(ask.Sign).OfType<string>()] : [];
        foreach (var sign in signs.Where(s => ladder is not null && ladder.Find(s) is null))
        {
            yield return Fault($"{place}.ask", "recipe.no-sign", ("sign", sign));
        }
    }

    private static IEnumerable<RecipeFault> LadderFaults(Recipe recipe, Ladder ladder)
    {
        for (var s = 0; s < ladder.Signs.Count; s++)
        {
            var sign = ladder.Signs[s];
            foreach (var (step, name) in ((string?, string)[])[(sign.ReportableFrom, "reportableFrom"), (sign.ReportableTo, "reportableTo")])
            {
                if (step is not null && recipe.IndexOf(step) < 0)
                {
                    yield return Fault($"ladder.signs[{s}].{name}", "recipe.no-step", ("step", step));
                }
            }

            for (var r = 0; r < sign.Rungs.Count; r++)
            {
                var rung = sign.Rungs[r];
                var returns = rung.Effect is RungEffect.Try or RungEffect.Attempt;
                if (returns && (rung.ReturnsTo is null || recipe.IndexOf(rung.ReturnsTo) < 0))
                {
                    yield return Fault($"ladder.signs[{s}].rungs[{r}].returnsTo", "recipe.no-step", ("step", rung.ReturnsTo ?? "-"));
                }

                if (rung.Uses == FiberUse.Recleave && recipe.Cleave is null)
                {
                    yield return Fault($"ladder.signs[{s}].rungs[{r}].uses", "recipe.no-cleave");
                }
            }
        }
    }

    private static RecipeFault Fault(string place, string key, params ReadOnlySpan<(string Name, string Value)> args) =>
        new(place, Phrase.Of(key, args));
}
