using System.Text.Json;

namespace Rhabdon.Core.Phrases;

/// <summary>The words of one language, keyed. Screen, print and API speak from the same book; a language is one more file.</summary>
public sealed class Phrasebook(IReadOnlyDictionary<string, string> words)
{
    private static readonly Lazy<Phrasebook> Book = new(() => Read("en"));

    public static Phrasebook English => Book.Value;

    public IReadOnlyDictionary<string, string> Words { get; } = words;

    /// <summary>The phrase in words. A key the book lacks is said as the key itself, so that nothing is ever silent.</summary>
    public string Say(Phrase phrase) => Fill(Words.GetValueOrDefault(phrase.Key, phrase.Key), phrase.Args);

    /// <summary>Puts values in the places <c>{name}</c> of a text; a place with no value stays as it is.</summary>
    public static string Fill(string text, IReadOnlyDictionary<string, string> args)
    {
        foreach (var (name, value) in args)
        {
            text = text.Replace($"{{{name}}}", value, StringComparison.Ordinal);
        }

        return text;
    }

    private static Phrasebook Read(string language)
    {
        using var stream = typeof(Phrasebook).Assembly.GetManifestResourceStream($"phrases/{language}.json")
            ?? throw new InvalidOperationException($"The phrasebook {language} is not in the assembly.");
        return new Phrasebook(JsonSerializer.Deserialize(stream, CoreJson.Default.DictionaryStringString)!);
    }
}
