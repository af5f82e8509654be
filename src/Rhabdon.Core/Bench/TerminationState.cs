using System.Text.Json.Serialization;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Preparation;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Units;
using Rhabdon.Core.Verification;

namespace Rhabdon.Core.Bench;

/// <summary>What the events of one termination amount to.</summary>
/// <param name="Attempt">0 before work begins.</param>
/// <param name="Try">Within the attempt, from 1.</param>
/// <param name="Step">Id of the step to do; null before the beginning and after the end.</param>
/// <param name="Heading">The ladder's own words for that step, when an action led back to it.</param>
/// <param name="Recleave">True while the attempt goes on with the shorter strip of a re-cleave.</param>
/// <param name="Known">Events in the stream, whatever their standing.</param>
/// <param name="Batch">The batch it is taken in, or null.</param>
/// <param name="InHand">The person who began it, or to whom it was handed over.</param>
/// <param name="Technique">What the crew had chosen, where installers disagree, when it began; null for the usual.</param>
/// <param name="Clock">The time that runs at the present step, once it was started.</param>
public sealed record TerminationState(
    Guid Termination,
    Planned? Plan,
    StrandPhase Phase,
    RecipeRef? Recipe,
    int Attempt,
    int Try,
    string? Step,
    Wording? Heading,
    bool Recleave,
    Trouble? Trouble,
    Length FiberUsed,
    int Shards,
    bool NeedsALook,
    int Known,
    HybridTime LastClock,
    IReadOnlyList<AttemptRecord> Attempts,
    IReadOnlyList<HistoryEntry> History,
    Guid? Batch = null,
    Guid? InHand = null,
    Technique? Technique = null,
    RunningClock? Clock = null
)
{
    /// <summary>The recipe as it is worked on this strand; null before work begins.</summary>
    [JsonIgnore]
    public Recipe? Worked { get; init; }

    /// <summary>Where the step to do stands in the recipe; -1 when there is none.</summary>
    [JsonIgnore]
    public int StepIndex => Step is null || Worked is null ? -1 : Worked.IndexOf(Step);

    /// <summary>The step to do, or null.</summary>
    [JsonIgnore]
    public Step? StepToDo => StepIndex is >= 0 and var index ? Worked!.Steps[index] : null;

    [JsonIgnore]
    public FiberLeft FiberLeft => new(Plan?.Service ?? Length.Zero, Plan?.Least ?? Length.Zero, FiberUsed);

    /// <summary>How often a person chose otherwise than a picture was graded.</summary>
    [JsonIgnore]
    public int Overruled => Attempts.SelectMany(a => a.Tries).SelectMany(t => t.Steps).Count(s => s.Reading?.Overruled is not null);

    /// <summary>When it last went back to the bench for its link: what was measured on it before says nothing of it now. Null for never.</summary>
    [JsonIgnore]
    public DateTimeOffset? RemadeAt =>
        History.Where(h => h is { Effect: EntryEffect.Counts, Event.Body: Reopened }).Select(h => (DateTimeOffset?)h.Event.When).Max();

    [JsonIgnore]
    public bool IsAccepted => Phase is StrandPhase.Verified or StrandPhase.Doubtful;

    [JsonIgnore]
    public bool IsOver => IsAccepted || Phase is StrandPhase.Rejected;
}

/// <summary>A time that was started at a step.</summary>
/// <param name="Since">By the tablet's own clock.</param>
public sealed record RunningClock(string Step, DateTimeOffset Since, Guid Load = default);

/// <summary>Trouble that waits for an action.</summary>
public sealed record Trouble(string Sign, string Step, Reading? Reading);

/// <summary>One preparation and one connector, from fresh strip to acceptance or cut-off.</summary>
public sealed record AttemptRecord(int Number, AttemptOutcome Outcome, IReadOnlyList<TryRecord> Tries);

[JsonConverter(typeof(EnumNames<AttemptOutcome>))]
public enum AttemptOutcome
{
    [JsonStringEnumMemberName("open")]
    Open,

    [JsonStringEnumMemberName("accepted")]
    Accepted,

    [JsonStringEnumMemberName("accepted-doubtful")]
    AcceptedDoubtful,

    [JsonStringEnumMemberName("cut-off")]
    CutOff,

    [JsonStringEnumMemberName("stopped")]
    Stopped,
}

/// <summary>One go within an attempt: what was done and read, what went wrong, and the action taken.</summary>
public sealed record TryRecord(int Number, IReadOnlyList<StepRecord> Steps, string? Sign = null, string? Action = null, string? Reason = null);

/// <summary>A step as it was done.</summary>
/// <param name="IsPassed">True for one that had no tap of its own: it was done with the card that it stood on.</param>
public sealed record StepRecord(
    string Step,
    Guid Actor,
    DateTimeOffset At,
    Guid Event,
    Reading? Reading = null,
    Verdict? Verdict = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingDefault)] bool IsPassed = false
);

/// <summary>An event in its place, and whether it counts.</summary>
/// <param name="Why">For a conflict: what in the merged order forbids it.</param>
public sealed record HistoryEntry(BenchEvent Event, EntryEffect Effect, Phrase? Why, int Attempt, int Try);

[JsonConverter(typeof(EnumNames<EntryEffect>))]
public enum EntryEffect
{
    [JsonStringEnumMemberName("counts")]
    Counts,

    [JsonStringEnumMemberName("retracted")]
    Retracted,

    /// <summary>It was done on another strand and stands there.</summary>
    [JsonStringEnumMemberName("moved")]
    Moved,

    /// <summary>A lead looked at two stories and chose the other.</summary>
    [JsonStringEnumMemberName("set-aside")]
    SetAside,

    /// <summary>Kept, but it makes no sense after what came before it: needs a look.</summary>
    [JsonStringEnumMemberName("conflict")]
    Conflict,
}
