using System.Text.Json.Serialization;

namespace Rhabdon.Core.Units;

/// <summary>A ratio of powers in decibels, to a thousandth: a loss (positive), a gain, a reflectance (negative). JSON: <c>"0.35 dB"</c>.</summary>
[JsonConverter(typeof(QuantityJsonConverter<Decibel>))]
public readonly record struct Decibel(int Thousandths) : IQuantity<Decibel>, IComparable<Decibel>
{
    public static string Unit => "dB";

    public static IReadOnlyList<string> OtherUnits { get; } = ["db"];

    public static (decimal Least, decimal Most) Range => (-100, 100);

    public decimal Amount => Thousandths / 1000m;

    public static Decibel Of(decimal amount) => new(QuantityText.Thousandths(amount));

    public static bool operator <(Decibel a, Decibel b) => a.Thousandths < b.Thousandths;

    public static bool operator >(Decibel a, Decibel b) => a.Thousandths > b.Thousandths;

    public static bool operator <=(Decibel a, Decibel b) => a.Thousandths <= b.Thousandths;

    public static bool operator >=(Decibel a, Decibel b) => a.Thousandths >= b.Thousandths;

    public int CompareTo(Decibel other) => Thousandths.CompareTo(other.Thousandths);

    public override string ToString() => QuantityText.Write(this);

    public static Decibel operator +(Decibel a, Decibel b) => new(checked(a.Thousandths + b.Thousandths));

    public static Decibel operator -(Decibel a, Decibel b) => new(checked(a.Thousandths - b.Thousandths));
}
