using System.Text.Json.Serialization;

namespace Rhabdon.Core.Recipes;

/// <summary>
/// One thing that the hand does at a step, told so that it can be drawn and held against the order of the work: which part goes on, which cap comes off, what
/// is
/// crimped with which die.
/// </summary>
/// <param name="Of">
/// What it is done to: a part's id (<see cref="ActKind.Load"/>, <see cref="ActKind.Seat"/>), a cap (<c>front</c>, <c>rear</c>), what is crimped or locked, a
/// tool, a layer; null where there is only one.
/// </param>
/// <param name="With">The tool's setting: a die, a notch, a side, a film; null where nothing is set.</param>
/// <param name="How">The manner of it where hands differ: <c>bites</c>, <c>thermal</c>, <c>bow</c>, <c>bevel-flat</c>, <c>puck</c>; null for the plain
/// one.</param>
public sealed record Act(ActKind Does, string? Of = null, string? With = null, string? How = null);

/// <summary>What a hand does. Each has its drawing.</summary>
[JsonConverter(typeof(EnumNames<ActKind>))]
public enum ActKind
{
    /// <summary>A part slid onto the cable.</summary>
    [JsonStringEnumMemberName("load")]
    Load,

    /// <summary>A part brought to where it stays.</summary>
    [JsonStringEnumMemberName("seat")]
    Seat,

    /// <summary>A part taken off for good.</summary>
    [JsonStringEnumMemberName("take-off")]
    TakeOff,

    [JsonStringEnumMemberName("cap-off")]
    CapOff,

    [JsonStringEnumMemberName("cap-on")]
    CapOn,

    /// <summary>Red light into the connector's front.</summary>
    [JsonStringEnumMemberName("light-on")]
    LightOn,

    [JsonStringEnumMemberName("light-off")]
    LightOff,

    /// <summary>The connector into the tool that makes the joint.</summary>
    [JsonStringEnumMemberName("tool-load")]
    ToolLoad,

    [JsonStringEnumMemberName("tool-unload")]
    ToolUnload,

    /// <summary>A clamp on the cable, which must come off again.</summary>
    [JsonStringEnumMemberName("clamp-on")]
    ClampOn,

    [JsonStringEnumMemberName("clamp-off")]
    ClampOff,

    [JsonStringEnumMemberName("mark")]
    Mark,

    /// <summary>A layer taken off by stripper.</summary>
    [JsonStringEnumMemberName("strip")]
    Strip,

    /// <summary>Aramid or rods cut.</summary>
    [JsonStringEnumMemberName("cut")]
    Cut,

    [JsonStringEnumMemberName("slit")]
    Slit,

    [JsonStringEnumMemberName("wipe")]
    Wipe,

    /// <summary>The glass flicked or bent, so that what is nicked breaks now.</summary>
    [JsonStringEnumMemberName("flick")]
    Flick,

    /// <summary>Fiber or connector laid into a holder.</summary>
    [JsonStringEnumMemberName("lay")]
    Lay,

    [JsonStringEnumMemberName("cleave")]
    Cleave,

    /// <summary>The fiber into the connector.</summary>
    [JsonStringEnumMemberName("insert")]
    Insert,

    /// <summary>The fiber held: a cam turned, a wedge let go, a window pressed, a plunger let go.</summary>
    [JsonStringEnumMemberName("lock")]
    Lock,

    /// <summary>The bow pressed, so that the glass seats.</summary>
    [JsonStringEnumMemberName("tap")]
    Tap,

    [JsonStringEnumMemberName("crimp")]
    Crimp,

    [JsonStringEnumMemberName("fill")]
    Fill,

    [JsonStringEnumMemberName("prime")]
    Prime,

    [JsonStringEnumMemberName("hold")]
    Hold,

    [JsonStringEnumMemberName("scribe")]
    Scribe,

    /// <summary>On a film, in the air or on the pad.</summary>
    [JsonStringEnumMemberName("polish")]
    Polish,

    [JsonStringEnumMemberName("look")]
    Look,

    [JsonStringEnumMemberName("splice")]
    Splice,

    /// <summary>A shrink sleeve slid over the joint.</summary>
    [JsonStringEnumMemberName("sleeve")]
    Sleeve,

    [JsonStringEnumMemberName("heat")]
    Heat,

    [JsonStringEnumMemberName("cool")]
    Cool,

    /// <summary>The aramid pulled straight, divided, or trapped.</summary>
    [JsonStringEnumMemberName("pull")]
    Pull,

    /// <summary>A tool or machine made ready.</summary>
    [JsonStringEnumMemberName("set-up")]
    SetUp,

    /// <summary>Fiber wound and laid where it stays.</summary>
    [JsonStringEnumMemberName("route")]
    Route,

    /// <summary>Glass into the lidded bin.</summary>
    [JsonStringEnumMemberName("bin")]
    Bin,
}
