using System.Text.Json;
using System.Text.Json.Serialization;
using Rhabdon.Core.Units;

namespace Rhabdon.Core.Planning;

/// <summary>How much a hand must have learned.</summary>
[JsonConverter(typeof(EnumNames<SkillNeed>))]
public enum SkillNeed
{
    [JsonStringEnumMemberName("lowest")]
    Lowest,

    [JsonStringEnumMemberName("medium")]
    Medium,

    [JsonStringEnumMemberName("high")]
    High,

    [JsonStringEnumMemberName("highest")]
    Highest,
}

/// <summary>
/// What a method costs and does, to begin with, read from the data file beside this one. Prices are ours, in whole units of any currency, and meant to be
/// written over; losses are the middle of what the trade calls typical; skill is as the trade ranks it.
/// </summary>
/// <param name="Id">Of the catalog: <c>mechanical</c>, <c>splice-on</c>, ...</param>
/// <param name="Part">Price of one connector or pigtail, 0 and up.</param>
/// <param name="Tools">Price of its hand tools, once.</param>
/// <param name="Machine">Price of its machine; null where it takes none.</param>
/// <param name="HireDay">Price of that machine for a day; null where none is hired.</param>
/// <param name="TrainingHours">Until a hand that knows fiber makes it well.</param>
/// <param name="Yield">Share of connectors that are accepted, above 0 and below 1 (ours).</param>
/// <param name="Loss">Of one end in the mean, with the splice inside it.</param>
/// <param name="Reflectance">Of one end with a rounded face, typical (ours).</param>
/// <param name="Angled">Of one end with an angled face; null where the method makes none.</param>
/// <param name="AddsSplice">A splice of the link beside the connector.</param>
public sealed record MethodFigures(
    string Id,
    decimal Part,
    decimal Tools,
    decimal TrainingHours,
    SkillNeed Skill,
    double Yield,
    Decibel Loss,
    Decibel Reflectance,
    decimal? Machine = null,
    decimal? HireDay = null,
    Decibel? Angled = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingDefault)] bool AddsSplice = false
);

/// <summary>What planning reckons with before a company has written its own.</summary>
/// <param name="Consumables">Price of one unit of each consumable, as recipes count it; 0 and up (ours).</param>
public sealed record PlanFigures(IReadOnlyList<MethodFigures> Methods, IReadOnlyDictionary<string, decimal> Consumables)
{
    public static PlanFigures Shipped { get; } = Read();

    /// <summary>Of a method: the company's own where it has any.</summary>
    public static MethodFigures Of(string method, IReadOnlyList<MethodFigures>? own) =>
        own?.FirstOrDefault(f => f.Id == method) ?? Shipped.Methods.First(f => f.Id == method);

    private static PlanFigures Read()
    {
        using var stream = typeof(PlanFigures).Assembly.GetManifestResourceStream("figures.json")!;
        return JsonSerializer.Deserialize(stream, CoreJson.Default.PlanFigures) ?? throw new JsonException("The figures are an object, not null.");
    }
}
