using Rhabdon.Core.Catalog;

namespace Rhabdon.Core.Results;

/// <summary>Guesses which column is what by the words of the header; a person looks it over before anything is taken.</summary>
public static class ResultColumns
{
    private static readonly string[] StrandWords = ["strand", "fiber", "fibre", "port", "label", "cable id", "link"];
    private static readonly string[] WavelengthWords = ["wavelength", "lambda", "nm"];
    private static readonly string[] LossWords = ["loss", "attenuation", "il (db)", "insertion"];
    private static readonly string[] PowerWords = ["power", "dbm"];
    private static readonly string[] FromWords = ["from", "direction", "dir", "end"];
    private static readonly string[] MeasuredWords = ["measured", "time", "date"];
    private static readonly string[] OtherWords = ["limit", "margin", "reference", "return", "reflectance", "result", "length"];

    /// <param name="header">As it stands in the file.</param>
    /// <param name="wavelength">For all rows, where no column says it.</param>
    public static ResultMapping Guess(IReadOnlyList<string> header, int? wavelength)
    {
        var names = header.Select(h => h.Trim().ToLowerInvariant().Replace('_', ' ')).ToList();
        var power = Find(PowerWords);
        var at = Find(WavelengthWords);
        return new ResultMapping(
            Find(StrandWords),
            at,
            Find(LossWords) is { } loss && loss != power ? loss : null,
            power,
            Find(FromWords),
            Find(MeasuredWords),
            at is null ? wavelength : null,
            CableEnd.Near
        );

        // Words in their order: the first that any column has.
        int? Find(string[] words)
        {
            foreach (var word in words)
            {
                var place = names.FindIndex(n => n.Contains(word, StringComparison.Ordinal) && !IsOther(n));
                if (place >= 0)
                {
                    return place;
                }
            }

            return null;
        }
    }

    // A wavelength is no length: these are looked for as whole words.
    private static bool IsOther(string name) => OtherWords.Any(name.Split([' ', '(', ')', '/', '-', '.', ','], StringSplitOptions.RemoveEmptyEntries).Contains);
}
