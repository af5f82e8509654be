using Rhabdon.Core.Bench;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Rights;
using Rhabdon.Core.Tools;
using Rhabdon.Core.Units;

namespace Rhabdon.Core.Tests.Tools;

/// <summary>What wears, goes off and must be checked. Lives and intervals are common practice; what is ours says so in gear.json.</summary>
public class GearTests
{
    private static readonly GearViewer Viewer = new(Phrasebook.English);

    // A blade lasts about 1,000 cleaves a position and has 16 of them (common practice and ours).
    [Theory]
    [InlineData(0, GearStanding.Good, null)]
    [InlineData(899, GearStanding.Good, null)]
    [InlineData(900, GearStanding.Soon, "blade: 100 left.")]
    [InlineData(1000, GearStanding.Due, "Turn the blade now.")]
    public void A_blade_is_turned_once_its_position_is_worn(int cleaves, GearStanding standing, string? says)
    {
        var cleaver = new GearOnPaper("cleaver");
        Assert.Equal((standing, says), Stands(cleaver, new GearCount("blade", cleaves)));
    }

    [Fact]
    public void A_blade_that_was_turned_to_its_last_position_is_renewed()
    {
        var cleaver = new GearOnPaper("cleaver");
        var taken = cleaver.Clock;
        for (var turn = 2; turn <= 16; turn++)
        {
            Assert.Null(cleaver.Do(new GearRenewed("blade")));
        }

        Assert.Equal(16, cleaver.Stream.State.Renewed("blade")!.Turn);
        Assert.True(cleaver.Stream.State.CountsFrom("blade") > taken);
        Assert.Equal((GearStanding.Due, "Every position is worn: put in a new blade."), Stands(cleaver, new GearCount("blade", 1000)));
        Assert.Null(cleaver.Do(new GearRenewed("blade", IsNew: true)));
        Assert.Equal(1, cleaver.Stream.State.Renewed("blade")!.Turn);
        Assert.Equal("body", cleaver.Do(new GearRenewed("electrodes")));
    }

    // Two things wear on a splicer, each by itself: electrodes in 5,000 splices, its battery in 200 (common practice).
    [Fact]
    public void A_charge_is_renewed_and_the_electrodes_count_on()
    {
        var splicer = new GearOnPaper("splicer");
        splicer.Do(new GearChecked(true));
        Assert.Equal(GearStanding.Due, Stands(splicer, new GearCount("charge", 200), new GearCount("electrodes", 200)).Standing);
        splicer.Do(new GearRenewed("charge", IsNew: true));
        Assert.True(splicer.Stream.State.CountsFrom("charge") > splicer.Stream.State.CountsFrom("electrodes"));
        Assert.Equal(GearStanding.Good, Stands(splicer, new GearCount("charge", 0), new GearCount("electrodes", 200)).Standing);
    }

    // Arc calibration: at the start of the day, again after a change of place or weather (common practice).
    [Theory]
    [InlineData(1, "PH1", "20 °C", null)]
    [InlineData(13, "PH1", "20 °C", "Last checked 13 h ago: check it again.")]
    [InlineData(1, "CS2", "20 °C", "It came to another place: check it again.")]
    [InlineData(1, "ph1", "20 °C", null)]
    [InlineData(1, "PH1", "4 °C", "The air is 16 °C other than at the last check: check it again.")]
    [InlineData(1, null, null, null)]
    public void A_calibration_lapses_by_time_place_and_weather(int hours, string? place, string? air, string? says)
    {
        var splicer = new GearOnPaper("splicer");
        Assert.Equal("Not checked yet.", Stands(splicer).Says);
        splicer.Do(new GearChecked(true, "PH1", Degrees("20 °C")));
        var look = new GearLook(splicer.Clock.AddHours(hours), place, Degrees(air));
        var line = Viewer.View(splicer.Stream.State, [], look);
        Assert.Equal(says, line.Says.Count == 0 ? null : line.Says[0]);
    }

    [Fact]
    public void A_check_that_was_not_good_holds_until_one_is()
    {
        var splicer = new GearOnPaper("splicer");
        splicer.Do(new GearChecked(false));
        Assert.Equal("The last check was not good.", Stands(splicer).Says);
        splicer.Do(new GearChecked(true));
        Assert.Equal(GearStanding.Good, Stands(splicer).Standing);
    }

