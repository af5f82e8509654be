using System.Runtime.InteropServices;
using Rhabdon.Core.Recipes;
using Rhabdon.Data;
using Rhabdon.Documents;
using Rhabdon.Documents.Sheets;
using Rhabdon.Documents.Templates;
using Rhabdon.Instruments;
using Rhabdon.Instruments.StandIns;
using Rhabdon.Server.People;

namespace Rhabdon.Server.Hosting;

/// <summary>
/// What the program does besides serving: <c>migrate</c>, <c>rebuild [--check]</c>, <c>first-owner ADDRESS</c>, <c>schemas FOLDER</c>, <c>ship FOLDER</c>,
/// <c>sheets FILE</c>,
/// <c>microscope ADDRESS</c> and <c>instruments SETTINGS</c> (the stand-ins, until they are stopped).
/// </summary>
internal static class Commands
{
    /// <returns>The exit code when a command ran; null to go on and serve.</returns>
    public static async Task<int?> RunAsync(WebApplication app, string[] args) =>
        args.FirstOrDefault() switch
        {
            "migrate" => await MigrateAsync(app.Services),
            "rebuild" => await RebuildAsync(app.Services, write: !args.Contains("--check")),
            "first-owner" => await FirstOwnerAsync(app.Services, args[1]),
            "schemas" => WriteSchemas(args[1]),
            "ship" => Ship(args[1]),
            "sheets" => WriteSheets(args[1]),
            "microscope" => await StandInAsync(args[1]),
            "instruments" => await StandInsAsync(args[1], app.Services.GetRequiredService<TimeProvider>()),
            _ => null,
        };

    private static async Task<int> RebuildAsync(IServiceProvider services, bool write)
    {
        var book = await services.GetRequiredService<RecipeStore>().BookAsync();
        var (folded, differing) = await services.GetRequiredService<EventStore>().RebuildAsync(book, write);
        Console.WriteLine($"{folded} terminations folded, {differing.Count} {(write ? "rebuilt" : "differ")}");
        foreach (var id in differing.Take(20))
        {
            Console.WriteLine($"  {id}");
        }

        return write || differing.Count == 0 ? 0 : 1;
    }

    // Brings a database up to this version, as a start does.
    private static async Task<int> MigrateAsync(IServiceProvider services)
    {
        await ActivatorUtilities.CreateInstance<StartUp>(services).BringUpToDateAsync(CancellationToken.None);
        return 0;
    }

    private static async Task<int> StandInAsync(string address)
    {
        await MicroscopeStandIn.At(address).RunAsync();
        return 0;
    }

    // Each on a free port; which they are is in the settings file that a server reads.
    private static async Task<int> StandInsAsync(string settings, TimeProvider time)
    {
        using var bench = new StandInBench(time);
        using var stop = new CancellationTokenSource();
        using var ended = PosixSignalRegistration.Create(PosixSignal.SIGTERM, signal =>
        {
            signal.Cancel = true;
            stop.Cancel();
        });
        bench.Start();
        await File.WriteAllTextAsync(settings, bench.Settings());
        await bench.RunAsync(stop.Token);
        return 0;
    }

    private static int WriteSheets(string file)
    {
        var sheets = RecipeSheets.Of(StarterRecipes.Book()).ToList();
        File.WriteAllText(file, SheetMarkdown.Write(sheets, RecipeSheets.Pictures));
        var pictures = Path.Combine(Path.GetDirectoryName(file)!, RecipeSheets.Pictures);
        Directory.CreateDirectory(pictures);
        foreach (var picture in sheets.OfType<SheetPicture>())
        {
            File.WriteAllText(Path.Combine(pictures, $"{picture.Name}.svg"), TemplateSvg.Write(picture.Page));
        }

        return 0;
    }

    private static int WriteSchemas(string folder)
    {
        Directory.CreateDirectory(folder);
        foreach (var (name, schema) in FileSchemas.All)
        {
            File.WriteAllText(Path.Combine(folder, name), schema);
        }

        return 0;
    }

    // Keeps what is new among the recipes and ladders as the version that the next release ships.
    private static int Ship(string folder)
    {
        foreach (var version in ShippedVersions.New())
        {
            File.WriteAllText(Path.Combine(folder, version.Path), version.Content);
            Console.WriteLine($"{version.Path} is kept");
        }

        return 0;
    }

    // Prints the link, or nothing when there are people already.
    private static async Task<int> FirstOwnerAsync(IServiceProvider services, string address)
    {
        if (await FirstOwnerEndpoints.PromiseAsync(services.GetRequiredService<PeopleStore>(), services.GetRequiredService<TimeProvider>()) is { } token)
        {
            Console.WriteLine($"{address}/first-owner#{token}");
        }

        return 0;
    }
}
