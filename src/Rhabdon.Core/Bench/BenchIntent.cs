using System.Text.Json.Serialization;
using Rhabdon.Core.EndFaces;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Recipes;

namespace Rhabdon.Core.Bench;

/// <summary>What the person at the bench wants; <see cref="IntentHandler"/> makes an event of it or says why not.</summary>
[JsonPolymorphic(TypeDiscriminatorPropertyName = "kind")]
[JsonDerivedType(typeof(BeginWork), "begin")]
[JsonDerivedType(typeof(StartClock), "clock")]
[JsonDerivedType(typeof(DoneWith), "done")]
[JsonDerivedType(typeof(ReportTrouble), "trouble")]
[JsonDerivedType(typeof(Reopen), "reopen")]
[JsonDerivedType(typeof(ChooseAction), "choose")]
[JsonDerivedType(typeof(Undo), "undo")]
[JsonDerivedType(typeof(TakeTogether), "together")]
[JsonDerivedType(typeof(HandOver), "hand-over")]
[JsonDerivedType(typeof(SettleStories), "settle")]
[JsonDerivedType(typeof(PlanBy), "plan-by")]
public abstract record BenchIntent;

/// <summary>Begin the strand by the newest recipe version at hand, in the crew's technique.</summary>
public sealed record BeginWork(Technique? Technique = null) : BenchIntent;

/// <summary>Start the time that the step must run.</summary>
/// <param name="From">The first step of the card, where it shows several.</param>
public sealed record StartClock(string Step, string? From = null) : BenchIntent;

/// <summary>The step is done. <paramref name="Step"/> is the one the screen showed, so that a double tap cannot do the next one unseen.</summary>
/// <param name="Read">What was typed or tapped, for a step that asks.</param>
/// <param name="Face">The picture that it was read from.</param>
/// <param name="Overruled">Why it is not what the picture was graded.</param>
/// <param name="From">The first step of the card, where it shows several: all up to <paramref name="Step"/> are done.</param>
public sealed record DoneWith(string Step, string? Read = null, FaceSeen? Face = null, string? Overruled = null, string? From = null) : BenchIntent;

/// <summary>Something went wrong that no reading shows.</summary>
/// <param name="Step">At which; null for the present one.</param>
/// <param name="From">The first step of the card, where it shows several.</param>
public sealed record ReportTrouble(string Sign, string? Step = null, string? From = null) : BenchIntent;

/// <summary>An end that was accepted goes back to the bench: its link does not pass.</summary>
/// <param name="Reading">The event that told the loss.</param>
public sealed record Reopen(string Sign, Guid Reading) : BenchIntent;

public sealed record ChooseAction(string Action, string? Reason = null) : BenchIntent;

public sealed record Undo(Guid Event, string Reason, bool GlassWasCut) : BenchIntent;

/// <summary>Take the strands together in a batch, or, with null, each by itself.</summary>
public sealed record TakeTogether(Guid? Batch) : BenchIntent;

public sealed record HandOver(Guid To, string? Note = null) : BenchIntent;

/// <summary>Choose between two stories of a strand.</summary>
/// <param name="Keep">One of the keeps that <see cref="ConflictingHistories"/> offers.</param>
public sealed record SettleStories(StoryKeep Keep, bool GlassWasCut, string Note) : BenchIntent;

/// <summary>Make the end by another recipe than was planned, which must serve it.</summary>
public sealed record PlanBy(string Recipe) : BenchIntent;

/// <summary>Why an intent made no event: the field and what would do.</summary>
public sealed record BenchFault(string Field, Phrase Says);

/// <summary>An event's body, or the fault that kept it from being made; just one of them is set.</summary>
public sealed record BenchAnswer(EventBody? Body, BenchFault? Fault);
