using System.Text.Json;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Units;
using Rhabdon.Core.Verification;

namespace Rhabdon.Core.Tests.Verification;

/// <summary>Every kind of reading is read as people and instruments write it, goes to JSON and back, and is judged by the recipe's limits.</summary>
public class ReadingValueTests
{
    [Theory]
    [InlineData(ReadingKind.Length, "1 3/16 in", """{"check":"c","length":"30.1625 mm"}""")]
    [InlineData(ReadingKind.Angle, "0.5", """{"check":"c","angle":"0.5°"}""")]
    [InlineData(ReadingKind.Loss, "0.35 dB", """{"check":"c","loss":"0.35 dB"}""")]
    [InlineData(ReadingKind.Reflectance, "\u221255", """{"check":"c","reflectance":"-55 dB"}""")]
    [InlineData(ReadingKind.Power, "-20.15 dBm", """{"check":"c","power":"-20.15 dBm"}""")]
    [InlineData(ReadingKind.Temperature, "21.5 °C", """{"check":"c","temperature":"21.5 °C"}""")]
    [InlineData(ReadingKind.Duration, "90", """{"check":"c","duration":90}""")]
    [InlineData(ReadingKind.Count, "12", """{"check":"c","count":12}""")]
    [InlineData(ReadingKind.Choice, "held", """{"check":"c","choice":"held"}""")]
    [InlineData(ReadingKind.Picture, "clean", """{"check":"c","choice":"clean"}""")]
    [InlineData(ReadingKind.Angles, "0.3/0.6", """{"check":"c","angles":{"left":"0.3°","right":"0.6°"}}""")]
    [InlineData(ReadingKind.Text, " lot 7 ", """{"check":"c","text":"lot 7"}""")]
    public void What_is_typed_goes_to_JSON_and_back(ReadingKind kind, string typed, string json)
    {
        var reading = Reading.Of("c", ReadingValue.Parse(kind, typed, LengthUnit.Millimeter)!);
        var text = JsonSerializer.Serialize(reading, CoreJson.Default.Reading);
        Assert.Equal(json, text.Replace("\\u00B0", "°"));
        var back = JsonSerializer.Deserialize(text, CoreJson.Default.Reading)!;
        Assert.Equal(reading, back);
        Assert.Equal(
            kind is ReadingKind.Choice or ReadingKind.Picture ? [ReadingKind.Choice, ReadingKind.Picture] : [kind],
            Enum.GetValues<ReadingKind>().Where(back.Answers)
        );
    }

    [Theory]
    [InlineData(ReadingKind.Angle, "91")]
    [InlineData(ReadingKind.Angle, "1 dB")]
    [InlineData(ReadingKind.Loss, "0,3")]
    [InlineData(ReadingKind.Reflectance, "55")]
    [InlineData(ReadingKind.Power, "-20 dB")]
    [InlineData(ReadingKind.Temperature, "900")]
    [InlineData(ReadingKind.Duration, "-1")]
    [InlineData(ReadingKind.Count, "1e3")]
    [InlineData(ReadingKind.Angles, "0.3")]
    [InlineData(ReadingKind.Text, "   ")]
    public void What_cannot_be_measured_is_not_read(ReadingKind kind, string typed) => Assert.Null(ReadingValue.Parse(kind, typed, LengthUnit.Millimeter));

    [Fact]
    public void A_reading_of_two_things_answers_nothing() =>
        Assert.DoesNotContain(Enum.GetValues<ReadingKind>(), kind => new Reading("c", Length: Length.Mm(30), Count: 3).Answers(kind));

    // A loss is the difference of two powers: -20.15 dBm after -20 dBm is 0.15 dB (definition of dBm).
    [Fact]
    public void Powers_differ_by_a_loss() => Assert.Equal("0.15 dB", (DecibelMilliwatt.Of(-20) - DecibelMilliwatt.Of(-20.15m)).ToString());

    [Theory]
    [InlineData("0.2", ReadingGrade.Good, null)]
    [InlineData("0.4", ReadingGrade.Doubtful, null)]
    [InlineData("0.5", ReadingGrade.Doubtful, null)]
    [InlineData("0.501", ReadingGrade.Bad, "splice-loss")]
    public void A_figure_is_judged_by_the_steps_limits(string typed, ReadingGrade grade, string? sign)
    {
        var step = StarterRecipes.Recipes().Single(r => r.Id == "S2").Steps.First(s => s.Ask is not null) with
        {
            Ask = new Ask(
                "splice-estimate",
                new Wording(new Dictionary<string, string>()),
                [],
                "splice-loss",
                Kind: ReadingKind.Loss,
                Limits: new ReadingLimits(Most: 0.5m, GoodMost: 0.3m)
            ),
        };
        Assert.Equal(
            new Verdict(grade, sign),
            ReadingJudge.Judge(step, Reading.Of("splice-estimate", ReadingValue.Parse(ReadingKind.Loss, typed, LengthUnit.Millimeter)!), null)
        );
    }

    // A typing error in the check's name once took its doubtful band away, and nobody was told.
    [Fact]
    public void A_check_that_nobody_registered_does_not_go_into_a_recipe()
    {
        var recipe = StarterRecipes.Recipes().Single(r => r.Id == "M4");
        var at = recipe.Steps.ToList().FindIndex(s => s.Ask?.Check == "strip-length");
        var typo = recipe with { Steps = [.. recipe.Steps.Select((s, i) => i == at ? s with { Ask = s.Ask! with { Check = "strip-lenght" } } : s)] };
        Assert.Equal([$"steps[{at}].ask.check"], RecipeCheck.Faults(typo, StarterRecipes.Ladders().Single(l => l.Id == recipe.Ladder.Id)).Select(f => f.Place));
    }

    // "clock.at-most" is a phrase, and was taken for a kind of clock.
    [Fact]
    public void Only_what_the_catalog_lists_may_be_named()
    {
        var recipe = StarterRecipes.Recipes().Single(r => r.Id == "H1");
        var at = recipe.Steps.ToList().FindIndex(s => s.Clock is not null);
        var typo = recipe with { Steps = [.. recipe.Steps.Select((s, i) => i == at ? s with { Clock = s.Clock! with { Kind = "at-most" } } : s)] };
        Assert.Equal(
            [$"steps[{at}].clock.kind"],
            RecipeCheck.Faults(typo, StarterRecipes.Ladders().Single(l => l.Id == recipe.Ladder.Id)).Select(f => f.Place)
        );
    }

    [Fact]
    public void Wordings_and_techniques_that_say_the_same_are_equal()
    {
        Assert.Equal(new Wording(new Dictionary<string, string> { ["en"] = "Cut" }), new Wording(new SortedDictionary<string, string> { ["en"] = "Cut" }));
        Assert.NotEqual(new Wording(new Dictionary<string, string> { ["en"] = "Cut" }), new Wording(new Dictionary<string, string> { ["en"] = "Strip" }));
        Assert.Equal(
            new Technique(new Dictionary<string, string> { ["a"] = "1", ["b"] = "2" }),
            new Technique(new Dictionary<string, string> { ["b"] = "2", ["a"] = "1" })
        );
    }
}
