using Rhabdon.Core.Catalog;

namespace Rhabdon.Core.Recipes;

/// <summary>Films in their order, how each is used and what is looked at between them: told once, for every connector that is polished so.</summary>
/// <param name="FormatVersion">1.</param>
/// <param name="Why">Why that technique polishes so.</param>
/// <param name="Modes">The fiber modes it is good for: a single-mode end needs a last film of 0.3 µm or finer.</param>
public sealed record PolishingSequence(int FormatVersion, string Id, Wording Title, Wording Why, IReadOnlyList<FiberMode> Modes, IReadOnlyList<Step> Steps);

/// <summary>Which sequences a recipe may be polished by, and where they come in.</summary>
/// <param name="After">The step they follow.</param>
/// <param name="Usual">The sequence that holds until a crew chooses.</param>
public sealed record PolishingRef(string After, IReadOnlyList<string> Sequences, string Usual)
{
    /// <summary>The practice choice that the sequences become.</summary>
    public const string Choice = "polish";
}

/// <summary>Writes polishing sequences into a recipe.</summary>
public static class Polishing
{
    private static readonly Wording Title = new(new Dictionary<string, string> { ["en"] = "Polish" });

    /// <summary>The recipe with its sequences as a practice choice and their steps in place. A recipe that refers to none is returned as it is.</summary>
    /// <exception cref="KeyNotFoundException">A sequence, or the step they follow, is not there.</exception>
    public static Recipe With(this Recipe recipe, IReadOnlyCollection<PolishingSequence> sequences)
    {
        if (recipe.Polishing is not { } wanted)
        {
            return recipe;
        }

        var chosen = wanted
            .Sequences.Select(id => sequences.FirstOrDefault(s => s.Id == id) ?? throw new KeyNotFoundException($"There is no polishing sequence {id}."))
            .ToList();
        var after = recipe.IndexOf(wanted.After);
        if (after < 0)
        {
            throw new KeyNotFoundException($"There is no step {wanted.After} to polish after.");
        }

        var steps = chosen.SelectMany(s => s.Steps, (sequence, step) => step with { When = new Condition(Choice: PolishingRef.Choice, Is: [sequence.Id]) });
        var choice = new TechniqueOption(
            PolishingRef.Choice,
            Title,
            [.. chosen.Select(s => new TechniqueAlternative(s.Id, s.Title, s.Why, s.Modes))],
            wanted.Usual
        );
        return recipe with
        {
            Steps = [.. recipe.Steps.Take(after + 1), .. steps, .. recipe.Steps.Skip(after + 1)],
            Choices = [.. recipe.Choices ?? [], choice],
            Polishing = null,
        };
    }
}
