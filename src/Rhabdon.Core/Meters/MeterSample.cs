using System.Text.Json.Serialization;
using Rhabdon.Core.Recipes;

namespace Rhabdon.Core.Meters;

/// <summary>What a power meter showed at one moment.</summary>
/// <param name="Wavelength">That it was set to, in nanometers; null where it does not say.</param>
/// <param name="Amount">In dBm, or in dB against its own zero; null unless it shows a figure.</param>
/// <param name="IsPower">The amount is in dBm.</param>
public sealed record MeterSample(DateTimeOffset At, MeterState State, int? Wavelength = null, decimal? Amount = null, bool IsPower = true);

/// <summary>How a power meter answers.</summary>
[JsonConverter(typeof(EnumNames<MeterState>))]
public enum MeterState
{
    [JsonStringEnumMemberName("reading")]
    Reading,

    /// <summary>Less light than it can measure.</summary>
    [JsonStringEnumMemberName("dark")]
    Dark,

    /// <summary>More light than it can measure.</summary>
    [JsonStringEnumMemberName("over")]
    Over,

    /// <summary>It does not answer.</summary>
    [JsonStringEnumMemberName("silent")]
    Silent,

    /// <summary>It answers too late.</summary>
    [JsonStringEnumMemberName("slow")]
    Slow,

    /// <summary>What it sends is no reading.</summary>
    [JsonStringEnumMemberName("garbage")]
    Garbage,
}

/// <summary>A meter that is watched until it settles.</summary>
/// <param name="Wavelength">That is to be read, in nanometers.</param>
/// <param name="IsPower">Readings are wanted in dBm; else in dB against the meter's zero.</param>
/// <param name="Samples">In order of time, those of the last few seconds.</param>
/// <param name="Taken">When the last reading was kept, or when somebody began to watch: that light is not kept again. Null for none.</param>
/// <param name="IsOtherLink">What is to be read now is not what lay in the meter then: the light has to be gone in between, whatever the wavelength.</param>
public sealed record MeterQuestion(int Wavelength, bool IsPower, IReadOnlyList<MeterSample> Samples, DateTimeOffset? Taken = null, bool IsOtherLink = false);

/// <summary>How a watched meter stands.</summary>
/// <param name="Shows">Its latest figure with its unit; null for none.</param>
/// <param name="Settled">The reading, as it would be typed; null until it has settled.</param>
/// <param name="Says">What the hand should know.</param>
public sealed record MeterSays(MeterStanding Standing, string? Shows, string? Settled, string Says);

[JsonConverter(typeof(EnumNames<MeterStanding>))]
public enum MeterStanding
{
    /// <summary>The reading stands still and can be kept.</summary>
    [JsonStringEnumMemberName("settled")]
    Settled,

    /// <summary>It has not stood still for long enough.</summary>
    [JsonStringEnumMemberName("settling")]
    Settling,

    /// <summary>It moves for longer than a connector takes to come to rest.</summary>
    [JsonStringEnumMemberName("unstable")]
    Unstable,

    /// <summary>The reading was kept; the next connector is waited for.</summary>
    [JsonStringEnumMemberName("kept")]
    Kept,

    [JsonStringEnumMemberName("dark")]
    Dark,

    [JsonStringEnumMemberName("over")]
    Over,

    /// <summary>It is set to another wavelength.</summary>
    [JsonStringEnumMemberName("wavelength")]
    Wavelength,

    /// <summary>It shows dB where dBm is wanted, or the other way about.</summary>
    [JsonStringEnumMemberName("unit")]
    Unit,

    [JsonStringEnumMemberName("silent")]
    Silent,

    [JsonStringEnumMemberName("slow")]
    Slow,

    [JsonStringEnumMemberName("garbage")]
    Garbage,
}
