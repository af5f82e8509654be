using System.Globalization;
using System.Text.RegularExpressions;

namespace Rhabdon.Core.Units;

/// <summary>A quantity kept as a whole number of thousandths of its unit, so that what a display shows is kept exactly.</summary>
public interface IQuantity<TSelf>
    where TSelf : struct, IQuantity<TSelf>
{
    /// <summary>As it is written after the number.</summary>
    static abstract string Unit { get; }

    /// <summary>Other ways in which people write the unit; none may be a digit or a space.</summary>
    static abstract IReadOnlyList<string> OtherUnits { get; }

    /// <summary>What can be measured, in the unit, both ends included.</summary>
    static abstract (decimal Least, decimal Most) Range { get; }

    decimal Amount { get; }

    /// <exception cref="OverflowException">Beyond ±2 million units.</exception>
    static abstract TSelf Of(decimal amount);
}

/// <summary>Reads and writes quantities: <c>-0.35 dB</c>, <c>0.5°</c>, <c>21.5 °C</c>.</summary>
public static partial class QuantityText
{
    /// <summary>Longest text read.</summary>
    public const int MaxCharacters = 20;

    /// <summary>Reads what a person typed; a bare number is taken in the quantity's unit. A true minus sign is read as well as a hyphen.</summary>
    /// <returns>False for what is malformed, of another unit, or beyond the range of the quantity; never throws.</returns>
    public static bool TryParse<T>(string? text, out T quantity)
        where T : struct, IQuantity<T>
    {
        quantity = default;
        if (text is null || text.Length > MaxCharacters || Pattern().Match(text.Trim().Replace('\u2212', '-')) is not { Success: true } match)
        {
            return false;
        }

        var unit = match.Groups["unit"].Value;
        var amount = decimal.Parse(match.Groups["number"].Value, NumberStyles.AllowLeadingSign | NumberStyles.AllowDecimalPoint, CultureInfo.InvariantCulture);
        if ((unit.Length > 0 && unit != T.Unit && !T.OtherUnits.Contains(unit)) || amount < T.Range.Least || amount > T.Range.Most)
        {
            return false;
        }

        quantity = T.Of(amount);
        return true;
    }

    /// <summary>The exact text without needless zeros.</summary>
    public static string Write<T>(T quantity)
        where T : struct, IQuantity<T> =>
        string.Create(CultureInfo.InvariantCulture, $"{quantity.Amount:0.###}{(T.Unit == Angle.Degree ? string.Empty : " ")}{T.Unit}");

    /// <summary>Thousandths of the unit; finer is rounded half to even.</summary>
    internal static int Thousandths(decimal amount) => checked((int)decimal.Round(amount * 1000));

    [GeneratedRegex(@"^(?<number>[+-]?(?:\d{1,4}(?:\.\d{1,3})?|\.\d{1,3}))\s*(?<unit>\D*)$", RegexOptions.CultureInvariant | RegexOptions.ExplicitCapture)]
    private static partial Regex Pattern();
}
