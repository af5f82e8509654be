using System.Text.Json;
using System.Text.RegularExpressions;
using Rhabdon.Core;
using Rhabdon.Core.Recipes;

namespace Rhabdon.Data;

/// <summary>One version of a recipe or ladder as a release published it.</summary>
/// <param name="Table"><c>recipe</c> or <c>ladder</c>.</param>
/// <param name="Content">As it stands in the database: JSON, its polishing sequence written in, its ladder with that ladder's version.</param>
public sealed record ShippedVersion(string Table, string Id, int Version, string Content)
{
    /// <summary>Of its file among the shipped ones: <c>recipe/M4.1.json</c>.</summary>
    public string Path => $"{Table}/{Id}.{Version}.json";
}

/// <summary>
/// Every version of every recipe and ladder that a release has shipped. A version's number means the same content in every database, so a job's file goes from
/// one to another whichever release began it.
/// </summary>
public static partial class ShippedVersions
{
    /// <summary>Those kept so far: ladders first, since recipes refer to them; of each the oldest first.</summary>
    public static IReadOnlyList<ShippedVersion> Kept { get; } =
    [
        .. typeof(ShippedVersions)
            .Assembly.GetManifestResourceNames()
            .Select(n => FileName().Match(n))
            .Where(m => m.Success)
            .Select(m => new ShippedVersion(m.Groups[1].Value, m.Groups[2].Value, int.Parse(m.Groups[3].ValueSpan, null), TextOf(m.Value)))
            .OrderBy(v => v.Table == "recipe")
            .ThenBy(v => v.Id, StringComparer.Ordinal)
            .ThenBy(v => v.Version),
    ];

    /// <summary>What this program would ship beyond what is kept: the next version of each whose content is another than the newest kept.</summary>
    public static IReadOnlyList<ShippedVersion> New()
    {
        var ladders = StarterRecipes
            .Ladders()
            .ToDictionary(l => l.Id, l => Current("ladder", l.Id, JsonSerializer.Serialize(l, CoreJson.Default.ReworkLadder)));
        var recipes = StarterRecipes
            .Recipes()
            .Select(r => r with { Ladder = r.Ladder with { Version = ladders[r.Ladder.Id].Version } })
            .Select(r => Current("recipe", r.Id, JsonSerializer.Serialize(r, CoreJson.Default.Recipe)));
        return [.. ladders.Values.Concat(recipes).Where(c => !Kept.Contains(c))];
    }

    private static ShippedVersion Current(string table, string id, string content)
    {
        var newest = Kept.LastOrDefault(v => v.Table == table && v.Id == id);
        return newest?.Content == content ? newest : new ShippedVersion(table, id, (newest?.Version ?? 0) + 1, content);
    }

    private static string TextOf(string resource)
    {
        using var reader = new StreamReader(typeof(ShippedVersions).Assembly.GetManifestResourceStream(resource)!);
        return reader.ReadToEnd();
    }

    [GeneratedRegex(@"^(recipe|ladder)/(.+)\.(\d+)\.json$")]
    private static partial Regex FileName();
}
