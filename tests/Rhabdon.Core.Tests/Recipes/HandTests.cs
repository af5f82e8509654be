using System.Text.RegularExpressions;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.Recipes;

namespace Rhabdon.Core.Tests.Recipes;

/// <summary>The starters against what hands really do, family by family (common practice throughout).</summary>
public class HandTests
{
    private static readonly RecipeBook Book = StarterRecipes.Book();

    // Acts in the order of the work, as recipe, build, connector and technique have them. What stands here are the turns that mislead most when they are wrong.
    [Theory]
    // The large end at the connector with 0.190 in first, the small end with 0.137 in after it.
    [InlineData("A1", "", "crimp:aramid@0.190 in~large-end < crimp:sleeve@0.137 in~small-end")]
    [InlineData("E1", "", "crimp:aramid@0.190 in~large-end < crimp:sleeve@0.137 in~small-end < heat:connector")]
    // Crimp and boot lie between scribe and polish on cordage; on 900 the crimp comes before the scribe; each is the other's school.
    [InlineData("A1", "", "scribe < crimp:aramid < crimp:sleeve < seat:boot < polish:air < polish:pad < cap-on:front")]
    [InlineData("A1", "crimp=before-scribe", "crimp:aramid < crimp:sleeve < scribe < seat:boot < polish:air")]
    [InlineData("A2", "", "crimp:ring < scribe < seat:limiter < polish:air < polish:pad < cap-on:front")]
    [InlineData("A2", "crimp=after-scribe", "scribe < crimp:ring < seat:limiter < polish:air")]
    // A dry fit is never through a connector already filled.
    [InlineData("A2", "", "insert:fiber~dry < fill:connector < prime < insert:fiber~quick < hold")]
    // Both caps come off before the connector goes into the light tool, and the front one on at the end, before the shroud.
    [InlineData("M1", "", "cap-off:front < cap-off:rear < tool-load < load:boot < strip:jacket < cut:aramid < strip:jacket < load:crimp-tube < strip:buffer")]
    [InlineData("M1", "", "insert < lock:cam < crimp:entry < tool-unload < seat:crimp-tube < crimp:aramid < seat:boot < cap-on:front < seat:shroud")]
    [InlineData("M2", "", "lock:cam < crimp:entry < tool-unload < seat:boot < seat:shroud < cap-on:front")]
    [InlineData(
        "M3",
        "",
        "cap-off:rear < cap-off:front < light-on < tool-load < insert < lock:cam < crimp:entry < tool-unload < cap-on:front < seat:boot < seat:shroud"
    )]
    // The middle cover opens after the first click; the light comes when the wedge is off; the boot last.
    [InlineData(
        "M4",
        "",
        "lay:holder < cleave < insert:holder < lay:middle-cover~open < insert:holder~bow < tap:bow < "
            + "lock:wedge < cap-off:front < light-on < light-off < cap-on:front < tool-unload < seat:boot"
    )]
    [InlineData("M4", "light=dims", "cap-off:front < light-on < insert:holder < lock:wedge < light-off < cap-on:front")]
    // The clamp goes on first and comes off last; the bend comes before the wipe; no light in the usual school.
    [InlineData(
        "M5",
        "",
        "clamp-on < load:boot < flick~bend < wipe < cleave < insert < lock:wedge < pull:aramid < seat:boot < tool-unload < cut:aramid < clamp-off"
    )]
    [InlineData("M5", "light=dims", "cap-off:front < light-on < insert:fiber~bow < lock:wedge < light-off < cap-on:front")]
    [InlineData("M6", "", "mark:fiber < cleave~twist < insert:fiber~mark-up < lock:wedge < seat:boot < cap-on:front")]
    // On a fan-out the clamp goes on first and comes off last, as on cordage; plain 900 has none.
    [InlineData("M6 furcation-900", "", "clamp-on < load:boot < cleave~twist < insert < lock:wedge < seat:boot < clamp-off < cap-on:front")]
    [InlineData("M6 cordage-3.0", "", "clamp-on < insert < pull:aramid < seat:boot~half < cut:aramid < seat:boot < clamp-off < cap-on:front")]
    // The rear cap at insertion, the bow in the clamp before the plunger, the first and smallest die.
    [InlineData(
        "M7",
        "",
        "tool-load < cleave < cap-off:rear < insert < clamp-on:fiber < "
            + "lock:plunger < clamp-off < tool-unload < crimp:stem@first, smallest die < seat:rear-housing"
    )]
    // Parts on once the sheath is off, the inner boot before the light, the ring crimped, turned and crimped again, the outer cap last.
    [InlineData("M8", "", "strip:sheath < load:outer-cap < load:crimp-ring < cleave < load:inner-boot < insert < lock:window < seat:inner-boot < light-on")]
    [InlineData(
        "M8",
        "",
        "crimp:ring~first-side < crimp:ring~turned < seat:housing < seat:shrink-tube < "
            + "heat:shrink-tube < seat:threaded-part < seat:housing-boot < seat:outer-cap"
    )]
    // Another school of cordage: both marks, the aramid flush at the first cut, the second cut sets how long it stands.
    [InlineData("A1", "aramid=twice", "mark:jacket < mark:jacket < strip:jacket < cut:aramid < strip:jacket < mark:buffer < strip:buffer")]
    [InlineData("E1", "aramid=twice", "mark:jacket < mark:jacket < strip:jacket < cut:aramid < strip:jacket < mark:buffer < strip:buffer")]
    // Fed in the oven, the boot up before the connector leaves its holder, half the bead in the air and no more.
    [InlineData(
        "H1",
        "",
        "set-up:oven < strip < heat:connector < insert:fiber~oven < seat:crimp-ring < "
            + "cool < seat:boot < lay:holder~out < scribe:glass~square-bevel-up < polish:air"
    )]
    [InlineData("H1 tight-buffer-900", "", "crimp:ring@0.137 in < load:boot < load:crimp-ring < insert:fiber~oven < seat:crimp-ring < cool")]
    // The crimp sleeve on the connector's end, then the cable's, the boot's own crimp last.
    [InlineData(
        "S1",
        "",
        "load:boot < load:crimp-sleeve < strip:jacket < load:shrink-sleeve < cleave < cap-off:front < splice < "
            + "sleeve < heat < crimp:aramid < crimp:jacket < cut:aramid < seat:boot < crimp:boot < cap-on:front"
    )]
    [InlineData("S2", "", "lay:connector < load:boot < load:shrink-sleeve < strip < cleave < splice < sleeve < heat < seat:boot < seat:housing < cap-on:front")]
    [InlineData(
        "S3",
        "",
        "load:rear-body < take-off:spring-holder < load:sleeve < strip:jacket < slit:jacket < cut:aramid < splice < "
            + "sleeve:sleeve~hub < heat < take-off:boot < seat:rear-body < seat:housing < pull:aramid~two < seat:outer-housing"
    )]
    [InlineData(
        "R1",
        "",
        "route:clockwise < route:counterclockwise < load:ribbon-sleeve < cut:ribbon < cut:pigtail < strip:coating < "
            + "strip:pigtail < splice < sleeve < heat < lay:sleeve-holder < route:turn-base < route:lid"
    )]
    [InlineData("F1", "", "load:shrink-sleeve < strip:buffer < strip:pigtail < wipe < cleave < cleave < splice < sleeve < heat < cool < route:tray")]
    [InlineData("F2", "", "strip:buffer < strip:pigtail < wipe < cleave < cleave < insert < lock:splice < route:tray")]
    public void The_hand_does_it_in_this_order(string work, string technique, string order)
    {
        var acts = ActsOf(work, technique);
        var at = -1;
        foreach (var wanted in order.Split(" < "))
        {
            var next = acts.FindIndex(at + 1, act =>
                act == wanted || act.StartsWith(wanted + ":", StringComparison.Ordinal) || Regex.IsMatch(act, $"^{Regex.Escape(wanted)}[@~]")
            );
            Assert.True(next > at, $"{work}: {wanted} does not come after {(at < 0 ? "the beginning" : acts[at])} in {string.Join(", ", acts)}");
            at = next;
        }
    }

