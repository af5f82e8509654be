using Rhabdon.Core.Phrases;

namespace Rhabdon.Core.Causes;

/// <summary>What the losses of a link look like, in words.</summary>
internal static class LossWords
{
    private const double Little = 0.15;
    private const double MuchMore = 1.5;

    public static Phrase Of(DiagnosisQuestion asked, LossLikelihood losses)
    {
        var over = asked.Readings.Zip(losses.Over, (reading, excess) => (reading, excess)).ToList();
        double? shorter = Mean(over.Where(o => o.reading.Wavelength is < 1000 or 1310).Select(o => o.excess));
        double? longer = Mean(over.Where(o => o.reading.Wavelength is 1300 or > 1450).Select(o => o.excess));
        double? near = Mean(over.Where(o => o.reading.From == Catalog.CableEnd.Near).Select(o => o.excess));
        double? far = Mean(over.Where(o => o.reading.From == Catalog.CableEnd.Far).Select(o => o.excess));
        return Phrase.Of(
            asked.Readings.Any(r => r.Loss < default(Units.Decibel)) ? PhraseKeys.Cause.LossBelowZero
            : over.TrueForAll(o => Math.Abs(o.excess) < Little) ? PhraseKeys.Cause.LossExpected
            : near is { } n && far is { } f && Math.Abs(n - f) > 1 ? PhraseKeys.Cause.LossOneWay
            : shorter is { } s && longer is { } l && l > (MuchMore * s) + Little ? PhraseKeys.Cause.LossLonger
            : shorter is { } t && longer is { } m && t > m + Little ? PhraseKeys.Cause.LossShorter
            : shorter is not null && longer is not null ? PhraseKeys.Cause.LossAlike
            : PhraseKeys.Cause.LossMore
        );
    }

    private static double? Mean(IEnumerable<double> values)
    {
        var all = values.ToList();
        return all.Count == 0 ? null : all.Average();
    }
}
