using System.Globalization;
using System.Text.RegularExpressions;
using Rhabdon.Core.Bench;
using Rhabdon.Core.Units;

namespace Rhabdon.Core.Runs;

/// <summary>
/// Reads what a person types from a meter, in as few keys as can be told apart: digits alone are hundredths, so that 42 is 0.42 dB, and 2042 of a power is
/// -20.42 dBm, since no power that is measured here is above one milliwatt.
/// </summary>
public static partial class MeterText
{
    private static readonly Decibel MostGain = Decibel.Of(-5);
    private static readonly Decibel MostReturn = Decibel.Of(90);
    private static readonly Decibel MostLoss = Decibel.Of(70);

    /// <returns>Null for what is no loss: a single digit could be tenths or whole decibels, and one far below zero is a power.</returns>
    public static Decibel? Loss(string read) =>
        Amount(read) is { } text && QuantityText.TryParse<Decibel>(text, out var loss) && loss >= MostGain && loss <= MostLoss ? loss : null;

    /// <returns>Null for what is no power.</returns>
    public static DecibelMilliwatt? Power(string read) =>
        Amount(read) is { } text
        && QuantityText.TryParse<DecibelMilliwatt>(text.StartsWith('-') || text.StartsWith('+') ? text : $"-{text}", out var power)
        && power <= default(DecibelMilliwatt)
            ? power
            : null;

    /// <summary>Below zero: a return loss of 42 dB is a reflectance of -42 dB.</summary>
    /// <returns>Null for what is none, and for zero.</returns>
    public static Decibel? Reflectance(string read) =>
        QuantityText.TryParse<Decibel>(read.Trim().Replace('\u2212', '-').Replace(',', '.').TrimStart('-'), out var back)
        && back > default(Decibel)
        && back <= MostReturn
            ? default(Decibel) - back
            : null;

    /// <summary>
    /// The length of fiber, or the way between two jacket marks: 87.4 is meters, 287 ft, 0.32 km; 412-699 ft is 287 ft, whichever mark is greater.
    /// </summary>
    /// <returns>Null for what is none, and beyond <see cref="LengthRead.Range"/>.</returns>
    public static Length? FiberLength(string read)
    {
        if (read.Length > QuantityText.MaxCharacters || FiberLengths().Match(read.Trim().Replace(',', '.')) is not { Success: true } typed)
        {
            return null;
        }

        var first = decimal.Parse(typed.Groups["first"].Value, CultureInfo.InvariantCulture);
        var second = typed.Groups["second"] is { Success: true } mark ? decimal.Parse(mark.Value, CultureInfo.InvariantCulture) : (decimal?)null;
        var amount = second is { } other ? Math.Abs(other - first) : first;
        var length = typed.Groups["unit"].Value switch
        {
            "ft" => Length.Inches(amount * 12),
            "km" => Length.Mm(amount * 1_000_000),
            _ => Length.Mm(amount * 1000),
        };
        return length < LengthRead.Range.Least || length > LengthRead.Range.Most ? null : length;
    }

    private static string? Amount(string read)
    {
        var typed = read.Trim().Replace('\u2212', '-').Replace(',', '.');
        if (Digits().Match(typed) is not { Success: true } digits)
        {
            return typed.Length == 0 ? null : typed;
        }

        var number = digits.Groups["digits"].Value;
        return number.Length == 1
            ? null
            : string.Create(
                CultureInfo.InvariantCulture,
                $"{digits.Groups["sign"].Value}{int.Parse(number, CultureInfo.InvariantCulture) / 100m}{digits.Groups["unit"].Value}"
            );
    }

    [GeneratedRegex(@"^(?<first>[0-9]{1,7}(\.[0-9]{1,3})?)(\s*[-–]\s*(?<second>[0-9]{1,7}(\.[0-9]{1,3})?))?\s*(?<unit>m|ft|km)?$")]
    private static partial Regex FiberLengths();

    [GeneratedRegex(@"^(?<sign>[-+]?)(?<digits>\d{1,4})(?<unit>\s*[A-Za-z]*)$")]
    private static partial Regex Digits();
}
