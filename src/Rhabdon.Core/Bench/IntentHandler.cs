using System.Globalization;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Preparation;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Units;
using Rhabdon.Core.Verification;

namespace Rhabdon.Core.Bench;

/// <summary>Turns what a person does at the bench into an event body, judged.</summary>
public static class IntentHandler
{
    /// <summary>Longest reason a person may give.</summary>
    public const int MaxReason = 500;

    // Of what was typed, shown again.
    private const int MostEcho = 20;

    /// <param name="now">By the tablet's clock: a time that must run is held to it. Null when nobody waits for it.</param>
    public static BenchAnswer Answer(TerminationState state, RecipeBook book, BenchIntent intent, LengthUnit unit, DateTimeOffset? now = null) => intent switch
    {
        BeginWork begin => Begin(state, book, begin),
        StartClock start => Start(state, book, start),
        DoneWith done => Done(state, book, done, unit, now),
        ReportTrouble report => Report(state, book, report),
        ChooseAction choose => Choose(state, book, choose),
        Undo undo => TakeBack(state, undo),
        TakeTogether together => Yes(new Batched(together.Batch)),
        HandOver hand => Hand(state, hand),
        SettleStories settle => Settle(state, settle),
        _ => No("intent", Phrase.Of("bench.unknown-intent")),
    };

    /// <summary>Reads and judges what was typed or tapped, without doing anything: the verdict shown beside the field.</summary>
    public static (Reading? Reading, Verdict? Verdict, BenchFault? Fault) Read(TerminationState state, Recipe recipe, Step step, string? read, LengthUnit unit)
    {
        var ask = step.Ask!;
        if (string.IsNullOrWhiteSpace(read))
        {
            return (null, null, new BenchFault("reading", Phrase.Of(ask.IsChoice ? "bench.choice-wanted" : $"bench.{Asked(ask)}-wanted")));
        }

        if (ReadingValue.Parse(ask.Reads, read, unit) is not { } value || (ask.IsChoice && !OpenChoices(state, ask).Any(c => c.Value == read)))
        {
            return (null, null, new BenchFault("reading", ask.IsLength
                ? Phrase.Of("bench.reading-malformed", ("typed", read.Length > MostEcho ? read[..MostEcho] : read))
                : Phrase.Of(ask.IsChoice ? "bench.choice-wanted" : $"bench.{Asked(ask)}-wanted")));
        }

        var reading = Reading.Of(ask.Check, value);
        return (reading, Judgement.Judge(step, reading, ask.IsLength ? ResolvedDimension.Of(step, recipe, state.Recleave) : null), null);
    }

    /// <summary>The choices a step offers now: one that compares with an earlier look waits until there was one.</summary>
    public static IEnumerable<Choice> OpenChoices(TerminationState state, Ask ask)
    {
        var met = state.Attempts.Where(a => a.Number == state.Attempt).SelectMany(a => a.Tries).Select(t => t.Sign).OfType<string>().ToHashSet();
        return ask.Choices.Where(c => c.AfterSign is null || met.Contains(c.AfterSign));
    }

    private static string Asked(Ask ask) => ask.Reads.ToString().ToLowerInvariant();

    private static BenchAnswer Begin(TerminationState state, RecipeBook book, BeginWork begin)
    {
        var published = book.Latest(state.Plan?.RecipeId ?? string.Empty);
        var recipe = published?.Recipe;
        return state.Recipe is not null ? No("termination", Phrase.Of("conflict.already-begun"))
            : Unconfirmed(state.Plan, published) is { } unconfirmed ? No("recipe", unconfirmed)
            : recipe is not null && state.Plan is { } plan && CompatibilityCheck.Faults(recipe, new Combination(plan.Connector, plan.Polish, plan.Build, plan.Grade)) is [var unfitting, ..] ? No(unfitting.Field, unfitting.Says)
            : recipe?.FromTheSheet is [var missing, ..] ? No("recipe", Phrase.Of("conflict.from-the-sheet", ("length", missing)))
            : recipe is not null && begin.Technique?.Unknown(recipe) is { } unknown ? No("technique", Phrase.Of("conflict.technique", ("choice", unknown)))
            : recipe is not null && (begin.Technique ?? Technique.Usual).Unfit(recipe, state.Plan!.Grade.Mode()) is { } unfit ? No("technique", Phrase.Of("conflict.technique-mode", ("option", unfit.Id)))
            : Yes(new Begun(begin.Technique));
    }

    /// <summary>Why a strand may not begin by a recipe that nobody has compared with its maker's sheet; null when it may.</summary>
    internal static Phrase? Unconfirmed(Planned? plan, PublishedRecipe? published) =>
        plan is { ConfirmedOnly: true } && published is { Confirmation: null } ? Phrase.Of("conflict.unconfirmed", ("recipe", published.Ref.ToString())) : null;

    private static BenchAnswer Start(TerminationState state, RecipeBook book, StartClock start) =>
        state.Step is null || state.Trouble is not null || state.Step != start.Step ? No("step", Phrase.Of("bench.moved-on"))
        : StepOf(state, book).Clock is null || state.Clock is not null ? No("step", Phrase.Of("bench.moved-on"))
        : Yes(new ClockStarted(state.Attempt, state.Try, start.Step));

