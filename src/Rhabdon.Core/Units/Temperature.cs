using System.Text.Json.Serialization;

namespace Rhabdon.Core.Units;

/// <summary>A temperature in degrees Celsius, to a thousandth. JSON: <c>"21.5 °C"</c>.</summary>
[JsonConverter(typeof(QuantityJsonConverter<Temperature>))]
public readonly record struct Temperature(int Thousandths) : IQuantity<Temperature>, IComparable<Temperature>
{
    public static string Unit => "°C";

    public static IReadOnlyList<string> OtherUnits { get; } = ["C", "ºC"];

    public static (decimal Least, decimal Most) Range => (-60, 500);

    public decimal Amount => Thousandths / 1000m;

    public static Temperature Of(decimal amount) => new(QuantityText.Thousandths(amount));

    public static bool operator <(Temperature a, Temperature b) => a.Thousandths < b.Thousandths;

    public static bool operator >(Temperature a, Temperature b) => a.Thousandths > b.Thousandths;

    public static bool operator <=(Temperature a, Temperature b) => a.Thousandths <= b.Thousandths;

    public static bool operator >=(Temperature a, Temperature b) => a.Thousandths >= b.Thousandths;

    public int CompareTo(Temperature other) => Thousandths.CompareTo(other.Thousandths);

    public override string ToString() => QuantityText.Write(this);
}
