using Rhabdon.Core.Catalog;

namespace Rhabdon.Core.Recipes;

/// <summary>When a part, a cut, a step or an answer belongs to the work: on some cable builds, fiber cores or connectors only, or only in some
/// techniques.</summary>
/// <param name="Builds">Null for every build.</param>
/// <param name="Choice">A practice choice of the recipe; null for whatever the technique.</param>
/// <param name="Is">The options of that choice in which it belongs.</param>
/// <param name="Cores">Null for every core.</param>
/// <param name="Connectors">Null for every connector.</param>
/// <param name="Positions">Fibers in a port, as 2 for duplex; null for any.</param>
public sealed record Condition(
    IReadOnlyList<CableBuild>? Builds = null,
    string? Choice = null,
    IReadOnlyList<string>? Is = null,
    IReadOnlyList<FiberCore>? Cores = null,
    IReadOnlyList<ConnectorType>? Connectors = null,
    IReadOnlyList<int>? Positions = null
)
{
    /// <summary>True when both hold in just the same cases.</summary>
    public bool SameAs(Condition other) =>
        Choice == other.Choice
        && Same(Is, other.Is)
        && Same(Builds, other.Builds)
        && Same(Cores, other.Cores)
        && Same(Connectors, other.Connectors)
        && Same(Positions, other.Positions);

    /// <summary>True when it belongs to the work on this build in this technique.</summary>
    /// <param name="grade">Null while nobody knows what fiber it will be: then nothing is left out for its core.</param>
    /// <param name="connector">Null while nobody knows which it will be: then nothing is left out for it.</param>
    /// <param name="positions">Null while nobody knows how many fibers the port takes: then nothing is left out for that.</param>
    public bool Holds(CableBuild build, Technique technique, Recipe recipe, FiberGrade? grade, ConnectorType? connector, int? positions = null) =>
        Builds?.Contains(build) != false
        && (Choice is null || Is?.Contains(technique.Of(recipe, Choice)) == true)
        && (grade is not { } known || Cores?.Contains(known.Core()) != false)
        && (connector is not { } made || Connectors?.Contains(made) != false)
        && (positions is not { } filled || Positions?.Contains(filled) != false);

    private static bool Same<T>(IReadOnlyList<T>? one, IReadOnlyList<T>? other) => (one ?? []).Order().SequenceEqual((other ?? []).Order());
}
