using System.Text.Json;
using System.Text.RegularExpressions;

namespace Rhabdon.Core.Phrases;

/// <summary>The words of one language, keyed. Screen, print and API speak from the same book; a language is one more file.</summary>
public sealed partial class Phrasebook(IReadOnlyDictionary<string, string> words)
{
    private static readonly Lazy<Phrasebook> Book = new(() => Read("en"));

    public static Phrasebook English => Book.Value;

    public IReadOnlyDictionary<string, string> Words { get; } = words;

    /// <summary>The phrase in words. A key the book lacks is said as the key itself, so that nothing is ever silent.</summary>
    public string Say(Phrase phrase) => Fill(Words.GetValueOrDefault(phrase.Key, phrase.Key), phrase.Args);

    /// <summary>
    /// Puts values in the places <c>{name}</c> of a text, and in <c>{name|strand|strands}</c> the word that goes with the number: the first for 1, else the
    /// second. A place with no
    /// value stays as it is.
    /// </summary>
    public static string Fill(string text, IReadOnlyDictionary<string, string> args)
    {
        if (!text.Contains('{'))
        {
            return text;
        }

        text = Plural().Replace(text, m => args.TryGetValue(m.Groups["name"].Value, out var number) ? m.Groups[number == "1" ? "one" : "many"].Value : m.Value);
        foreach (var (name, value) in args)
        {
            text = text.Replace($"{{{name}}}", value, StringComparison.Ordinal);
        }

        return text;
    }

    [GeneratedRegex(@"\{(?<name>\w+)\|(?<one>[^|{}]*)\|(?<many>[^|{}]*)\}", RegexOptions.CultureInvariant)]
    private static partial Regex Plural();

    // One file a room.
    private static Phrasebook Read(string language)
    {
        var (assembly, folder, words) = (typeof(Phrasebook).Assembly, $"phrases/{language}/", new Dictionary<string, string>(StringComparer.Ordinal));
        foreach (var file in assembly.GetManifestResourceNames().Where(n => n.StartsWith(folder, StringComparison.Ordinal)))
        {
            using var stream = assembly.GetManifestResourceStream(file)!;
            foreach (var (key, text) in JsonSerializer.Deserialize(stream, CoreJson.Default.DictionaryStringString)!)
            {
                words.Add(key, text);
            }
        }

        return words.Count > 0 ? new Phrasebook(words) : throw new InvalidOperationException($"The phrasebook {language} is not in the assembly.");
    }
}
