using Rhabdon.Core.Recipes;
using Rhabdon.Core.Units;

namespace Rhabdon.Core.Tests.Recipes;

/// <summary>What is different between two versions of a recipe.</summary>
public class RecipeDiffTests
{
    private static readonly Recipe M1 = StarterRecipes.Book().Latest("M1")!.Recipe;

    [Fact]
    public void The_same_has_no_changes() => Assert.Empty(RecipeDiff.Between(M1, M1 with { }));

    [Fact]
    public void A_changed_length_is_named_by_its_cut_with_both_figures()
    {
        var change = Assert.Single(
            RecipeDiff.Between(M1, M1 with { Cuts = [.. M1.Cuts.Select(c => c.Id == "buffer" ? c with { Length = Length.Mm(12) } : c)] })
        );
        Assert.Equal(new RecipeChange("cuts[buffer].length", "11 mm", "12 mm"), change);
    }

    [Fact]
    public void A_step_taken_out_is_gone_and_moves_no_other()
    {
        var changes = RecipeDiff.Between(M1, M1 with { Steps = [.. M1.Steps.Where(s => s.Id != "crimp-entry")] });
        Assert.All(changes, c => Assert.StartsWith("steps[crimp-entry].", c.Place, StringComparison.Ordinal));
        Assert.All(changes, c => Assert.Null(c.After));
    }
}
