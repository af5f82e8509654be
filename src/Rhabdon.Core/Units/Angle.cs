using System.Text.Json.Serialization;

namespace Rhabdon.Core.Units;

/// <summary>An angle in degrees, to a thousandth: of a cleave, of a ferrule's end. JSON: <c>"0.5°"</c>.</summary>
[JsonConverter(typeof(QuantityJsonConverter<Angle>))]
public readonly record struct Angle(int Thousandths) : IQuantity<Angle>, IComparable<Angle>
{
    internal const string Degree = "°";

    public static string Unit => Degree;

    public static IReadOnlyList<string> OtherUnits { get; } = ["deg", "º"];

    public static (decimal Least, decimal Most) Range => (-90, 90);

    public decimal Amount => Thousandths / 1000m;

    public static Angle Of(decimal amount) => new(QuantityText.Thousandths(amount));

    public static bool operator <(Angle a, Angle b) => a.Thousandths < b.Thousandths;

    public static bool operator >(Angle a, Angle b) => a.Thousandths > b.Thousandths;

    public static bool operator <=(Angle a, Angle b) => a.Thousandths <= b.Thousandths;

    public static bool operator >=(Angle a, Angle b) => a.Thousandths >= b.Thousandths;

    public int CompareTo(Angle other) => Thousandths.CompareTo(other.Thousandths);

    public override string ToString() => QuantityText.Write(this);
}
