using System.Globalization;
using System.Text.Json.Serialization;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.Units;

namespace Rhabdon.Core.Verification;

/// <summary>What was read, by its kind. These are all the kinds there are.</summary>
public abstract record ReadingValue
{
    /// <summary>Longest duration that is read: a week, in seconds.</summary>
    public const int MostSeconds = 7 * 86_400;

    /// <summary>Most strokes that are read.</summary>
    public const int MostCount = 500;

    /// <summary>Most characters of a text.</summary>
    public const int MostText = 60;

    private protected ReadingValue() { }

    /// <summary>Of the question that it answers.</summary>
    public abstract ReadingKind Kind { get; }

    /// <summary>Reads what a person typed or an instrument said.</summary>
    /// <param name="unit">Of a bare number, for a length.</param>
    /// <returns>Null for what is malformed, or beyond what can be measured. A choice is any text: the step knows its answers.</returns>
    public static ReadingValue? Parse(ReadingKind kind, string text, LengthUnit unit) =>
        kind switch
        {
            ReadingKind.Length => LengthText.TryParse(text, unit, out var length) ? new OfLength(length) : null,
            ReadingKind.Angle => QuantityText.TryParse<Angle>(text, out var angle) ? new OfAngle(angle) : null,
            ReadingKind.Loss => QuantityText.TryParse<Decibel>(text, out var loss) ? new OfLoss(loss) : null,
            ReadingKind.Reflectance => QuantityText.TryParse<Decibel>(text, out var back) && back.Amount <= 0 ? new OfReflectance(back) : null,
            ReadingKind.Power => QuantityText.TryParse<DecibelMilliwatt>(text, out var power) ? new OfPower(power) : null,
            ReadingKind.Temperature => QuantityText.TryParse<Temperature>(text, out var warm) ? new OfTemperature(warm) : null,
            ReadingKind.Duration => int.TryParse(text.Trim(), NumberStyles.None, CultureInfo.InvariantCulture, out var seconds) && seconds <= MostSeconds
                ? new OfDuration(seconds)
                : null,
            ReadingKind.Count => int.TryParse(text.Trim(), NumberStyles.None, CultureInfo.InvariantCulture, out var count) && count <= MostCount
                ? new OfCount(count)
                : null,
            ReadingKind.Choice or ReadingKind.Picture => text.Length is > 0 and <= MostText ? new OfChoice(text) : null,
            ReadingKind.Angles => text.Split(['/', ';']) is [var left, var right]
            && QuantityText.TryParse<Angle>(left, out var l)
            && QuantityText.TryParse<Angle>(right, out var r)
                ? new OfAngles(new AnglePair(l, r))
                : null,
            ReadingKind.Text => text.Trim() is { Length: > 0 and <= MostText } said ? new OfText(said) : null,
            _ => throw new NotSupportedException(kind.ToString()),
        };

    public sealed record OfLength(Length Length) : ReadingValue
    {
        public override ReadingKind Kind => ReadingKind.Length;
    }

    public sealed record OfAngle(Angle Angle) : ReadingValue
    {
        public override ReadingKind Kind => ReadingKind.Angle;
    }

    public sealed record OfLoss(Decibel Loss) : ReadingValue
    {
        public override ReadingKind Kind => ReadingKind.Loss;
    }

    public sealed record OfReflectance(Decibel Reflectance) : ReadingValue
    {
        public override ReadingKind Kind => ReadingKind.Reflectance;
    }

    public sealed record OfPower(DecibelMilliwatt Power) : ReadingValue
    {
        public override ReadingKind Kind => ReadingKind.Power;
    }

    public sealed record OfTemperature(Temperature Temperature) : ReadingValue
    {
        public override ReadingKind Kind => ReadingKind.Temperature;
    }

    /// <param name="Seconds">0 to a week.</param>
    public sealed record OfDuration(int Seconds) : ReadingValue
    {
        public override ReadingKind Kind => ReadingKind.Duration;
    }

    public sealed record OfCount(int Count) : ReadingValue
    {
        public override ReadingKind Kind => ReadingKind.Count;
    }

    /// <summary>One of the step's answers, by eye or from a picture.</summary>
    public sealed record OfChoice(string Choice) : ReadingValue
    {
        public override ReadingKind Kind => ReadingKind.Choice;
    }

    public sealed record OfAngles(AnglePair Angles) : ReadingValue
    {
        public override ReadingKind Kind => ReadingKind.Angles;
    }

    public sealed record OfText(string Text) : ReadingValue
    {
        public override ReadingKind Kind => ReadingKind.Text;
    }
}

/// <summary>The angles of both ends that a splicer shows.</summary>
public sealed record AnglePair(Angle Left, Angle Right)
{
    /// <summary>The one that is farther from square.</summary>
    [JsonIgnore]
    public Angle Worse => new(Math.Max(Math.Abs(Left.Thousandths), Math.Abs(Right.Thousandths)));
}
