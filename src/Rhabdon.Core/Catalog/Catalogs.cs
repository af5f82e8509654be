using System.Text.Json;
using System.Text.Json.Serialization;

namespace Rhabdon.Core.Catalog;

/// <summary>
/// What recipes may name, read from the data file beside this one: methods, consumables and their units, things with places, cautions, clocks and checks. Each
/// has its
/// words in the phrasebook; to add one, add it there and here.
/// </summary>
/// <param name="Capacities">Things that hold so many at once: an oven's places.</param>
public sealed record Catalogs(
    IReadOnlyList<string> Methods,
    IReadOnlyList<string> Consumables,
    IReadOnlyList<string> Units,
    IReadOnlyList<string> Capacities,
    IReadOnlyList<string> Cautions,
    IReadOnlyList<ClockKind> Clocks,
    IReadOnlyList<Check> Checks
)
{
    public static Catalogs All { get; } = Read();

    /// <summary>Null for a check that nobody has registered.</summary>
    public Check? CheckOf(string id) => Checks.FirstOrDefault(c => c.Id == id);

    /// <summary>Null for a kind of clock that nobody has registered.</summary>
    public ClockKind? ClockOf(string id) => Clocks.FirstOrDefault(c => c.Id == id);

    private static Catalogs Read()
    {
        using var stream = typeof(Catalogs).Assembly.GetManifestResourceStream("catalog.json")!;
        return JsonSerializer.Deserialize(stream, CoreJson.Default.Catalogs) ?? throw new JsonException("The catalog is an object, not null.");
    }
}

/// <summary>
/// A kind of time that runs. Its words are <c>clock.…</c>, and what is told of it once it is over or late <c>clock.over-…</c> and <c>clock.late-…</c>.
/// </summary>
/// <param name="IsAttended">A hand is taken up by it.</param>
/// <param name="Grace">Seconds after its end from which being late does harm; null where waiting does none.</param>
public sealed record ClockKind(
    string Id,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingDefault)] bool IsAttended = false,
    int? Grace = null
);

/// <summary>A check that steps may ask for.</summary>
/// <param name="Kind">Of its readings.</param>
/// <param name="Also">Other kinds in which it may be asked: a class or the figure itself.</param>
/// <param name="DoubtfulBeyond">
/// Share of a length's tolerance beyond which it is doubtful although within, 0 to 1; null where it is good up to the tolerance.
/// </param>
public sealed record Check(string Id, ReadingKind Kind, IReadOnlyList<ReadingKind>? Also = null, decimal? DoubtfulBeyond = null)
{
    public bool Takes(ReadingKind kind) => kind == Kind || Also?.Contains(kind) == true;
}
