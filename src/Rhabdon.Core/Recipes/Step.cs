using System.Text.Json.Serialization;
using Rhabdon.Core.Units;

namespace Rhabdon.Core.Recipes;

/// <summary>One thing to do. Wording may use the places <c>{length}</c>, <c>{tolerance}</c>, <c>{bites}</c>, <c>{bite}</c>, <c>{shards}</c>.</summary>
/// <param name="Name">Its name in a word or two, for lists and stories.</param>
/// <param name="Work">What it does to the cable end, for the drawing.</param>
/// <param name="Cut">The cut it makes, when it strips.</param>
/// <param name="Dimension">The number that matters, if there is one.</param>
/// <param name="Ask">What must be read off before the step is done; null for a step that is simply done.</param>
/// <param name="Cautions">Keys of the phrasebook's cautions, shown at this step.</param>
/// <param name="MakesShard">A piece of glass comes off and must go in the bin.</param>
/// <param name="Reaches">The phase the strand has reached once this is done.</param>
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
    StrandPhase? Reaches = null);

[JsonConverter(typeof(JsonStringEnumConverter<StepWork>))]
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

    [JsonStringEnumMemberName("insert")]
    Insert,

    [JsonStringEnumMemberName("boot")]
    Boot,
}

/// <summary>A dimension of a step: that of a cut, of the cleave, or one given here.</summary>
public sealed record Dimension(DimensionOf Of, string? Cut = null, Length? Length = null, Length? Tolerance = null, Edge? From = null);

[JsonConverter(typeof(JsonStringEnumConverter<DimensionOf>))]
public enum DimensionOf
{
    [JsonStringEnumMemberName("cut")]
    Cut,

    [JsonStringEnumMemberName("cleave")]
    Cleave,

    [JsonStringEnumMemberName("given")]
    Given,
}

/// <summary>What a step asks the installer to read: a length against the step's dimension, or one of several choices.</summary>
/// <param name="Check">The check's name in the rulebook: <c>strip-length</c>, <c>cleave-length</c>, <c>light-none</c>, ...</param>
/// <param name="Sign">The ladder's sign when a length is outside.</param>
/// <param name="Choices">Empty for a length.</param>
public sealed record Ask(string Check, Wording Question, IReadOnlyList<Choice> Choices, string? Sign = null)
{
    [JsonIgnore]
    public bool IsLength => Choices.Count == 0;
}

/// <summary>One answer, how it is judged, and the ladder's sign it raises.</summary>
/// <param name="AfterSign">Offered only once this sign has been met in the attempt: light cannot be dimmer before it was seen.</param>
public sealed record Choice(string Value, Wording Say, Grade Grade, string? Sign = null, string? AfterSign = null);
