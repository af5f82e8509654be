using System.Text.Json;
using System.Text.Json.Serialization;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Units;

namespace Rhabdon.Core.Links;

/// <summary>What a link may lose and what it carries, as published; read from the data file beside this one.</summary>
public sealed record BudgetTables(
    IReadOnlyList<BudgetProfile> Profiles,
    IReadOnlyList<LinkApplication> Applications,
    string ApplicationsSource,
    ReferenceLimits Reference,
    IReadOnlyList<ReflectanceLimit> Reflectance
)
{
    public static BudgetTables Shipped { get; } = Read();

    /// <summary>Null for a profile that did not ship.</summary>
    public BudgetProfile? Profile(string id) => Profiles.FirstOrDefault(p => p.Id == id);

    /// <summary>How strongly a face of this polish may throw light back.</summary>
    public ReflectanceLimit ReflectanceOf(FiberMode mode, Polish polish) => Reflectance.First(r => r.Mode == mode && r.Polishes.Contains(polish));

    private static BudgetTables Read()
    {
        using var stream = typeof(BudgetTables).Assembly.GetManifestResourceStream("budgets.json")!;
        return JsonSerializer.Deserialize(stream, CoreJson.Default.BudgetTables) ?? throw new JsonException("The budgets are an object, not null.");
    }
}

/// <summary>One standard's allowances, or a customer's own. A version never changes.</summary>
/// <param name="Id">Short and lasting: <c>tia</c>.</param>
/// <param name="Source">Beside each line that is reckoned from it.</param>
/// <param name="Pair">Most that a mated pair may lose.</param>
/// <param name="EndPairMultimode">An end pair mated to a reference-grade cord.</param>
/// <param name="UncertaintyMultimode">Of a loss measured in the field, either way.</param>
public sealed record BudgetProfile(
    string Id,
    Wording Title,
    string Source,
    Decibel Pair,
    Decibel Splice,
    Decibel EndPairMultimode,
    Decibel EndPairSingleMode,
    string EndPairSource,
    Decibel UncertaintyMultimode,
    Decibel UncertaintySingleMode,
    string UncertaintySource,
    IReadOnlyList<Attenuation> Attenuation,
    int Version = 1
)
{
    /// <summary>The part of it that a link of this grade is judged by.</summary>
    public BudgetProfile Of(FiberGrade grade) => this with { Attenuation = [.. Attenuation.Where(a => a.Grades.Contains(grade))] };

    /// <summary>Every figure and every word of both is the same.</summary>
    public bool IsSameAs(BudgetProfile other) =>
        JsonSerializer.Serialize(this, CoreJson.Default.BudgetProfile) == JsonSerializer.Serialize(other, CoreJson.Default.BudgetProfile);

    /// <summary>Most that a kilometer may lose; null for a wavelength that the grade is not specified at.</summary>
    /// <param name="wavelength">Nanometers.</param>
    public Decibel? PerKm(FiberGrade grade, int wavelength) =>
        Attenuation.Where(a => a.Wavelength == wavelength && a.Grades.Contains(grade)).Select(a => (Decibel?)a.PerKm).FirstOrDefault();

    /// <summary>The wavelengths that a grade is specified at, in nanometers.</summary>
    public IReadOnlyList<int> Wavelengths(FiberGrade grade) => [.. Attenuation.Where(a => a.Grades.Contains(grade)).Select(a => a.Wavelength).Order()];
}

/// <param name="Wavelength">Nanometers.</param>
public sealed record Attenuation(IReadOnlyList<FiberGrade> Grades, int Wavelength, Decibel PerKm);

/// <summary>What runs over a link.</summary>
/// <param name="Wavelength">Nanometers: that at which its loss counts.</param>
public sealed record LinkApplication(string Name, int Wavelength, IReadOnlyList<Reach> Reaches);

/// <param name="Length">Most.</param>
/// <param name="Most">Loss.</param>
/// <param name="Least">Loss, where the receiver must not be blinded; null where it cannot be.</param>
public sealed record Reach(IReadOnlyList<FiberGrade> Grades, Length Length, Decibel Most, Decibel? Least = null);

/// <summary>With how many cords the reference was taken: which end pairs it has already taken out.</summary>
[JsonConverter(typeof(EnumNames<ReferenceMethod>))]
public enum ReferenceMethod
{
    /// <summary>Both end pairs are measured and counted.</summary>
    [JsonStringEnumMemberName("one-cord")]
    OneCord,

    /// <summary>One end pair is in the reference.</summary>
    [JsonStringEnumMemberName("two-cord")]
    TwoCord,

    /// <summary>Both end pairs are in the reference.</summary>
    [JsonStringEnumMemberName("three-cord")]
    ThreeCord,
}

/// <summary>How long a reference is good.</summary>
/// <param name="MostDrift">Between taking it and checking it again.</param>
/// <param name="MostHours">Without a check.</param>
/// <param name="MostTemperature">Warmer or colder than when it was taken.</param>
/// <param name="Source">Where these come from.</param>
public sealed record ReferenceLimits(Decibel MostDrift, int MostHours, Temperature MostTemperature, string Source);

/// <summary>How strongly a mated pair may throw light back.</summary>
/// <param name="Most">Below zero; the lower the better.</param>
/// <param name="Source">Where it comes from.</param>
public sealed record ReflectanceLimit(FiberMode Mode, IReadOnlyList<Polish> Polishes, Decibel Most, string Source);
