using Rhabdon.Data;

namespace Rhabdon.Server.Hosting;

/// <summary>What the program does besides serving: <c>rebuild [--check]</c>.</summary>
internal static class Commands
{
    /// <returns>The exit code when a command ran; null to go on and serve.</returns>
    public static async Task<int?> RunAsync(WebApplication app, string[] args)
    {
        if (args.FirstOrDefault() != "rebuild")
        {
            return null;
        }

        var write = !args.Contains("--check");
        var book = await app.Services.GetRequiredService<RecipeStore>().BookAsync();
        var (folded, differing) = await app.Services.GetRequiredService<EventStore>().RebuildAsync(book, write);
        Console.WriteLine($"{folded} terminations folded, {differing.Count} {(write ? "rebuilt" : "differ")}");
        foreach (var id in differing.Take(20))
        {
            Console.WriteLine($"  {id}");
        }

        return write || differing.Count == 0 ? 0 : 1;
    }
}
