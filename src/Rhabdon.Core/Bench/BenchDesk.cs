using Rhabdon.Core.Phrases;
using Rhabdon.Core.Preparation;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Units;
using Rhabdon.Core.Verification;

namespace Rhabdon.Core.Bench;

/// <summary>Turns what a person does at the bench into an event body, judged.</summary>
public static class BenchDesk
{
    /// <summary>Longest reason a person may give.</summary>
    public const int MaxReason = 500;

    public static BenchAnswer Answer(TerminationState state, RecipeBook book, BenchIntent intent, LengthUnit unit) => intent switch
    {
        BeginWork => Begin(state),
        DoneWith done => Done(state, book, done, unit),
        ReportTrouble report => Report(state, book, report),
        ChooseAction choose => Choose(state, book, choose),
        Undo undo => TakeBack(state, undo),
        _ => No("intent", Phrase.Of("bench.unknown-intent")),
    };

    /// <summary>Reads and judges what was typed or tapped, without doing anything: the verdict shown beside the field.</summary>
    public static (Reading? Reading, Verdict? Verdict, BenchFault? Fault) Read(TerminationState state, Recipe recipe, Step step, string? read, LengthUnit unit)
    {
        var ask = step.Ask!;
        if (string.IsNullOrWhiteSpace(read))
        {
            return (null, null, new BenchFault("reading", Phrase.Of(ask.IsLength ? "bench.reading-wanted" : "bench.choice-wanted")));
        }

        if (ask.IsLength)
        {
            if (!LengthText.TryParse(read, unit, out var length))
            {
                return (null, null, new BenchFault("reading", Phrase.Of("bench.reading-malformed", ("typed", read.Length > 20 ? read[..20] : read))));
            }

            var reading = new Reading(ask.Check, length);
            return (reading, Judgement.Judge(ask, reading, ResolvedDimension.Of(step, recipe, state.Recleave)), null);
        }

        if (OpenChoices(state, ask).FirstOrDefault(c => c.Value == read) is not { } choice)
        {
            return (null, null, new BenchFault("reading", Phrase.Of("bench.choice-wanted")));
        }

        var chosen = new Reading(ask.Check, Choice: choice.Value);
        return (chosen, Judgement.Judge(ask, chosen, null), null);
    }

    /// <summary>The choices a step offers now: one that compares with an earlier look waits until there was one.</summary>
    public static IEnumerable<Choice> OpenChoices(TerminationState state, Ask ask)
    {
        var met = state.Attempts.Where(a => a.Number == state.Attempt).SelectMany(a => a.Tries).Select(t => t.Sign).OfType<string>().ToHashSet();
        return ask.Choices.Where(c => c.AfterSign is null || met.Contains(c.AfterSign));
    }

    private static BenchAnswer Begin(TerminationState state) => state.Recipe is null
        ? new BenchAnswer(new Begun(), null)
        : No("termination", Phrase.Of("conflict.already-begun"));

    private static BenchAnswer Done(TerminationState state, RecipeBook book, DoneWith done, LengthUnit unit)
    {
        if (state.Step is null || state.Trouble is not null || state.Step != done.Step)
        {
            return No("step", Phrase.Of("bench.moved-on"));
        }

        var recipe = book.Find(state.Recipe)!.Recipe;
        var step = recipe.Steps[recipe.IndexOf(state.Step)];
        if (step.Ask is null)
        {
            return Yes(new StepDone(state.Attempt, state.Try, step.Id));
        }

        var (reading, verdict, fault) = Read(state, recipe, step, done.Read, unit);
        return fault is null ? Yes(new StepDone(state.Attempt, state.Try, step.Id, reading, verdict)) : new BenchAnswer(null, fault);
    }

    private static BenchAnswer Report(TerminationState state, RecipeBook book, ReportTrouble report)
    {
        if (state.Step is null || state.Trouble is not null)
        {
            return No("step", Phrase.Of("bench.moved-on"));
        }

        var recipe = book.Find(state.Recipe)!.Recipe;
        return TroubleSigns.Reportable(recipe, book.LadderOf(recipe), state.Step).Any(s => s.Id == report.Sign)
            ? Yes(new TroubleFound(state.Attempt, state.Try, state.Step, report.Sign))
            : No("sign", Phrase.Of("conflict.sign", ("sign", report.Sign)));
    }

    private static BenchAnswer Choose(TerminationState state, RecipeBook book, ChooseAction choose)
    {
        if (state.Trouble is not { } trouble)
        {
            return No("action", Phrase.Of("conflict.no-trouble"));
        }

        var recipe = book.Find(state.Recipe)!.Recipe;
        var offer = RungOffers.For(state, recipe, book.LadderOf(recipe)).FirstOrDefault(o => o.Rung.Id == choose.Action);
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
        return entry is null || entry.Event.Body is Planned or Retracted ? No("event", Phrase.Of("conflict.nothing-to-retract"))
            : entry.Standing == EntryStanding.Retracted ? No("event", Phrase.Of("conflict.retracted-twice"))
            : reason.Length is 0 or > MaxReason ? No("reason", Phrase.Of("bench.reason-long"))
            : Yes(new Retracted(undo.Event, reason, undo.GlassWasCut));
    }

    private static BenchAnswer Yes(EventBody body) => new(body, null);

    private static BenchAnswer No(string field, Phrase says) => new(null, new BenchFault(field, says));
}
