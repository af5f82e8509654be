using System.Text.Json.Serialization;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Tools;

namespace Rhabdon.Core.Bench;

/// <summary>Something that happened to one or more streams. Only ever added, never changed.</summary>
/// <param name="Id">UUIDv7 made on the device.</param>
/// <param name="Format">2; 1 is of the time when there were no streams but terminations.</param>
/// <param name="Device">UUIDv7 of the device.</param>
/// <param name="Sequence">The device's own count of its events, from 1.</param>
/// <param name="At">Wall time, UTC with the device's offset.</param>
/// <param name="Actor">The person who did it.</param>
/// <param name="Rules">Version of the rulebook that judged.</param>
/// <param name="Recipe">Recipe and version worked by; null for planning.</param>
/// <param name="With">The tools and lots it was done with, as far as anybody said; null for none.</param>
/// <param name="Signature">Of the actor's own key on that device, over the canonical text; wanted when another person sends the event.</param>
/// <param name="Receipt">What the server noted when it took the event in; null when nothing was out of the ordinary.</param>
/// <param name="Strands">Every stream that it is about, as format 1 writes them; null in later formats.</param>
/// <param name="Subjects">Every stream that it is about; null in format 1.</param>
[method: JsonConstructor]
public sealed record BenchEvent(
    Guid Id,
    int Format,
    Guid Device,
    long Sequence,
    HybridTime Clock,
    DateTimeOffset At,
    Guid Actor,
    string Rules,
    [property: JsonPropertyOrder(1)] EventBody Body,
    [property: JsonPropertyOrder(2)] RecipeRef? Recipe = null,
    [property: JsonPropertyOrder(3)] string? Signature = null,
    [property: JsonPropertyOrder(4)] Receipt? Receipt = null,
    IReadOnlyList<Subject>? Strands = null,
    IReadOnlyList<Subject>? Subjects = null,
    [property: JsonPropertyOrder(2)] IReadOnlyList<GearUsed>? With = null
)
{
    public const int CurrentFormat = 2;

    /// <summary>Most characters of a text that an event carries.</summary>
    public const int MostText = 60;

    /// <summary>Most characters of a reason or note.</summary>
    public const int MostReason = 500;

    /// <summary>Most streams one shared act may be about.</summary>
    public const int MostSubjects = 1_000;

    /// <summary>An event in the current format.</summary>
    public BenchEvent(
        Guid id,
        Guid device,
        long sequence,
        HybridTime clock,
        DateTimeOffset at,
        Guid actor,
        string rules,
        IReadOnlyList<Subject> about,
        EventBody body,
        RecipeRef? recipe = null,
        IReadOnlyList<GearUsed>? with = null
    )
        : this(id, CurrentFormat, device, sequence, clock, at, actor, rules, body, recipe, Subjects: about, With: with) { }

    /// <summary>Every stream that it is about.</summary>
    [JsonIgnore]
    public IReadOnlyList<Subject> About => Subjects ?? Strands ?? [];

    /// <summary>Where the fold puts it.</summary>
    [JsonIgnore]
    public HybridTime Order => Receipt?.Clock ?? Clock;

    /// <summary>When it happened, as far as anyone can know.</summary>
    [JsonIgnore]
    public DateTimeOffset When => Receipt?.At ?? At;

    /// <summary>The same event about other streams, in its own format.</summary>
    public BenchEvent Concerning(IReadOnlyList<Subject> about) =>
        Format == 1 ? this with { Strands = [.. about.Select(s => s.InFormat1())] } : this with { Subjects = about };

    /// <summary>The event as one stream needs it: of those that it is about, only that one.</summary>
    public BenchEvent For(Guid stream) => Concerning([new Subject(stream, KnownOf(stream) ?? 0)]);

    public int? KnownOf(Guid stream) => About.FirstOrDefault(s => s.Id == stream)?.Known;
}

/// <summary>A stream that an event is about, and how many of its events the device knew when it made this one.</summary>
/// <param name="Known">0 or more.</param>
/// <param name="Stream">Null in format 1.</param>
/// <param name="Termination">The same as format 1 writes it; null in later formats.</param>
[method: JsonConstructor]
public sealed record Subject(int Known, [property: JsonPropertyOrder(-1)] Guid? Stream = null, [property: JsonPropertyOrder(-1)] Guid? Termination = null)
{
    public Subject(Guid stream, int known)
        : this(known, stream) { }

    [JsonIgnore]
    public Guid Id => Stream ?? Termination ?? Guid.Empty;

    internal Subject InFormat1() => new(Known, Termination: Id);
}
