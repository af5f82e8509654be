using System.Globalization;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Units;

namespace Rhabdon.Core.Meters;

/// <summary>Tells when a power meter has settled: it stood within 0.02 dB for one second, at the wavelength that is wanted, above its floor.</summary>
public static class MeterWatch
{
    /// <summary>Longest that a connector that was just plugged in may take to come to rest (common practice).</summary>
    private static readonly TimeSpan Restless = TimeSpan.FromSeconds(6);

    private static readonly TimeSpan Still = TimeSpan.FromSeconds(1);

    private const decimal Within = 0.02m;

    // Fewer could be one that the meter repeats.
    private const int Fewest = 3;

    public static MeterSays Of(MeterQuestion asked, Phrasebook words)
    {
        var last = asked.Samples.Count == 0 ? new MeterSample(default, MeterState.Silent) : asked.Samples[^1];
        var run = Unbroken(asked, last);
        return last.State switch
        {
            MeterState.Silent => Says(MeterStanding.Silent),
            MeterState.Slow => Says(MeterStanding.Slow),
            MeterState.Garbage => Says(MeterStanding.Garbage),
            _ when last.Wavelength is { } set && set != asked.Wavelength => Says(MeterStanding.Wavelength),
            MeterState.Dark => Says(MeterStanding.Dark),
            MeterState.Over => Says(MeterStanding.Over),
            _ when last.Amount is null => Says(MeterStanding.Garbage),
            _ when last.IsPower != asked.IsPower => Says(MeterStanding.Unit),
            _ when asked.Taken is { } taken && (run[0].At <= taken || (asked.IsOtherLink && !WasDarkSince(asked, taken))) => Says(MeterStanding.Kept),
            _ when IsStill(run) => Says(MeterStanding.Settled, Typed(Middle(run))),
            _ when last.At - run[0].At > Restless => Says(MeterStanding.Unstable),
            _ => Says(MeterStanding.Settling),
        };

        MeterSays Says(MeterStanding standing, string? settled = null) =>
            new(
                standing,
                last.Amount is { } amount ? Shown(amount, last.IsPower) : null,
                settled,
                words.Say(
                    Phrase.Of(
                        $"meter.{standing.ToString().ToLowerInvariant()}",
                        ("wavelength", $"{asked.Wavelength}"),
                        ("set", $"{last.Wavelength}"),
                        ("unit", asked.IsPower ? DecibelMilliwatt.Unit : Decibel.Unit)
                    )
                )
            );
    }

    // The latest samples that show light at this wavelength without a break.
    private static List<MeterSample> Unbroken(MeterQuestion asked, MeterSample last)
    {
        var run = asked
            .Samples.Reverse()
            .TakeWhile(s => s.State == MeterState.Reading && s.Amount is not null && s.Wavelength == last.Wavelength && s.IsPower == last.IsPower)
            .ToList();
        run.Reverse();
        return run;
    }

    private static bool WasDarkSince(MeterQuestion asked, DateTimeOffset taken) => asked.Samples.Any(s => s.At > taken && s.State == MeterState.Dark);

    private static bool IsStill(List<MeterSample> run)
    {
        var second = run.Where(s => run[^1].At - s.At <= Still).ToList();
        return run[^1].At - run[0].At >= Still && second.Count >= Fewest && second.Max(s => s.Amount) - second.Min(s => s.Amount) <= Within;
    }

    private static decimal Middle(List<MeterSample> run)
    {
        var amounts = run.Where(s => run[^1].At - s.At <= Still).Select(s => s.Amount!.Value).Order().ToList();
        return amounts[amounts.Count / 2];
    }

    // With its point, so that it is never taken for hundredths.
    private static string Typed(decimal amount) => amount.ToString("0.00", CultureInfo.InvariantCulture);

    private static string Shown(decimal amount, bool isPower) => $"{Typed(amount)} {(isPower ? DecibelMilliwatt.Unit : Decibel.Unit)}";
}
