using System.Text.Json;
using System.Text.RegularExpressions;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Recipes;
using Rhabdon.Testing;

namespace Rhabdon.Core.Tests;

/// <summary>Words: what the code says stands in the phrasebook, and recipes ask only for places that the bench fills.</summary>
public partial class PhraseTests
{
    private static readonly string[] Places = ["{length}", "{tolerance}", "{bites}", "{bite}", "{shards}"];

    // A key in quotes would build though the book lacks it; a constant of PhraseKeys does not.
    [Fact]
    public void The_code_names_phrases_by_the_constants_of_the_book()
    {
        var code = Sources().ToList();
        Assert.True(code.Sum(text => Named().Count(text)) > 100, "The search finds too little to mean anything.");
        Assert.DoesNotContain(code.SelectMany(text => InQuotes().Matches(text).Select(m => m.Groups["key"].Value)), Phrasebook.English.Words.ContainsKey);
    }

    private static IEnumerable<string> Sources() =>
        Directory
            .EnumerateFiles(Path.Combine(Checkout.Root(), "src"), "*.cs", SearchOption.AllDirectories)
            .Where(f => !f.Contains("/obj/", StringComparison.Ordinal))
            .Select(File.ReadAllText);

    [Fact]
    public void Recipes_and_ladders_ask_only_for_places_that_the_bench_fills()
    {
        var steps = StarterRecipes.Recipes().SelectMany(r => r.Steps).SelectMany(s => (Wording[])[s.Title, s.How]);
        var rungs = StarterRecipes.Ladders().SelectMany(l => l.Signs).SelectMany(s => s.Actions).Select(r => r.Heading).OfType<Wording>();
        Assert.Empty(steps.Concat(rungs).SelectMany(w => Asked().Matches(w.In("en")).Select(m => m.Value)).Except(Places));
    }

    [Fact]
    public void A_place_with_no_value_stays_as_it_is_and_an_unknown_key_is_said_as_itself()
    {
        Assert.Equal("5 of {total}", Phrasebook.Fill("{count} of {total}", new Dictionary<string, string> { ["count"] = "5" }));
        Assert.Equal("no.such-key", Phrasebook.English.Say(Phrase.Of("no.such-key")));
    }

    [Theory]
    [InlineData("0", "0 strands need a look")]
    [InlineData("1", "1 strand needs a look")]
    [InlineData("21", "21 strands need a look")]
    public void One_is_one_and_any_other_number_many(string count, string says) =>
        Assert.Equal(says, Phrasebook.English.Say(Phrase.Of("today.looks", ("count", count))));

    // A word in the plural behind a number that can be one is a phrase that somebody will see say "1 pieces".
    [Fact]
    public void No_phrase_puts_a_plural_behind_a_count_without_its_singular() =>
        Assert.DoesNotContain(Phrasebook.English.Words, w =>
            CountedPlural().IsMatch(w.Value)
            && !w.Value.Contains("{count} strands it was done on", StringComparison.Ordinal)
            && w.Key is not ("bench.together" or "fit.together")
        );

    [Fact]
    public void Each_room_of_the_book_is_in_order_so_that_two_people_can_add_to_it()
    {
        var rooms = Directory.GetFiles(Path.Combine(Checkout.Root(), "src/Rhabdon.Core/Phrases/en"), "*.json");
        Assert.True(rooms.Length > 5, "The book's rooms are not where they were.");
        foreach (var room in rooms)
        {
            var keys = JsonDocument.Parse(File.ReadAllText(room)).RootElement.EnumerateObject().Select(p => p.Name).ToList();
            Assert.Equal(keys.Order(StringComparer.Ordinal), keys);
        }
    }

    [GeneratedRegex(@"\bPhraseKeys\.[A-Z]")]
    private static partial Regex Named();

    [GeneratedRegex("(?<![$@])\"(?<key>[a-z]+\\.[a-z0-9.-]+)\"")]
    private static partial Regex InQuotes();

    [GeneratedRegex(@"\{(count|strands|ends)\} (later |more )?[a-z]+s\b")]
    private static partial Regex CountedPlural();

    [GeneratedRegex("\\{[a-z]+\\}")]
    private static partial Regex Asked();
}
