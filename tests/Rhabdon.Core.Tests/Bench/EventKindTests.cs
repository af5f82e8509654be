using System.Reflection;
using System.Text.Json.Serialization;
using Rhabdon.Core.Bench;
using Rhabdon.Core.Phrases;
using Rhabdon.Testing;

namespace Rhabdon.Core.Tests.Bench;

/// <summary>A kind of event is known everywhere or nowhere: to the reader, in words, in docs/formats.md, and to the page through OpenAPI.</summary>
public class EventKindTests
{
    public static TheoryData<Type> Kinds =>
        [.. typeof(EventBody).Assembly.GetTypes().Where(t => t is { IsAbstract: false } && t.IsSubclassOf(typeof(EventBody)))];

    private static IReadOnlyDictionary<Type, string> Names { get; } =
        typeof(EventBody).GetCustomAttributes<JsonDerivedTypeAttribute>().ToDictionary(a => a.DerivedType, a => (string)a.TypeDiscriminator!);

    [Theory]
    [MemberData(nameof(Kinds))]
    public void No_kind_is_forgotten_anywhere(Type kind)
    {
        Assert.True(Names.TryGetValue(kind, out var name), $"EventBody does not list {kind.Name}.");
        Assert.True(Phrasebook.English.Words.ContainsKey($"kind.{name}"), $"The phrasebook lacks kind.{name}.");
        Assert.Contains($"`{name}`", File.ReadAllText(Path.Combine(Checkout.Root(), "docs/formats.md")), StringComparison.Ordinal);
        Assert.Contains(
            $"\"{name}\": \"#/components/schemas/EventBody",
            File.ReadAllText(Path.Combine(Checkout.Root(), "src/Rhabdon.Server/openapi/Rhabdon.Server.json")),
            StringComparison.Ordinal
        );
    }

    [Fact]
    public void No_word_is_left_of_a_kind_that_is_gone() =>
        Assert.Equal(
            Names.Values.Order(StringComparer.Ordinal),
            Phrasebook
                .English.Words.Keys.Where(k => k.StartsWith("kind.", StringComparison.Ordinal))
                .Select(k => k["kind.".Length..])
                .Order(StringComparer.Ordinal)
        );
}
