using Rhabdon.Core.Catalog;
using Rhabdon.Core.Preparation;
using Rhabdon.Core.Recipes;

namespace Rhabdon.Core.Bench;

/// <summary>All that the bench's screen shows of one strand, in words and numbers ready to draw.</summary>
/// <param name="Step">The one thing to do now; null before the beginning, in trouble and at the end.</param>
/// <param name="Reports">Troubles that may be reported by hand here.</param>
/// <param name="Says">What stands in place of a step: not begun, accepted, given up.</param>
/// <param name="Kit">What to lay out before the beginning; null once begun, and for a recipe that tells none.</param>
public sealed record BenchView(
    StrandPhase Phase,
    int Attempt,
    int Try,
    bool NeedsALook,
    string Recipe,
    string RecipeId,
    bool IsConfirmed,
    IReadOnlyList<StageView> Stages,
    FiberView Fiber,
    IReadOnlyList<SymptomView> Reports,
    string Says,
    StepView? Step = null,
    TroubleView? Trouble = null,
    LineDrawing? Line = null,
    UndoView? Undo = null,
    IReadOnlyList<KitLine>? Kit = null
);

/// <summary>One line of the kit card.</summary>
/// <param name="Setting">How it is set or which side is used; null where nothing is.</param>
/// <param name="IsSetAside">In the bag and not for this work.</param>
/// <param name="Among">How many connectors share it; null for one alone.</param>
/// <param name="Shape">For its picture.</param>
/// <param name="Bore">mm: how wide a cable it takes, where that tells it from others.</param>
/// <param name="Length">mm, where that tells it from others.</param>
public sealed record KitLine(
    string Title,
    KitKind Kind,
    int Count,
    string? Setting,
    bool IsSetAside,
    KitShape? Shape = null,
    decimal? Bore = null,
    decimal? Length = null,
    int? Among = null
);

public sealed record StageView(string Id, string Title, StageProgress Progress);

/// <param name="Number">Place among the recipe's steps, from 1.</param>
/// <param name="Figure">The number that matters, large.</param>
/// <param name="Work">What the hand does, for its drawing.</param>
/// <param name="Next">Name of the step after this one; empty at the last.</param>
/// <param name="Acts">What the hand does, in order, for its drawing.</param>
/// <param name="Once">How often it is done; null for once a strand.</param>
/// <param name="Passed">The steps before it on the same card, which one tap does with it; empty for a card of one step.</param>
/// <param name="Missing">Things of the kit that are missing and that this cannot be done without; empty when it can be done.</param>
/// <param name="Film">The film that is polished on, with the color of the crew's own; null where nothing is polished.</param>
/// <param name="SessionItems">What of it is done once for the session's work: told to the session when it is done.</param>
/// <param name="Card">What the card is called where it shows several steps: its stages.</param>
public sealed record StepView(
    string Id,
    int Number,
    int Of,
    string Name,
    string Title,
    string How,
    string Why,
    string Next,
    IReadOnlyList<string> Cautions,
    StepWork Work,
    FigureView? Figure = null,
    AskView? Ask = null,
    ClockView? Clock = null,
    CountView? Count = null,
    IReadOnlyList<Act>? Acts = null,
    Once? Once = null,
    IReadOnlyList<PassedStep>? Passed = null,
    string? Card = null,
    IReadOnlyList<string>? Missing = null,
    string? Film = null,
    IReadOnlyList<string>? SessionItems = null
);

/// <summary>A step that is done with the card's last one.</summary>
/// <param name="Number">Place among the recipe's steps, from 1.</param>
/// <param name="Figure">Its dimension, if it has one.</param>
public sealed record PassedStep(string Id, int Number, string Title, FigureView? Figure, IReadOnlyList<Act>? Acts);

/// <param name="Kind">In words: hold, cure, cool.</param>
/// <param name="Since">When it was started, by the tablet's clock; null until then.</param>
/// <param name="Tells">By what the machine tells that it is done, which ends the time early or late; null where the time decides.</param>
public sealed record ClockView(string Kind, int Seconds, int? AtMost, DateTimeOffset? Since, string? Tells = null);

/// <param name="BeatMilliseconds">From one eight to the next, in the middle of the pace.</param>
public sealed record CountView(int Low, int High, int BeatMilliseconds);

/// <param name="Note">Where from and how exactly.</param>
/// <param name="Other">The same in the other unit.</param>
/// <param name="Standing">Where the figure comes from, in words; null once a lead has confirmed it against the sheet, and where nothing is to be said.</param>
public sealed record FigureView(string Value, string Unit, string Note, string Other, string? Standing = null);

/// <param name="Unit">Written after the field; empty where there is none.</param>
/// <param name="Accepts">The range that is good, in words; empty for choices.</param>
/// <param name="Profile">Where a picture can answer: the limits that it is held against.</param>
/// <param name="Core">And the core of the strand's fiber.</param>
/// <param name="HeldAgainst">What the strand has, in words, where the answer must agree with it: its fiber, when the connector's stub is asked for.</param>
public sealed record AskView(
    string Question,
    ReadingKind Kind,
    string Unit,
    string Accepts,
    IReadOnlyList<ChoiceView> Choices,
    string? Profile = null,
    FiberCore? Core = null,
    string? HeldAgainst = null
);

public sealed record ChoiceView(string Value, string Say);

/// <param name="Read">What was read, in words; empty when the trouble was reported by hand.</param>
public sealed record TroubleView(string Sign, string Title, string Step, string Read, IReadOnlyList<OfferView> Offers);

/// <param name="Cost">Minutes, connectors and fiber, in words.</param>
/// <param name="Goes">Which step the work goes on from.</param>
/// <param name="Barred">Why it may not be done; empty when it may.</param>
public sealed record OfferView(string Action, string Title, string Why, string Cost, string Goes, bool IsProposed, bool NeedsReason, string Barred);

/// <param name="Step">At which it is reported.</param>
public sealed record SymptomView(string Id, string Title, string Step);

/// <param name="Share">Spare fiber as a share of what there was, 0 to 1, for the bar.</param>
/// <param name="Tries">How often each kind of fix can still be done.</param>
/// <param name="Warning">Empty, or the loud warning at the last try and at none.</param>
/// <param name="Level"><c>plenty</c>, <c>last</c> or <c>none</c>.</param>
public sealed record FiberView(string Left, string Spare, decimal Share, IReadOnlyList<TriesView> Tries, string Warning, string Level);

public sealed record TriesView(string Fix, int Count, string Uses);

/// <param name="CutsGlass">The action took fiber: ask whether it was truly cut.</param>
/// <param name="Strands">The strands it was done on at once.</param>
public sealed record UndoView(Guid Event, string What, bool CutsGlass, IReadOnlyList<Guid> Strands);
