using Rhabdon.Core.Catalog;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Preparation;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Units;
using Rhabdon.Core.Verification;

namespace Rhabdon.Core.Bench;

/// <summary>
/// The state that a stream's events come to, one after another in their order. <see cref="FoldedTermination"/> gives them in that order and says which do not count.
/// </summary>
internal sealed class TerminationFolder(Guid termination, RecipeBook book)
{
    private List<HistoryEntry> history = [];
    private List<AttemptRecord> attempts = [];
    private List<TryRecord> tries = [];
    private List<StepRecord> steps = [];
    private HashSet<Guid> retracted = [];
    private Planned? plan;
    private PublishedRecipe? recipe;
    private Recipe? worked;
    private Technique? technique;
    private RunningClock? clock;
    private StrandPhase phase = StrandPhase.Planned;
    private int attempt;
    private int tryNumber;
    private string? step;
    private Wording? heading;
    private bool recleave;
    private bool inDoubt;
    private Trouble? trouble;
    private Length fiberUsed;
    private int shards;
    private HybridTime lastClock;
    private Guid? batch;
    private Guid? inHand;

    /// <summary>One that goes on from here on its own.</summary>
    public TerminationFolder Copy()
    {
        var copy = (TerminationFolder)MemberwiseClone();
        (copy.history, copy.attempts, copy.tries, copy.steps, copy.retracted) = ([.. history], [.. attempts], [.. tries], [.. steps], [.. retracted]);
        return copy;
    }

    public void Skip(BenchEvent happened, EntryEffect how, bool glassWasCut)
    {
        if (glassWasCut && happened.Body is ActionChosen chosen && RungOf(happened, chosen) is { } rung)
        {
            fiberUsed += FiberLeft.Use(rung.Uses, worked ?? book.Find(happened.Recipe)!.Recipe);
        }

        Note(happened, how, null);
    }

    /// <param name="all">Every entry of the stream by its id.</param>
    public void Take(BenchEvent happened, IReadOnlyDictionary<Guid, BenchEvent> all)
    {
        var conflict = happened.Body switch
        {
            Planned body => OnPlanned(body),
            Begun body => OnBegun(happened, body),
            ClockStarted body => OnClock(happened, body),
            StepDone body => OnStepDone(happened, body),
            TroubleFound body => OnTrouble(body),
            ActionChosen body => OnAction(happened, body),
            Retracted body => OnRetracted(body, all),
            Batched body => OnBatched(body),
            HandedOver body => OnHandedOver(body),
            Reattributed body => OnReattributed(body),
            Resolved body => OnResolved(body, all),
            Unreadable => Phrase.Of("conflict.unreadable"),
            _ => Phrase.Of("conflict.unknown"),
        };
        Note(happened, conflict is null ? EntryEffect.Counts : EntryEffect.Conflict, conflict);
    }

    public TerminationState State(int known) => new(
        termination, plan, phase, recipe?.Ref, attempt, tryNumber, step, heading, recleave, trouble, fiberUsed, shards,
        history.Exists(h => h.Standing == EntryEffect.Conflict), known, lastClock, AllAttempts(AttemptOutcome.Open), history,
        batch, inHand, technique, clock);

    private void Note(BenchEvent happened, EntryEffect standing, Phrase? why)
    {
        lastClock = HybridTime.Latest(lastClock, happened.Order);
        history.Add(new HistoryEntry(happened, standing, why, attempt, tryNumber));
    }

    private Phrase? OnPlanned(Planned body)
    {
        if (plan is not null)
        {
            return Phrase.Of("conflict.planned-twice");
        }

        plan = body;
        return null;
    }

    private Phrase? OnBegun(BenchEvent happened, Begun body)
    {
        if (plan is null)
        {
            return Phrase.Of("conflict.not-planned");
        }

        if (recipe is not null)
        {
            return Phrase.Of("conflict.already-begun");
        }

        if (happened.Recipe?.Id != plan.RecipeId || book.Find(happened.Recipe) is not { } found)
        {
            return Phrase.Of("conflict.other-recipe", ("planned", plan.RecipeId), ("given", happened.Recipe?.ToString() ?? "-"));
        }

        if (found.Recipe.FromTheSheet is [var missing, ..])
        {
            return Phrase.Of("conflict.from-the-sheet", ("length", missing));
        }

        if (body.Technique?.Unknown(found.Recipe) is { } unknown)
        {
            return Phrase.Of("conflict.technique", ("choice", unknown));
        }

        if ((body.Technique ?? Technique.Usual).Unfit(found.Recipe, plan.Grade.Mode()) is { } unfit)
        {
            return Phrase.Of("conflict.technique-mode", ("option", unfit.Id));
        }

        (recipe, technique, worked) = (found, body.Technique, found.On(plan.Build, body.Technique, plan.Grade));
        inHand = happened.Actor;
        (attempt, tryNumber, step) = (1, 1, worked.Steps[0].Id);
        return null;
    }

