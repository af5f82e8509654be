using System.Text.RegularExpressions;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Recipes;
using Rhabdon.Testing;

namespace Rhabdon.Core.Tests;

/// <summary>Words: what the code says stands in the phrasebook, and recipes ask only for places that the bench fills.</summary>
public partial class PhraseTests
{
    private static readonly string[] Places = ["{length}", "{tolerance}", "{bites}", "{bite}", "{shards}"];

    [Fact]
    public void Every_phrase_the_code_names_is_in_the_book()
    {
        var named = Directory
            .EnumerateFiles(Path.Combine(Checkout.Root(), "src"), "*.cs", SearchOption.AllDirectories)
            .Where(f => !f.Contains("/obj/", StringComparison.Ordinal))
            .SelectMany(f => Named().Matches(File.ReadAllText(f)).Select(m => m.Groups["key"].Value))
            .Distinct()
            .ToList();
        Assert.True(named.Count > 100, "The search finds too little to mean anything.");
        Assert.DoesNotContain(named, key => !Phrasebook.English.Words.ContainsKey(key));
    }

    [Fact]
    public void Recipes_and_ladders_ask_only_for_places_that_the_bench_fills()
    {
        var steps = StarterRecipes.Recipes().SelectMany(r => r.Steps).SelectMany(s => (Wording[])[s.Title, s.How]);
        var rungs = StarterRecipes.Ladders().SelectMany(l => l.Signs).SelectMany(s => s.Rungs).Select(r => r.Heading).OfType<Wording>();
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
    public void The_book_is_in_order_so_that_two_people_can_add_to_it() =>
        Assert.Equal(Phrasebook.English.Words.Keys.Order(StringComparer.Ordinal), Phrasebook.English.Words.Keys);

    [GeneratedRegex("(?:Phrase\\.Of|Problems\\.Say|Fault|Bad)\\((?:\"[^\"]*\", |\\$\"[^\"]*\", )?\"(?<key>[a-z]+\\.[a-z0-9.-]+)\"")]
    private static partial Regex Named();

    [GeneratedRegex(@"\{(count|strands|ends)\} (later |more )?[a-z]+s\b")]
    private static partial Regex CountedPlural();

    [GeneratedRegex("\\{[a-z]+\\}")]
    private static partial Regex Asked();
}
