using Rhabdon.Core.Phrases;
using Rhabdon.Core.Preparation;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Units;

namespace Rhabdon.Core.Bench;

/// <summary>
/// The state that a stream's events come to, one after another in their order. <see cref="FoldedTermination"/> gives them in that order and says which do not
/// count.
/// </summary>
internal sealed class TerminationFolder(Guid termination, RecipeBook book)
{
    private List<HistoryEntry> history = [];
    private List<AttemptRecord> attempts = [];
    private List<TryRecord> tries = [];
    private List<StepRecord> steps = [];
    private StrandPhase phase = StrandPhase.Planned;
    private Technique? technique;
    private string? step;
    private Wording? heading;
    private bool recleave;
    private bool inDoubt;
    private Length fiberUsed;
    private int shards;
    private HybridTime lastClock;

    public Guid Termination => termination;

    public RecipeBook Book => book;

    public Planned? Plan { get; set; }

    /// <summary>The recipe that work began by; null before.</summary>
    public PublishedRecipe? Recipe { get; private set; }

    /// <summary>The same as it is worked on this strand.</summary>
    public Recipe? Worked { get; private set; }

    public int Attempt { get; private set; }

    public int Try { get; private set; }

    public RunningClock? Clock { get; set; }

    public Trouble? Trouble { get; set; }

    public Guid? Batch { get; set; }

    public Guid? InHand { get; set; }

    /// <summary>Every event that was taken back.</summary>
    public HashSet<Guid> Retracted { get; private set; } = [];

    /// <summary>One that goes on from here on its own.</summary>
    public TerminationFolder Copy()
    {
        var copy = (TerminationFolder)MemberwiseClone();
        (copy.history, copy.attempts, copy.tries, copy.steps, copy.Retracted) = ([.. history], [.. attempts], [.. tries], [.. steps], [.. Retracted]);
        return copy;
    }

    public void Skip(BenchEvent happened, EntryEffect how, bool glassWasCut)
    {
        if (glassWasCut && happened.Body is ActionChosen chosen && ActionOf(happened, chosen) is { } action)
        {
            Use(FiberLeft.Use(action.Uses, Worked ?? book.Find(happened.Recipe)!.Recipe));
        }

        Note(happened, how, null);
    }

    /// <param name="all">Every entry of the stream by its id.</param>
    public void Take(BenchEvent happened, IReadOnlyDictionary<Guid, BenchEvent> all)
    {
        var conflict = happened.Body is TerminationEvent body ? body.Apply(this, happened, all) : happened.Body.Misplaced();
        Note(happened, conflict is null ? EntryEffect.Counts : EntryEffect.Conflict, conflict);
    }

    public TerminationState State(int known) =>
        new(
            termination,
            Plan,
            phase,
            Recipe?.Ref,
            Attempt,
            Try,
            step,
            heading,
            recleave,
            Trouble,
            fiberUsed,
            shards,
            history.Exists(h => h.Effect == EntryEffect.Conflict),
            known,
            lastClock,
            AllAttempts(AttemptOutcome.Open),
            history,
            Batch,
            InHand,
            technique,
            Clock
        )
        {
            Worked = Worked,
        };

    /// <summary>Why the work is not at this step now, or at the first of the card that leads to it; null when it is.</summary>
    /// <param name="from">Where the card began; null for the step itself.</param>
    public Phrase? NotAt(int attempt, int tryNumber, string at, string? from = null)
    {
        if (Recipe is null)
        {
            return Phrase.Of(PhraseKeys.Conflict.NotBegun);
        }

        if (step is null)
        {
            return Phrase.Of(PhraseKeys.Conflict.Over);
        }

        if (Trouble is not null)
        {
            return Phrase.Of(PhraseKeys.Conflict.InTrouble, ("sign", Trouble.Sign));
        }

        if (attempt != Attempt || tryNumber != Try || (from ?? at) != step)
        {
            return Phrase.Of(PhraseKeys.Conflict.OtherStep, ("now", step), ("given", from ?? at));
        }

        return from is null || Passed(at) is { } passed && passed.All(Stretch.MayBePassed)
            ? null
            : Phrase.Of(PhraseKeys.Conflict.Card, ("from", from), ("given", at));
    }

    /// <summary>Does, without a word of their own, the steps of a card that come before this one.</summary>
    public void PassTo(Step last, BenchEvent happened)
    {
        foreach (var passed in Passed(last.Id) ?? [])
        {
            Record(passed, new StepRecord(passed.Id, happened.Actor, happened.When, happened.Id, IsPassed: true));
        }
    }

    public Step StepAt(string id) => Worked!.Steps[Worked.IndexOf(id)];

    /// <summary>Work begins by a recipe, in a technique; the strand is in that person's hands.</summary>
    public void Begin(PublishedRecipe by, Technique? chosen, Guid person)
    {
        (Recipe, technique, Worked, InHand) = (by, chosen, by.On(Plan!, chosen), person);
        (Attempt, Try, step) = (1, 1, Worked.Steps[0].Id);
    }

