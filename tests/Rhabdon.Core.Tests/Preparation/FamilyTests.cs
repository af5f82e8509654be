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
    [InlineData("H1", CableBuild.Cordage30, 7.0, 12.0, 19.75, 19.75, 31.75)]
    [InlineData("S2", CableBuild.TightBuffer900, null, null, 40.0, 10.0, 10.0)]
    [InlineData("M2", CableBuild.TightBuffer900, null, null, 40.0, 8.5, 8.5)]
    [InlineData("M3", CableBuild.Furcation900, null, null, 40.0, 8.5, 12.5)]
    [InlineData("M5", CableBuild.Cordage20, null, 30.0, 40.0, 10.5, 40.5)]
    [InlineData("M6", CableBuild.Cordage30, null, 35.0, 45.0, 10.5, 45.5)]
    [InlineData("M6", CableBuild.TightBuffer900, null, null, 45.0, 10.5, 10.5)]
    [InlineData("M7", CableBuild.TightBuffer900, null, null, 40.0, 7.0, 7.0)]
    [InlineData("M8", CableBuild.FlatDrop, 0.0, 10.0, 20.0, 17.0, 27.0)]
    [InlineData("A2", CableBuild.TightBuffer900, null, null, 20.0, 20.0, 20.0)]
    [InlineData("E1", CableBuild.Cordage30, 9.5, 31.75, 18.25, 18.25, 50.0)]
    [InlineData("S1", CableBuild.Cordage30, null, 5.0, 30.0, 10.0, 15.0)]
    [InlineData("S3", CableBuild.Cordage20, 7.0, 25.0, 35.0, 10.0, 35.0)]
    [InlineData("R1", CableBuild.Ribbon12, null, null, 30.0, 10.0, 10.0)]
    public void The_profile_is_what_the_trade_knows(string id, CableBuild build, double? aramid, double? buffer, double stripped, double glass, double tip)
    {
        var profile = StripPlan.For(Worked(id, build), isRecleave: false).Profile;
        Assert.Equal(
            (Mm(aramid), Mm(buffer), Mm(stripped), Mm(glass), Mm(tip)),
            (profile.Aramid, profile.Buffer, profile.Stripped, profile.Glass, profile.Tip)
        );
    }

    // Marks in working order: where each stands from the tip.
    [Theory]
    [InlineData("M1", "40 40 53 42")]
    [InlineData("A1", "35 28 19")]
    [InlineData("H1", "31.75 24.75 19.75")]
    public void The_marks_stand_where_they_should(string id, string marks) =>
        Assert.Equal(
            marks,
            string.Join(
                ' ',
                StripPlan
                    .For(Worked(id, CableBuild.Cordage30), false)
                    .Marks.Select(m => m.At.Millimeters.ToString("0.###", System.Globalization.CultureInfo.InvariantCulture))
            )
        );

    // A1 is stripped in two bites of up to 10, M1's buffer in seven of 6.
    [Theory]
    [InlineData("A1", "10 9")]
    [InlineData("M1", "6 6 6 6 6 6 6")]
    [InlineData("S2", "6 6 6 6 6 6 4")]
    public void Bites_run_inward_to_the_mark(string id, string bites) =>
        Assert.Equal(
            bites,
            string.Join(
                ' ',
                StripPlan
                    .For(Worked(id, Book.Latest(id)!.Recipe.Serves.Builds[0]), false)
                    .MarkOf("buffer")!
                    .Bites.Select(b => b.Millimeters.ToString("0.###", System.Globalization.CultureInfo.InvariantCulture))
            )
        );

    // Where each stands from the tip: M3's coating 4 beyond the tube at 44, its mark 10 back from that; M8's jacket 30 beyond the sheath at 60; R1's zero 35
    // back.
    [Theory]
    [InlineData("M2", "buffer", 40, "seat", 51)]
    [InlineData("M3", "coating", 40, "seat", 54)]
    [InlineData("M7", "buffer", 40, "seat", 49)]
    [InlineData("M5", "jacket", 70, "clamp", 254)]
    [InlineData("M8", "jacket", 30, "buffer", 20)]
    [InlineData("S3", "aramid", 53, "slit", 85)]
    [InlineData("R1", "coating", 30, "sheath", 889)]
    public void Marks_back_from_an_edge_and_cuts_beyond_one_stand_where_they_should(string id, string one, int at, string other, int otherAt)
    {
        var plan = StripPlan.For(Worked(id, Book.Latest(id)!.Recipe.Serves.Builds[^1]), isRecleave: false);
        Assert.Equal((Length.Mm(at), Length.Mm(otherAt)), (plan.MarkOf(one)!.At, plan.MarkOf(other)!.At));
    }

    [Fact]
    public void Loose_fiber_in_a_tube_is_stripped_in_one_pass_and_a_ribbon_by_one_pull()
    {
        Assert.Single(StripPlan.For(Worked("M3", CableBuild.Furcation900), false).MarkOf("coating")!.Bites);
        Assert.Single(StripPlan.For(Worked("R1", CableBuild.Ribbon12), false).MarkOf("coating")!.Bites);
        Assert.Equal(Length.Mm(4), StripPlan.For(Worked("M3", CableBuild.Furcation900), false).Profile.Coating);
    }

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
        var lengths =
            from jacket in Gen.Choose(20, 120)
            from buffer in Gen.Choose(2, jacket - 5)
            from aramid in Gen.Choose(2, jacket)
            from bite in Gen.Choose(3, 12)
            select (jacket, buffer, aramid, bite);
        Prop.ForAll(lengths.ToArbitrary(), wanted =>
            {
                var a1 = Book.Latest("A1")!.Recipe;
                var changed = a1 with
                {
                    Cuts =
                    [
                        .. a1.Cuts.Select(c =>
                            c.Id switch
                            {
                                "jacket" => c with { Length = Length.Mm(wanted.jacket) },
                                "jacket-first" => c with { Length = Length.Mm(Math.Max(2, wanted.jacket - wanted.aramid)) },
                                "aramid" => c with { Length = Length.Mm(wanted.aramid) },
                                "buffer" => c with { Length = Length.Mm(wanted.buffer), Bite = Length.Mm(wanted.bite) },
                                _ => c,
                            }
                        ),
                    ],
                };
                var plans = ((string[])["given", "tip", "edge"]).Select(technique => StripPlan.For(Measured(changed, technique), false)).ToList();
                var (plan, mark) = (plans[0], plans[0].MarkOf("buffer")!);
                return RecipeCheck.Faults(changed, Book.LadderOf(changed)).Count == 0
                    && plans.All(p => p.Marks.Select(m => m.At).SequenceEqual(plan.Marks.Select(m => m.At)))
                    && mark.Bites.Aggregate(Length.Zero, (sum, b) => sum + b) == mark.At
                    && mark.Bites.All(b => b > Length.Zero && b <= Length.Mm(wanted.bite))
                    && plan.MarkOf("jacket")!.At >= mark.At
                    && plan.Profile.Buffer!.Value + plan.Profile.Stripped == plan.Strip;
            })
            .QuickCheckThrowOnFailure();
    }

    // Nothing is made or lost: what stands beyond the jacket when ready and what went into the bin is what lay there before.
    [Fact]
    public void Whatever_is_cut_end_and_waste_make_up_the_cable()
    {
        var lengths =
            from jacket in Gen.Choose(40, 120)
            from buffer in Gen.Choose(2, 20)
            from cleave in Gen.Choose(5, jacket - buffer - 10)
            select (jacket, buffer, cleave);
        Prop.ForAll(lengths.ToArbitrary(), wanted =>
            {
                var s1 = Book.Latest("S1")!.Recipe;
                var changed = s1 with
                {
                    Cuts = [s1.Cuts[0] with { Length = Length.Mm(wanted.jacket) }, s1.Cuts[1] with { Length = Length.Mm(wanted.buffer) }],
                    Cleave = s1.Cleave! with { Length = Length.Mm(wanted.cleave) },
                };
                var plan = StripPlan.For(Measured(changed, "given"), isRecleave: false);
                return RecipeCheck.Faults(changed, Book.LadderOf(changed)).Count == 0
                    && plan.Profile.Tip + plan.Scrap == Length.Mm(wanted.jacket)
                    && plan.Profile.Buffer!.Value + plan.Profile.Glass == plan.Profile.Tip
                    && plan.Glass + plan.Scrap == plan.Profile.Stripped;
            })
            .QuickCheckThrowOnFailure();
    }

    // 35 less 7 is 28, 50 less 9.5 is 40.5, 31.75 less 7 is 24.75: cut twice, the same aramid stands (worked by hand).
    [Theory]
    [InlineData("A1")]
    [InlineData("E1")]
    [InlineData("H1")]
    public void Aramid_cut_flush_at_a_first_cut_stands_as_long_as_one_that_is_measured(string id)
    {
        var recipe = Book.Latest(id)!.Recipe;
        var twice = new Technique(new Dictionary<string, string> { ["aramid"] = "twice" });
        var (once, again) = (
            StripPlan.For(recipe.For(CableBuild.Cordage30, Technique.Usual), isRecleave: false),
            StripPlan.For(recipe.For(CableBuild.Cordage30, twice), isRecleave: false)
        );
        Assert.Equal(once.Profile, again.Profile);
        Assert.Equal(2, again.Marks.Count(m => m.Cut?.Layers.Contains(Layer.Jacket) == true));
    }

    // A1 by hand: 35 of jacket off; then 7 of aramid; then buffer at 16, so 19 of glass.
    [Fact]
    public void The_profile_after_each_cut_is_told_step_by_step()
    {
        var a1 = Worked("A1", CableBuild.Cordage30);
        var after = a1.Cuts.Select(c => StripPlan.After(a1, c).Profile).ToList();
        Assert.Equal((Length.Mm(35), Length.Zero), (after[0].Tip, after[0].Stripped));
        Assert.Equal(Length.Mm(7), after[1].Aramid);
        Assert.Equal((Length.Mm(16), Length.Mm(19)), (after[2].Buffer!.Value, after[2].Stripped));
    }

    private static Recipe Worked(string id, CableBuild build, string measure = "given") => Measuring.Worked(Book.Latest(id)!.Recipe, build, Of(measure));

    private static Recipe Measured(Recipe recipe, string measure) => Measuring.Worked(recipe, CableBuild.Cordage30, Of(measure));

    private static Technique Of(string measure) => new(new Dictionary<string, string> { [Measuring.Choice] = measure });

    private static Length? Mm(double? millimeters) => millimeters is { } mm ? Length.Mm((decimal)mm) : null;
}
