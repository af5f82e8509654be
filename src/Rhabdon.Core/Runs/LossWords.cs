using System.Globalization;
using Rhabdon.Core.Links;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Units;

namespace Rhabdon.Core.Runs;

/// <summary>A loss and its limit in words.</summary>
internal static class LossWords
{
    /// <summary>The grade, how much is left or over, and what to do.</summary>
    public static Phrase Of(LossGrade grade, Decibel loss, Decibel limit, Decibel uncertainty) =>
        grade switch
        {
            LossGrade.Pass => Phrase.Of(PhraseKeys.Run.Pass, ("margin", Shown(limit - loss))),
            LossGrade.Marginal => Phrase.Of(PhraseKeys.Run.Marginal, ("uncertainty", $"{uncertainty}")),
            LossGrade.Recheck => Phrase.Of(PhraseKeys.Run.Recheck),
            LossGrade.Invalid => Phrase.Of(PhraseKeys.Run.Invalid),
            _ => Phrase.Of(PhraseKeys.Run.Fail, ("over", Shown(loss - limit))),
        };

    // With two places, as meters show it.
    private static string Shown(Decibel loss) => string.Create(CultureInfo.InvariantCulture, $"{loss.Amount:0.00} {Decibel.Unit}");
}
