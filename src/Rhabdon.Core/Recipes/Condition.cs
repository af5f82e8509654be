using Rhabdon.Core.Catalog;

namespace Rhabdon.Core.Recipes;

/// <summary>When a part, a cut or a step belongs to the work: on some cable builds only, or only in some schools.</summary>
/// <param name="Builds">Null for every build.</param>
/// <param name="Choice">A practice choice of the recipe; null for whatever the school.</param>
/// <param name="Is">The options of that choice in which it belongs.</param>
public sealed record Condition(IReadOnlyList<CableBuild>? Builds = null, string? Choice = null, IReadOnlyList<string>? Is = null)
{
    /// <summary>True when both hold in just the same cases.</summary>
    public bool SameAs(Condition other) =>
        Choice == other.Choice && (Is ?? []).Order().SequenceEqual((other.Is ?? []).Order()) && (Builds ?? []).Order().SequenceEqual((other.Builds ?? []).Order());

    /// <summary>True when it belongs to the work on this build in this school.</summary>
    public bool Holds(CableBuild build, School school, Recipe recipe) =>
        Builds?.Contains(build) != false && (Choice is null || Is?.Contains(school.Of(recipe, Choice)) == true);
}
