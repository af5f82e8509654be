using System.Globalization;
using System.Text.Json.Serialization;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Units;

namespace Rhabdon.Core.Links;

/// <summary>A link whose limit is wanted.</summary>
/// <param name="Profile">Id of the budget profile.</param>
/// <param name="Wavelength">Nanometers.</param>
/// <param name="Pairs">Mated pairs between the two ends: they count whatever the reference. 0 to 20.</param>
/// <param name="Splices">0 to 40.</param>
/// <param name="HasReferenceCords">The end pairs are mated to reference-grade cords, which are held to less.</param>
/// <param name="Loss">As measured; null before.</param>
/// <param name="Own">The profile itself, where it is a customer's own; null for one that shipped.</param>
public sealed record LinkQuestion(
    string Profile,
    FiberGrade Grade,
    Length Length,
    int Wavelength,
    ReferenceMethod Method = ReferenceMethod.OneCord,
    int Pairs = 0,
    int Splices = 0,
    bool HasReferenceCords = false,
    Decibel? Loss = null,
    BudgetProfile? Own = null
);

/// <summary>One line of a budget.</summary>
/// <param name="Amount">How many, or how many kilometers.</param>
/// <param name="Source">Where its allowance comes from.</param>
public sealed record BudgetLine(BudgetItem Item, decimal Amount, Decibel Each, Decibel Total, string Source);

/// <summary>What a budget allows for.</summary>
[JsonConverter(typeof(EnumNames<BudgetItem>))]
public enum BudgetItem
{
    [JsonStringEnumMemberName("fiber")]
    Fiber,

    [JsonStringEnumMemberName("end-pairs")]
    EndPairs,

    [JsonStringEnumMemberName("pairs")]
    Pairs,

    [JsonStringEnumMemberName("splices")]
    Splices,
}

/// <summary>What an application says of this link.</summary>
/// <param name="Margin">What is left under its limit; negative where the link loses more. Reckoned with the loss as measured, or else with the limit.</param>
public sealed record ApplicationVerdict(string Name, bool IsCarried, Length MostLength, Decibel MostLoss, Decibel Margin);

/// <summary>A link's limit with its arithmetic, and what the link will carry.</summary>
public sealed record LinkLimit(IReadOnlyList<BudgetLine> Lines, Decibel Limit, IReadOnlyList<ApplicationVerdict> Applications);

/// <summary>The limit of a link: length by attenuation, mated pairs and splices by their allowances (TIA-568.3 and ISO/IEC 11801, from memory).</summary>
public static class LinkBudget
{
    private const int MostPairs = 20;
    private const int MostSplices = 40;
    private const int MostMeters = 100_000;

    /// <summary>What of a question cannot be answered, with its field; null when all can.</summary>
    public static (string Field, Phrase Says)? Fault(LinkQuestion asked, BudgetTables tables)
    {
        if ((asked.Own ?? tables.Profile(asked.Profile)) is not { } profile || profile.Id != asked.Profile)
        {
            return ("profile", Phrase.Of(PhraseKeys.Links.Profile, ("known", string.Join(", ", tables.Profiles.Select(p => p.Id)))));
        }

        if (asked.Own is { } own && BudgetCheck.Faults(own) is [var wrong, ..])
        {
            return ($"own.{wrong.Place}", wrong.Says);
        }

        if (profile.PerKm(asked.Grade, asked.Wavelength) is null)
        {
            return (
                "wavelength",
                Phrase.Of(PhraseKeys.Links.Wavelength, ("grade", asked.Grade.ToString()), ("known", string.Join(", ", profile.Wavelengths(asked.Grade))))
            );
        }

        return asked.Length <= Length.Zero || asked.Length > Length.Mm(MostMeters * 1000m) ? Between("length", 0, MostMeters, " m")
            : asked.Pairs is < 0 or > MostPairs ? Between("pairs", 0, MostPairs)
            : asked.Splices is < 0 or > MostSplices ? Between("splices", 0, MostSplices)
            : null;
    }

    /// <exception cref="ArgumentException">The question has a fault.</exception>
    public static LinkLimit Of(LinkQuestion asked, BudgetTables tables)
    {
        if (Fault(asked, tables) is { } fault)
        {
            throw new ArgumentException(fault.Field, nameof(asked));
        }

        var profile = asked.Own ?? tables.Profile(asked.Profile)!;
        var endPair =
            !asked.HasReferenceCords ? (profile.Pair, profile.Source)
            : asked.Grade.Mode() == FiberMode.SingleMode ? (profile.EndPairSingleMode, profile.EndPairSource)
            : (profile.EndPairMultimode, profile.EndPairSource);
        BudgetLine[] lines =
        [
            Line(BudgetItem.Fiber, asked.Length.Millimeters / 1_000_000m, profile.PerKm(asked.Grade, asked.Wavelength)!.Value, profile.Source),
            Line(BudgetItem.EndPairs, EndPairsCounted(asked.Method), endPair.Item1, endPair.Item2),
            Line(BudgetItem.Pairs, asked.Pairs, profile.Pair, profile.Source),
            Line(BudgetItem.Splices, asked.Splices, profile.Splice, profile.Source),
        ];
        var limit = lines.Aggregate(default(Decibel), (sum, line) => sum + line.Total);
        return new LinkLimit([.. lines.Where(l => l.Amount > 0)], limit, [.. Applications(asked, limit, tables)]);
    }

    /// <summary>End pairs that a loss measured after such a reference still holds.</summary>
    public static int EndPairsCounted(ReferenceMethod method) =>
        method switch
        {
            ReferenceMethod.OneCord => 2,
            ReferenceMethod.TwoCord => 1,
            _ => 0,
        };

    /// <summary>Cords that such a reference is taken over.</summary>
    public static int CordsOf(ReferenceMethod method) => 3 - EndPairsCounted(method);

    private static IEnumerable<ApplicationVerdict> Applications(LinkQuestion asked, Decibel limit, BudgetTables tables)
    {
        foreach (var application in tables.Applications.Where(a => a.Wavelength == asked.Wavelength))
        {
            if (application.Reaches.FirstOrDefault(r => r.Grades.Contains(asked.Grade)) is { } reach)
            {
                var loss = asked.Loss ?? limit;
                yield return new ApplicationVerdict(
                    application.Name,
                    asked.Length <= reach.Length && loss <= reach.Most && (reach.Least is not { } least || loss >= least),
                    reach.Length,
                    reach.Most,
                    reach.Most - loss
                );
            }
        }
    }

    private static BudgetLine Line(BudgetItem item, decimal amount, Decibel each, string source) =>
        new(item, amount, each, Decibel.Of(amount * each.Amount), source);

    private static (string, Phrase) Between(string field, int least, int most, string unit = "") =>
        (field, Phrase.Of(PhraseKeys.Optics.Between, ("least", $"{least}{unit}"), ("most", string.Create(CultureInfo.InvariantCulture, $"{most}{unit}"))));
}
