using Rhabdon.Core.Catalog;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Units;
using Rhabdon.Core.Verification;

namespace Rhabdon.Core.Bench;

/// <summary>Which end of which cable.</summary>
public sealed record CableEndPlace(Guid Job, Guid Cable, CableEnd End)
{
    /// <summary>Its stream.</summary>
    public Guid Id => CableEndId.Of(Job, Cable, End);
}

/// <summary>A cable's end as it stands, with the strand by whose plan it is worked: its recipe, its build, its crew's technique.</summary>
/// <param name="Strand">Any strand of that end; they are planned alike.</param>
public sealed record CableEndAtWork(CableEndState State, TerminationState Strand)
{
    /// <summary>The recipe's newest version: the end is worked by what is known today.</summary>
    public PublishedRecipe? Published(RecipeBook book) => book.Latest(Strand.Plan?.RecipeId ?? string.Empty);
}

/// <summary>What is done once at a cable's end: its steps, and what a tap there comes to.</summary>
public static class CableEndWork
{
    /// <summary>Its steps, before the strands and after them.</summary>
    public static EndSteps Steps(CableEndAtWork end, RecipeBook book) =>
        end.Strand.Plan is { } plan && end.Published(book) is { } published
            ? published.Recipe.OfTheEnd(plan.Build, end.Strand.Technique ?? Technique.Usual, plan.Grade)
            : new EndSteps([], []);

    /// <summary>A step is done, with what was read there.</summary>
    public static BenchAnswer Done(CableEndPlace place, CableEndAtWork end, RecipeBook book, string step, string? read, LengthUnit unit)
    {
        if (Steps(end, book).All.FirstOrDefault(s => s.Id == step) is not { } doing || end.State.HasDone(step))
        {
            return No("step", PhraseKeys.Bench.MovedOn);
        }

        if (doing.Ask is not { } ask)
        {
            return new BenchAnswer(new EndStepDone(place.Job, place.Cable, place.End, step), null);
        }

        if (
            string.IsNullOrWhiteSpace(read)
            || ReadingValue.Parse(ask.Reads, read, unit) is not { } value
            || (ask.IsChoice && !ask.Choices.Any(c => c.Value == read))
        )
        {
            return No("reading", ask.IsChoice ? PhraseKeys.Bench.ChoiceWanted : $"bench.{ask.Reads.ToString().ToLowerInvariant()}-wanted");
        }

        var reading = Reading.Of(ask.Check, value);
        return new BenchAnswer(new EndStepDone(place.Job, place.Cable, place.End, step, reading, ReadingJudge.Judge(doing, reading, null)), null);
    }

    /// <summary>A step is to be done anew, or was recorded wrongly.</summary>
    public static BenchAnswer TakenBack(CableEndPlace place, CableEndAtWork end, string step, string reason) =>
        end.State.Of(step) is null ? No("step", PhraseKeys.Bench.MovedOn)
        : string.IsNullOrWhiteSpace(reason) || reason.Trim().Length > BenchEvent.MostReason ? No("reason", PhraseKeys.Bench.ReasonLong)
        : new BenchAnswer(new EndStepTakenBack(place.Job, place.Cable, place.End, step, reason.Trim()), null);

    private static BenchAnswer No(string field, string key) => new(null, new BenchFault(field, Phrase.Of(key)));
}
