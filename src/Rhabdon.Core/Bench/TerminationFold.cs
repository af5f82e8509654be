using Rhabdon.Core.Phrases;
using Rhabdon.Core.Preparation;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Units;

namespace Rhabdon.Core.Bench;

/// <summary>
/// Events to state. The same events give the same state whatever their order of arrival and however often each arrives:
/// they are told apart by id and put in order by clock, then device, then the device's sequence.
/// </summary>
public static class TerminationFold
{
    /// <exception cref="KeyNotFoundException">A recipe or ladder that the events were worked by is not in the book.</exception>
    public static TerminationState Fold(Guid termination, IEnumerable<BenchEvent> events, RecipeBook book)
    {
        var ordered = InOrder(events);
        var retractions = Retractions(ordered);
        var run = new Run(termination, book);
        foreach (var happened in ordered)
        {
            if (retractions.TryGetValue(happened.Id, out var retraction))
            {
                run.Skip(happened, retraction);
            }
            else
            {
                run.Take(happened, ordered);
            }
        }

        return run.State(ordered.Count);
    }

    /// <summary>Each event once, in the fold's order.</summary>
    public static IReadOnlyList<BenchEvent> InOrder(IEnumerable<BenchEvent> events)
    {
        var ordered = events.DistinctBy(e => e.Id).ToList();
        ordered.Sort(Compare);
        return ordered;
    }

    public static int Compare(BenchEvent a, BenchEvent b)
    {
        var byClock = a.Clock.CompareTo(b.Clock);
        if (byClock != 0)
        {
            return byClock;
        }

        var byDevice = a.Device.CompareTo(b.Device);
        return byDevice != 0 ? byDevice
            : a.Sequence != b.Sequence ? a.Sequence.CompareTo(b.Sequence)
            : a.Id.CompareTo(b.Id);
    }

    // A retraction itself cannot be retracted, and the plan cannot: so one pass settles which events count. The first retraction of an event is the one that stands.
    private static Dictionary<Guid, Retracted> Retractions(IReadOnlyList<BenchEvent> ordered)
    {
        var retractable = ordered.Where(e => e.Body is not (Retracted or Planned)).Select(e => e.Id).ToHashSet();
        var retractions = new Dictionary<Guid, Retracted>();
        foreach (var body in ordered.Select(e => e.Body).OfType<Retracted>().Where(r => retractable.Contains(r.Event)))
        {
            retractions.TryAdd(body.Event, body);
        }

        return retractions;
    }

    private sealed class Run(Guid termination, RecipeBook book)
    {
        private readonly List<HistoryEntry> history = [];
        private readonly List<AttemptRecord> attempts = [];
        private readonly List<TryRecord> tries = [];
        private readonly List<StepRecord> steps = [];
        private readonly HashSet<Guid> retracted = [];
        private Planned? plan;
        private PublishedRecipe? recipe;
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

        public void Skip(BenchEvent happened, Retracted retraction)
        {
            if (retraction.GlassWasCut && happened.Body is ActionChosen chosen && RungOf(happened, chosen) is { } rung)
            {
                fiberUsed += FiberLeft.Use(rung.Uses, book.Find(happened.Recipe)!.Recipe);
            }

            Note(happened, EntryStanding.Retracted, null);
        }

        public void Take(BenchEvent happened, IReadOnlyList<BenchEvent> all)
        {
            var conflict = happened.Body switch
            {
                Planned body => OnPlanned(body),
                Begun => OnBegun(happened),
                StepDone body => OnStepDone(happened, body),
                TroubleFound body => OnTrouble(body),
                ActionChosen body => OnAction(happened, body),
                Retracted body => OnRetracted(body, all),
                _ => Phrase.Of("conflict.unknown"),
            };
            Note(happened, conflict is null ? EntryStanding.Counts : EntryStanding.Conflict, conflict);
        }

        public TerminationState State(int known) => new(
            termination, plan, phase, recipe?.Ref, attempt, tryNumber, step, heading, recleave, trouble, fiberUsed, shards,
            history.Exists(h => h.Standing == EntryStanding.Conflict), known, lastClock, AllAttempts(AttemptOutcome.Open), history);

        private void Note(BenchEvent happened, EntryStanding standing, Phrase? why)
        {
            lastClock = HybridTime.Latest(lastClock, happened.Clock);
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

        private Phrase? OnBegun(BenchEvent happened)
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

            recipe = found;
            (attempt, tryNumber, step) = (1, 1, found.Recipe.Steps[0].Id);
            return null;
        }

