namespace Rhabdon.Core.Recipes;

/// <summary>A recipe as it goes from one house to another, with the ladder it refers to when that is new there too.</summary>
/// <param name="Ladder">Null when the ladder is published already.</param>
public sealed record RecipeFile(Recipe Recipe, Ladder? Ladder = null);