    // What a family does not have is nowhere done in it.
    [Theory]
    [InlineData("M5", "tap")]
    [InlineData("M5", "lay:holder")]
    [InlineData("M6", "tap")]
    [InlineData("M6", "light-on")]
    [InlineData("M7", "light-on")]
    [InlineData("M7", "cap-off:front")]
    [InlineData("A1", "flick")]
    [InlineData("A2", "flick")]
    [InlineData("H1", "flick")]
    [InlineData("E1", "flick")]
    [InlineData("R1", "cap-off")]
    public void What_the_family_has_not_is_not_done(string work, string act) =>
        Assert.DoesNotContain(ActsOf(work, string.Empty), done => done.StartsWith(act, StringComparison.Ordinal));

    // The sides and settings that are mistaken for each other.
    [Theory]
    [InlineData("M1", "cleaver", "the jacketed side", false)]
    [InlineData("M1", "boot for 900 µm", null, true)]
    [InlineData("M2", "cleaver", "the 900 side", false)]
    [InlineData("M2", "boot for jacketed cable", null, true)]
    [InlineData("A2", "large bend limiter", null, true)]
    [InlineData("A2", "tube", null, true)]
    [InlineData("A1", "jacket stripper", "the largest notch", false)]
    [InlineData("E1", "jacket stripper", "3 mm", false)]
    [InlineData("S1", "oven for the sleeve", "dial on 3 mm", false)]
    [InlineData("S3", "spring holder", null, true)]
    [InlineData("M7", "crimp tool", "closed to its third click; first, smallest die", false)]
    [InlineData("F1", "splicer", "arc calibrated, fiber's mode, pull test on", false)]
    [InlineData("S2", "splicer", "arc calibrated, fiber's mode, pull test off", false)]
    public void The_kit_says_what_is_set_how_and_what_is_set_aside(string id, string thing, string? setting, bool isSetAside)
    {
        var item = Assert.Single(Book.Latest(id)!.Recipe.Kit!, k => k.Title.In("en") == thing);
        Assert.Equal((setting, isSetAside), (item.Setting?.In("en"), item.IsSetAside));
    }

