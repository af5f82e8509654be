using System.Text.Json.Serialization;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.EndFaces;
using Rhabdon.Core.Units;

namespace Rhabdon.Core.Verification;

/// <summary>
/// What was read, raw. As JSON it has one member more than the check, named by the kind of what was read; in code <see cref="Value"/> is that.
/// </summary>
/// <param name="Duration">Seconds.</param>
/// <param name="Face">The picture that the choice was read from.</param>
/// <param name="Overruled">Why the person chose otherwise than the picture was graded; null when they agree.</param>
public sealed record Reading(
    string Check,
    Length? Length = null,
    string? Choice = null,
    int? Count = null,
    FaceSeen? Face = null,
    string? Overruled = null,
    Angle? Angle = null,
    Decibel? Loss = null,
    Decibel? Reflectance = null,
    DecibelMilliwatt? Power = null,
    Temperature? Temperature = null,
    int? Duration = null,
    AnglePair? Angles = null,
    string? Text = null
)
{
    /// <summary>Null when it holds nothing, or more than one thing.</summary>
    [JsonIgnore]
    public ReadingValue? Value
    {
        get
        {
            ReadingValue?[] held =
            [
                Length is { } length ? new ReadingValue.OfLength(length) : null,
                Angle is { } angle ? new ReadingValue.OfAngle(angle) : null,
                Loss is { } loss ? new ReadingValue.OfLoss(loss) : null,
                Reflectance is { } back ? new ReadingValue.OfReflectance(back) : null,
                Power is { } power ? new ReadingValue.OfPower(power) : null,
                Temperature is { } warm ? new ReadingValue.OfTemperature(warm) : null,
                Duration is { } seconds ? new ReadingValue.OfDuration(seconds) : null,
                Count is { } count ? new ReadingValue.OfCount(count) : null,
                Choice is not null ? new ReadingValue.OfChoice(Choice) : null,
                Angles is not null ? new ReadingValue.OfAngles(Angles) : null,
                Text is not null ? new ReadingValue.OfText(Text) : null,
            ];
            return held.OfType<ReadingValue>().ToList() is [var only] ? only : null;
        }
    }

    public static Reading Of(string check, ReadingValue value) =>
        value switch
        {
            ReadingValue.OfLength v => new Reading(check, Length: v.Length),
            ReadingValue.OfAngle v => new Reading(check, Angle: v.Angle),
            ReadingValue.OfLoss v => new Reading(check, Loss: v.Loss),
            ReadingValue.OfReflectance v => new Reading(check, Reflectance: v.Reflectance),
            ReadingValue.OfPower v => new Reading(check, Power: v.Power),
            ReadingValue.OfTemperature v => new Reading(check, Temperature: v.Temperature),
            ReadingValue.OfDuration v => new Reading(check, Duration: v.Seconds),
            ReadingValue.OfCount v => new Reading(check, Count: v.Count),
            ReadingValue.OfChoice v => new Reading(check, Choice: v.Choice),
            ReadingValue.OfAngles v => new Reading(check, Angles: v.Angles),
            ReadingValue.OfText v => new Reading(check, Text: v.Text),
            _ => throw new NotSupportedException(value.GetType().Name),
        };

    /// <summary>True when this answers a question of that kind. A picture's is answered by a choice.</summary>
    public bool Answers(ReadingKind kind) => Value?.Kind is { } own && own == (kind == ReadingKind.Picture ? ReadingKind.Choice : kind);
}
