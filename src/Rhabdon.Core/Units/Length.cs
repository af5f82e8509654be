using System.Globalization;
using System.Text.Json.Serialization;

namespace Rhabdon.Core.Units;

/// <summary>
/// A length as a whole number of nanometers, so that millimeters and 1/64 inch (396,875 nm) are both exact.
/// Range: ±9.2 million km; arithmetic past that throws <see cref="OverflowException"/>. May be negative (a remainder).
/// In JSON a length is its canonical text, such as <c>"8.5 mm"</c>.
/// </summary>
[JsonConverter(typeof(LengthJsonConverter))]
public readonly record struct Length(long Nanometers) : IComparable<Length>
{
    public const long NanometersPerMillimeter = 1_000_000;
    public const long NanometersPerInch = 25_400_000;

    public static Length Zero => default;

    /// <summary>Millimeters; finer than a nanometer is rounded half to even.</summary>
    public static Length Mm(decimal millimeters) => new((long)decimal.Round(millimeters * NanometersPerMillimeter));

    /// <summary>Inches; finer than a nanometer is rounded half to even.</summary>
    public static Length Inches(decimal inches) => new((long)decimal.Round(inches * NanometersPerInch));

    public decimal Millimeters => (decimal)Nanometers / NanometersPerMillimeter;

    public static Length operator +(Length a, Length b) => new(checked(a.Nanometers + b.Nanometers));

    public static Length operator -(Length a, Length b) => new(checked(a.Nanometers - b.Nanometers));

    public static Length operator *(Length a, int times) => new(checked(a.Nanometers * times));

    public static bool operator <(Length a, Length b) => a.Nanometers < b.Nanometers;

    public static bool operator >(Length a, Length b) => a.Nanometers > b.Nanometers;

    public static bool operator <=(Length a, Length b) => a.Nanometers <= b.Nanometers;

    public static bool operator >=(Length a, Length b) => a.Nanometers >= b.Nanometers;

    public Length Abs() => new(Math.Abs(Nanometers));

    public int CompareTo(Length other) => Nanometers.CompareTo(other.Nanometers);

    /// <summary>The exact text in millimeters without needless zeros: <c>9.525 mm</c>, <c>30 mm</c>.</summary>
    public override string ToString() => string.Create(CultureInfo.InvariantCulture, $"{Millimeters:0.######} mm");
}
