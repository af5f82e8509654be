using Rhabdon.Core.Catalog;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Tests.Bench;

namespace Rhabdon.Core.Tests.Recipes;

/// <summary>M4 goes onto 900 µm tight buffer, SC or LC, never APC, multimode or single-mode (common practice).</summary>
public class CompatibilityCheckTests
{
    [Theory]
    [InlineData(ConnectorType.SC, Polish.UPC, CableBuild.TightBuffer900, FiberGrade.OM4, null)]
    [InlineData(ConnectorType.LC, Polish.PC, CableBuild.TightBuffer900, FiberGrade.OS2, null)]
    [InlineData(ConnectorType.ST, Polish.UPC, CableBuild.TightBuffer900, FiberGrade.OM4, "connector")]
    [InlineData(ConnectorType.SC, Polish.APC, CableBuild.TightBuffer900, FiberGrade.OS2, "polish")]
    [InlineData(ConnectorType.SC, Polish.UPC, CableBuild.Cordage30, FiberGrade.OM4, "build")]
    public void M4_says_what_it_does_not_fit(ConnectorType connector, Polish polish, CableBuild build, FiberGrade grade, string? field) =>
        Assert.Equal(
            field,
            CompatibilityCheck
                .Faults(Story.StarterBook().Latest("M4")!.Recipe, new Combination(connector, polish, build, grade))
                .Select(f => f.Field)
                .SingleOrDefault()
        );

    [Fact]
    public void A_recipe_for_one_mode_refuses_the_other()
    {
        var m4 = Story.StarterBook().Latest("M4")!.Recipe;
        var multimode = m4 with { Serves = m4.Serves with { Modes = [FiberMode.Multimode] } };
        Assert.Equal(
            "grade",
            Assert.Single(CompatibilityCheck.Faults(multimode, new Combination(ConnectorType.SC, Polish.UPC, CableBuild.TightBuffer900, FiberGrade.OS2))).Field
        );
    }

    // Common practice: APC is not polished by hand in the field.
    [Fact]
    public void An_angled_face_is_not_polished_by_hand_and_the_reason_says_what_to_use()
    {
        var faults = CompatibilityCheck.Faults(
            Story.StarterBook().Latest("A1")!.Recipe,
            new Combination(ConnectorType.SC, Polish.APC, CableBuild.Cordage30, FiberGrade.OS2)
        );
        Assert.Equal([("polish", "fit.apc-by-hand")], faults.Select(f => (f.Field, f.Says.Key)));
        Assert.Empty(
            CompatibilityCheck.Faults(
                Story.StarterBook().Latest("S2")!.Recipe,
                new Combination(ConnectorType.SC, Polish.APC, CableBuild.TightBuffer900, FiberGrade.OS2)
            )
        );
    }

    // Common practice: a single-mode end needs 0.3 µm or finer, and P3 ends on 2 µm.
    [Theory]
    [InlineData("P3", FiberMode.SingleMode, "P3")]
    [InlineData("P4", FiberMode.SingleMode, "P4")]
    [InlineData("P1", FiberMode.SingleMode, null)]
    [InlineData("P3", FiberMode.Multimode, null)]
    public void A_sequence_that_ends_too_coarse_is_no_good_for_single_mode(string sequence, FiberMode mode, string? unfit) =>
        Assert.Equal(
            unfit,
            new Technique(new Dictionary<string, string> { [PolishingRef.Choice] = sequence }).Unfit(Story.StarterBook().Latest("A1")!.Recipe, mode)?.Id
        );

    // Common practice: stub to fiber, boot to cable, no proof test on a stub, twelve to an MPO, and a single-mode face not by P3.
    [Theory]
    [InlineData("M4", "stub", "fit.stub")]
    [InlineData("M1", "boot", "fit.boot")]
    [InlineData("S2", "proofTest", "fit.proof-test")]
    [InlineData("R1", "positions", "fit.positions")]
    [InlineData("R1", "strands", "fit.together")]
    [InlineData("A1", "technique", "conflict.technique-mode")]
    public void Whatever_does_not_go_together_has_its_reason(string id, string field, string reason)
    {
        var recipe = Story.StarterBook().Latest(id)!.Recipe;
        var good = new Combination(
            recipe.Serves.Connectors[0],
            recipe.Serves.Polishes[0],
            recipe.Serves.Builds[0],
            FiberGrade.OS2,
            id == "R1" ? 12 : 1,
            24,
            FiberCore.SingleMode,
            recipe.Serves.Builds[0],
            false,
            Technique.Usual
        );
        Assert.Empty(CompatibilityCheck.Faults(recipe, good));
        var bad = field switch
        {
            "stub" => good with { Stub = FiberCore.Core62 },
            "boot" => good with { Boot = CableBuild.TightBuffer900 },
            "proofTest" => good with { ProofTest = true },
            "positions" => good with { Positions = 2 },
            "strands" => good with { Strands = 30 },
            _ => good with { Technique = new Technique(new Dictionary<string, string> { [PolishingRef.Choice] = "P3" }) },
        };
        var fault = Assert.Single(CompatibilityCheck.Faults(recipe, bad));
        Assert.Equal((field, reason), (fault.Field, fault.Says.Key));
    }

    [Theory]
    [InlineData(FiberGrade.OM1, FiberCore.Core50)]
    [InlineData(FiberGrade.OM4, FiberCore.Core62)]
    public void A_stub_of_the_other_multimode_core_does_not_serve(FiberGrade grade, FiberCore stub) =>
        Assert.Contains(
            CompatibilityCheck.Faults(
                Story.StarterBook().Latest("M4")!.Recipe,
                new Combination(ConnectorType.SC, Polish.UPC, CableBuild.TightBuffer900, grade, Stub: stub)
            ),
            f => f.Field == "stub"
        );
}
