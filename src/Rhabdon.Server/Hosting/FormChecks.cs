using System.Globalization;
using Rhabdon.Core.Phrases;

namespace Rhabdon.Server.Hosting;

/// <summary>What every form's texts and numbers must be; each fault names its field and what would do.</summary>
internal static class FormChecks
{
    /// <summary>One line of text: not empty, not too long, and nothing in it that cannot be seen.</summary>
    public static void Text(List<(string, Phrase)> faults, string field, string text, int most = 100)
    {
        Long(faults, field, text, most);
        if (text.Any(char.IsControl))
        {
            faults.Add((field, Phrase.Of(PhraseKeys.Form.Control)));
        }
    }

    /// <summary>Text of any number of lines.</summary>
    public static void Long(List<(string, Phrase)> faults, string field, string text, int most)
    {
        if (text.Trim().Length is var length && (length == 0 || length > most))
        {
            faults.Add((field, Phrase.Of(PhraseKeys.Form.Text, ("most", Count(most)))));
        }
    }

    public static void Between(List<(string, Phrase)> faults, string field, int number, int low, int high)
    {
        if (number < low || number > high)
        {
            faults.Add((field, Phrase.Of(PhraseKeys.Form.Number, ("low", Count(low)), ("high", Count(high)))));
        }
    }

    private static string Count(int number) => number.ToString(CultureInfo.InvariantCulture);
}
