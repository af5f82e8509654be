using System.Globalization;

namespace Rhabdon.Core.Units;

/// <summary>Lengths as the bench shows them: in the reader's unit first, the other beside it.</summary>
public static class LengthDisplay
{
    /// <summary>Marks an inch rule at the bench carries.</summary>
    public const int RuleMarks = 16;

    /// <summary>Marks a fine inch rule carries.</summary>
    public const int FineMarks = 64;

    /// <summary>The figure alone, to be drawn large: <c>30.0</c> or <c>1 3/16</c>.</summary>
    public static string Figure(Length length, LengthUnit unit) =>
        unit == LengthUnit.Millimeter
            ? string.Create(CultureInfo.InvariantCulture, $"{length.Millimeters:0.0#}")
            : InchFraction.Nearest(length, RuleMarks).ToString().Replace(" in", string.Empty, StringComparison.Ordinal);

    public static string Symbol(LengthUnit unit) => unit == LengthUnit.Millimeter ? "mm" : "in";

    public static string WithUnit(Length length, LengthUnit unit) => $"{Figure(length, unit)} {Symbol(unit)}";

    /// <summary>A short length such as a tolerance: <c>1.0 mm</c>, or decimal inches, since a rule has no mark so fine.</summary>
    public static string Small(Length length, LengthUnit unit) =>
        unit == LengthUnit.Millimeter
            ? WithUnit(length, unit)
            : string.Create(CultureInfo.InvariantCulture, $"{(decimal)length.Nanometers / Length.NanometersPerInch:0.00#} in");

    /// <summary>The same length in the other unit, with what the inch mark leaves over: <c>1 3/16 in −0.16 mm</c>.</summary>
    public static string Other(Length length, LengthUnit unit)
    {
        if (unit == LengthUnit.Inch)
        {
            return WithUnit(length, LengthUnit.Millimeter);
        }

        return Nearest(length, RuleMarks);
    }

    /// <summary>The nearest mark of an inch rule, with what it leaves over: <c>1 3/16 in −0.16 mm</c>.</summary>
    public static string Nearest(Length length, int marksPerInch)
    {
        var mark = InchFraction.Nearest(length, marksPerInch);
        if (mark.Remainder == Length.Zero)
        {
            return mark.ToString();
        }

        var sign = mark.Remainder < Length.Zero ? "−" : "+";
        return string.Create(CultureInfo.InvariantCulture, $"{mark} {sign}{mark.Remainder.Abs().Millimeters:0.00} mm");
    }
}
