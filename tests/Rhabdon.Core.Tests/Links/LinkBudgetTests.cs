using Rhabdon.Core.Catalog;
using Rhabdon.Core.Links;
using Rhabdon.Core.Units;

namespace Rhabdon.Core.Tests.Links;

/// <summary>A link's limit, line by line (TIA-568.3, ISO/IEC 11801, ISO/IEC 14763-3, IEEE 802.3, ITU-T G.984.2: all from memory).</summary>
public class LinkBudgetTests
{
    private static readonly BudgetTables Tables = BudgetTables.Shipped;

    // 0.120 km at 3.0 is 0.36, two pairs 1.50: 1.86; one splice more 2.16. 2.4 km at 0.4 is 0.96, two pairs 1.5, two splices 0.6: 3.06 (worked by hand).
    [Theory]
    [InlineData("tia", FiberGrade.OM3, 120, 850, 0, 0, 1.86)]
    [InlineData("tia", FiberGrade.OM3, 120, 850, 0, 1, 2.16)]
    [InlineData("iso", FiberGrade.OS2, 2400, 1310, 0, 2, 3.06)]
    [InlineData("tia", FiberGrade.OS2, 2400, 1310, 0, 2, 3.30)]
    [InlineData("iso", FiberGrade.OM3, 100, 850, 1, 0, 2.60)]
    public void A_limit_is_the_sum_of_its_lines(string profile, FiberGrade grade, int meters, int wavelength, int pairs, int splices, double limit)
    {
        var answer = LinkBudget.Of(new LinkQuestion(profile, grade, M(meters), wavelength, Pairs: pairs, Splices: splices), Tables);
        Assert.Equal((decimal)limit, answer.Limit.Amount);
        Assert.Equal(answer.Limit.Amount, answer.Lines.Sum(l => l.Total.Amount));
        Assert.All(answer.Lines, l => Assert.NotEmpty(l.Source));
    }

    // One cord counts both end pairs, two cords one, three none; pairs in between count whatever the reference.
    [Theory]
    [InlineData(ReferenceMethod.OneCord, false, 2.55)]
    [InlineData(ReferenceMethod.TwoCord, false, 1.80)]
    [InlineData(ReferenceMethod.ThreeCord, false, 1.05)]
    [InlineData(ReferenceMethod.OneCord, true, 1.65)]
    [InlineData(ReferenceMethod.ThreeCord, true, 1.05)]
    public void The_reference_says_which_end_pairs_are_counted(ReferenceMethod method, bool hasReferenceCords, double limit) =>
        Assert.Equal(
            (decimal)limit,
            LinkBudget.Of(new LinkQuestion("tia", FiberGrade.OM4, M(100), 850, method, Pairs: 1, HasReferenceCords: hasReferenceCords), Tables).Limit.Amount
        );

    // 10GBASE-SR: OM3 300 m and 2.6 dB, OM4 400 m and 2.9 dB, each to the meter and the hundredth.
    [Theory]
    [InlineData(FiberGrade.OM3, 300, 2.6, true)]
    [InlineData(FiberGrade.OM3, 301, 2.6, false)]
    [InlineData(FiberGrade.OM3, 300, 2.61, false)]
    [InlineData(FiberGrade.OM4, 400, 2.9, true)]
    [InlineData(FiberGrade.OM4, 401, 2.9, false)]
    [InlineData(FiberGrade.OM1, 33, 2.4, true)]
    [InlineData(FiberGrade.OM1, 34, 2.4, false)]
    public void An_application_is_carried_up_to_its_length_and_loss(FiberGrade grade, int meters, double loss, bool isCarried)
    {
        var asked = new LinkQuestion("tia", grade, M(meters), 850, Loss: Decibel.Of((decimal)loss));
        var verdict = LinkBudget.Of(asked, Tables).Applications.Single(a => a.Name == "10GBASE-SR");
        Assert.Equal(isCarried, verdict.IsCarried);
        Assert.Equal(verdict.MostLoss.Amount - (decimal)loss, verdict.Margin.Amount);
    }

    // A passive network must lose something too: 13 to 28 dB for class B+.
    [Theory]
    [InlineData(12.9, false)]
    [InlineData(13, true)]
    [InlineData(28, true)]
    [InlineData(28.1, false)]
    public void A_passive_network_has_a_window(double loss, bool isCarried)
    {
        var asked = new LinkQuestion("tia", FiberGrade.OS2, M(9000), 1310, Loss: Decibel.Of((decimal)loss));
        Assert.Equal(isCarried, LinkBudget.Of(asked, Tables).Applications.Single(a => a.Name.StartsWith("GPON", StringComparison.Ordinal)).IsCarried);
    }

    [Theory]
    [InlineData("profile", "house", 850, 100, 0)]
    [InlineData("wavelength", "tia", 1550, 100, 0)]
    [InlineData("length", "tia", 850, 0, 0)]
    [InlineData("pairs", "tia", 850, 100, 21)]
    public void What_cannot_be_reckoned_is_named(string field, string profile, int wavelength, int meters, int pairs)
    {
        var asked = new LinkQuestion(profile, FiberGrade.OM4, M(meters), wavelength, Pairs: pairs);
        Assert.Equal(field, LinkBudget.Fault(asked, Tables)?.Field);
        Assert.Throws<ArgumentException>(() => LinkBudget.Of(asked, Tables));
    }

    // Only OM5 is specified at 953 nm; every grade has two wavelengths at least.
    [Fact]
    public void Every_grade_is_specified_at_its_own_wavelengths()
    {
        Assert.All(Tables.Profiles, p => Assert.All(Enum.GetValues<FiberGrade>(), g => Assert.InRange(p.Wavelengths(g).Count, 2, 3)));
        Assert.All(Tables.Profiles, p => Assert.Equal([FiberGrade.OM5], Enum.GetValues<FiberGrade>().Where(g => p.PerKm(g, 953) is not null)));
    }

    private static Length M(int meters) => Length.Mm(meters * 1000m);
}
