using System.Globalization;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Units;

namespace Rhabdon.Core.Links;

/// <summary>Reads a customer's own budget critically before any link is judged by it.</summary>
public static class BudgetCheck
{
    private const int MostRows = 60;
    private const int Shortest = 600;
    private const int Longest = 1700;

    // More than any mated pair, splice, reading or kilometer of fiber is allowed anywhere.
    private static readonly Decibel MostAllowance = Decibel.Of(5);
    private static readonly Decibel MostPerKm = Decibel.Of(20);

    /// <summary>Everything wrong with it, each with its field; empty when it can be published.</summary>
    public static IReadOnlyList<RecipeFault> Faults(BudgetProfile profile)
    {
        (string Field, Decibel Allowance)[] allowances =
        [
            ("pair", profile.Pair),
            ("splice", profile.Splice),
            ("endPairMultimode", profile.EndPairMultimode),
            ("endPairSingleMode", profile.EndPairSingleMode),
            ("uncertaintyMultimode", profile.UncertaintyMultimode),
            ("uncertaintySingleMode", profile.UncertaintySingleMode),
        ];
        return
        [
            .. OwnProfile.IdFaults(profile.Id, BudgetTables.Shipped.Profile(profile.Id) is not null),
            .. profile.Version < 1 ? [Fault("version", PhraseKeys.Links.BudgetVersion)] : (RecipeFault[])[],
            .. OwnProfile.TextFaults("title", profile.Title),
            .. OwnProfile.TextFaults("source", profile.Source),
            .. OwnProfile.TextFaults("endPairSource", profile.EndPairSource),
            .. OwnProfile.TextFaults("uncertaintySource", profile.UncertaintySource),
            .. allowances.SelectMany(a => AllowanceFault(a.Field, a.Allowance, MostAllowance)),
            .. AttenuationFaults(profile.Attenuation),
        ];
    }

    private static IEnumerable<RecipeFault> AllowanceFault(string field, Decibel allowance, Decibel most)
    {
        if (allowance < default(Decibel) || allowance > most)
        {
            yield return Fault(field, PhraseKeys.Links.BudgetAllowance, ("most", $"{most}"));
        }
    }

    private static IEnumerable<RecipeFault> AttenuationFaults(IReadOnlyList<Attenuation> rows)
    {
        if (rows.Count is 0 or > MostRows)
        {
            yield return Fault("attenuation", PhraseKeys.Links.BudgetRows, ("most", Number(MostRows)));
            yield break;
        }

        for (var i = 0; i < rows.Count; i++)
        {
            if (rows[i].Grades.Count == 0 || rows.Take(i).Any(r => r.Wavelength == rows[i].Wavelength && r.Grades.Intersect(rows[i].Grades).Any()))
            {
                yield return Fault($"attenuation[{i}].grades", PhraseKeys.Links.BudgetGrades);
            }

            if (rows[i].Wavelength is < Shortest or > Longest)
            {
                yield return Fault($"attenuation[{i}].wavelength", PhraseKeys.Run.PlanWavelengths);
            }

            foreach (var fault in AllowanceFault($"attenuation[{i}].perKm", rows[i].PerKm, MostPerKm))
            {
                yield return fault;
            }
        }
    }

    private static RecipeFault Fault(string place, string says, params (string Name, string Value)[] args) => new(place, Phrase.Of(says, args));

    private static string Number(int number) => number.ToString(CultureInfo.InvariantCulture);
}
