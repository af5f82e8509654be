using Rhabdon.Core.Bench;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Units;

namespace Rhabdon.Core.Tests.Bench;

/// <summary>The fit in words: never certain where it is not, and the seat mark where the arithmetic puts it.</summary>
public class ToleranceStackReaderTests
{
    private static readonly RecipeBook Book = StarterRecipes.Book();

    // By hand: bow 1.0 in a window of 0.2 to 1.8, deviation 0.574 / 3 = 0.1915, so ±4.178 deviations: 2.9 in 100,000 miss (tables of the normal distribution).
    [Fact]
    public void A_chance_close_to_certain_is_told_by_its_misses()
    {
        var fit = Read("M4", m => m).Fit!;
        Assert.Equal("99.9970 %", fit.Chance);
        Assert.Contains("cleave length", fit.Tighten, StringComparison.Ordinal);
    }

    [Fact]
    public void When_even_the_worst_case_fits_nothing_is_to_be_held_tighter()
    {
        var fit = Read("M4", m => m with { Joint = m.Joint! with { BowLeast = Length.Zero, BowMost = Length.Mm(2) } }).Fit!;
        Assert.True(fit.IsSure);
        Assert.DoesNotContain("100 %", fit.Chance, StringComparison.Ordinal);
        Assert.StartsWith("Even the worst case", fit.Tighten, StringComparison.Ordinal);
    }

    // M2: mark 11 back from the buffer, 8.5 of glass, so 19.5 from tip to mark: at the entry when the stub lies 19.5 in; 21 deep it is 1.5 inside.
    [Theory]
    [InlineData(19.5, "0.0 mm outside the entry")]
    [InlineData(21, "gone 1.5 mm into the entry")]
    [InlineData(18, "1.5 mm outside the entry")]
    public void The_seat_mark_at_contact_follows_the_stubs_depth(double stub, string says) =>
        Assert.Contains(says, Read("M2", m => m with { Joint = m.Joint! with { Stub = Length.Mm((decimal)stub) } }).Seat, StringComparison.Ordinal);

    [Fact]
    public void While_the_stub_is_from_the_sheet_the_two_millimeters_stand() =>
        Assert.Contains("within 2.0 mm", Read("M3", m => m).Seat, StringComparison.Ordinal);

    private static RecipeDocument Read(string id, Func<Recipe, Recipe> change)
    {
        var published = Book.Latest(id)!;
        return new RecipeReader(Phrasebook.English, "en", LengthUnit.Millimeter).Read(
            published with
            {
                Recipe = change(published.Recipe),
            },
            published.Recipe.Serves.Builds[0],
            Technique.Usual
        );
    }
}
