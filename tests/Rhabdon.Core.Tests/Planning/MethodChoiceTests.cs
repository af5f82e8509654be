using Rhabdon.Core.Catalog;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Planning;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Units;

namespace Rhabdon.Core.Tests.Planning;

/// <summary>Which ways there are to make ends, what each costs, and where the costs cross.</summary>
public class MethodChoiceTests
{
    private static readonly MethodFigures Mechanical = new(
        "mechanical",
        14,
        450,
        4,
        SkillNeed.Lowest,
        0.92,
        Decibel.Of(0.35m),
        Decibel.Of(-40),
        Angled: Decibel.Of(-55)
    );
    private static readonly MethodFigures SpliceOn = new(
        "splice-on",
        12,
        300,
        8,
        SkillNeed.Medium,
        0.95,
        Decibel.Of(0.17m),
        Decibel.Of(-55),
        Machine: 7500,
        Angled: Decibel.Of(-60)
    );

    // By hand, at 60 an hour. Mechanical: 14 for the part; 3 wipes at 0.08, 1 ml of alcohol at 0.02, a 16,000th of a blade at 400: 0.285; 150 s of hands: 2.50;
    // together 16.785, and of 100 connectors 92 are good: 18.2446. Once: 450 for tools and 4 h of training at 60: 690.
    // Splice-on: 12; those and a sleeve at 0.40 and a 5,000th of electrodes at 260: 0.737; 240 s: 4.00; together 16.737;
    // of 100 95 are good: 17.6179. Once: 300, 7500, 480.
    // They cross at (8280 - 690) / (18.2446 - 17.6179) = 12,111.3.
    [Fact]
    public void What_each_way_costs_and_where_they_cross_is_as_reckoned_by_hand()
    {
        var compared = Compare(Question(96));
        var (by, on) = (Option(compared, "M4"), Option(compared, "S2"));
        Assert.Equal((14m, 0.285m, 2.5m), (by.End.Part, by.End.UsedUp, Math.Round(by.End.Hands, 6)));
        Assert.Equal(18.2446m, Math.Round(by.End.Sum, 4));
        Assert.Equal((450m, 0m, 240m), (by.Once.Tools, by.Once.Machine, by.Once.Training));
        Assert.Equal(0.737m, Math.Round(on.End.UsedUp, 6));
        Assert.Equal(17.6179m, Math.Round(on.End.Sum, 4));
        Assert.Equal(8280m, on.Once.Sum);
        Assert.Equal(Math.Round((18.2446m * 96) + 690, 0), Math.Round(by.Total, 0));
        Assert.Contains(new BreakEven("S2", "M4", 12_112), compared.BreakEvens);
    }

    // At the count itself the dearer machine costs no more, and one end earlier it still does.
    [Fact]
    public void At_the_break_even_the_order_turns()
    {
        Assert.True(Option(Compare(Question(12_111)), "M4").Total < Option(Compare(Question(12_111)), "S2").Total);
        Assert.True(Option(Compare(Question(12_112)), "M4").Total >= Option(Compare(Question(12_112)), "S2").Total);
    }

    // A machine that is there costs nothing, one that is needed for a day is hired, and whoever has made such ends need not learn it.
    [Fact]
    public void What_is_there_is_not_bought_and_a_short_job_hires()
    {
        var hired = Question(24) with { Figures = [Mechanical, SpliceOn with { HireDay = 150 }] };
        var once = Option(Compare(hired), "S2").Once;
        Assert.Equal((true, 150m), (once.IsHired, once.Machine));
        var owned = Option(Compare(hired with { Owned = ["splice-on"], Skilled = [new MethodSkill("splice-on", ["Ira Maro"])] }), "S2");
        Assert.Equal((0m, "Ira Maro"), (owned.Once.Sum, Assert.Single(owned.People)));
    }

    // Nobody polishes an angled face by hand in the field (a fact of the trade): such ways are out, and say why.
    [Fact]
    public void A_way_that_does_not_do_says_why()
    {
        var compared = Compare(Question(24) with { Wanted = new Combination(ConnectorType.SC, Polish.APC, CableBuild.TightBuffer900, FiberGrade.OS2) });
        Assert.DoesNotContain(compared.Options, o => o.Method == "adhesive");
        Assert.Contains(compared.Options, o => o.Recipe.Id == "S2");
        Assert.NotEmpty(compared.Outs.Single(o => o.Recipe.Id == "A2").Why);
        Assert.All(compared.Options, o => Assert.True(o.MeetsReflectance));
    }

    // The crew's own record moves the yield, and with it connectors to take, hours and cost.
    [Fact]
    public void The_crews_own_record_weighs_the_more_the_more_there_is_of_it()
    {
        var usual = Option(Compare(Question(96)), "M4");
        var own = Option(Compare(Question(96) with { Yields = [new YieldRecord("mechanical", 140, 200)] }), "M4");
        Assert.Equal((0.92, 0, null), (Math.Round(usual.Yield, 9), usual.YieldOf, usual.YieldInterval));
        Assert.Equal((18.4 + 140) / 220, own.Yield, 9);
        Assert.InRange(own.Yield, own.YieldInterval!.Low, own.YieldInterval.High);
        Assert.True(own.Connectors > usual.Connectors && own.Hours > usual.Hours && own.Total > usual.Total);
    }

    // 10GBASE-SR's cousin: two field connectors and 90 m lose far less than the standard allows; ten times the joint's loss does not.
    [Fact]
    public void The_chance_to_pass_falls_with_the_joints_loss()
    {
        var good = Option(Compare(Question(24)), "M4");
        var poor = Option(Compare(Question(24) with { Figures = [Mechanical with { Loss = Decibel.Of(0.9m) }] }), "M4");
        Assert.InRange(good.Pass!.Value, 0.97, 1);
        Assert.InRange(poor.Pass!.Value, 0.2, 0.6);
    }

    // 150 s of hands each, one after the other: 12 ends of a mechanical connector are half an hour, rework aside.
    [Fact]
    public void The_hours_are_those_of_the_rounds()
    {
        var option = Option(Compare(Question(24)), "M4");
        Assert.InRange(option.Hours * option.Yield, 0.9, 1.2);
    }

    [Fact]
    public void What_cannot_be_reckoned_with_names_its_field()
    {
        Assert.Equal("ends", (Question(0)).Fault?.Field);
        Assert.Equal("confidence", (Question(1) with { Confidence = 1 }).Fault?.Field);
        Assert.Equal("yields.good", (Question(1) with { Yields = [new YieldRecord("mechanical", 3, 2)] }).Fault?.Field);
        Assert.Equal("figures", (Question(1) with { Figures = [Mechanical with { Yield = 1 }] }).Fault?.Field);
    }

    private static MethodQuestion Question(int ends) =>
        new(
            new Combination(ConnectorType.SC, Polish.UPC, CableBuild.TightBuffer900, FiberGrade.OM4),
            ends,
            Length.Mm(90_000),
            60,
            Figures: [Mechanical, SpliceOn]
        );

    private static MethodComparison Compare(MethodQuestion asked) => new MethodChoice(StarterRecipes.Book(), Phrasebook.English, "en").Compare(asked);

    private static MethodOption Option(MethodComparison compared, string recipe) => compared.Options.Single(o => o.Recipe.Id == recipe);
}
