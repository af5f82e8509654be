using System.Globalization;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.Units;

namespace Rhabdon.Core.Results;

/// <summary>Reads the cells of a table of results. Unlike what is typed at a meter, digits alone are whole decibels: a file has its decimal point.</summary>
internal static class ResultText
{
    private const decimal Micrometer = 1000;

    private static readonly string[] Times =
    [
        "yyyy-MM-dd HH:mm:ss",
        "yyyy-MM-dd HH:mm",
        "yyyy-MM-ddTHH:mm:ss",
        "yyyy-MM-ddTHH:mm:ss.FFFFFFF",
        "yyyy-MM-ddTHH:mm",
        "yyyy/MM/dd HH:mm:ss",
        "yyyy/MM/dd HH:mm",
    ];

    /// <summary>Null for what is no loss: a power in dBm among them.</summary>
    public static Decibel? Loss(string cell) => QuantityText.TryParse<Decibel>(Decimal(cell), out var loss) ? loss : null;

    /// <summary>Null for what is no power: a loss in dB, and watts.</summary>
    public static DecibelMilliwatt? Power(string cell) => QuantityText.TryParse<DecibelMilliwatt>(Decimal(cell), out var power) ? power : null;

    /// <summary>Nanometers; micrometers are told by their unit, or by being below 10. Null for what is neither.</summary>
    public static int? Wavelength(string cell)
    {
        var text = Decimal(cell).ToLowerInvariant().Replace('\u03bc', '\u00b5');
        var isMicrometers = text.EndsWith("\u00b5m", StringComparison.Ordinal) || text.EndsWith("um", StringComparison.Ordinal);
        var digits =
            isMicrometers ? text[..^2]
            : text.EndsWith("nm", StringComparison.Ordinal) ? text[..^2]
            : text;
        return decimal.TryParse(digits.Trim(), NumberStyles.AllowDecimalPoint, CultureInfo.InvariantCulture, out var figure) && figure is > 0 and < 10_000
            ? (int)decimal.Round(isMicrometers || figure < 10 ? figure * Micrometer : figure)
            : null;
    }

    /// <summary>Near or far, also as A and B, 1 and 2, forward and reverse. Null for what is none of them.</summary>
    public static CableEnd? From(string cell) =>
        cell.Trim().ToLowerInvariant() switch
        {
            "near" or "a" or "1" or "forward" or "ab" or "a-b" or "a>b" or "a->b" or "a to b" or "near to far" => CableEnd.Near,
            "far" or "b" or "2" or "reverse" or "backward" or "ba" or "b-a" or "b>a" or "b->a" or "b to a" or "far to near" => CableEnd.Far,
            _ => null,
        };

    /// <summary>
    /// Year first, with an offset or at <paramref name="offset"/>. Null for what is no time: a date with the day or the month first could be either.
    /// </summary>
    public static DateTimeOffset? Measured(string cell, TimeSpan offset)
    {
        var text = cell.Trim();
        return DateTime.TryParseExact(text, Times, CultureInfo.InvariantCulture, DateTimeStyles.None, out var local) ? new DateTimeOffset(local, offset)
            : text.Length > 10
            && char.IsAsciiDigit(text[3])
            && text[10] is 'T' or ' '
            && DateTimeOffset.TryParse(text, CultureInfo.InvariantCulture, DateTimeStyles.AssumeUniversal, out var whole)
                ? whole
            : null;
    }

    private static string Decimal(string cell) => cell.Trim().Replace('\u2212', '-').Replace(',', '.');
}
