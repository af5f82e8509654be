using Rhabdon.Core.Catalog;

namespace Rhabdon.Core.Recipes;

/// <summary>What a crew chose where installers disagree, option by choice. What it does not name is as usual.</summary>
public sealed record Technique(IReadOnlyDictionary<string, string> Options)
{
    private string? key;

    public static Technique Usual { get; } = new(new Dictionary<string, string>());

    /// <summary>The option followed in a choice of the recipe; empty when the recipe has no such choice.</summary>
    public string Of(Recipe recipe, string choice) =>
        recipe.Choices?.FirstOrDefault(c => c.Id == choice) is not { } asked ? string.Empty
        : Options.TryGetValue(choice, out var option) && asked.Options.Any(o => o.Id == option) ? option
        : asked.Usual;

    /// <summary>The first choice or option that the recipe does not know, or null.</summary>
    public string? Unknown(Recipe recipe) =>
        Options
            .Where(o => recipe.Choices?.FirstOrDefault(c => c.Id == o.Key)?.Options.Any(option => option.Id == o.Value) != true)
            .Select(o => $"{o.Key}: {o.Value}")
            .FirstOrDefault();

    /// <summary>The first option followed in the recipe that is no good for this fiber mode, or null.</summary>
    public TechniqueAlternative? Unfit(Recipe recipe, FiberMode mode) =>
        (recipe.Choices ?? []).Select(c => c.Options.First(o => o.Id == Of(recipe, c.Id))).FirstOrDefault(o => o.Modes?.Contains(mode) == false);

    public bool Equals(Technique? other) => other is not null && other.Key == Key;

    public override int GetHashCode() => Key.GetHashCode(StringComparison.Ordinal);

    /// <summary>Its name within a cache: the same choices in any order are the same technique.</summary>
    internal string Key => key ??= string.Join(';', Options.OrderBy(o => o.Key, StringComparer.Ordinal).Select(o => $"{o.Key}={o.Value}"));
}
