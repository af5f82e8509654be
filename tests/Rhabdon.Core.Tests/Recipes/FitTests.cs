using Rhabdon.Core.Catalog;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Tests.Bench;

namespace Rhabdon.Core.Tests.Recipes;

/// <summary>M4 goes onto 900 µm tight buffer, SC or LC, never APC, multimode or single-mode (common practice).</summary>
public class FitTests
{
    [Theory]
    [InlineData(ConnectorType.SC, Polish.UPC, CableBuild.TightBuffer900, FiberGrade.OM4, null)]
    [InlineData(ConnectorType.LC, Polish.PC, CableBuild.TightBuffer900, FiberGrade.OS2, null)]
    [InlineData(ConnectorType.ST, Polish.UPC, CableBuild.TightBuffer900, FiberGrade.OM4, "connector")]
    [InlineData(ConnectorType.SC, Polish.APC, CableBuild.TightBuffer900, FiberGrade.OS2, "polish")]
    [InlineData(ConnectorType.SC, Polish.UPC, CableBuild.Cordage30, FiberGrade.OM4, "build")]
    public void M4_says_what_it_does_not_fit(ConnectorType connector, Polish polish, CableBuild build, FiberGrade grade, string? field) =>
        Assert.Equal(field, Fit.Faults(Story.StarterBook().Latest("M4")!.Recipe, connector, polish, build, grade).Select(f => f.Field).SingleOrDefault());

    [Fact]
    public void A_recipe_for_one_mode_refuses_the_other()
    {
        var m4 = Story.StarterBook().Latest("M4")!.Recipe;
        var multimode = m4 with { Serves = m4.Serves with { Modes = [FiberMode.Multimode] } };
        Assert.Equal("grade", Assert.Single(Fit.Faults(multimode, ConnectorType.SC, Polish.UPC, CableBuild.TightBuffer900, FiberGrade.OS2)).Field);
    }
}
