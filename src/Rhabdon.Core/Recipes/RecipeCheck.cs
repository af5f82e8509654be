using System.Globalization;
using Rhabdon.Core.Catalog;
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
    public static IReadOnlyList<RecipeFault> Faults(Recipe recipe, ReworkLadder? ladder)
    {
        // A file without measure is not looked at any closer: looking takes longer than it is worth.
        if (TooMany(recipe, ladder) is { } measureless)
        {
            return [measureless];
        }

        var faults = new List<RecipeFault>();
        if (recipe.FormatVersion != Recipe.CurrentFormat)
        {
            faults.Add(Fault("formatVersion", PhraseKeys.Recipe.Format, ("wanted", Recipe.CurrentFormat.ToString(CultureInfo.InvariantCulture))));
        }

        if (recipe.Id.Length is 0 or > 20 || !recipe.Id.All(c => char.IsAsciiLetterOrDigit(c) || c is '-' or '.'))
        {
            faults.Add(Fault("id", PhraseKeys.Recipe.Id));
        }

        faults.AddRange(ServesFaults(recipe.Serves));
        if (recipe.Steps.Count == 0)
        {
            faults.Add(Fault("steps", PhraseKeys.Recipe.NoSteps));
        }

        faults.AddRange(TechniqueChecks.Faults(recipe));
        faults.AddRange(LengthChecks.Faults(recipe));
        faults.AddRange(StepChecks.Faults(recipe, ladder));
        faults.AddRange(KitChecks.Faults(recipe));
        faults.AddRange(ActChecks.Faults(recipe));
        faults.AddRange(FamilyWords.Faults(recipe, ladder));
        faults.AddRange(ladder is null ? [Fault("ladder.id", PhraseKeys.Recipe.NoLadder, ("ladder", recipe.Ladder.Id))] : LadderFaults(recipe, ladder));
        return faults;
    }

    private static IEnumerable<RecipeFault> ServesFaults(Serviceability serves)
    {
        if (!Catalogs.All.Methods.Contains(serves.Method))
        {
            yield return Fault("serves.method", PhraseKeys.Recipe.NoMethod, ("known", string.Join(", ", Catalogs.All.Methods)));
        }

        foreach (
            var (place, count) in ((string, int)[])
                [("connectors", serves.Connectors.Count), ("polishes", serves.Polishes.Count), ("modes", serves.Modes.Count), ("builds", serves.Builds.Count)]
        )
        {
            if (count == 0)
            {
                yield return Fault($"serves.{place}", PhraseKeys.Recipe.ServesNone);
            }
        }
    }

    private static RecipeFault? TooMany(Recipe recipe, ReworkLadder? ladder)
    {
        var choices = recipe.Choices ?? [];
        foreach (
            var (place, count, most) in ((string, int, int)[])
                [
                    ("parts", recipe.Parts.Count, 30),
                    ("cuts", recipe.Cuts.Count, 30),
                    ("marks", recipe.Marks?.Count ?? 0, 30),
                    ("stages", recipe.Stages.Count, 30),
                    ("steps", recipe.Steps.Count, 200),
                    ("steps.acts", recipe.Steps.Select(s => s.Acts?.Count ?? 0).DefaultIfEmpty().Max(), 12),
                    ("serves.connectors", recipe.Serves.Connectors.Count, 12),
                    ("kit", recipe.Kit?.Count ?? 0, 60),
                    ("choices", choices.Count, 20),
                    ("choices.options", choices.Select(c => c.Options.Count).DefaultIfEmpty().Max(), 12),
                    ("serves.builds", recipe.Serves.Builds.Count, 12),
                    ("ladder.signs", ladder?.Signs.Count ?? 0, 60),
                    ("ladder.signs.rungs", ladder?.Signs.Select(s => s.Actions.Count).DefaultIfEmpty().Max() ?? 0, 20),
                ]
        )
        {
            if (count > most)
            {
                return Fault(place, PhraseKeys.Recipe.TooMany, ("most", most.ToString(CultureInfo.InvariantCulture)));
            }
        }

        return null;
    }

    internal static RecipeFault Fault(string place, string key, params ReadOnlySpan<(string Name, string Value)> args) => new(place, Phrase.Of(key, args));

    /// <summary>An id that stands in a list twice: the later one is the fault.</summary>
    internal static IEnumerable<RecipeFault> Twice(string list, IReadOnlyList<string> ids)
    {
        for (var index = 0; index < ids.Count; index++)
        {
            if (ids.Take(index).Contains(ids[index]))
            {
                yield return Fault($"{list}[{index}].id", PhraseKeys.Recipe.Twice, ("id", ids[index]));
            }
        }
    }

    /// <summary>Every way the recipe can be worked: each build it serves, and each option of each choice with the others as usual.</summary>
    internal static IEnumerable<(CableBuild Build, Technique Technique)> Ways(Recipe recipe)
    {
        var techniques = (recipe.Choices ?? [])
            .SelectMany(c => c.Options, (c, o) => new Technique(new Dictionary<string, string> { [c.Id] = o.Id }))
            .Prepend(Technique.Usual)
            .ToList();
        return recipe.Serves.Builds.SelectMany(_ => techniques, (build, technique) => (build, technique));
    }

    private static IEnumerable<Step> Raisers(Recipe recipe, string sign) =>
        recipe.Steps.Where(s => s.Ask is { } ask && (ask.Sign == sign || ask.Choices.Any(c => c.Sign == sign)));

    // A step that is there only in some techniques is no place to return to, unless the trouble is met in those techniques only.
    private static IEnumerable<RecipeFault> LadderFaults(Recipe recipe, ReworkLadder ladder)
    {
        for (var s = 0; s < ladder.Signs.Count; s++)
        {
            var sign = ladder.Signs[s];
            foreach (var (step, name) in ((string?, string)[])[(sign.ReportableFrom, "reportableFrom"), (sign.ReportableTo, "reportableTo")])
            {
                if (step is not null && recipe.IndexOf(step) < 0)
                {
                    yield return Fault($"ladder.signs[{s}].{name}", PhraseKeys.Recipe.NoStep, ("step", step));
                }
            }

            for (var r = 0; r < sign.Actions.Count; r++)
            {
                var (rung, place) = (sign.Actions[r], $"ladder.signs[{s}].rungs[{r}]");
                var returns = rung.Effect is ActionEffect.Try or ActionEffect.Attempt;
                var target = rung.TargetIn(recipe, 0);
                if (returns && target < 0)
                {
                    yield return Fault($"{place}.returnsTo", PhraseKeys.Recipe.NoStep, ("step", rung.ReturnsTo ?? rung.ReturnsToFilm?.ToString() ?? "-"));
                }
                else if (
                    returns
                    && rung.ReturnsToFilm is null
                    && rung.ReturnsElse is null
                    && recipe.Steps[target].When is { } when
                    && !Raisers(recipe, sign.Id).All(step => step.When?.SameAs(when) == true)
                )
                {
                    yield return Fault($"{place}.returnsTo", PhraseKeys.Recipe.SometimesStep, ("step", rung.ReturnsTo!));
                }

                if (rung.ReturnsElse is { } other && (recipe.IndexOf(other) is not (>= 0 and var at) || recipe.Steps[at].When is not null))
                {
                    yield return Fault($"{place}.returnsElse", PhraseKeys.Recipe.SometimesStep, ("step", other));
                }

                if (rung.Uses == FiberUse.Recleave && recipe.Cleave is null)
                {
                    yield return Fault($"{place}.uses", PhraseKeys.Recipe.NoCleave);
                }
            }
        }
    }
}
