using System.Globalization;
using System.Text.RegularExpressions;

namespace Rhabdon.Core.Units;

/// <summary>
/// Reads a length as a person writes it: <c>30</c>, <c>8.5 mm</c>, <c>2 cm</c>, <c>1 3/16 in</c>, <c>3/8"</c>, <c>0.75 in</c>, <c>125 µm</c>.
/// </summary>
public static partial class LengthText
{
    /// <summary>Longest text read; anything longer is refused unread.</summary>
    public const int MaxCharacters = 40;

    /// <summary>Reads <paramref name="text"/>; a bare number is taken in <paramref name="bareUnit"/>.</summary>
    /// <returns>False for empty, malformed, negative or longer than 100 km; never throws.</returns>
    public static bool TryParse(string? text, LengthUnit bareUnit, out Length length)
    {
        length = default;
        if (text is null || text.Length > MaxCharacters)
        {
            return false;
        }

        var match = Pattern().Match(text.Trim());
        if (!match.Success || !TryAmount(match, out var amount))
        {
            return false;
        }

        var perUnit = UnitOf(match.Groups["unit"].Value, bareUnit);
        var nanometers = decimal.Round(amount * perUnit);
        if (nanometers > 100_000_000_000_000m)
        {
            return false;
        }

        length = new Length((long)nanometers);
        return true;
    }

    private static bool TryAmount(Match match, out decimal amount)
    {
        amount = 0;
        var number = match.Groups["number"];
        if (number.Success && !decimal.TryParse(number.Value, NumberStyles.AllowDecimalPoint, CultureInfo.InvariantCulture, out amount))
        {
            return false;
        }

        if (!match.Groups["over"].Success)
        {
            return number.Success;
        }

        var over = int.Parse(match.Groups["over"].Value, CultureInfo.InvariantCulture);
        var under = int.Parse(match.Groups["under"].Value, CultureInfo.InvariantCulture);
        if (under == 0)
        {
            return false;
        }

        amount += (decimal)over / under;
        return true;
    }

    private static decimal UnitOf(string unit, LengthUnit bareUnit) =>
        unit switch
        {
            "mm" => 1_000_000m,
            "cm" => 10_000_000m,
            "m" => 1_000_000_000m,
            "µm" or "μm" or "um" => 1_000m,
            "in" or "\"" or "″" => 25_400_000m,
            _ => bareUnit == LengthUnit.Inch ? 25_400_000m : 1_000_000m,
        };

    [GeneratedRegex(
        """^(?:(?<number>\d{1,9})[\s-]+(?<over>\d{1,4})/(?<under>\d{1,4})|(?<over>\d{1,4})/(?<under>\d{1,4})|(?<number>\d{1,9}(?:\.\d{1,9})?|\.\d{1,9}))\s*(?<unit>mm|cm|m|µm|μm|um|in|"|″)?$""",
        RegexOptions.CultureInvariant | RegexOptions.ExplicitCapture
    )]
    private static partial Regex Pattern();
}