    // Final assembly is the connector's own: SC a shroud, ST a load adapter that turns, LC a trigger.
    [Theory]
    [InlineData(ConnectorType.SC, "shroud")]
    [InlineData(ConnectorType.ST, "adapter-st")]
    [InlineData(ConnectorType.LC, "latch")]
    public void A_connector_is_finished_its_own_way(ConnectorType connector, string step)
    {
        string[] all = ["shroud", "adapter-st", "latch"];
        var steps = Book.Latest("M2")!.Recipe.For(CableBuild.TightBuffer900, Technique.Usual, connector: connector).Steps.Select(s => s.Id);
        Assert.Equal([step], steps.Intersect(all));
    }

    // Calibration, oven and holders are a session's; jacket, way and lid are the module's; nothing of it is a strand's.
    [Theory]
    [InlineData("S1", Once.Session, "calibrate splicer")]
    [InlineData("H1", Once.Session, "oven")]
    [InlineData("E1", Once.Session, "oven practice mix")]
    [InlineData("R1", Once.CableEnd, "goods-in entry lid jacket gel-off order route slack ties")]
    public void What_is_done_once_says_so(string id, Once once, string steps)
    {
        var recipe = Book.Latest(id)!.Recipe;
        Assert.Equal(
            steps.Split(' '),
            recipe.Steps.Where(s => s.Once == once && s.When?.Holds(recipe.Serves.Builds[0], Technique.Usual, recipe, null, null) != false).Select(s => s.Id)
        );
    }

    // A lamp or a tug ends these, early or late; a hold of thirty seconds is only a least.
    [Theory]
    [InlineData("S1", "heat", "The lamp is dark")]
    [InlineData("S3", "heat", "The lamp is out")]
    [InlineData("A2", "hold", "It will not pull out")]
    [InlineData("A1", "hold", null)]
    public void The_machine_or_the_hand_tells_when_it_is_done(string id, string step, string? tells) =>
        Assert.Equal(tells, Book.Latest(id)!.Recipe.Steps.Single(s => s.Id == step).Clock!.Tells?.In("en"));