    [Theory]
    [InlineData(8, GearStanding.Good)]
    [InlineData(7, GearStanding.Good)]
    [InlineData(6, GearStanding.Soon)]
    [InlineData(0, GearStanding.Soon)]
    [InlineData(-1, GearStanding.Due)]
    public void A_lot_is_good_through_its_last_day(int days, GearStanding standing)
    {
        var adhesive = new GearOnPaper("adhesive", new DateOnly(2026, 11, 30).AddDays(days));
        Assert.Equal(standing, Stands(adhesive).Standing);
    }

    [Fact]
    public void What_is_set_aside_stays_so_until_a_lead_releases_it_and_what_is_gone_is_gone()
    {
        var lot = new GearOnPaper("connectors");
        Assert.Equal("body.reason", lot.Do(new GearQuarantined(" ")));
        Assert.Equal("body", lot.Do(new GearReleased("Looked at.")));
        Assert.Null(lot.Do(new GearQuarantined("Three in a row without light.")));
        Assert.Equal((GearStanding.Aside, "Set aside: Three in a row without light."), Stands(lot));
        Assert.Equal(Permission.Decide, new GearReleased("Looked at.").Needs([]));
        Assert.Equal(Permission.Work, new GearQuarantined("Dropped.").Needs([]));
        Assert.Null(lot.Do(new GearReleased("Looked at.")));
        Assert.Equal(GearStanding.Good, Stands(lot).Standing);
        Assert.Null(lot.Do(new GearRetired("Used up.")));
        Assert.Equal((GearStanding.Gone, "Gone: Used up."), Stands(lot));
    }

    [Fact]
    public void What_it_is_known_by_may_change_and_what_it_is_may_not()
    {
        var cleaver = new GearOnPaper("cleaver");
        var card = cleaver.Stream.State.Card!;
        Assert.Null(cleaver.Do(new GearChanged(card with { Name = "Old cleaver", Place = "Van" })));
        Assert.Equal("Old cleaver", cleaver.Stream.State.Card!.Name);
        Assert.Equal("body", cleaver.Do(new GearChanged(card with { Gear = "splicer" })));
        Assert.Equal("body", cleaver.Do(new GearTakenIn(card)));
        Assert.Equal("body.card.gear", cleaver.Do(new GearChanged(card with { Gear = "hammer" })));
        Assert.Equal("body.card.name", cleaver.Do(new GearChanged(card with { Name = " " })));
        Assert.Equal("body.card.life", cleaver.Do(new GearChanged(card with { Life = 0 })));
        Assert.Equal("body.card.crew", cleaver.Do(new GearChanged(card with { Crew = Guid.Empty })));
    }

    [Fact]
    public void Every_kind_has_its_words_and_says_where_its_figures_come_from()
    {
        foreach (var kind in GearKind.All)
        {
            Assert.DoesNotContain("gear.", Phrasebook.English.Say(Phrase.Of($"gear.kind-{kind.Id}")));
            Assert.All(kind.Counters ?? [], c => Assert.Contains(c.Does, kind.Uses));
            Assert.All(kind.Counters ?? [], c =>
                Assert.True(c.Source.Contains("practice", StringComparison.Ordinal) || c.Source.StartsWith("ours", StringComparison.Ordinal))
            );
            Assert.True(kind.Uses.Count == 0 || StarterRecipes.Book().Recipes.Any(r => r.Recipe.Steps.Any(kind.IsUsedAt)), kind.Id);
        }

        Assert.Equal(GearKind.All.Count, GearKind.All.Select(k => k.Id).Distinct().Count());
    }

    private static (GearStanding Standing, string? Says) Stands(GearOnPaper gear, params GearCount[] counts)
    {
        var line = Viewer.View(gear.Stream.State, counts, new GearLook(gear.Clock));
        return (line.Standing, line.Says.Count == 0 ? null : line.Says[0]);
    }

    private static Temperature? Degrees(string? text) => QuantityText.TryParse<Temperature>(text, out var read) ? read : null;
}
