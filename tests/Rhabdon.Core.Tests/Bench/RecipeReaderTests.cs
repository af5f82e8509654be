using Rhabdon.Core.Bench;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Units;

namespace Rhabdon.Core.Tests.Bench;

public class RecipeReaderTests
{
    // 16 mm is 5/8 in and 0.125 mm over: 5/8 in is 15.875 mm exactly.
    [Fact]
    public void The_sheet_says_each_mark_in_both_units_with_what_the_inch_mark_leaves_over()
    {
        var mark = Read("A1", Technique.Usual).Marks.Single(m => m.Name == "Mark the buffer");
        Assert.Equal(
            ("16.0 mm", "from the jacket's edge", "5/8 in +0.13 mm", "19.0 mm", "one bite of 10.0 mm and one of 9.0 mm"),
            (mark.Length, mark.From, mark.Other, mark.Tip, mark.Bites)
        );
    }

    [Fact]
    public void Every_starter_can_be_read_in_every_technique_and_on_every_build() =>
        Assert.All(StarterRecipes.Book().Recipes, published =>
            Assert.All(
                (published.Recipe.Choices ?? [])
                    .SelectMany(c => c.Options, (c, o) => new Technique(new Dictionary<string, string> { [c.Id] = o.Id }))
                    .Append(Technique.Usual),
                technique => Assert.All(published.Recipe.Serves.Builds, build =>
                    {
                        var sheet = new RecipeReader(Phrasebook.English, "en", LengthUnit.Inch).Read(published, build, technique);
                        Assert.NotNull(sheet.Line);
                        Assert.DoesNotContain('{', string.Join(' ', sheet.Steps.Select(s => s.Title + s.How)) + string.Join(' ', sheet.Profile));
                    })
            )
        );

    // M4's strip differs by how a crew strips, its wipe by the alcohol it takes; parts go on alike for all (common practice).
    [Fact]
    public void A_step_names_the_practice_choice_that_it_hangs_on()
    {
        var steps = Read("M4", Technique.Usual).Steps;
        Assert.Equal(("strip", "clean"), (steps.First(s => s.Name == "Buffer off").Choice, steps.First(s => s.Name == "Clean").Choice));
        Assert.Null(steps[0].Choice);
    }

    [Fact]
    public void A_length_from_the_sheet_is_named_and_nothing_is_planned()
    {
        var published = StarterRecipes.Book().Latest("M4")!;
        var sheet = new RecipeReader(Phrasebook.English, "en", LengthUnit.Millimeter).Read(
            published with
            {
                Recipe = published.Recipe with { Cuts = [published.Recipe.Cuts[0] with { Length = null }] },
            },
            CableBuild.TightBuffer900,
            Technique.Usual
        );
        Assert.Equal(["buffer"], sheet.FromTheSheet);
        Assert.Empty(sheet.Marks);
        Assert.Null(sheet.Line);
    }

    private static RecipeDocument Read(string id, Technique technique) =>
        new RecipeReader(Phrasebook.English, "en", LengthUnit.Millimeter).Read(
            StarterRecipes.Book().Latest(id)!,
            StarterRecipes.Book().Latest(id)!.Recipe.Serves.Builds[0],
            technique
        );
}
