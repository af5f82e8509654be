using FsCheck;
using FsCheck.Fluent;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.Preparation;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Units;

namespace Rhabdon.Core.Tests.Preparation;

/// <summary>The strip plan of each family against the figures that installers know (common practice), and what holds for any recipe.</summary>
public class FamilyTests
{
    private static readonly RecipeBook Book = StarterRecipes.Book();

    // Aramid and buffer beyond the jacket, glass stripped, glass when ready, tip beyond the outermost edge; millimeters, null where the build has none.
    [Theory]
    [InlineData("M1", CableBuild.Cordage30, 13.0, 11.0, 42.0, 8.5, 19.5)]
    [InlineData("M4", CableBuild.TightBuffer900, null, null, 30.0, 10.0, 10.0)]
    [InlineData("A1", CableBuild.Cordage30, 7.0, 16.0, 19.0, 19.0, 35.0)]
    [InlineData("H1", CableBuild.Cordage30, 7.0, 12.0, 20.0, 20.0, 32.0)]
    [InlineData("S2", CableBuild.TightBuffer900, null, null, 40.0, 10.0, 10.0)]
    public void The_profile_is_what_the_trade_knows(string id, CableBuild build, double? aramid, double? buffer, double stripped, double glass, double tip)
    {
        var profile = StripPlan.For(Worked(id, build), isRecleave: false).Profile;
        Assert.Equal((Mm(aramid), Mm(buffer), Mm(stripped), Mm(glass), Mm(tip)), (profile.Aramid, profile.Buffer, profile.Stripped, profile.Glass, profile.Tip));
    }

    // Marks in working order: where each stands from the tip.
    [Theory]
    [InlineData("M1", "40 40 53 42")]
    [InlineData("A1", "35 28 19")]
    [InlineData("H1", "32 25 20")]
    public void The_marks_stand_where_they_should(string id, string marks) => Assert.Equal(
        marks, string.Join(' ', StripPlan.For(Worked(id, CableBuild.Cordage30), false).Marks.Select(m => m.At.Millimeters.ToString("0.###", System.Globalization.CultureInfo.InvariantCulture))));

    // A1 is stripped in two bites of up to 10, M1's buffer in seven of 6.
    [Theory]
    [InlineData("A1", "10 9")]
    [InlineData("M1", "6 6 6 6 6 6 6")]
    [InlineData("S2", "6 6 6 6 6 6 4")]
    public void Bites_run_inward_to_the_mark(string id, string bites) => Assert.Equal(
        bites, string.Join(' ', StripPlan.For(Worked(id, Book.Latest(id)!.Recipe.Serves.Builds[0]), false).MarkOf("buffer")!.Bites.Select(b => b.Millimeters.ToString("0.###", System.Globalization.CultureInfo.InvariantCulture))));

    [Fact]
    public void Under_a_jacket_a_re_cleave_takes_a_whole_new_strip()
    {
        var m1 = Worked("M1", CableBuild.Cordage30);
        Assert.Equal(Length.Mm(53), FiberLeft.Use(FiberUse.Recleave, m1));
        Assert.Equal(Length.Mm(53 + 19.5m), FiberLeft.Use(FiberUse.CutOff, m1));
    }

    [Fact]
    public void Measured_from_the_tip_or_from_the_edge_outside_the_same_glass_is_cut()
    {
        var (tip, edge) = (Worked("A1", CableBuild.Cordage30, "tip"), Worked("A1", CableBuild.Cordage30, "edge"));
        Assert.Equal((Edge.Tip, Length.Mm(19)), (tip.Cuts[2].From, tip.Cuts[2].Length!.Value));
        Assert.Equal((Edge.Tip, Length.Mm(28)), (tip.Cuts[1].From, tip.Cuts[1].Length!.Value));
        Assert.Equal((Edge.JacketEdge, Length.Mm(16)), (edge.Cuts[2].From, edge.Cuts[2].Length!.Value));
    }

    [Fact]
    public void Whatever_a_recipes_lengths_its_edges_are_ordered_its_bites_sum_and_both_schools_cut_the_same_glass()
    {
        var lengths = from jacket in Gen.Choose(20, 120) from buffer in Gen.Choose(2, jacket - 5) from aramid in Gen.Choose(2, jacket) from bite in Gen.Choose(3, 12)
                      select (jacket, buffer, aramid, bite);
        Prop.ForAll(lengths.ToArbitrary(), wanted =>
        {
            var a1 = Book.Latest("A1")!.Recipe;
            var changed = a1 with
            {
                Cuts = [a1.Cuts[0] with { Length = Length.Mm(wanted.jacket) }, a1.Cuts[1] with { Length = Length.Mm(wanted.aramid) }, a1.Cuts[2] with { Length = Length.Mm(wanted.buffer), Bite = Length.Mm(wanted.bite) }],
            };
            var plans = ((string[])["given", "tip", "edge"]).Select(school => StripPlan.For(Measured(changed, school), false)).ToList();
            var (plan, mark) = (plans[0], plans[0].MarkOf("buffer")!);
            return RecipeCheck.Faults(changed, Book.LadderOf(changed)).Count == 0
                && plans.All(p => p.Marks.Select(m => m.At).SequenceEqual(plan.Marks.Select(m => m.At)))
                && mark.Bites.Aggregate(Length.Zero, (sum, b) => sum + b) == mark.At && mark.Bites.All(b => b > Length.Zero && b <= Length.Mm(wanted.bite))
                && plan.MarkOf("jacket")!.At >= mark.At
                && plan.Profile.Buffer!.Value + plan.Profile.Stripped == plan.Strip;
        }).QuickCheckThrowOnFailure();
    }

    private static Recipe Worked(string id, CableBuild build, string measure = "given") => Measuring.Worked(Book.Latest(id)!.Recipe, build, Of(measure));

    private static Recipe Measured(Recipe recipe, string measure) => Measuring.Worked(recipe, CableBuild.Cordage30, Of(measure));

    private static School Of(string measure) => new(new Dictionary<string, string> { [Measuring.Choice] = measure });

    private static Length? Mm(double? millimeters) => millimeters is { } mm ? Length.Mm((decimal)mm) : null;
}
