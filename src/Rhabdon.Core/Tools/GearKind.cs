using System.Text.Json;
using System.Text.Json.Serialization;
using Rhabdon.Core.Recipes;

namespace Rhabdon.Core.Tools;

/// <summary>A kind of gear, read from the data file beside this one: a tool, or a lot of what is used up. Its words are <c>gear.kind-…</c>.</summary>
/// <param name="Shape">What it looks like, for its picture.</param>
/// <param name="Uses">The acts of a recipe's steps that are done with it.</param>
/// <param name="BySetting">Several are in hand at once and tell themselves apart by their setting, as films do by their grit.</param>
/// <param name="Measures">Readings of links and references are taken with it.</param>
/// <param name="HasGrade">Some are picked for their low loss, and say so.</param>
/// <param name="Counters">What its life is counted in; null where nothing wears by count.</param>
/// <param name="Check">When it must be calibrated or looked over again; null where it need not be.</param>
/// <param name="Stock">How it is used up; null where nobody counts that.</param>
/// <param name="On">It serves only steps that take a place on this, as an oven does not heat what goes into a splicer's heater; null for any.</param>
public sealed record GearKind(
    string Id,
    GearSort Sort,
    KitShape Shape,
    IReadOnlyList<ActKind> Uses,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingDefault)] bool BySetting = false,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingDefault)] bool Measures = false,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingDefault)] bool HasGrade = false,
    IReadOnlyList<GearCounter>? Counters = null,
    GearCheck? Check = null,
    GearStock? Stock = null,
    string? On = null
)
{
    public static IReadOnlyList<GearKind> All { get; } = Read();

    /// <summary>Null for a kind that nobody has registered.</summary>
    public static GearKind? Of(string id) => All.FirstOrDefault(k => k.Id == id);

    public bool IsUsedAt(Step step) => (On is null || step.On == On) && step.Acts?.Any(a => Uses.Contains(a.Does)) == true;

    private static List<GearKind> Read()
    {
        using var stream = typeof(GearKind).Assembly.GetManifestResourceStream("gear.json")!;
        return JsonSerializer.Deserialize(stream, CoreJson.Default.ListGearKind) ?? throw new JsonException("The kinds of gear are a list, not null.");
    }
}

/// <summary>What becomes of gear: a tool serves until it is worn, a lot is used up.</summary>
[JsonConverter(typeof(EnumNames<GearSort>))]
public enum GearSort
{
    [JsonStringEnumMemberName("tool")]
    Tool,

    [JsonStringEnumMemberName("lot")]
    Lot,
}

/// <summary>A part of a tool that wears by how often it is used, and is turned or renewed.</summary>
/// <param name="Id">Its words are <c>gear.counter-…</c>.</param>
/// <param name="Does">The act that is counted.</param>
/// <param name="Life">So many acts.</param>
/// <param name="Turns">Positions it can be turned to before it is new again; 1 where it is renewed at once.</param>
public sealed record GearCounter(string Id, ActKind Does, int Life, string Source, int Turns = 1);

/// <summary>When a tool must be calibrated or looked over again.</summary>
/// <param name="Hours">After the last time.</param>
/// <param name="ByPlace">Also wherever it comes to another place.</param>
/// <param name="Degrees">Also where the air is so many °C warmer or colder; null where that does not matter.</param>
public sealed record GearCheck(
    int Hours,
    string Source,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingDefault)] bool ByPlace = false,
    decimal? Degrees = null
);
