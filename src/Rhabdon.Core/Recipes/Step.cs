using System.Text.Json.Serialization;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.Units;

namespace Rhabdon.Core.Recipes;

/// <summary>One thing to do. Wording may use the places <c>{length}</c>, <c>{tolerance}</c>, <c>{bites}</c>, <c>{bite}</c>, <c>{shards}</c>.</summary>
/// <param name="Name">Its name in a word or two, for lists and stories.</param>
/// <param name="Work">What it does to the cable end, for the drawing.</param>
/// <param name="Cut">The cut it makes, when it strips.</param>
/// <param name="Dimension">The number that matters, if there is one.</param>
/// <param name="Ask">What must be read off before the step is done; null for a step that is simply done.</param>
/// <param name="Cautions">Named in the catalog, shown at this step.</param>
/// <param name="MakesShard">A piece of glass comes off and must go in the bin.</param>
/// <param name="Reaches">The phase the strand has reached once this is done.</param>
/// <param name="Clock">A time that must run before the step is done.</param>
/// <param name="Count">Strokes that are counted.</param>
/// <param name="Film">The grit of the polishing film used, in micrometers; null when it is no polishing.</param>
/// <param name="When">Null for always.</param>
/// <param name="Acts">What the hand does, in order; null in recipes from before acts were told.</param>
/// <param name="Once">How often it is done; null for once a strand.</param>
/// <param name="Starts">A time that begins once this is done, and holds up nobody: an oven warms up, a pot life runs.</param>
/// <param name="After">Not before the time that this step starts is over.</param>
/// <param name="Within">Only while the time that this step starts still runs.</param>
/// <param name="On">The thing with so many places that the strand takes one of, as the catalog names it; it keeps it through the steps after that say the same.
/// </param>
/// <param name="AtOnce">It follows the step before at once, on the same strand: what sets in seconds, or stands under a bow, does not wait for a batch.</param>
public sealed record Step(
    string Id,
    string Stage,
    Wording Name,
    Wording Title,
    Wording How,
    StepWork Work,
    IReadOnlyList<string> Cautions,
    bool MakesShard,
    Wording? Why = null,
    string? Cut = null,
    Dimension? Dimension = null,
    Ask? Ask = null,
    StrandPhase? Reaches = null,
    Clock? Clock = null,
    Count? Count = null,
    decimal? Film = null,
    Condition? When = null,
    bool AtOnce = false,
    IReadOnlyList<Act>? Acts = null,
    Once? Once = null,
    Clock? Starts = null,
    string? After = null,
    string? Within = null,
    string? On = null
);

/// <summary>A time that runs: a hold, a cure, a warm-up, a cooling, a pot life.</summary>
/// <param name="Kind">Named in the catalog: <c>hold</c>, <c>cure</c>, <c>warm-up</c>, <c>heat</c>, <c>cool</c>, <c>pot-life</c>.</param>
/// <param name="Seconds">The least it takes, above zero.</param>
/// <param name="AtMost">Where longer does harm or is waste; null for no end.</param>
/// <param name="Tells">By what the machine tells that it is done: then the time is what to expect, and the machine's word ends it, early or late. Null where
/// the time itself decides.</param>
public sealed record Clock(string Kind, int Seconds, int? AtMost = null, Wording? Tells = null);

/// <summary>What is not done for every strand anew.</summary>
[JsonConverter(typeof(EnumNames<Once>))]
public enum Once
{
    /// <summary>Once for a session's work: it stands until time, place or weather says that it no longer does.</summary>
    [JsonStringEnumMemberName("session")]
    Session,

    /// <summary>Once for the cable's end, or the module, and all the strands it holds.</summary>
    [JsonStringEnumMemberName("cable-end")]
    CableEnd,

    /// <summary>Once for the two fibers of a duplex port, when both have come there.</summary>
    [JsonStringEnumMemberName("pair")]
    Pair,
}

/// <summary>Figure-eights of polishing, and their pace.</summary>
/// <param name="PaceLow">A second.</param>
public sealed record Count(int Low, int High, decimal PaceLow = 1, decimal PaceHigh = 2);

