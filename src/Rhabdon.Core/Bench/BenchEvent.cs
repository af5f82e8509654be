using System.Text.Json.Serialization;
using Rhabdon.Core.Recipes;

namespace Rhabdon.Core.Bench;

/// <summary>Something that happened to one or more terminations. Only ever added, never changed.</summary>
/// <param name="Id">UUIDv7 made on the device.</param>
/// <param name="Format">1.</param>
/// <param name="Device">UUIDv7 of the device.</param>
/// <param name="Sequence">The device's own count of its events, from 1.</param>
/// <param name="At">Wall time, UTC with the device's offset.</param>
/// <param name="Actor">The person who did it.</param>
/// <param name="Rules">Version of the rulebook that judged.</param>
/// <param name="Recipe">Recipe and version worked by; null for planning.</param>
/// <param name="Strands">Every termination that the act concerns.</param>
/// <param name="Signature">Of the actor's own key on that device, over the canonical text; wanted when another person sends the event.</param>
/// <param name="Receipt">What the server noted when it took the event in; null when nothing was out of the ordinary.</param>
public sealed record BenchEvent(
    Guid Id,
    int Format,
    Guid Device,
    long Sequence,
    HybridTime Clock,
    DateTimeOffset At,
    Guid Actor,
    string Rules,
    IReadOnlyList<StrandKnown> Strands,
    EventBody Body,
    RecipeRef? Recipe = null,
    string? Signature = null,
    Receipt? Receipt = null
)
{
    public const int CurrentFormat = 1;

    /// <summary>Most characters of a text that an event carries.</summary>
    public const int MostText = 60;

    /// <summary>Most characters of a reason or note.</summary>
    public const int MostReason = 500;

    /// <summary>Most strands one shared act may name.</summary>
    public const int MaxStrands = 1_000;

    /// <summary>Where the fold puts it.</summary>
    [JsonIgnore]
    public HybridTime Order => Receipt?.Clock ?? Clock;

    /// <summary>When it happened, as far as anyone can know.</summary>
    [JsonIgnore]
    public DateTimeOffset When => Receipt?.At ?? At;

    /// <summary>The event as one strand's stream needs it: of the strands that it names, only that one.</summary>
    public BenchEvent For(Guid termination) => this with { Strands = [new StrandKnown(termination, KnownOf(termination) ?? 0)] };

    public int? KnownOf(Guid termination) => Strands.FirstOrDefault(s => s.Termination == termination)?.Known;
}

/// <summary>A termination, and how many of its events the device knew when it made this one.</summary>
public sealed record StrandKnown(Guid Termination, int Known);
