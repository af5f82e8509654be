using System.Globalization;
using System.Text;
using Rhabdon.Core.Phrases;

namespace Rhabdon.Core.Links;

/// <summary>
/// A job's way of naming a port: text with the places <c>{closet}</c>, <c>{panel}</c>, <c>{port}</c>, <c>{cable}</c>, <c>{strand}</c>, <c>{position}</c>;
/// a number's place may ask for digits: <c>{port:00}</c>.
/// </summary>
public sealed record LabelPattern(string Text)
{
    public const int MaxCharacters = 80;

    public static LabelPattern Usual { get; } = new("{closet}-{panel}:{port:00}");

    /// <summary>What is wrong with the pattern, or null: an unknown or unclosed place, no place that tells ports apart, too long.</summary>
    public string? Fault()
    {
        if (Text.Length is 0 or > MaxCharacters)
        {
            return PhraseKeys.Label.Length;
        }

        var rest = Text;
        foreach (
            var place in (string[])
                [
                    "{closet}",
                    "{panel}",
                    "{port}",
                    "{port:00}",
                    "{port:000}",
                    "{cable}",
                    "{strand}",
                    "{strand:00}",
                    "{strand:000}",
                    "{position}",
                    "{position:00}",
                ]
        )
        {
            rest = rest.Replace(place, string.Empty, StringComparison.Ordinal);
        }

        return rest.AsSpan().ContainsAny('{', '}') ? PhraseKeys.Label.Place
            : !Text.Contains("{port", StringComparison.Ordinal) && !Text.Contains("{strand", StringComparison.Ordinal) ? PhraseKeys.Label.Same
            : null;
    }

    /// <summary>The label of one port. A pattern with a fault is filled as far as it goes.</summary>
    public string Of(string closet, string panel, int port, string cable, int strand, int position = 1)
    {
        var label = new StringBuilder(Text);
        label.Replace("{closet}", closet).Replace("{panel}", panel).Replace("{cable}", cable);
        foreach (var (name, number) in ((string, int)[])[("port", port), ("strand", strand), ("position", position)])
        {
            label.Replace($"{{{name}}}", number.ToString(CultureInfo.InvariantCulture));
            label.Replace($"{{{name}:00}}", number.ToString("00", CultureInfo.InvariantCulture));
            label.Replace($"{{{name}:000}}", number.ToString("000", CultureInfo.InvariantCulture));
        }

        return label.ToString();
    }
}
