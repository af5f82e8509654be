using Rhabdon.Core.Catalog;
using Rhabdon.Core.Recipes;

namespace Rhabdon.Core.Tests.Recipes;

/// <summary>The polishing sequences, as installers tell them (common practice), and how they come into a recipe.</summary>
public class PolishingTests
{
    private static readonly IReadOnlyList<PolishingSequence> Sequences = [.. StarterRecipes.Sequences()];

    // Grit by grit, coarse to fine: P1 air, 3, 1, 0.3; P2 air, 3, 0.3; P3 air, 2 twice; P4 3, 1.
    [Theory]
    [InlineData("P1", "12 3 1 0.3")]
    [InlineData("P2", "9 3 0.3")]
    [InlineData("P3", "9 2 2")]
    [InlineData("P4", "3 1")]
    public void Films_go_from_coarse_to_fine(string id, string grits) =>
        Assert.Equal(
            grits,
            string.Join(
                ' ',
                Sequences
                    .Single(s => s.Id == id)
                    .Steps.Select(s => s.Film)
                    .OfType<decimal>()
                    .Select(g => g.ToString(System.Globalization.CultureInfo.InvariantCulture))
            )
        );

    [Theory]
    [InlineData("p1-3", 10, 12)]
    [InlineData("p1-1", 15, 18)]
    [InlineData("p1-03", 20, 25)]
    [InlineData("p2-3", 20, 30)]
    [InlineData("p4-1", 4, 5)]
    public void Counted_films_have_their_counts_at_one_or_two_a_second(string step, int low, int high) =>
        Assert.Equal(new Count(low, high, 1, 2), Sequences.SelectMany(s => s.Steps).Single(s => s.Id == step).Count);

    // A single-mode end needs a last film of 0.3 µm or finer (common practice).
    [Fact]
    public void A_sequence_that_serves_single_mode_ends_on_three_tenths_or_finer() =>
        Assert.All(Sequences.Where(s => s.Modes.Contains(FiberMode.SingleMode)), s =>
            Assert.True(s.Steps.Last(step => step.Film is not null).Film <= 0.3m, s.Id)
        );

    [Fact]
    public void In_a_recipe_they_become_a_choice_and_only_the_chosen_one_is_worked()
    {
        var a1 = StarterRecipes.Book().Latest("A1")!.Recipe;
        Assert.Equal(["P1", "P2", "P3", "P4"], a1.Choices!.Single(c => c.Id == PolishingRef.Choice).Options.Select(o => o.Id));
        var worked = a1.For(CableBuild.Cordage30, new Technique(new Dictionary<string, string> { [PolishingRef.Choice] = "P2" }));
        Assert.Equal([9m, 3m, 0.3m], worked.Steps.Select(s => s.Film).OfType<decimal>());
        Assert.Equal(worked.IndexOf("boot") + 1, worked.IndexOf("p2-air"));
    }

    [Fact]
    public void A_sequence_that_is_not_there_is_named()
    {
        var a1 = StarterRecipes.ReadRecipe(
            """
            { "formatVersion": 1, "id": "X", "family": "x", "title": { "en": "x" },
              "serves": { "connectors": [], "polishes": [], "modes": [], "builds": [], "method": "x" },
              "parts": [], "cuts": [],
              "body": { "frontOfTip": "0 mm", "backOfBufferEdge": "0 mm" }, "ladder": { "id": "x", "version": 0 }, "stages": [],
              "polishing": { "after": "x", "sequences": ["P9"], "usual": "P9" }, "steps": [],
              "timing": { "handsOnSeconds": 1, "unattendedSeconds": 0 } }
            """
        );
        Assert.Contains("P9", Assert.Throws<KeyNotFoundException>(() => a1.With(Sequences)).Message, StringComparison.Ordinal);
    }

    [Theory]
    [InlineData(FilmReturn.Same, "look", "p2-03")]
    [InlineData(FilmReturn.Back, "look", "p2-3")]
    [InlineData(FilmReturn.Last, "p2-look-3", "p2-03")]
    [InlineData(FilmReturn.Same, "p2-look-3", "p2-3")]
    [InlineData(FilmReturn.Back, "p2-air", "p2-air")]
    public void Back_to_a_film_means_the_one_of_the_crews_own_sequence(FilmReturn back, string troubled, string to)
    {
        var worked = StarterRecipes.Book().Latest("A1")!.Recipe.For(CableBuild.Cordage30, Technique.Usual);
        var rung = StarterRecipes.Ladders().First().Signs[0].Actions[0] with { ReturnsTo = null, ReturnsToFilm = back };
        Assert.Equal(to, worked.Steps[rung.TargetIn(worked, worked.IndexOf(troubled))].Id);
    }
}
