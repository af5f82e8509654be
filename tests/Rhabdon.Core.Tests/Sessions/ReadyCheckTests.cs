using System.Globalization;
using Rhabdon.Core.Bench;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Sessions;
using Rhabdon.Core.Tests.Tools;
using Rhabdon.Core.Tools;
using Rhabdon.Core.Units;

namespace Rhabdon.Core.Tests.Sessions;

/// <summary>The ready check of a work session: what stands is shown, what has lapsed is asked again, nothing is asked twice (house rules, beside safety
/// practice).</summary>
public class ReadyCheckTests
{
    private static readonly DateTimeOffset Morning = new(2026, 11, 30, 8, 0, 0, TimeSpan.Zero);
    private static readonly ReadyCheck Check = new(Phrasebook.English, "en");

    [Fact]
    public void Nobody_begins_before_fiber_glasses_and_bin_stand()
    {
        var view = Check.View(Asked(Session("PH1")), []);
        Assert.False(view.IsReady);
        Assert.Equal(["dark", "glasses", "bin"], view.Lines.Where(l => l.Stops).Select(l => l.Id));
        view = Check.View(Asked(Session("PH1", Said("dark"), Said("glasses"), Said("bin"))), []);
        Assert.True(view.IsReady);
        Assert.Equal(2, view.Open);
        view = Check.View(Asked(Session("PH1", Said("dark", isSo: false), Said("glasses"), Said("bin"))), []);
        Assert.Equal((false, ReadyStanding.Not), (view.IsReady, view.Lines[0].Standing));
    }

    // Crews differ in what they will not work without.
    [Fact]
    public void A_crew_decides_what_stops_and_what_warns()
    {
        var decided = new Dictionary<string, bool>
        {
            ["bin"] = false,
            ["dark"] = false,
            ["glasses"] = false,
            ["first-aid"] = true,
        };
        var view = Check.View(Asked(Session("PH1")) with { Stops = decided }, []);
        Assert.Equal(["first-aid"], view.Lines.Where(l => l.Stops).Select(l => l.Id));
        Assert.False(view.IsReady);
        Assert.True(Check.View(Asked(Session("PH1", Said("first-aid"))) with { Stops = decided }, []).IsReady);
    }

    // Whether the fiber is dark is a matter of the place; the glasses on the nose are not.
    [Fact]
    public void In_another_place_what_hangs_on_the_place_is_asked_again()
    {
        var before = Session("PH1", Said("dark"), Said("glasses"));
        var view = Check.View(Asked(Session("CS2"), before), []);
        Assert.Equal(ReadyStanding.Lapsed, Line(view, "dark").Standing);
        Assert.Equal("Said in PH1: look again here.", Line(view, "dark").Says);
        Assert.Equal(ReadyStanding.Stands, Line(view, "glasses").Standing);
        Assert.Equal(ReadyStanding.Open, Line(view, "bin").Standing);
    }

    [Theory]
    [InlineData(12, ReadyStanding.Stands)]
    [InlineData(13, ReadyStanding.Lapsed)]
    public void An_answer_stands_for_a_working_day(int hours, ReadyStanding standing)
    {
        var view = Check.View(Asked(Session("PH1", Said("glasses"))) with { Now = Morning.AddHours(hours) }, []);
        Assert.Equal(standing, Line(view, "glasses").Standing);
    }

    // A splicer is calibrated anew after ten degrees of difference (common practice: again after a change of weather).
    [Theory]
    [InlineData("12", ReadyStanding.Stands)]
    [InlineData("-3", ReadyStanding.Lapsed)]
    [InlineData(null, ReadyStanding.Stands)]
    public void In_another_air_a_splicer_is_calibrated_anew(string? air, ReadyStanding standing)
    {
        GearOnPaper splicer = new("splicer");
        Assert.Null(splicer.Do(new GearChecked(true, "PH1", Temperature.Of(20))));
        var session = Session("PH1") with
        {
            InHand = [new GearInHand("splicer", splicer.Id)],
            Temperature = air is null ? null : Temperature.Of(decimal.Parse(air, CultureInfo.InvariantCulture)),
        };
        var work = new[] { StarterRecipes.Book().Latest("S2")!.On(CableBuild.TightBuffer900, null) };
        var view = Check.View(Asked(session) with { Gear = [OnHand(splicer)] }, work);
        Assert.Equal(standing, Line(view, "gear splicer").Standing);
    }

    // Hot-melt: the oven is switched on once; a polish film of each grit, and no cleaver.
    [Fact]
    public void It_asks_for_what_the_recipes_of_the_work_take_and_the_crew_has()
    {
        var work = new[] { StarterRecipes.Book().Latest("H1")!.On(CableBuild.Cordage30, null) };
        GearOnPaper cleaver = new("cleaver"),
            oven = new("oven");
        var view = Check.View(Asked(Session("PH1")) with { Gear = [OnHand(cleaver), OnHand(oven)] }, work);
        Assert.Contains(view.Lines, l => l.Id == "step H1 oven");
        Assert.DoesNotContain(view.Lines, l => l.Id == "gear cleaver");
        Assert.DoesNotContain(view.Lines, l => l.Id == "gear scribe");
        Assert.Equal(view.Lines.Count, view.Lines.Select(l => l.Id).Distinct().Count());
    }

    [Fact]
    public void A_tool_in_hand_stands_while_nothing_is_due_on_it()
    {
        var work = new[] { StarterRecipes.Book().Latest("S2")!.On(CableBuild.TightBuffer900, null) };
        var splicer = new GearOnPaper("splicer");
        var (session, inHand) = (Session("PH1"), Session("PH1") with { InHand = [new GearInHand("splicer", splicer.Id)] });
        Assert.Equal(ReadyStanding.Open, Of(session).Standing);
        Assert.Equal((ReadyStanding.Lapsed, "Not checked yet."), (Of(inHand).Standing, Of(inHand).Says));
        splicer.Do(new GearChecked(true, "PH1"));
        Assert.Equal(ReadyStanding.Stands, Of(inHand).Standing);
        Assert.Equal(ReadyStanding.Lapsed, Of(inHand with { Place = "CS2" }).Standing);
        splicer.Do(new GearQuarantined("It fell."));
        Assert.Equal((ReadyStanding.Not, true), (Of(inHand).Standing, Of(inHand).Stops));

        ReadyLine Of(WorkSessionState one) => Line(Check.View(Asked(one) with { Gear = [OnHand(splicer)] }, work), "gear splicer");
    }

    private static ReadyLine Line(ReadyView view, string id) => view.Lines.Single(l => l.Id == id);

    private static ReadyQuestion Asked(WorkSessionState session, params WorkSessionState[] earlier) => new(session, earlier, [], Morning.AddHours(1));

    private static WorkSessionState Session(string place, params ReadyRecord[] said) =>
        new(Guid.CreateVersion7(), Guid.CreateVersion7(), place, Began: Morning, Said: said);

    private static ReadyRecord Said(string item, bool isSo = true) => new(item, isSo, Morning);

    private static GearOnHand OnHand(GearOnPaper gear) => new(gear.Stream.State, []);
}
