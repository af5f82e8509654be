using System.Globalization;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Preparation;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Units;
using Rhabdon.Core.Verification;

namespace Rhabdon.Core.Bench;

/// <summary>Turns what a person does at the bench into an event body, judged. Whether it fits is the fold's to say: it is asked.</summary>
public static class IntentHandler
{
    // Of what was typed, shown again.
    private const int MostEcho = 20;

    /// <param name="now">By the tablet's clock: a time that must run is held to it. Null when nobody waits for it.</param>
    public static BenchAnswer Answer(FoldedTermination stream, RecipeBook book, BenchIntent intent, LengthUnit unit, DateTimeOffset? now = null) =>
        intent switch
        {
            BeginWork begin => Begin(stream, book, begin),
            StartClock start => MovedOn(stream.State, start.From ?? start.Step)
                ?? Fitting(stream, "step", new ClockStarted(stream.State.Attempt, stream.State.Try, start.Step, start.From), HasNoClockYet(stream.State)),
            DoneWith done => MovedOn(stream.State, done.From ?? done.Step) ?? Done(stream, book, done, unit, now),
            ReportTrouble report => MovedOn(stream.State, report.From ?? report.Step ?? stream.State.Step)
                ?? Fitting(
                    stream,
                    "sign",
                    new TroubleFound(stream.State.Attempt, stream.State.Try, report.Step ?? stream.State.Step!, report.Sign, report.From)
                ),
            Reopen reopen => Fitting(stream, "termination", new Reopened(stream.State.Attempt, reopen.Sign, reopen.Reading)),
            ChooseAction choose => Fitting(
                stream,
                "action",
                new ActionChosen(stream.State.Attempt, stream.State.Try, stream.State.Trouble?.Sign ?? string.Empty, choose.Action, Trimmed(choose.Reason))
            ),
            Undo undo => string.IsNullOrWhiteSpace(undo.Reason)
                ? No("reason", Phrase.Of(PhraseKeys.Bench.ReasonLong))
                : Fitting(stream, "event", new Retracted(undo.Event, undo.Reason.Trim(), undo.GlassWasCut)),
            TakeTogether together => Fitting(stream, "termination", new Batched(together.Batch)),
            HandOver hand => Fitting(stream, "termination", new HandedOver(hand.To, Trimmed(hand.Note))),
            SettleStories settle => ConflictingHistories.Of(stream.State) is { } histories
                ? Fitting(stream, "termination", new Resolved(histories.SetAside(settle.Keep), settle.GlassWasCut, settle.Note.Trim()))
                : No("termination", Phrase.Of(PhraseKeys.Bench.NoTwoStories)),
            PlanBy by => PlannedBy(stream, book, by.Recipe),
            _ => No("intent", Phrase.Of(PhraseKeys.Bench.UnknownIntent)),
        };

    /// <summary>Reads and judges what was typed or tapped, without doing anything: the verdict shown beside the field.</summary>
    public static (Reading? Reading, Verdict? Verdict, BenchFault? Fault) Read(TerminationState state, Recipe recipe, Step step, string? read, LengthUnit unit)
    {
        var ask = step.Ask!;
        if (string.IsNullOrWhiteSpace(read))
        {
            return (null, null, new BenchFault("reading", Phrase.Of(ask.IsChoice ? PhraseKeys.Bench.ChoiceWanted : $"bench.{Asked(ask)}-wanted")));
        }

        if (ReadingValue.Parse(ask.Reads, read, unit) is not { } value || (ask.IsChoice && !OpenChoices(state, ask).Any(c => c.Value == read)))
        {
            return (
                null,
                null,
                new BenchFault(
                    "reading",
                    ask.IsLength
                        ? Phrase.Of(PhraseKeys.Bench.ReadingMalformed, ("typed", read.Length > MostEcho ? read[..MostEcho] : read))
                        : Phrase.Of(ask.IsChoice ? PhraseKeys.Bench.ChoiceWanted : $"bench.{Asked(ask)}-wanted")
                )
            );
        }

        var reading = Reading.Of(ask.Check, value);
        return (reading, ReadingJudge.Judge(step, reading, ask.IsLength ? ResolvedDimension.Of(step, recipe, state.Recleave) : null), null);
    }

    /// <summary>The choices a step offers now: one that compares with an earlier look waits until there was one.</summary>
    public static IEnumerable<Choice> OpenChoices(TerminationState state, Ask ask)
    {
        var met = state.Attempts.Where(a => a.Number == state.Attempt).SelectMany(a => a.Tries).Select(t => t.Sign).OfType<string>().ToHashSet();
        return ask.Choices.Where(c => c.AfterSign is null || met.Contains(c.AfterSign));
    }

