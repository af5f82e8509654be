using System.Text.Json.Serialization;

namespace Rhabdon.Core.Units;

/// <summary>An optical power against one milliwatt, to a thousandth of a decibel. JSON: <c>"-20.15 dBm"</c>.</summary>
[JsonConverter(typeof(QuantityJsonConverter<DecibelMilliwatt>))]
public readonly record struct DecibelMilliwatt(int Thousandths) : IQuantity<DecibelMilliwatt>, IComparable<DecibelMilliwatt>
{
    public static string Unit => "dBm";

    public static IReadOnlyList<string> OtherUnits { get; } = ["dbm"];

    public static (decimal Least, decimal Most) Range => (-100, 40);

    public decimal Amount => Thousandths / 1000m;

    public static DecibelMilliwatt Of(decimal amount) => new(QuantityText.Thousandths(amount));

    public static bool operator <(DecibelMilliwatt a, DecibelMilliwatt b) => a.Thousandths < b.Thousandths;

    public static bool operator >(DecibelMilliwatt a, DecibelMilliwatt b) => a.Thousandths > b.Thousandths;

    public static bool operator <=(DecibelMilliwatt a, DecibelMilliwatt b) => a.Thousandths <= b.Thousandths;

    public static bool operator >=(DecibelMilliwatt a, DecibelMilliwatt b) => a.Thousandths >= b.Thousandths;

    public int CompareTo(DecibelMilliwatt other) => Thousandths.CompareTo(other.Thousandths);

    public override string ToString() => QuantityText.Write(this);

    /// <summary>How much less the second is than the first: a loss is positive.</summary>
    public static Decibel operator -(DecibelMilliwatt a, DecibelMilliwatt b) => new(checked(a.Thousandths - b.Thousandths));
}