    private static Step StepOf(TerminationState state, RecipeBook book)
    {
        var recipe = book.RecipeOf(state)!;
        return recipe.Steps[recipe.IndexOf(state.Step!)];
    }

    private static BenchAnswer Done(TerminationState state, RecipeBook book, DoneWith done, LengthUnit unit, DateTimeOffset? now)
    {
        if (state.Step is null || state.Trouble is not null || state.Step != done.Step)
        {
            return No("step", Phrase.Of("bench.moved-on"));
        }

        var recipe = book.RecipeOf(state)!;
        var step = recipe.Steps[recipe.IndexOf(state.Step)];
        if (step.Clock is { } clock)
        {
            if (state.Clock is not { } running)
            {
                return No("step", Phrase.Of("bench.clock-first"));
            }

            if (now is { } at && (at - running.Since).TotalSeconds is var elapsed && elapsed < clock.Seconds)
            {
                return No("step", Phrase.Of("bench.clock-runs", ("seconds", Math.Ceiling(clock.Seconds - elapsed).ToString(CultureInfo.InvariantCulture))));
            }
        }

        if (step.Ask is null)
        {
            return Yes(new StepDone(state.Attempt, state.Try, step.Id));
        }

        var (reading, verdict, fault) = Read(state, recipe, step, done.Read, unit);
        return fault is null ? Seen(step.Ask, new StepDone(state.Attempt, state.Try, step.Id, reading, verdict), done) : new BenchAnswer(null, fault);
    }

    // With the picture that it was read from, if there was one.
    private static BenchAnswer Seen(Ask ask, StepDone body, DoneWith done)
    {
        var reason = done.Overruled?.Trim();
        var reading = body.Reading! with { Face = done.Face, Overruled = string.IsNullOrEmpty(reason) ? null : reason };
        return reason?.Length > MaxReason ? No("overruled", Phrase.Of("bench.reason-long"))
            : FaceReading.Fault(ask, reading) is { } fault ? No(fault.Field, fault.Says)
            : Yes(body with { Reading = reading });
    }

    private static BenchAnswer Report(TerminationState state, RecipeBook book, ReportTrouble report)
    {
        if (state.Step is null || state.Trouble is not null)
        {
            return No("step", Phrase.Of("bench.moved-on"));
        }

        var recipe = book.RecipeOf(state)!;
        return ReportableSymptoms.Reportable(recipe, book.LadderOf(recipe), state.Step).Any(s => s.Id == report.Sign)
            ? Yes(new TroubleFound(state.Attempt, state.Try, state.Step, report.Sign))
            : No("sign", Phrase.Of("conflict.sign", ("sign", report.Sign)));
    }

    private static BenchAnswer Choose(TerminationState state, RecipeBook book, ChooseAction choose)
    {
        if (state.Trouble is not { } trouble)
        {
            return No("action", Phrase.Of("conflict.no-trouble"));
        }

        var recipe = book.RecipeOf(state)!;
        var offer = ActionOffers.For(state, recipe, book.LadderOf(recipe)).FirstOrDefault(o => o.CorrectiveAction.Id == choose.Action);
        if (offer is null || offer.Barred is not null)
        {
            return No("action", offer?.Barred ?? Phrase.Of("conflict.action", ("action", choose.Action)));
        }

        var reason = choose.Reason?.Trim();
        return offer.NeedsReason && string.IsNullOrEmpty(reason) ? No("reason", Phrase.Of("conflict.reason"))
            : reason?.Length > MaxReason ? No("reason", Phrase.Of("bench.reason-long"))
            : Yes(new ActionChosen(state.Attempt, state.Try, trouble.Sign, choose.Action, string.IsNullOrEmpty(reason) ? null : reason));
    }

    private static BenchAnswer TakeBack(TerminationState state, Undo undo)
    {
        var entry = state.History.FirstOrDefault(h => h.Event.Id == undo.Event);
        var reason = undo.Reason.Trim();
        return entry is null || !EffectiveEvents.MayBeRetracted(entry.Event) ? No("event", Phrase.Of("conflict.nothing-to-retract"))
            : entry.Standing == EntryEffect.Retracted ? No("event", Phrase.Of("conflict.retracted-twice"))
            : reason.Length is 0 or > MaxReason ? No("reason", Phrase.Of("bench.reason-long"))
            : Yes(new Retracted(undo.Event, reason, undo.GlassWasCut));
    }

    private static BenchAnswer Hand(TerminationState state, HandOver hand) =>
        state.Recipe is null ? No("termination", Phrase.Of("conflict.not-begun"))
        : hand.Note?.Length > MaxReason ? No("note", Phrase.Of("bench.reason-long"))
        : Yes(new HandedOver(hand.To, string.IsNullOrWhiteSpace(hand.Note) ? null : hand.Note.Trim()));

    private static BenchAnswer Settle(TerminationState state, SettleStories settle)
    {
        var note = settle.Note.Trim();
        return ConflictingHistories.Of(state) is not { } stories ? No("termination", Phrase.Of("bench.no-two-stories"))
            : note.Length is 0 or > MaxReason ? No("note", Phrase.Of("bench.reason-long"))
            : Yes(new Resolved(stories.SetAside(settle.Keep), settle.GlassWasCut, note));
    }

    private static BenchAnswer Yes(EventBody body) => new(body, null);

    private static BenchAnswer No(string field, Phrase says) => new(null, new BenchFault(field, says));
}
