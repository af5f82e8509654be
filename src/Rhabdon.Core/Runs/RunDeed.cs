using System.Text.Json.Serialization;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.Causes;
using Rhabdon.Core.Links;

namespace Rhabdon.Core.Runs;

/// <summary>What a person does in a test run.</summary>
[JsonPolymorphic(TypeDiscriminatorPropertyName = "kind")]
[JsonDerivedType(typeof(ReadLoss), "read")]
[JsonDerivedType(typeof(SeeLight), "light")]
[JsonDerivedType(typeof(ReadReflectance), "reflectance")]
[JsonDerivedType(typeof(ReadLength), "length")]
[JsonDerivedType(typeof(TakeReference), "take-reference")]
[JsonDerivedType(typeof(CheckReference), "check-reference")]
[JsonDerivedType(typeof(EndReference), "end-reference")]
[JsonDerivedType(typeof(SettleLoss), "settle")]
[JsonDerivedType(typeof(FindCause), "cause")]
public abstract record RunDeed;

/// <summary>What the meter shows, as it is typed.</summary>
/// <param name="Key">The reading that the screen showed, so that a double tap cannot answer the next one unseen.</param>
/// <param name="IsPower">The meter shows a power in dBm; else a loss in dB.</param>
public sealed record ReadLoss(RunKey Key, string Read, bool IsPower = false) : RunDeed;

/// <param name="CameOut">The strand at whose far port light was seen; null for none.</param>
public sealed record SeeLight(int Strand, int? CameOut = null) : RunDeed;

/// <param name="End">The end whose connector throws light back.</param>
/// <param name="Wavelength">Nanometers.</param>
/// <param name="Read">As typed: -42 is the same as a return loss of 42 dB.</param>
public sealed record ReadReflectance(int Strand, CableEnd End, int Wavelength, string Read) : RunDeed;

/// <param name="Strand">Null for every strand of the run: one jacket is about all its fibers.</param>
/// <param name="Read">As typed: 87.4 m, 287 ft, or the jacket marks of both ends, 412-699 ft.</param>
public sealed record ReadLength(int? Strand, string Read) : RunDeed;

/// <param name="Powers">As typed; empty where the meter was set to zero.</param>
/// <param name="Temperature">Of the air, as typed; empty where nobody measured it.</param>
public sealed record TakeReference(
    ReferenceMethod Method,
    IReadOnlyList<Bench.TestCord> Cords,
    IReadOnlyList<TypedPower> Powers,
    string Temperature = "",
    string Instrument = ""
) : RunDeed;

/// <param name="Powers">As typed: a power where the reference has one, else how far the meter is from zero.</param>
public sealed record CheckReference(IReadOnlyList<TypedPower> Powers, string Temperature = "") : RunDeed;

/// <param name="Wavelength">Nanometers.</param>
public sealed record TypedPower(int Wavelength, string Read);

public sealed record EndReference(ReferenceEnd Why) : RunDeed;

/// <summary>A lead's word on a reading.</summary>
/// <param name="Reading">The event that told it.</param>
public sealed record SettleLoss(int Strand, Guid Reading, bool IsAccepted, string Reason) : RunDeed;

/// <summary>What a link had that was put right.</summary>
/// <param name="Before">The event that told the reading which did not pass.</param>
/// <param name="After">The event that told it once it was put right.</param>
public sealed record FindCause(int Strand, Cause Cause, Guid Before, Guid After) : RunDeed;
