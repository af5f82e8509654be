using Rhabdon.Core.Catalog;
using Rhabdon.Core.Recipes;

namespace Rhabdon.Core.Tests.Recipes;

/// <summary>Combinations that the trade meets: which recipe makes them, and where none does, the nearest and why not (common practice).</summary>
public class NearestRecipesTests
{
    private static readonly RecipeBook Book = StarterRecipes.Book();

    // Anaerobic SC and LC go onto 900; an angled face on a fan-out is cleaved by M6 or spliced; MPO comes only with its ribbon.
    [Theory]
    [InlineData(ConnectorType.LC, Polish.UPC, CableBuild.TightBuffer900, FiberGrade.OM4, "A2 F1 F2 M2 M4 M7 S2")]
    [InlineData(ConnectorType.SC, Polish.APC, CableBuild.Furcation900, FiberGrade.OS2, "M6")]
    [InlineData(ConnectorType.SC, Polish.APC, CableBuild.TightBuffer900, FiberGrade.OS2, "F1 F2 M6 S2")]
    [InlineData(ConnectorType.MPO, Polish.APC, CableBuild.Ribbon12, FiberGrade.OS2, "R1")]
    [InlineData(ConnectorType.SC, Polish.UPC, CableBuild.FlatDrop, FiberGrade.OS2, "M8")]
    public void What_fits_is_named_and_nothing_else(ConnectorType connector, Polish polish, CableBuild build, FiberGrade grade, string recipes)
    {
        var near = Near(connector, polish, build, grade);
        Assert.All(near, f => Assert.True(f.Fits));
        Assert.Equal(recipes, string.Join(' ', near.Select(f => f.Published.Ref.Id).Order(StringComparer.Ordinal)));
    }

    // A 1.6 mm jacket has no recipe: the nearest are those for 2.0 mm, and the build is what stands against them.
    [Fact]
    public void For_cordage_of_1_6_the_nearest_are_those_for_other_cordage()
    {
        var near = Near(ConnectorType.SC, Polish.UPC, CableBuild.Cordage16, FiberGrade.OM4);
        Assert.Equal(3, near.Count);
        Assert.All(near, f => Assert.Equal(["build"], f.Reasons.Select(r => r.Field)));
        Assert.All(near, f => Assert.Contains(CableBuild.Cordage20, f.Published.Recipe.Serves.Builds));
    }

    // Nobody polishes an angled ST: the connector is easier to change than the cable that lies in the wall.
    [Fact]
    public void What_is_easiest_to_change_is_changed_first()
    {
        var near = Near(ConnectorType.ST, Polish.APC, CableBuild.TightBuffer900, FiberGrade.OS2);
        Assert.Equal("F1", near[0].Published.Ref.Id);
        var drop = Near(ConnectorType.LC, Polish.UPC, CableBuild.FlatDrop, FiberGrade.OS2);
        Assert.Equal("M8", drop[0].Published.Ref.Id);
        Assert.Equal(["connector"], drop[0].Reasons.Select(r => r.Field));
    }

    // Glass cannot be changed: no multimode recipe is near a single-mode strand.
    [Fact]
    public void The_fiber_that_lies_there_is_never_asked_to_be_another() =>
        Assert.All(Near(ConnectorType.MPO, Polish.UPC, CableBuild.Cordage16, FiberGrade.OS2), f => Assert.DoesNotContain(f.Reasons, r => r.Field == "grade"));

    private static IReadOnlyList<RecipeFit> Near(ConnectorType connector, Polish polish, CableBuild build, FiberGrade grade) =>
        NearestRecipes.Of(Book.Recipes, new Combination(connector, polish, build, grade));
}
