namespace Rhabdon.Core.Recipes;

/// <summary>Published recipes and ladders at hand. Nothing in it changes; a newer version stands beside the older.</summary>
public sealed class RecipeBook
{
    private readonly Dictionary<RecipeRef, PublishedRecipe> recipes = [];
    private readonly Dictionary<LadderRef, Ladder> ladders = [];

    public IEnumerable<PublishedRecipe> Recipes => recipes.Values;

    public IEnumerable<PublishedLadder> Ladders => ladders.Select(l => new PublishedLadder(l.Key, l.Value));

    public RecipeBook Add(PublishedLadder ladder)
    {
        ladders[ladder.Ref] = ladder.Ladder;
        return this;
    }

    public RecipeBook Add(PublishedRecipe recipe)
    {
        recipes[recipe.Ref] = recipe;
        return this;
    }

    public PublishedRecipe? Find(RecipeRef? recipe) => recipe is null ? null : recipes.GetValueOrDefault(recipe);

    /// <summary>The newest version of a recipe, or null.</summary>
    public PublishedRecipe? Latest(string id) => recipes.Values.Where(r => r.Ref.Id == id).MaxBy(r => r.Ref.Version);

    /// <summary>The newest version of a ladder, or null.</summary>
    public PublishedLadder? LatestLadder(string id) => Ladders.Where(l => l.Ref.Id == id).MaxBy(l => l.Ref.Version);

    /// <exception cref="KeyNotFoundException">The book has no such version.</exception>
    public PublishedLadder LadderAt(LadderRef ladder) => new(ladder, ladders[ladder]);

    /// <exception cref="KeyNotFoundException">The ladder's version is not in the book; a published recipe's always is.</exception>
    public Ladder LadderOf(Recipe recipe) => ladders.TryGetValue(recipe.Ladder, out var ladder)
        ? ladder
        : throw new KeyNotFoundException($"Ladder {recipe.Ladder.Id} v{recipe.Ladder.Version} of recipe {recipe.Id} is not in the book.");
}
