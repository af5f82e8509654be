using System.Globalization;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Preparation;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Units;

namespace Rhabdon.Core.Bench;

/// <summary>One action of the ladder as it stands for a strand in trouble.</summary>
/// <param name="IsProposed">The one thing to do now.</param>
/// <param name="Barred">Why it may not be done, or null.</param>
/// <param name="Uses">Fiber it would use up.</param>
public sealed record ActionOffer(CorrectiveAction CorrectiveAction, bool IsProposed, Phrase? Barred, Length Uses)
{
    /// <summary>Leaving the ladder's order, or accepting in doubt, wants a reason.</summary>
    public bool NeedsReason => !IsProposed || CorrectiveAction.Effect == ActionEffect.Accept;
}

/// <summary>What the ladder offers a strand in trouble: the first action that is still open is proposed; a spent one says why it is spent.</summary>
public static class ActionOffers
{
    public static IReadOnlyList<ActionOffer> For(TerminationState state, Recipe recipe, ReworkLadder ladder)
    {
        if (state.Trouble is not { } trouble || ladder.Find(trouble.Sign) is not { } sign)
        {
            return [];
        }

        var left = state.FiberLeft;
        var proposed = sign.Proposed(r => Barred(r) is null && (r.WhileReading is null || r.WhileReading == trouble.Reading?.Choice));
        return [.. sign.Actions.Select(r => new ActionOffer(r, r == proposed, Barred(r), FiberLeft.Use(r.Uses, recipe)))];

        Phrase? Barred(CorrectiveAction action) => Spent(state, sign, action) ?? TooShort(left, FiberLeft.Use(action.Uses, recipe));
    }

    /// <summary>What an action costs: its minutes at the job's hourly rate, and a connector if one is spent.</summary>
    public static decimal Money(CorrectiveAction action, Rates rates) => (action.Minutes / 60 * rates.PerHour) + (action.NewConnector ? rates.PerConnector : 0);

    /// <summary>True when the event chose an action that cuts glass off.</summary>
    public static bool CutsGlass(BenchEvent happened, RecipeBook book) =>
        happened.Body is ActionChosen chosen
        && book.Find(happened.Recipe) is { } by
        && book.LadderOf(by.Recipe).Find(chosen.Sign)?.Actions.FirstOrDefault(r => r.Id == chosen.Action)?.Uses is not (null or FiberUse.None);

    private static Phrase? Spent(TerminationState state, Symptom sign, CorrectiveAction action)
    {
        var counted = action.PerStrand ? state.Attempts : state.Attempts.Where(a => a.Number == state.Attempt);
        var done = counted.SelectMany(a => a.Tries).Count(t => t.Sign == sign.Id && t.Action == action.Id);
        return done < action.Limit ? null : Phrase.Of(PhraseKeys.Ladder.Spent, ("times", done.ToString(CultureInfo.InvariantCulture)));
    }

    private static Phrase? TooShort(FiberLeft left, Length uses) =>
        uses <= left.Spare ? null : Phrase.Of(PhraseKeys.Ladder.TooShort, ("needs", uses.ToString()), ("spare", left.Spare.ToString()));
}