[JsonConverter(typeof(EnumNames<StepWork>))]
public enum StepWork
{
    [JsonStringEnumMemberName("none")]
    None,

    [JsonStringEnumMemberName("load-parts")]
    LoadParts,

    [JsonStringEnumMemberName("mark")]
    Mark,

    [JsonStringEnumMemberName("strip")]
    Strip,

    [JsonStringEnumMemberName("cleave")]
    Cleave,

    /// <summary>Glass that stands out of the connector is scribed off.</summary>
    [JsonStringEnumMemberName("scribe")]
    Scribe,

    [JsonStringEnumMemberName("insert")]
    Insert,

    [JsonStringEnumMemberName("boot")]
    Boot,
}

/// <summary>A dimension of a step: that of a cut, of the cleave, or one given here.</summary>
public sealed record Dimension(
    DimensionOf Of,
    string? Cut = null,
    Length? Length = null,
    Length? Tolerance = null,
    Edge? From = null,
    FigureStanding? Standing = null
);

[JsonConverter(typeof(EnumNames<DimensionOf>))]
public enum DimensionOf
{
    [JsonStringEnumMemberName("cut")]
    Cut,

    [JsonStringEnumMemberName("cleave")]
    Cleave,

    [JsonStringEnumMemberName("given")]
    Given,
}

/// <summary>
/// What a step asks the installer to read: a length against the step's dimension, a figure against limits, a count of strokes, or one of several choices.
/// </summary>
/// <param name="Check">By its name in the catalog: <c>strip-length</c>, <c>cleave-length</c>, <c>light-none</c>, ...</param>
/// <param name="Sign">The ladder's sign when a length or figure is outside.</param>
/// <param name="Choices">Empty for anything but a choice.</param>
/// <param name="Counts">Asks for the number of the step's counted strokes.</param>
/// <param name="OneForAll">One answer holds for every strand of a batch that stands here: the alcohol used, not the length of each.</param>
/// <param name="Kind">Of what is read; null in files from before there were kinds: see <see cref="Reads"/>.</param>
/// <param name="Limits">Of a figure; null where any figure is good. A length has its tolerance, a count its strokes.</param>
public sealed record Ask(
    string Check,
    Wording Question,
    IReadOnlyList<Choice> Choices,
    string? Sign = null,
    bool OneForAll = false,
    bool Counts = false,
    ReadingKind? Kind = null,
    ReadingLimits? Limits = null
)
{
    /// <summary>The kind of what is read.</summary>
    [JsonIgnore]
    public ReadingKind Reads =>
        Kind
        ?? (
            Counts ? ReadingKind.Count
            : Choices.Count == 0 ? ReadingKind.Length
            : Catalogs.All.CheckOf(Check) is { Kind: ReadingKind.Picture } ? ReadingKind.Picture
            : ReadingKind.Choice
        );

    [JsonIgnore]
    public bool IsLength => Reads == ReadingKind.Length;

    /// <summary>True when the answer is one of the choices.</summary>
    [JsonIgnore]
    public bool IsChoice => Reads is ReadingKind.Choice or ReadingKind.Picture;
}

/// <summary>
/// Limits of a figure in the unit of its kind (°, dB, dBm, °C, seconds), each included: outside is bad, and outside the good ones doubtful. Null for none.
/// </summary>
public sealed record ReadingLimits(decimal? Least = null, decimal? Most = null, decimal? GoodLeast = null, decimal? GoodMost = null);

/// <summary>One answer, how it is judged, and the ladder's sign it raises.</summary>
/// <param name="AfterSign">Offered only once this sign has been met in the attempt: light cannot be dimmer before it was seen.</param>
/// <param name="When">Null for always: what is good alcohol in one technique is too weak in another.</param>
/// <param name="Then">What is to be done about a bad answer at a cable's end, which has no ladder.</param>
public sealed record Choice(
    string Value,
    Wording Say,
    ReadingGrade Grade,
    string? Sign = null,
    string? AfterSign = null,
    Condition? When = null,
    Wording? Then = null
);
