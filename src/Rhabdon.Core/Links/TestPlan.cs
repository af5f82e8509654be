using System.Text.Json.Serialization;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.Phrases;

namespace Rhabdon.Core.Links;

/// <summary>How the links of a job are tested.</summary>
/// <param name="Profile">Id of the budget profile of their limits.</param>
/// <param name="Wavelengths">Nanometers; null for those that the fiber is usually tested at.</param>
/// <param name="IsOneWay">Only from the near end; else both ways, and the worse counts.</param>
/// <param name="Order">In which the readings follow one another.</param>
/// <param name="Application">That the links are to carry, beside the limit; null for none in particular.</param>
/// <param name="Own">The version of a customer's own profile that the plan was made by; null for one that shipped.</param>
public sealed record TestPlan(
    string Profile = "tia",
    IReadOnlyList<int>? Wavelengths = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingDefault)] bool IsOneWay = false,
    TestOrder Order = TestOrder.ByStrand,
    string? Application = null,
    BudgetProfile? Own = null
)
{
    private const int MostWavelengths = 4;

    public static TestPlan Usual { get; } = new();

    /// <summary>The wavelengths at which a link of this fiber is tested, in nanometers: two, since a fault often shows at one of them.</summary>
    public IReadOnlyList<int> At(FiberGrade grade) => Wavelengths ?? (grade.Mode() == FiberMode.SingleMode ? [1310, 1550] : [850, 1300]);

    /// <summary>The profile that limits are reckoned by.</summary>
    [JsonIgnore]
    public BudgetProfile? Budget => Own ?? BudgetTables.Shipped.Profile(Profile);

    /// <summary>What of it cannot be, with its field; null when all can.</summary>
    public (string Field, Phrase Says)? Fault(BudgetTables tables) =>
        Budget is not { } budget || budget.Id != Profile
            ? ("profile", Phrase.Of(PhraseKeys.Links.Profile, ("known", string.Join(", ", tables.Profiles.Select(p => p.Id)))))
        : Own is { } own && BudgetCheck.Faults(own) is [var wrong, ..] ? ($"own.{wrong.Place}", wrong.Says)
        : Wavelengths is { } asked && (asked.Count is 0 or > MostWavelengths || asked.Any(w => w is < 600 or > 1700) || asked.Distinct().Count() != asked.Count)
            ? ("wavelengths", Phrase.Of(PhraseKeys.Run.PlanWavelengths))
        : Application is not null && tables.Applications.All(a => a.Name != Application)
            ? ("application", Phrase.Of(PhraseKeys.Run.PlanApplication, ("known", string.Join(", ", tables.Applications.Select(a => a.Name)))))
        : null;

    /// <summary>The ends that light goes in at.</summary>
    public IReadOnlyList<CableEnd> From => IsOneWay ? [CableEnd.Near] : [CableEnd.Near, CableEnd.Far];
}

/// <summary>In which order a cable's readings are taken. The ends always change places last: people walk least so.</summary>
[JsonConverter(typeof(EnumNames<TestOrder>))]
public enum TestOrder
{
    /// <summary>Every wavelength of a strand, then the next strand: for a meter that tells the wavelength by itself or switches at a key.</summary>
    [JsonStringEnumMemberName("by-strand")]
    ByStrand,

    /// <summary>Every strand at one wavelength, then the next: for a source that must settle when it is switched.</summary>
    [JsonStringEnumMemberName("by-wavelength")]
    ByWavelength,
}
