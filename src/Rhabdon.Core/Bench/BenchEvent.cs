using System.Text.Json.Serialization;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Units;
using Rhabdon.Core.Verification;

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
    Receipt? Receipt = null)
{
    public const int CurrentFormat = 1;

    /// <summary>Most characters of a text that an event carries.</summary>
    public const int MostText = 60;

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

/// <summary>What happened.</summary>
[JsonPolymorphic(TypeDiscriminatorPropertyName = "kind")]
[JsonDerivedType(typeof(Planned), "planned")]
[JsonDerivedType(typeof(Begun), "begun")]
[JsonDerivedType(typeof(ClockStarted), "clock-started")]
[JsonDerivedType(typeof(StepDone), "step-done")]
[JsonDerivedType(typeof(TroubleFound), "trouble-found")]
[JsonDerivedType(typeof(ActionChosen), "action-chosen")]
[JsonDerivedType(typeof(Retracted), "retracted")]
[JsonDerivedType(typeof(Batched), "batched")]
[JsonDerivedType(typeof(HandedOver), "handed-over")]
[JsonDerivedType(typeof(Reattributed), "reattributed")]
[JsonDerivedType(typeof(Resolved), "resolved")]
[JsonDerivedType(typeof(Unreadable), "unreadable")]
public abstract record EventBody
{
    /// <summary>The kind as it stands in JSON and in the store.</summary>
    [JsonIgnore]
    public string Kind => this switch
    {
        Planned => "planned",
        Begun => "begun",
        ClockStarted => "clock-started",
        StepDone => "step-done",
        TroubleFound => "trouble-found",
        ActionChosen => "action-chosen",
        Retracted => "retracted",
        Batched => "batched",
        HandedOver => "handed-over",
        Reattributed => "reattributed",
        Resolved => "resolved",
        Unreadable => "unreadable",
        _ => throw new NotSupportedException(GetType().Name),
    };
}

/// <summary>The termination exists and is to be made so.</summary>
/// <param name="Service">Fiber at this end that may be used up, counted beyond the first connector's own strip.</param>
/// <param name="Least">The least of it that reaches the panel with legal bends.</param>
/// <param name="ConfirmedOnly">True when it may begin only by a recipe that was confirmed against its maker's sheet; null when any will do.</param>
public sealed record Planned(
    CableEnd End,
    ConnectorType Connector,
    Polish Polish,
    FiberGrade Grade,
    CableBuild Build,
    string RecipeId,
    Length Service,
    Length Least,
    bool? ConfirmedOnly = null) : EventBody;

/// <summary>Work begins, by the envelope's recipe version and in this technique; the strand stays on both.</summary>
/// <param name="Technique">What the crew has chosen where installers disagree; null for the usual.</param>
public sealed record Begun([property: JsonPropertyName("school")] Technique? Technique = null) : EventBody;

/// <summary>The time that a step must run was started.</summary>
public sealed record ClockStarted(int Attempt, int Try, string Step) : EventBody;

/// <summary>A step was done, with what was read and how it was judged then.</summary>
public sealed record StepDone(int Attempt, int Try, string Step, Reading? Reading = null, Verdict? Verdict = null) : EventBody;

/// <summary>The installer reports trouble that no reading shows.</summary>
public sealed record TroubleFound(int Attempt, int Try, string Step, string Sign) : EventBody;

/// <summary>The way out of trouble that was taken. A reason is wanted when it is not the ladder's proposal, or accepts in doubt.</summary>
public sealed record ActionChosen(int Attempt, int Try, string Sign, string Action, string? Reason = null) : EventBody;

/// <summary>An event was recorded wrongly.</summary>
/// <param name="GlassWasCut">True when the glass was truly cut although the record was wrong: the fiber stays used.</param>
public sealed record Retracted(Guid Event, string Reason, bool GlassWasCut) : EventBody;

/// <summary>
/// The strands named are now taken together in this batch; null takes them out of theirs. The latest word on a strand holds, so that batches split
/// and joined on two tablets come to the same in any order.
/// </summary>
public sealed record Batched(Guid? Batch = null) : EventBody;

/// <summary>The strands named are in another person's hands from here on.</summary>
public sealed record HandedOver(Guid To, string? Note = null) : EventBody;

/// <summary>Work recorded on one strand was done on another. It stands in both streams, and carries what it moves, so that each can be folded alone.</summary>
public sealed record Reattributed(Guid From, Guid To, IReadOnlyList<BenchEvent> Moved, string Reason) : EventBody
{
    /// <summary>Most events one act may move.</summary>
    public const int MostMoved = 500;
}

/// <summary>A lead has looked at a strand whose stories do not fit together, and says which entries do not count.</summary>
/// <param name="GlassWasCut">True when the glass was truly cut by an entry set aside: its fiber stays used.</param>
public sealed record Resolved(IReadOnlyList<Guid> SetAside, bool GlassWasCut, string Note) : EventBody;
