using ArchUnitNET.Domain;
using ArchUnitNET.Domain.Extensions;
using ArchUnitNET.Loader;
using Rhabdon.Testing;

namespace Rhabdon.Core.Tests;

/// <summary>The arrows of docs/architecture.md, and what the rulebook may not touch.</summary>
public class ArchitectureTests
{
    // Every assembly of the house but those that only run in a browser.
    private static readonly Architecture House = new ArchLoader()
        .LoadAssemblies([
            .. Directory
                .GetFiles(AppContext.BaseDirectory, "Rhabdon.*.dll")
                .Where(f => !Path.GetFileName(f).Contains(".Tests", StringComparison.Ordinal))
                .Select(System.Reflection.Assembly.LoadFrom),
        ])
        .Build();

    public static TheoryData<string, string[]> Arrows =>
        new()
        {
            {
                "Rhabdon.Core",
                [
                    "Rhabdon.Vision",
                    "Rhabdon.Data",
                    "Rhabdon.Documents",
                    "Rhabdon.Imaging",
                    "Rhabdon.Instruments",
                    "Rhabdon.Planner",
                    "Rhabdon.Server",
                    "Microsoft.AspNetCore",
                    "Npgsql",
                    "Dapper",
                    "SkiaSharp",
                    "Google.OrTools",
                ]
            },
            {
                "Rhabdon.Vision",
                [
                    "Rhabdon.Core.Bench",
                    "Rhabdon.Data",
                    "Rhabdon.Documents",
                    "Rhabdon.Imaging",
                    "Rhabdon.Instruments",
                    "Rhabdon.Server",
                    "Microsoft.AspNetCore",
                    "Npgsql",
                    "SkiaSharp",
                ]
            },
            { "Rhabdon.Vision.Looking", ["Rhabdon.Vision.Drawing"] },
            { "Rhabdon.Data", ["Rhabdon.Vision", "Rhabdon.Server", "Microsoft.AspNetCore"] },
            { "Rhabdon.Documents", ["Rhabdon.Vision", "Rhabdon.Data", "Rhabdon.Server", "Microsoft.AspNetCore", "Npgsql"] },
            { "Rhabdon.Imaging", ["Rhabdon.Data", "Rhabdon.Instruments", "Rhabdon.Server", "Microsoft.AspNetCore", "Npgsql"] },
            { "Rhabdon.Demo", ["Rhabdon.Data", "Rhabdon.Documents", "Rhabdon.Server", "Npgsql"] },
            { "Rhabdon.Planner", ["Rhabdon.Data", "Rhabdon.Server", "Microsoft.AspNetCore", "Npgsql"] },
            { "Rhabdon.Instruments", ["Rhabdon.Data", "Rhabdon.Server", "Npgsql"] },
            { "Rhabdon.Core.Units", ["Rhabdon.Core.Recipes", "Rhabdon.Core.Preparation", "Rhabdon.Core.Verification", "Rhabdon.Core.Bench"] },
            { "Rhabdon.Core.Recipes", ["Rhabdon.Core.Preparation", "Rhabdon.Core.Verification", "Rhabdon.Core.Bench"] },
            { "Rhabdon.Core.Preparation", ["Rhabdon.Core.Verification", "Rhabdon.Core.Bench"] },
            { "Rhabdon.Core.Verification", ["Rhabdon.Core.Bench"] },
        };

    [Fact]
    public void Every_assembly_of_the_house_is_looked_at()
    {
        var projects = Directory
            .GetDirectories(Path.Combine(Checkout.Root(), "src"), "Rhabdon.*")
            .Select(d => Path.GetFileName(d))
            .Where(p => !p.EndsWith("Browser", StringComparison.Ordinal));
        Assert.Equal(
            projects.Order(StringComparer.Ordinal),
            House.Assemblies.Select(a => a.Name.Split(',')[0]).Where(n => n.StartsWith("Rhabdon.", StringComparison.Ordinal)).Order(StringComparer.Ordinal)
        );
    }

    [Theory]
    [MemberData(nameof(Arrows))]
    public void Arrows_point_one_way(string room, string[] never)
    {
        var inRoom = TypesOf(room);
        Assert.NotEmpty(inRoom);
        Assert.Empty(
            from type in inRoom
            from dependency in type.Dependencies
            where never.Any(n => InRoom(dependency.Target.FullName, n))
            select $"{type.FullName} -> {dependency.Target.FullName}"
        );
    }

    // Members that read a clock, a disk, the network, the environment, or chance without a seed.
    [Fact]
    public void The_core_and_its_vision_use_no_clock_disk_network_environment_or_unseeded_chance()
    {
        string[] types =
        [
            "System.IO.File",
            "System.IO.Directory",
            "System.IO.FileStream",
            "System.Environment",
            "System.Diagnostics.Stopwatch",
            "System.TimeProvider",
        ];
        string[] members = ["get_Now", "get_UtcNow", "get_Today", "NewGuid", "CreateVersion7", "get_Shared"];
        var used = TypesOf("Rhabdon.Core")
            .Concat(TypesOf("Rhabdon.Vision"))
            .SelectMany(t => t.GetMethodMembers())
            .SelectMany(m => m.GetMethodCallDependencies(), (m, call) => (m.FullName, Call: call))
            .ToList();
        Assert.NotEmpty(used);
        Assert.Empty(
            used.Where(u =>
                    types.Contains(u.Call.Target.FullName)
                    || u.Call.Target.FullName.StartsWith("System.Net", StringComparison.Ordinal)
                    || (
                        u.Call.Target.FullName.StartsWith("System.", StringComparison.Ordinal)
                        && members.Any(m => u.Call.TargetMember.Name.StartsWith(m, StringComparison.Ordinal))
                    )
                )
                .Select(u => $"{u.FullName} calls {u.Call.TargetMember.FullName}")
        );
    }

    private static List<IType> TypesOf(string room) => [.. House.Types.Where(t => InRoom(t.FullName, room))];

    private static bool InRoom(string name, string room) => name == room || name.StartsWith(room + ".", StringComparison.Ordinal);
}