    /// <summary>A step was done: on to the next, or into the trouble that its reading raised.</summary>
    public void Record(Step done, StepRecord how)
    {
        steps.Add(how);
        shards += done.MakesShard ? 1 : 0;
        if (how.Verdict?.Sign is { } sign)
        {
            Trouble = new Trouble(sign, done.Id, how.Reading);
            return;
        }

        Advance(done);
    }

    /// <summary>The work is finished, and the end is as it should be or accepted in doubt.</summary>
    public bool IsAccepted => phase is StrandPhase.Verified or StrandPhase.Doubtful;

    /// <summary>The attempt that was accepted goes on: its last try met this sign after all.</summary>
    public void Reopen(Symptom sign)
    {
        var accepted = attempts[^1];
        attempts.RemoveAt(attempts.Count - 1);
        (tries, steps) = ([.. accepted.Tries.SkipLast(1)], [.. accepted.Tries[^1].Steps]);
        step = ReportableSymptoms.MetAt(Worked!, sign).Id;
        phase = PhaseBefore(Worked!.IndexOf(step));
        Trouble = new Trouble(sign.Id, step, null);
    }

    /// <summary>Fiber of the service length is used up.</summary>
    public void Use(Length fiber) => fiberUsed += fiber;

    /// <summary>A way out of trouble is taken.</summary>
    public void Follow(CorrectiveAction action, ActionChosen chosen)
    {
        var troubledStep = Trouble!.Step;
        CloseTry(chosen, action);
        (Trouble, Clock) = (null, null);
        heading = action.Heading;
        switch (action.Effect)
        {
            case ActionEffect.Try:
                Try++;
                recleave |= action.Uses == FiberUse.Recleave;
                recleave &= action.Uses != FiberUse.StripAgain;
                ReturnTo(action, troubledStep);
                break;
            case ActionEffect.Attempt:
                CloseAttempt(AttemptOutcome.CutOff);
                (Attempt, Try, recleave, inDoubt) = (Attempt + 1, 1, false, false);
                ReturnTo(action, troubledStep);
                break;
            case ActionEffect.Accept:
                Try++;
                inDoubt = true;
                Advance(StepAt(troubledStep));
                break;
            case ActionEffect.Stop:
                CloseAttempt(AttemptOutcome.Stopped);
                (step, phase) = (null, StrandPhase.Rejected);
                break;
            default:
                throw new NotSupportedException(action.Effect.ToString());
        }
    }

    // The steps from the present one up to another, without it; null when that comes before.
    private List<Step>? Passed(string to) =>
        (Worked!.IndexOf(step!), Worked.IndexOf(to)) is var (here, there) && there >= here ? [.. Worked.Steps.Skip(here).Take(there - here)] : null;

    private void Note(BenchEvent happened, EntryEffect standing, Phrase? why)
    {
        lastClock = HybridTime.Latest(lastClock, happened.Order);
        history.Add(new HistoryEntry(happened, standing, why, Attempt, Try));
    }

    private CorrectiveAction? ActionOf(BenchEvent happened, ActionChosen chosen) =>
        book.Find(happened.Recipe) is { } by ? book.LadderOf(by.Recipe).Find(chosen.Sign)?.Actions.FirstOrDefault(r => r.Id == chosen.Action) : null;

    private void Advance(Step done)
    {
        var all = Worked!.Steps;
        var index = Worked.IndexOf(done.Id);
        (heading, Clock) = (null, null);
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

    private void ReturnTo(CorrectiveAction action, string troubledStep)
    {
        var target = action.TargetIn(Worked!, Worked!.IndexOf(troubledStep));
        step = Worked.Steps[target].Id;
        phase = PhaseBefore(target);
    }

    private StrandPhase PhaseBefore(int index) =>
        Worked!.Steps.Take(index).Select(s => s.Reaches ?? StrandPhase.Planned).DefaultIfEmpty(StrandPhase.Planned).Max();

    private void CloseTry(ActionChosen? chosen, CorrectiveAction? action)
    {
        tries.Add(new TryRecord(Try, [.. steps], chosen?.Sign, action?.Id, chosen?.Reason));
        steps.Clear();
    }

    private void CloseAttempt(AttemptOutcome outcome)
    {
        attempts.Add(new AttemptRecord(Attempt, outcome, [.. tries]));
        tries.Clear();
    }

    private List<AttemptRecord> AllAttempts(AttemptOutcome open)
    {
        List<AttemptRecord> all = [.. attempts];
        if (Recipe is not null && step is not null)
        {
            all.Add(new AttemptRecord(Attempt, open, [.. tries, new TryRecord(Try, [.. steps], Trouble?.Sign, null, null)]));
        }

        return all;
    }
}
