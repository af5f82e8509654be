using System.Text.RegularExpressions;
using Rhabdon.Core.Phrases;

namespace Rhabdon.Core.Recipes;

/// <summary>
/// Words that belong to some families and mislead in the others: who is told to listen for a click where nothing clicks waits, pushes harder, and breaks the
/// glass.
/// </summary>
public static partial class FamilyWords
{
    /// <summary>Every such thing, by the name in <see cref="Recipe.Things"/> and the words that speak of it.</summary>
    public static readonly IReadOnlyDictionary<string, Regex> All = new Dictionary<string, Regex>
    {
        ["holder"] = Holder(),
        ["click"] = Click(),
        ["tap"] = Tap(),
        ["stub"] = Stub(),
        ["bow"] = Bow(),
        ["cam"] = Cam(),
        ["oven"] = Oven(),
        ["clamp"] = Clamp(),
    };

    internal static IEnumerable<RecipeFault> Faults(Recipe recipe, ReworkLadder? ladder)
    {
        if (recipe.Things is not { } has)
        {
            return [];
        }

        var faults = new List<RecipeFault>();
        foreach (var unknown in has.Where(thing => !All.ContainsKey(thing)))
        {
            faults.Add(RecipeCheck.Fault("things", PhraseKeys.Recipe.NoThing, ("thing", unknown), ("known", string.Join(", ", All.Keys))));
        }

        for (var index = 0; index < recipe.Steps.Count; index++)
        {
            var step = recipe.Steps[index];
            var words = (
                (Wording?[])[step.Name, step.Title, step.How, step.Why, step.Ask?.Question, .. (step.Ask?.Choices ?? []).Select(c => c.Say)]
            ).OfType<Wording>();
            faults.AddRange(Foreign($"steps[{index}]", words));
        }

        for (var index = 0; index < (ladder?.Signs.Count ?? 0); index++)
        {
            var sign = ladder!.Signs[index];
            faults.AddRange(
                Foreign(
                    $"ladder.signs[{index}]",
                    ((Wording?[])[sign.Title, .. sign.Actions.SelectMany(a => (Wording?[])[a.Title, a.Heading, a.Why])]).OfType<Wording>()
                )
            );
        }

        return faults;

        IEnumerable<RecipeFault> Foreign(string place, IEnumerable<Wording> words)
        {
            var text = string.Join(' ', words.Select(w => w.In("en")));
            return All.Where(thing => !has.Contains(thing.Key) && thing.Value.IsMatch(text))
                .Select(thing => RecipeCheck.Fault(place, PhraseKeys.Recipe.ForeignWord, ("thing", thing.Key)));
        }
    }

    [GeneratedRegex(@"\bholders?\b", RegexOptions.IgnoreCase)]
    private static partial Regex Holder();

    [GeneratedRegex(@"\bclick", RegexOptions.IgnoreCase)]
    private static partial Regex Click();

    [GeneratedRegex(@"\btap(s|ped|ping)?\b", RegexOptions.IgnoreCase)]
    private static partial Regex Tap();

    [GeneratedRegex(@"\bstubs?\b", RegexOptions.IgnoreCase)]
    private static partial Regex Stub();

    [GeneratedRegex(@"\bbow(s|ed)?\b", RegexOptions.IgnoreCase)]
    private static partial Regex Bow();

    [GeneratedRegex(@"\bcams?\b", RegexOptions.IgnoreCase)]
    private static partial Regex Cam();

    [GeneratedRegex(@"\bovens?\b", RegexOptions.IgnoreCase)]
    private static partial Regex Oven();

    [GeneratedRegex(@"\b(un)?clamp", RegexOptions.IgnoreCase)]
    private static partial Regex Clamp();
}
