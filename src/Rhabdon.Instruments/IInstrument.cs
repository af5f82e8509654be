using System.Text.Json.Serialization;
using Rhabdon.Core;
using Rhabdon.Core.Meters;
using Rhabdon.Core.Units;

namespace Rhabdon.Instruments;

/// <summary>What an instrument is for.</summary>
[JsonConverter(typeof(EnumNames<InstrumentKind>))]
public enum InstrumentKind
{
    [JsonStringEnumMemberName("light-source")]
    LightSource,

    [JsonStringEnumMemberName("power-meter")]
    PowerMeter,

    [JsonStringEnumMemberName("splicer")]
    Splicer,

    [JsonStringEnumMemberName("light-tool")]
    LightTool,
}

/// <summary>An instrument on the bench, whatever it speaks. Each answer comes soon, or says why it does not.</summary>
public interface IInstrument
{
    InstrumentKind Kind { get; }

    /// <summary>What it last said of itself; null before it did.</summary>
    InstrumentSays? Known { get; }

    Task<InstrumentAnswer<InstrumentSays>> SaysAsync(CancellationToken cancel);

    /// <summary>Lends a stand-in a pair of hands; a real instrument refuses.</summary>
    /// <param name="act">As its protocol has it, without the word HANDS.</param>
    Task<InstrumentAnswer<string>> LendAsync(string act, CancellationToken cancel);
}

public interface ILightSource : IInstrument
{
    /// <summary>How it shines now.</summary>
    Task<InstrumentAnswer<SourceReport>> StateAsync(CancellationToken cancel);

    /// <summary>Light on at a wavelength.</summary>
    /// <param name="wavelength">Nanometers.</param>
    Task<InstrumentAnswer<SourceReport>> LightAsync(int wavelength, CancellationToken cancel);
}

public interface IPowerMeter : IInstrument
{
    /// <summary>What it shows now, set to a wavelength. A fault is a sample as well.</summary>
    /// <param name="wavelength">Nanometers.</param>
    Task<MeterSample> ReadAsync(int wavelength, CancellationToken cancel);
}

public interface ISplicer : IInstrument
{
    /// <summary>What it measured at its last splice.</summary>
    Task<InstrumentAnswer<SpliceReport>> LastSpliceAsync(CancellationToken cancel);
}

public interface ILightTool : IInstrument
{
    /// <summary>What its light shows in the connector now.</summary>
    Task<InstrumentAnswer<LightReport>> SeenAsync(CancellationToken cancel);
}

/// <param name="Wavelength">Nanometers.</param>
/// <param name="IsWarm">It no longer drifts as one that was just turned on.</param>
public sealed record SourceReport(int Wavelength, bool IsWarm);

/// <summary>A splice as the splicer measured it.</summary>
/// <param name="Number">Counted up by the splicer; 0 before the first.</param>
/// <param name="Estimate">Of its loss.</param>
/// <param name="Arcs">That its electrodes have burned.</param>
/// <param name="Temperature">Of the air.</param>
public sealed record SpliceReport(int Number, Angle Left, Angle Right, Decibel Estimate, int Arcs, Temperature Temperature);

/// <param name="Seen">What the light tool's lamp says.</param>
public sealed record LightReport(LightSignal Seen);

/// <summary>The lamp of a light tool.</summary>
[JsonConverter(typeof(EnumNames<LightSignal>))]
public enum LightSignal
{
    /// <summary>No connector is in it.</summary>
    [JsonStringEnumMemberName("ready")]
    Ready,

    /// <summary>The light goes into the fiber.</summary>
    [JsonStringEnumMemberName("green")]
    Green,

    /// <summary>The light is lost at the joint.</summary>
    [JsonStringEnumMemberName("red")]
    Red,
}