    private Phrase? OnClock(BenchEvent happened, ClockStarted body)
    {
        if (NotHere(body.Attempt, body.Try, body.Step) is { } fault)
        {
            return fault;
        }

        if (worked!.Steps[worked.IndexOf(body.Step)].Clock is null)
        {
            return Phrase.Of("conflict.clock", ("step", body.Step));
        }

        clock = new RunningClock(body.Step, happened.At);
        return null;
    }

    private Phrase? OnStepDone(BenchEvent happened, StepDone body)
    {
        if (NotHere(body.Attempt, body.Try, body.Step) is { } fault)
        {
            return fault;
        }

        var done = worked!.Steps[worked.IndexOf(body.Step)];
        if (done.Clock is not null && clock is null)
        {
            return Phrase.Of("conflict.clock", ("step", done.Id));
        }

        if ((done.Ask is null) != (body.Reading is null) || (done.Ask is null) != (body.Verdict is null))
        {
            return Phrase.Of("conflict.reading", ("step", done.Id));
        }

        if (done.Ask is { } ask && (ask.Check != body.Reading!.Check || !body.Reading.Answers(ask.Reads)))
        {
            return Phrase.Of("conflict.reading", ("step", done.Id));
        }

        if (done.Ask is { } asked && FaceReading.Fault(asked, body.Reading!) is { } unseen)
        {
            return unseen.Says;
        }

        steps.Add(new StepRecord(done.Id, happened.Actor, happened.When, happened.Id, body.Reading, body.Verdict));
        shards += done.MakesShard ? 1 : 0;
        if (body.Verdict?.Sign is { } sign)
        {
            trouble = new Trouble(sign, done.Id, body.Reading);
            return null;
        }

        Advance(done);
        return null;
    }

    private Phrase? OnTrouble(TroubleFound body)
    {
        if (NotHere(body.Attempt, body.Try, body.Step) is { } fault)
        {
            return fault;
        }

        if (!ReportableSymptoms.Reportable(worked!, book.LadderOf(worked!), body.Step).Any(s => s.Id == body.Sign))
        {
            return Phrase.Of("conflict.sign", ("sign", body.Sign));
        }

        trouble = new Trouble(body.Sign, body.Step, null);
        return null;
    }

    private Phrase? OnAction(BenchEvent happened, ActionChosen body)
    {
        if (trouble is null || trouble.Sign != body.Sign || body.Attempt != attempt || body.Try != tryNumber)
        {
            return Phrase.Of("conflict.no-trouble");
        }

        var offers = ActionOffers.For(State(0), worked!, book.LadderOf(worked!));
        var offer = offers.FirstOrDefault(o => o.CorrectiveAction.Id == body.Action);
        if (offer is null || offer.Barred is not null)
        {
            return offer?.Barred ?? Phrase.Of("conflict.action", ("action", body.Action));
        }

        if (offer.NeedsReason && string.IsNullOrWhiteSpace(body.Reason))
        {
            return Phrase.Of("conflict.reason");
        }

        fiberUsed += FiberLeft.Use(offer.CorrectiveAction.Uses, worked!);
        Follow(offer.CorrectiveAction, body);
        return null;
    }

    private Phrase? OnRetracted(Retracted body, IReadOnlyDictionary<Guid, BenchEvent> all) =>
        !(all.TryGetValue(body.Event, out var target) && EffectiveEvents.MayBeRetracted(target)) ? Phrase.Of("conflict.nothing-to-retract")
        : !retracted.Add(body.Event) ? Phrase.Of("conflict.retracted-twice")
        : null;

    private Phrase? OnBatched(Batched body)
    {
        if (plan is null)
        {
            return Phrase.Of("conflict.not-planned");
        }

        batch = body.Batch;
        return null;
    }

    private Phrase? OnHandedOver(HandedOver body)
    {
        if (recipe is null)
        {
            return Phrase.Of("conflict.not-begun");
        }

        inHand = body.To;
        return null;
    }