        private Phrase? OnStepDone(BenchEvent happened, StepDone body)
        {
            if (NotHere(body.Attempt, body.Try, body.Step) is { } fault)
            {
                return fault;
            }

            var done = recipe!.Recipe.Steps[recipe.Recipe.IndexOf(body.Step)];
            if ((done.Ask is null) != (body.Reading is null) || (done.Ask is null) != (body.Verdict is null))
            {
                return Phrase.Of("conflict.reading", ("step", done.Id));
            }

            if (done.Ask is { } ask && (ask.Check != body.Reading!.Check || ask.IsLength != body.Reading.Length.HasValue))
            {
                return Phrase.Of("conflict.reading", ("step", done.Id));
            }

            steps.Add(new StepRecord(done.Id, body.Reading, body.Verdict, happened.Actor, happened.At, happened.Id));
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

            if (!TroubleSigns.Reportable(recipe!.Recipe, book.LadderOf(recipe.Recipe), body.Step).Any(s => s.Id == body.Sign))
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

            var offers = RungOffers.For(State(0), recipe!.Recipe, book.LadderOf(recipe.Recipe));
            var offer = offers.FirstOrDefault(o => o.Rung.Id == body.Action);
            if (offer is null || offer.Barred is not null)
            {
                return offer?.Barred ?? Phrase.Of("conflict.action", ("action", body.Action));
            }

            if (offer.NeedsReason && string.IsNullOrWhiteSpace(body.Reason))
            {
                return Phrase.Of("conflict.reason");
            }

            fiberUsed += FiberLeft.Use(offer.Rung.Uses, recipe.Recipe);
            Follow(offer.Rung, body);
            return null;
        }

        private Phrase? OnRetracted(Retracted body, IReadOnlyList<BenchEvent> all) =>
            !all.Any(e => e.Id == body.Event && e.Body is not (Retracted or Planned)) ? Phrase.Of("conflict.nothing-to-retract")
            : !retracted.Add(body.Event) ? Phrase.Of("conflict.retracted-twice")
            : null;

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

        private Rung? RungOf(BenchEvent happened, ActionChosen chosen) => book.Find(happened.Recipe) is { } by
            ? book.LadderOf(by.Recipe).Find(chosen.Sign)?.Rungs.FirstOrDefault(r => r.Id == chosen.Action)
            : null;

        private void Advance(Step done)
        {
            var all = recipe!.Recipe.Steps;
            var index = recipe.Recipe.IndexOf(done.Id);
            heading = null;
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

        private void Follow(Rung rung, ActionChosen body)
        {
            var troubledStep = trouble!.Step;
            CloseTry(body, rung);
            trouble = null;
            heading = rung.Heading;
            switch (rung.Effect)
            {
                case RungEffect.Try:
                    tryNumber++;
                    recleave |= rung.Uses == FiberUse.Recleave;
                    recleave &= rung.Uses != FiberUse.StripAgain;
                    ReturnTo(rung.ReturnsTo!);
                    break;
                case RungEffect.Attempt:
                    CloseAttempt(AttemptOutcome.CutOff);
                    (attempt, tryNumber, recleave, inDoubt) = (attempt + 1, 1, false, false);
                    ReturnTo(rung.ReturnsTo!);
                    break;
                case RungEffect.Accept:
                    tryNumber++;
                    inDoubt = true;
                    Advance(recipe!.Recipe.Steps[recipe.Recipe.IndexOf(troubledStep)]);
                    break;
                case RungEffect.Stop:
                    CloseAttempt(AttemptOutcome.Stopped);
                    (step, phase) = (null, StrandPhase.Rejected);
                    break;
                default:
                    throw new NotSupportedException(rung.Effect.ToString());
            }
        }

        private void ReturnTo(string target)
        {
            step = target;
            phase = PhaseBefore(recipe!.Recipe.IndexOf(target));
        }

        private StrandPhase PhaseBefore(int index) =>
            recipe!.Recipe.Steps.Take(index).Select(s => s.Reaches ?? StrandPhase.Planned).DefaultIfEmpty(StrandPhase.Planned).Max();

        private void CloseTry(ActionChosen? action, Rung? rung)
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
}
