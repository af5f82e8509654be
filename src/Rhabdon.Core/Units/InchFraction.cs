using System.Globalization;

namespace Rhabdon.Core.Units;

/// <summary>A length as the nearest mark of an inch rule: whole inches and a reduced fraction, with what is left over exactly.</summary>
/// <param name="Remainder">Length minus the mark; negative when the mark lies beyond the length.</param>
public readonly record struct InchFraction(long Whole, int Numerator, int Denominator, Length Remainder)
{
    /// <summary>The mark nearest to <paramref name="length"/> (ties go to the longer mark).</summary>
    /// <param name="marksPerInch">2, 4, 8, 16, 32 or 64.</param>
    /// <exception cref="ArgumentOutOfRangeException">Any other division, or a negative length.</exception>
    public static InchFraction Nearest(Length length, int marksPerInch)
    {
        if (marksPerInch is not (2 or 4 or 8 or 16 or 32 or 64))
        {
            throw new ArgumentOutOfRangeException(nameof(marksPerInch), marksPerInch, "An inch rule has 2, 4, 8, 16, 32 or 64 marks.");
        }

        ArgumentOutOfRangeException.ThrowIfNegative(length.Nanometers);
        var perMark = Length.NanometersPerInch / marksPerInch;
        var marks = (length.Nanometers + (perMark / 2)) / perMark;
        var (whole, numerator, denominator) = (marks / marksPerInch, (int)(marks % marksPerInch), marksPerInch);
        while (numerator > 0 && numerator % 2 == 0)
        {
            (numerator, denominator) = (numerator / 2, denominator / 2);
        }

        return new InchFraction(whole, numerator, numerator == 0 ? 1 : denominator, length - new Length(marks * perMark));
    }

    /// <summary><c>1 3/16 in</c>, <c>3/8 in</c>, <c>10 in</c>.</summary>
    public override string ToString() =>
        (Whole, Numerator) switch
        {
            (_, 0) => string.Create(CultureInfo.InvariantCulture, $"{Whole} in"),
            (0, _) => string.Create(CultureInfo.InvariantCulture, $"{Numerator}/{Denominator} in"),
            _ => string.Create(CultureInfo.InvariantCulture, $"{Whole} {Numerator}/{Denominator} in"),
        };
}
