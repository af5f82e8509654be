using System.Globalization;
using Rhabdon.Core.Phrases;

namespace Rhabdon.Core.Recipes;

/// <summary>What every profile of a customer's own is checked for: its name in files and its texts.</summary>
internal static class OwnProfile
{
    private const int LongestId = 20;
    private const int LongestText = 100;

    /// <summary>A fault unless it is short, of small letters, digits and dashes, and none that ships.</summary>
    public static IEnumerable<RecipeFault> IdFaults(string id, bool isShipped)
    {
        if (isShipped || id.Length is 0 or > LongestId || !id.All(c => char.IsAsciiLetterLower(c) || char.IsAsciiDigit(c) || c == '-'))
        {
            yield return new RecipeFault("id", Phrase.Of(PhraseKeys.Limits.Id, ("most", Number(LongestId))));
        }
    }

    /// <summary>A fault unless it says something, in each language that it is in, and not too much.</summary>
    public static IEnumerable<RecipeFault> TextFaults(string place, Wording text) =>
        text.ByLanguage.Count == 0 ? [TooLong(place)] : text.ByLanguage.Values.SelectMany(t => TextFaults(place, t)).Take(1);

    /// <summary>A fault unless it says something, and not too much.</summary>
    public static IEnumerable<RecipeFault> TextFaults(string place, string text) =>
        string.IsNullOrWhiteSpace(text) || text.Length > LongestText ? [TooLong(place)] : [];

    private static RecipeFault TooLong(string place) => new(place, Phrase.Of(PhraseKeys.Limits.Text, ("most", Number(LongestText))));

    private static string Number(int number) => number.ToString(CultureInfo.InvariantCulture);
}