    private Phrase? OnReattributed(Reattributed body) =>
        body.From == body.To || (body.From != termination && body.To != termination) ? Phrase.Of("conflict.move-here") : null;

    private static Phrase? OnResolved(Resolved body, IReadOnlyDictionary<Guid, BenchEvent> all) =>
        body.SetAside.All(id => all.TryGetValue(id, out var entry) && EffectiveEvents.MayBeSetAside(entry)) ? null : Phrase.Of("conflict.nothing-to-set-aside");

    private Phrase? NotHere(int atAttempt, int atTry, string atStep)
    {
        if (recipe is null)
        {
            return Phrase.Of("conflict.not-begun");
        }

        if (step is null)
        {
            return Phrase.Of("conflict.over");
        }

        if (trouble is not null)
        {
            return Phrase.Of("conflict.in-trouble", ("sign", trouble.Sign));
        }

        return atAttempt == attempt && atTry == tryNumber && atStep == step
            ? null
            : Phrase.Of("conflict.other-step", ("now", step), ("given", atStep));
    }

    private CorrectiveAction? RungOf(BenchEvent happened, ActionChosen chosen) => book.Find(happened.Recipe) is { } by
        ? book.LadderOf(by.Recipe).Find(chosen.Sign)?.Rungs.FirstOrDefault(r => r.Id == chosen.Action)
        : null;

    private void Advance(Step done)
    {
        var all = worked!.Steps;
        var index = worked.IndexOf(done.Id);
        (heading, clock) = (null, null);
        if (index + 1 < all.Count)
        {
            step = all[index + 1].Id;
            phase = PhaseBefore(index + 1);
            return;
        }

        step = null;
        phase = inDoubt ? StrandPhase.Doubtful : StrandPhase.Verified;
        CloseTry(null, null);
        CloseAttempt(inDoubt ? AttemptOutcome.AcceptedDoubtful : AttemptOutcome.Accepted);
    }

    private void Follow(CorrectiveAction rung, ActionChosen body)
    {
        var troubledStep = trouble!.Step;
        CloseTry(body, rung);
        (trouble, clock) = (null, null);
        heading = rung.Heading;
        switch (rung.Effect)
        {
            case ActionEffect.Try:
                tryNumber++;
                recleave |= rung.Uses == FiberUse.Recleave;
                recleave &= rung.Uses != FiberUse.StripAgain;
                ReturnTo(rung, troubledStep);
                break;
            case ActionEffect.Attempt:
                CloseAttempt(AttemptOutcome.CutOff);
                (attempt, tryNumber, recleave, inDoubt) = (attempt + 1, 1, false, false);
                ReturnTo(rung, troubledStep);
                break;
            case ActionEffect.Accept:
                tryNumber++;
                inDoubt = true;
                Advance(worked!.Steps[worked.IndexOf(troubledStep)]);
                break;
            case ActionEffect.Stop:
                CloseAttempt(AttemptOutcome.Stopped);
                (step, phase) = (null, StrandPhase.Rejected);
                break;
            default:
                throw new NotSupportedException(rung.Effect.ToString());
        }
    }

    private void ReturnTo(CorrectiveAction rung, string troubledStep)
    {
        var target = rung.TargetIn(worked!, worked!.IndexOf(troubledStep));
        step = worked.Steps[target].Id;
        phase = PhaseBefore(target);
    }

    private StrandPhase PhaseBefore(int index) =>
        worked!.Steps.Take(index).Select(s => s.Reaches ?? StrandPhase.Planned).DefaultIfEmpty(StrandPhase.Planned).Max();

    private void CloseTry(ActionChosen? action, CorrectiveAction? rung)
    {
        tries.Add(new TryRecord(tryNumber, [.. steps], action?.Sign, rung?.Id, action?.Reason));
        steps.Clear();
    }

    private void CloseAttempt(AttemptOutcome outcome)
    {
        attempts.Add(new AttemptRecord(attempt, outcome, [.. tries]));
        tries.Clear();
    }

    private List<AttemptRecord> AllAttempts(AttemptOutcome open)
    {
        List<AttemptRecord> all = [.. attempts];
        if (recipe is not null && step is not null)
        {
            all.Add(new AttemptRecord(attempt, open, [.. tries, new TryRecord(tryNumber, [.. steps], trouble?.Sign, null, null)]));
        }

        return all;
    }
}
