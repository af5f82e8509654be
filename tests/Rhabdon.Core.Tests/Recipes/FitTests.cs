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

    // Common practice: APC is not polished by hand in the field.
    [Fact]
    public void An_angled_face_is_not_polished_by_hand_and_the_reason_says_what_to_use()
    {
        var faults = Fit.Faults(Story.StarterBook().Latest("A1")!.Recipe, ConnectorType.SC, Polish.APC, CableBuild.Cordage30, FiberGrade.OS2);
        Assert.Equal([("polish", "fit.apc-by-hand")], faults.Select(f => (f.Field, f.Says.Key)));
        Assert.Empty(Fit.Faults(Story.StarterBook().Latest("S2")!.Recipe, ConnectorType.SC, Polish.APC, CableBuild.TightBuffer900, FiberGrade.OS2));
    }

    // Common practice: a single-mode end needs 0.3 µm or finer, and P3 ends on 2 µm.
    [Theory]
    [InlineData("P3", FiberMode.SingleMode, "P3")]
    [InlineData("P4", FiberMode.SingleMode, "P4")]
    [InlineData("P1", FiberMode.SingleMode, null)]
    [InlineData("P3", FiberMode.Multimode, null)]
    public void A_sequence_that_ends_too_coarse_is_no_good_for_single_mode(string sequence, FiberMode mode, string? unfit) =>
        Assert.Equal(unfit, new School(new Dictionary<string, string> { [PolishingRef.Choice] = sequence }).Unfit(Story.StarterBook().Latest("A1")!.Recipe, mode)?.Id);
}
