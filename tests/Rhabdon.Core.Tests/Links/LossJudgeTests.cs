using Rhabdon.Core.Catalog;
using Rhabdon.Core.Links;
using Rhabdon.Core.Units;

namespace Rhabdon.Core.Tests.Links;

/// <summary>
/// A loss against its limit. That nothing within its uncertainty of the limit is a plain pass, and nothing below zero counts: common practice.
/// </summary>
public class LossJudgeTests
{
    // Limit 1.86 dB (OM3, 120 m at 850 nm, two end pairs: TIA-568.3 from memory), a reading sure to 0.15 dB.
    [Theory]
    [InlineData(420, LossGrade.Pass)]
    [InlineData(1710, LossGrade.Pass)]
    [InlineData(1711, LossGrade.Marginal)]
    [InlineData(1860, LossGrade.Marginal)]
    [InlineData(2009, LossGrade.Marginal)]
    [InlineData(2010, LossGrade.Fail)]
    [InlineData(0, LossGrade.Pass)]
    [InlineData(-1, LossGrade.Recheck)]
    [InlineData(-150, LossGrade.Recheck)]
    [InlineData(-151, LossGrade.Invalid)]
    public void Inside_the_uncertainty_nothing_is_plain(int loss, LossGrade grade)
    {
        var basis = new LossBasis("tia", FiberGrade.OM3, Length.Mm(120_000), ReferenceMethod.OneCord);
        Assert.Equal(Decibel.Of(1.86m), basis.Limit(850));
        Assert.Equal(Decibel.Of(0.15m), basis.Uncertainty);
        Assert.Equal(grade, basis.Judge(850, new Decibel(loss)));
    }

    // A link so short that its whole limit is within the uncertainty cannot pass plainly.
    [Fact]
    public void A_limit_below_the_uncertainty_lets_nothing_pass() =>
        Assert.Equal(LossGrade.Marginal, LossJudge.Of(Decibel.Of(0.01m), Decibel.Of(0.1m), Decibel.Of(0.15m)));

    [Fact]
    public void Single_mode_is_less_sure() =>
        Assert.Equal(Decibel.Of(0.2m), new LossBasis("iso", FiberGrade.OS2, Length.Mm(1000), ReferenceMethod.OneCord).Uncertainty);

    // Four readings a strand: two wavelengths, two directions (common practice).
    [Theory]
    [InlineData(FiberGrade.OM4, 850, 1300)]
    [InlineData(FiberGrade.OS2, 1310, 1550)]
    public void A_link_is_tested_at_two_wavelengths_both_ways(FiberGrade grade, int first, int second)
    {
        Assert.Equal([first, second], TestPlan.Usual.At(grade));
        Assert.Equal([CableEnd.Near, CableEnd.Far], TestPlan.Usual.From);
    }

    [Fact]
    public void A_plan_that_cannot_be_is_refused_with_its_field()
    {
        var tables = BudgetTables.Shipped;
        Assert.Null(TestPlan.Usual.Fault(tables));
        Assert.Equal("profile", new TestPlan("house").Fault(tables)!.Value.Field);
        Assert.Equal("wavelengths", new TestPlan(Wavelengths: [850, 850]).Fault(tables)!.Value.Field);
        Assert.Equal("wavelengths", new TestPlan(Wavelengths: [85]).Fault(tables)!.Value.Field);
        Assert.Equal("application", new TestPlan(Application: "10GBASE-T").Fault(tables)!.Value.Field);
        Assert.Null(new TestPlan(Application: "10GBASE-SR").Fault(tables));
    }
}