    // Ours are marked as ours, the trade's as the trade's: figure by figure.
    [Theory]
    [InlineData("M1", "jacket", FigureStanding.Practice)]
    [InlineData("M2", "buffer", FigureStanding.House)]
    [InlineData("M8", "sheath", FigureStanding.House)]
    [InlineData("S3", "aramid", FigureStanding.Practice)]
    [InlineData("S3", "slit", FigureStanding.House)]
    [InlineData("H1", "jacket", FigureStanding.Practice)]
    [InlineData("H1", "buffer", FigureStanding.House)]
    public void Each_figure_says_where_it_comes_from(string id, string cut, FigureStanding standing) =>
        Assert.Equal(standing, Book.Latest(id)!.Recipe.Cuts.Single(c => c.Id == cut).Standing);

    [Fact]
    public void Every_length_of_a_starter_says_where_it_comes_from() => Assert.All(Book.Recipes.Select(r => r.Recipe), recipe =>
        {
            Assert.All(recipe.Cuts, cut => Assert.True(cut.Standing is not null, $"{recipe.Id}: {cut.Id}"));
            Assert.All(recipe.Marks ?? [], mark => Assert.True(mark.Standing is not null, $"{recipe.Id}: {mark.Id}"));
            Assert.True(recipe.Cleave is null or { Standing: not null }, recipe.Id);
        });

    // 889 mm of jacket off is a least: more is right too.
    [Fact]
    public void A_least_has_no_upper_end()
    {
        var module = Book.Latest("R1")!.Recipe;
        Assert.True(module.Cuts.Single(c => c.Id == "sheath").AtLeast);
    }

    [Fact]
    public void Every_step_of_a_starter_says_what_the_hand_does() =>
        Assert.All(Book.Recipes.SelectMany(r => r.Recipe.Steps, (r, step) => (r.Recipe.Id, step)), each =>
            Assert.True(each.step.Acts is { Count: > 0 }, $"{each.Id}: {each.step.Id}")
        );

    // A new connector is begun where it is taken in hand: read, uncapped and loaded again where the tool takes it before the
    // cable; a cut drop gets its sheath off anew.
    [Theory]
    [InlineData("M1", "stub-type")]
    [InlineData("M3", "stub-type")]
    [InlineData("M7", "stub-type")]
    [InlineData("M8", "mark-sheath")]
    [InlineData("S2", "stub-type")]
    [InlineData("A1", "parts")]
    public void A_new_connector_begins_where_the_first_one_did(string id, string step)
    {
        var actions = Book.LadderOf(Book.Latest(id)!.Recipe).Signs.SelectMany(s => s.Actions).Where(a => a.Effect == ActionEffect.Attempt);
        Assert.All(actions, a => Assert.Equal(step, a.ReturnsTo));
    }

    private static List<string> ActsOf(string work, string technique)
    {
        var recipe = Book.Latest(work.Split(' ')[0])!.Recipe;
        var build = work.Split(' ') is [_, var named] ? recipe.Serves.Builds.Single(b => Name(b) == named) : recipe.Serves.Builds[0];
        var chosen = technique.Split('=') is [var choice, var option] ? new Technique(new Dictionary<string, string> { [choice] = option }) : Technique.Usual;
        return
        [
            .. recipe
                .OfTheEnd(build, chosen)
                .Before.Concat(recipe.For(build, chosen, connector: recipe.Serves.Connectors[0]).Steps)
                .Concat(recipe.OfTheEnd(build, chosen).After)
                .SelectMany(s => s.Acts ?? [])
                .Select(a => $"{Name(a.Does)}{(a.Of is null ? "" : ":" + a.Of)}{(a.With is null ? "" : "@" + a.With)}{(a.How is null ? "" : "~" + a.How)}"),
        ];
    }

    private static string Name<T>(T value)
        where T : struct, Enum => System.Text.Json.JsonSerializer.Serialize(value).Trim('"');
}
