using Rhabdon.Core.Catalog;
using Rhabdon.Core.EndFaces;
using Rhabdon.Core.Links;

namespace Rhabdon.Core.Recipes;

/// <summary>
/// Published recipes and ladders at hand, and the profiles that faces and losses are held against. Nothing in it changes; a newer version stands beside the
/// older.
/// </summary>
public sealed class RecipeBook
{
    private readonly Dictionary<RecipeRef, Lazy<PublishedRecipe>> recipes = [];
    private readonly Dictionary<ReworkLadderRef, Lazy<ReworkLadder>> ladders = [];
    private readonly List<FaceLimits> own = [];
    private readonly Dictionary<(string Id, int Version), BudgetProfile> budgets = [];

    public IEnumerable<PublishedRecipe> Recipes => recipes.Values.Select(r => r.Value);

    /// <summary>The newest version of each recipe, by id.</summary>
    public IEnumerable<PublishedRecipe> Newest =>
        recipes.Keys.GroupBy(r => r.Id).OrderBy(r => r.Key, StringComparer.Ordinal).Select(r => recipes[r.MaxBy(v => v.Version)!].Value);

    public IEnumerable<PublishedReworkLadder> Ladders => ladders.Select(l => new PublishedReworkLadder(l.Key, l.Value.Value));

    /// <summary>Every version of the buyers' own profiles, in the order in which they were published.</summary>
    public IReadOnlyList<FaceLimits> OwnProfiles => own;

    /// <summary>All profiles in their newest versions: those that ship, then the buyers' own.</summary>
    public IEnumerable<FaceLimits> Profiles => ShippedFaceLimits.Starters.Concat(own.GroupBy(p => p.Id).Select(g => g.MaxBy(p => p.Version)!));

    public RecipeBook Add(PublishedReworkLadder ladder)
    {
        ladders[ladder.Ref] = new Lazy<ReworkLadder>(ladder.Ladder);
        return this;
    }

    public RecipeBook Add(PublishedRecipe recipe)
    {
        recipes[recipe.Ref] = new Lazy<PublishedRecipe>(recipe);
        return this;
    }

    /// <summary>A ladder that is only read once a recipe needs it.</summary>
    public void Add(ReworkLadderRef ladder, Func<PublishedReworkLadder> read) => ladders[ladder] = new Lazy<ReworkLadder>(() => read().Ladder);

    /// <summary>A recipe that is only read once a strand needs it.</summary>
    public void Add(RecipeRef recipe, Func<PublishedRecipe> read) => recipes[recipe] = new Lazy<PublishedRecipe>(read);

    /// <param name="profile">A buyer's own; published later, it comes before those published earlier.</param>
    public RecipeBook Add(FaceLimits profile)
    {
        own.RemoveAll(p => p.Id == profile.Id && p.Version == profile.Version);
        own.Add(profile);
        return this;
    }

    /// <param name="budget">A customer's own.</param>
    public RecipeBook Add(BudgetProfile budget)
    {
        budgets[(budget.Id, budget.Version)] = budget;
        return this;
    }

    /// <summary>A version of a customer's own budget, or null.</summary>
    public BudgetProfile? Budget(string id, int version) => budgets.GetValueOrDefault((id, version));

    /// <summary>A version of a profile, or null.</summary>
    public FaceLimits? Profile(string id, int version) => ShippedFaceLimits.Starters.Concat(own).FirstOrDefault(p => p.Id == id && p.Version == version);

    /// <summary>The limits for this glass and polish: the buyer's own that was published last, else those that ship.</summary>
    public FaceLimits ProfileFor(FiberMode mode, Polish polish) =>
        own.Where(p => own.TrueForAll(o => o.Id != p.Id || o.Version <= p.Version)).LastOrDefault(p => p.Serves(mode, polish))
        ?? ShippedFaceLimits.For(mode, polish);

    public PublishedRecipe? Find(RecipeRef? recipe) => recipe is null ? null : recipes.GetValueOrDefault(recipe)?.Value;

    /// <summary>The newest version of a recipe, or null.</summary>
    public PublishedRecipe? Latest(string id) => recipes.Keys.Where(r => r.Id == id).MaxBy(r => r.Version) is { } newest ? recipes[newest].Value : null;

    /// <summary>The newest version of a ladder, or null.</summary>
    public PublishedReworkLadder? LatestLadder(string id) => ladders.Keys.Where(l => l.Id == id).MaxBy(l => l.Version) is { } newest ? LadderAt(newest) : null;

    public bool Has(ReworkLadderRef ladder) => ladders.ContainsKey(ladder);

    /// <exception cref="KeyNotFoundException">The book has no such version.</exception>
    public PublishedReworkLadder LadderAt(ReworkLadderRef ladder) => new(ladder, ladders[ladder].Value);

    /// <exception cref="KeyNotFoundException">The ladder's version is not in the book; a published recipe's always is.</exception>
    public ReworkLadder LadderOf(Recipe recipe) =>
        ladders.TryGetValue(recipe.Ladder, out var ladder)
            ? ladder.Value
            : throw new KeyNotFoundException($"Ladder {recipe.Ladder.Id} v{recipe.Ladder.Version} of recipe {recipe.Id} is not in the book.");
}
