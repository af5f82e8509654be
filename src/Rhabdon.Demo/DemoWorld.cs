using System.Text.Json;
using System.Text.Json.Serialization;
using Rhabdon.Core.Bench;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.Rights;
using Rhabdon.Core.Units;

namespace Rhabdon.Demo;

/// <summary>A made-up world, as data.</summary>
public sealed record DemoWorld(DemoCompany Company, IReadOnlyList<DemoPerson> People, IReadOnlyList<DemoCrew> Crews, IReadOnlyList<DemoJob> Jobs)
{
    /// <summary>Saltmarsh Ferry Port.</summary>
    public static DemoWorld Saltmarsh()
    {
        using var file = typeof(DemoWorld).Assembly.GetManifestResourceStream("saltmarsh.json")!;
        return JsonSerializer.Deserialize(file, DemoJson.Default.DemoWorld)!;
    }
}

/// <summary>What all jobs have in common.</summary>
public sealed record DemoCompany(string Customer, string Site, string TimeZone, Rates Rates);

public sealed record DemoPerson(string SignIn, string Name, Role Role, string Password, string Pin);

/// <param name="Members">Their sign-in names.</param>
/// <param name="Gear">Its tools and lots; the last of each kind that may be worked with is in hand of whoever works.</param>
public sealed record DemoCrew(string Name, DateOnly From, IReadOnlyList<string> Members, IReadOnlyList<DemoGear>? Gear = null);

/// <summary>A tool or lot of a crew.</summary>
/// <param name="Keeper">Sign-in name of who took it in.</param>
/// <param name="Checked">When it was last calibrated or looked over; null for never.</param>
/// <param name="Aside">Why nobody works with it; null where everybody may.</param>
/// <param name="Amount">How much there was of a lot; null where nobody counted.</param>
public sealed record DemoGear(
    string Gear,
    string Name,
    string Code,
    string Keeper,
    DateTimeOffset TakenIn,
    string? Place = null,
    string? Setting = null,
    DateOnly? Expires = null,
    DateTimeOffset? Checked = null,
    string? Aside = null,
    bool IsReferenceGrade = false,
    decimal? Amount = null
);

/// <param name="Planner">Sign-in name of who planned it.</param>
/// <param name="Panels">The near one and the far one.</param>
/// <param name="IsOnlyInFull">True for what only the full demo has.</param>
public sealed record DemoJob(
    string Name,
    string Planner,
    IReadOnlyList<string> Crews,
    IReadOnlyList<DemoPanel> Panels,
    IReadOnlyList<DemoCable> Cables,
    string LabelPattern = "{closet}-{panel}:{port:00}",
    bool IsOnlyInFull = false
);

public sealed record DemoPanel(string Closet, string Name, int Ports);

/// <param name="Service">Fiber laid up at each end; <paramref name="Least"/> what must be left of it.</param>
/// <param name="FirstPort">In both panels; the other strands follow.</param>
public sealed record DemoCable(
    string Name,
    DateTimeOffset Planned,
    string Recipe,
    CableBuild Build,
    FiberGrade Grade,
    ConnectorType Connector,
    Polish Polish,
    int Strands,
    Length Length,
    Length Service,
    Length Least,
    int FirstPort = 1,
    int PerPort = 1,
    IReadOnlyList<DemoWork>? Work = null
);

/// <summary>What one person did at one end of a cable, from an hour after it was planned.</summary>
/// <param name="Person">Sign-in name.</param>
/// <param name="Strands">How many strands were begun, from the first; null for all.</param>
/// <param name="Slips">Seed of a hand that errs now and then; null for one that never does.</param>
/// <param name="Pictures">Of how many strands the faces are looked at through the microscope, from the first.</param>
/// <param name="Reads">What is read on some strands, by step, one try after another; then what a good hand reads.</param>
/// <param name="Leaves">Strands that are left before they are over: at which step, or in <c>trouble</c>.</param>
public sealed record DemoWork(
    CableEnd End,
    string Person,
    int? Strands = null,
    int? Slips = null,
    int Pictures = 0,
    IReadOnlyDictionary<int, Dictionary<string, string[]>>? Reads = null,
    IReadOnlyDictionary<int, string>? Leaves = null
);

[JsonSourceGenerationOptions(PropertyNamingPolicy = JsonKnownNamingPolicy.CamelCase, UnmappedMemberHandling = JsonUnmappedMemberHandling.Disallow)]
[JsonSerializable(typeof(DemoWorld))]
internal sealed partial class DemoJson : JsonSerializerContext;
