using System.Text.Json;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.Recipes;

namespace Rhabdon.Core.EndFaces;

/// <summary>
/// The profiles that ship with Rhabdon, read from the data files beside this one. Their limits are unconfirmed until a lead has compared them.
/// </summary>
public static class ShippedFaceLimits
{
    public static IReadOnlyList<FaceLimits> Starters { get; } = [.. Read().OrderBy(p => p.Id, StringComparer.Ordinal)];

    public static FaceLimits? Find(string id) => Starters.FirstOrDefault(p => p.Id == id);

    /// <summary>The limits for this glass and polish.</summary>
    public static FaceLimits For(FiberMode mode, Polish polish) =>
        Starters.FirstOrDefault(p => p.Serves(mode, polish)) ?? Starters.First(p => p.Modes.Contains(mode));

    private static IEnumerable<FaceLimits> Read()
    {
        var assembly = typeof(ShippedFaceLimits).Assembly;
        foreach (var name in assembly.GetManifestResourceNames().Where(n => n.StartsWith("profiles/", StringComparison.Ordinal)))
        {
            using var stream = assembly.GetManifestResourceStream(name)!;
            yield return JsonSerializer.Deserialize(stream, CoreJson.Default.FaceLimits) ?? throw new JsonException($"{name} holds a profile, not null.");
        }
    }
}
