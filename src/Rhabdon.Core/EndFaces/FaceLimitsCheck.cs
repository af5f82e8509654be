using System.Globalization;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Recipes;

namespace Rhabdon.Core.EndFaces;

/// <summary>Reads a buyer's own profile critically before any face is held against it.</summary>
public static class FaceLimitsCheck
{
    private const int MostBands = 5;
    private const int MostMarks = 999;
    private const decimal Outermost = 1_000;

    /// <summary>Everything wrong with it, each with its place in the file; empty when it can be published.</summary>
    public static IReadOnlyList<RecipeFault> Faults(FaceLimits profile)
    {
        var faults = new List<RecipeFault>();
        if (profile.FormatVersion != FaceLimits.CurrentFormat)
        {
            faults.Add(Fault("formatVersion", PhraseKeys.Recipe.Format, ("wanted", Number(FaceLimits.CurrentFormat))));
        }

        faults.AddRange(OwnProfile.IdFaults(profile.Id, ShippedFaceLimits.Find(profile.Id) is not null));
        faults.AddRange(OwnProfile.TextFaults("title", profile.Title));
        faults.AddRange(OwnProfile.TextFaults("source", profile.Source));
        if (profile.Modes.Count == 0)
        {
            faults.Add(Fault("modes", PhraseKeys.Recipe.ServesNone));
        }

        return [.. faults, .. ZoneFaults(profile.Zones)];
    }

    // From the core outward, one after the other, none left out.
    private static IEnumerable<RecipeFault> ZoneFaults(IReadOnlyList<ZoneLimits> zones)
    {
        if (zones.Count < 2 || zones.Select((z, i) => z.Zone == (Zone)i).Contains(false))
        {
            return [Fault("zones", PhraseKeys.Limits.Zones)];
        }

        return zones.SelectMany(
            (zone, i) =>
                RingFaults(zone, i == 0 ? 0 : zones[i - 1].To, $"zones[{i}]")
                    .Concat(BandFaults(zone.Scratches, $"zones[{i}].scratches"))
                    .Concat(BandFaults(zone.Defects, $"zones[{i}].defects"))
        );
    }

    private static IEnumerable<RecipeFault> RingFaults(ZoneLimits zone, decimal from, string place)
    {
        if (zone.From != from || zone.To <= zone.From || zone.To > Outermost)
        {
            yield return Fault($"{place}.to", PhraseKeys.Limits.Ring, ("from", Number(from)), ("to", Number(Outermost)));
        }
    }

    private static IEnumerable<RecipeFault> BandFaults(IReadOnlyList<SizeBand> bands, string place)
    {
        if (bands.Count > MostBands)
        {
            yield return Fault(place, PhraseKeys.Limits.Bands, ("most", Number(MostBands)));
            yield break;
        }

        for (var (i, from) = (0, 0m); i < bands.Count; i++)
        {
            var band = bands[i];
            if ((band.UpTo is not null && band.Below is not null) || (band.End is null && i < bands.Count - 1) || band.End <= from || band.End > Outermost)
            {
                yield return Fault($"{place}[{i}]", PhraseKeys.Limits.Band, ("from", Number(from)));
            }

            if (band.Most is < 0 or > MostMarks)
            {
                yield return Fault($"{place}[{i}].most", PhraseKeys.Limits.Count, ("most", Number(MostMarks)));
            }

            from = band.End ?? from;
        }
    }

    private static RecipeFault Fault(string place, string says, params (string Name, string Value)[] args) => new(place, Phrase.Of(says, args));

    private static string Number(decimal number) => number.ToString("0.##", CultureInfo.InvariantCulture);
}