    private static BenchAnswer PlannedBy(FoldedTermination stream, RecipeBook book, string recipe) =>
        book.Latest(recipe) is not { } published ? No("recipe", Phrase.Of(PhraseKeys.Bench.NoRecipe, ("recipe", recipe)))
        : Unfitting(stream.State.Plan, published) is { } unfitting ? unfitting
        : Fitting(stream, "recipe", new Replanned(recipe));

    private static BenchAnswer? Unfitting(Planned? plan, PublishedRecipe published) =>
        plan is not null && CompatibilityCheck.Faults(published.Recipe, new Combination(plan.Connector, plan.Polish, plan.Build, plan.Grade)) is [var first, ..]
            ? No(first.Field, first.Says)
            : null;

    private static BenchAnswer Begin(FoldedTermination stream, RecipeBook book, BeginWork begin)
    {
        var (plan, published) = (stream.State.Plan, book.Latest(stream.State.Plan?.RecipeId ?? string.Empty));
        return stream.State.Recipe is null && Begun.Unconfirmed(plan, published) is { } unconfirmed ? No("recipe", unconfirmed)
            : stream.State.Recipe is null && published is not null && Unfitting(plan, published) is { } unfitting ? unfitting
            : Fitting(stream, "recipe", new Begun(begin.Technique), by: published?.Ref);
    }

    private static BenchAnswer Done(FoldedTermination stream, RecipeBook book, DoneWith done, LengthUnit unit, DateTimeOffset? now)
    {
        var state = stream.State;
        var recipe = state.Worked!;
        if (recipe.IndexOf(done.Step) is not (>= 0 and var at))
        {
            return No("step", Phrase.Of(PhraseKeys.Bench.MovedOn));
        }

        var step = recipe.Steps[at];
        if (step.Clock is { } clock)
        {
            if (state.Clock is not { } running)
            {
                return No("step", Phrase.Of(PhraseKeys.Bench.ClockFirst));
            }

            if (now is { } moment && (moment - running.Since).TotalSeconds is var elapsed && elapsed < clock.Seconds && clock.Tells is null)
            {
                return No(
                    "step",
                    Phrase.Of(PhraseKeys.Bench.ClockRuns, ("seconds", Math.Ceiling(clock.Seconds - elapsed).ToString(CultureInfo.InvariantCulture)))
                );
            }
        }

        if (step.Ask is null)
        {
            return Fitting(stream, "step", new StepDone(state.Attempt, state.Try, step.Id, From: done.From));
        }

        var (reading, verdict, fault) = Read(state, recipe, step, done.Read, unit);
        if (fault is not null)
        {
            return new BenchAnswer(null, fault);
        }

        // With the picture that it was read from, if there was one.
        var seen = reading! with { Face = done.Face, Overruled = Trimmed(done.Overruled) };
        return FaceReading.Fault(step.Ask, seen) is { } unseen
            ? No(unseen.Field, unseen.Says)
            : Fitting(stream, "step", new StepDone(state.Attempt, state.Try, step.Id, seen, verdict, done.From));
    }

    // The screen showed a step that is not the present one any more: a double tap, or another tablet.
    private static BenchAnswer? MovedOn(TerminationState state, string? step) =>
        state.Step is null || state.Trouble is not null || state.Step != step ? No("step", Phrase.Of(PhraseKeys.Bench.MovedOn)) : null;

    private static Phrase? HasNoClockYet(TerminationState state) => state.Clock is null ? null : Phrase.Of(PhraseKeys.Bench.MovedOn);

    private static string? Trimmed(string? text) => string.IsNullOrWhiteSpace(text) ? null : text.Trim();

    // A body that is well formed and fits at the stream's end.
    private static BenchAnswer Fitting(FoldedTermination stream, string field, EventBody body, Phrase? otherwise = null, RecipeRef? by = null)
    {
        var envelope = new BenchEvent(Guid.Empty, Guid.Empty, 1, default, default, Guid.Empty, string.Empty, [], body);
        return otherwise is not null ? No(field, otherwise)
            : body.Malformed(envelope) is { } malformed ? No(malformed.Field.Split('.')[^1], malformed.Says)
            : stream.Conflict(body, by ?? stream.State.Recipe) is { } conflict ? No(FieldOf(conflict, field), conflict)
            : new BenchAnswer(body, null);
    }

    // Some conflicts lie with a field of their own.
    private static string FieldOf(Phrase conflict, string field) =>
        conflict.Key switch
        {
            PhraseKeys.Conflict.Reason => "reason",
            PhraseKeys.Conflict.Technique or PhraseKeys.Conflict.TechniqueMode => "technique",
            PhraseKeys.Conflict.AlreadyBegun => "termination",
            _ => field,
        };

    private static string Asked(Ask ask) => ask.Reads.ToString().ToLowerInvariant();

    private static BenchAnswer No(string field, Phrase says) => new(null, new BenchFault(field, says));
}
