using Rhabdon.Core.Catalog;

namespace Rhabdon.Core.Recipes;

/// <summary>A point on which installers disagree: the techniques, of which a crew follows one.</summary>
/// <param name="Usual">The option that holds until a crew chooses.</param>
public sealed record TechniqueOption(string Id, Wording Title, IReadOnlyList<TechniqueAlternative> Options, string Usual);

/// <summary>One technique, and why it does it so.</summary>
/// <param name="Modes">The fiber modes it is good for; null for both.</param>
public sealed record TechniqueAlternative(string Id, Wording Title, Wording Why, IReadOnlyList<FiberMode>? Modes = null);
