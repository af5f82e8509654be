using ArchUnitNET.Domain;
using ArchUnitNET.Domain.Extensions;
using ArchUnitNET.Loader;
using Rhabdon.Core.Bench;

namespace Rhabdon.Core.Tests;

/// <summary>The arrows of docs/architecture.md, and what the rulebook may not touch.</summary>
public class ArchitectureTests
{
    private static readonly Architecture House = new ArchLoader()
        .LoadAssemblies(typeof(TerminationFold).Assembly, typeof(Rhabdon.Data.Database).Assembly, typeof(Rhabdon.Imaging.PictureReader).Assembly, typeof(Rhabdon.Instruments.Microscope).Assembly, typeof(Program).Assembly)
        .Build();

    public static TheoryData<string, string[]> Arrows => new()
    {
        { "Rhabdon.Core", ["Rhabdon.Data", "Rhabdon.Imaging", "Rhabdon.Instruments", "Rhabdon.Server", "Microsoft.AspNetCore", "Npgsql", "Dapper", "SkiaSharp"] },
        { "Rhabdon.Data", ["Rhabdon.Server", "Microsoft.AspNetCore"] },
        { "Rhabdon.Imaging", ["Rhabdon.Data", "Rhabdon.Instruments", "Rhabdon.Server", "Microsoft.AspNetCore", "Npgsql"] },
        { "Rhabdon.Instruments", ["Rhabdon.Data", "Rhabdon.Server", "Npgsql"] },
        { "Rhabdon.Vision.Looking", ["Rhabdon.Vision.Drawing", "Rhabdon.Core.Bench"] },
        { "Rhabdon.Core.Units", ["Rhabdon.Core.Recipes", "Rhabdon.Core.Preparation", "Rhabdon.Core.Verification", "Rhabdon.Core.Bench"] },
        { "Rhabdon.Core.Recipes", ["Rhabdon.Core.Preparation", "Rhabdon.Core.Verification", "Rhabdon.Core.Bench"] },
        { "Rhabdon.Core.Preparation", ["Rhabdon.Core.Verification", "Rhabdon.Core.Bench"] },
        { "Rhabdon.Core.Verification", ["Rhabdon.Core.Bench"] },
    };

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
            select $"{type.FullName} -> {dependency.Target.FullName}");
    }

    // Members that read a clock, a disk, the network, the environment, or chance without a seed.
    [Fact]
    public void The_core_uses_no_clock_disk_network_environment_or_unseeded_chance()
    {
        string[] types = ["System.IO.File", "System.IO.Directory", "System.IO.FileStream", "System.Environment", "System.Diagnostics.Stopwatch", "System.TimeProvider"];
        string[] members = ["get_Now", "get_UtcNow", "get_Today", "NewGuid", "CreateVersion7", "get_Shared"];
        var used = TypesOf("Rhabdon.Core").SelectMany(t => t.GetMethodMembers()).SelectMany(m => m.GetMethodCallDependencies(), (m, call) => (m.FullName, Call: call)).ToList();
        Assert.NotEmpty(used);
        Assert.Empty(used
            .Where(u => types.Contains(u.Call.Target.FullName)
                || u.Call.Target.FullName.StartsWith("System.Net", StringComparison.Ordinal)
                || (u.Call.Target.FullName.StartsWith("System.", StringComparison.Ordinal) && members.Any(m => u.Call.TargetMember.Name.StartsWith(m, StringComparison.Ordinal))))
            .Select(u => $"{u.FullName} calls {u.Call.TargetMember.FullName}"));
    }

    private static List<IType> TypesOf(string room) => [.. House.Types.Where(t => InRoom(t.FullName, room))];

    private static bool InRoom(string name, string room) => name == room || name.StartsWith(room + ".", StringComparison.Ordinal);
}
