using System.Globalization;
using System.Text.Json;
using System.Text.Unicode;
using Rhabdon.Core.Phrases;

namespace Rhabdon.Core;

/// <summary>What text in JSON may be, decided once for every door: valid Unicode, no control characters but tab and line ends, and not without end.</summary>
public static class JsonText
{
    /// <summary>Most characters of one text; single fields have lower limits of their own. A pasted list of ports is the longest there is.</summary>
    public const int MostCharacters = 200_000;

    /// <summary>Most characters of a member's name.</summary>
    public const int MostInAName = 200;

    /// <summary>What is wrong with a text in this JSON; null when nothing is, or when it is no JSON at all, which its reader says better.</summary>
    /// <param name="most">Most characters of one text.</param>
    public static Phrase? Fault(ReadOnlySpan<byte> json, int most = MostCharacters)
    {
        if (!Utf8.IsValid(json))
        {
            return Phrase.Of(PhraseKeys.Json.Unicode);
        }

        var reader = new Utf8JsonReader(json, new JsonReaderOptions { CommentHandling = JsonCommentHandling.Skip });
        try
        {
            while (reader.Read())
            {
                if (reader.TokenType is JsonTokenType.String or JsonTokenType.PropertyName && FaultOf(ref reader, most) is { } fault)
                {
                    return fault;
                }
            }
        }
        catch (JsonException)
        {
            return null;
        }

        return null;
    }

    /// <summary>True for text that holds a control character other than tab and line ends, or half a surrogate pair.</summary>
    public static bool IsUnfit(ReadOnlySpan<char> text)
    {
        for (var at = 0; at < text.Length; at++)
        {
            var c = text[at];
            if (char.IsControl(c) && c is not ('\t' or '\n' or '\r'))
            {
                return true;
            }

            if (char.IsSurrogate(c))
            {
                if (!char.IsHighSurrogate(c) || at + 1 == text.Length || !char.IsLowSurrogate(text[at + 1]))
                {
                    return true;
                }

                at++;
            }
        }

        return false;
    }

    private static Phrase? FaultOf(ref Utf8JsonReader reader, int mostOfText)
    {
        var isName = reader.TokenType == JsonTokenType.PropertyName;
        var most = isName ? MostInAName : mostOfText;
        if (reader.ValueSpan.Length > 6L * most)
        {
            return TooLong(most);
        }

        // Plain text without escapes or two-byte controls is the rule.
        if (!reader.ValueIsEscaped && reader.ValueSpan.IndexOfAnyInRange((byte)0x7F, (byte)0xFF) < 0)
        {
            return reader.ValueSpan.Length > most ? TooLong(most) : null;
        }

        string text;
        try
        {
            text = reader.GetString()!;
        }
        catch (InvalidOperationException)
        {
            return Phrase.Of(PhraseKeys.Json.Unicode);
        }

        return text.Length > most ? TooLong(most)
            : IsUnfit(text) ? Phrase.Of(PhraseKeys.Json.Control)
            : null;
    }

    private static Phrase TooLong(int most) => Phrase.Of(PhraseKeys.Json.Long, ("most", most.ToString(CultureInfo.InvariantCulture)));
}
