using Npgsql;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.EndFaces;
using Rhabdon.Data;
using Rhabdon.Imaging;
using Rhabdon.Server.Recipes;
using Rhabdon.Vision;

namespace Rhabdon.Server.Pictures;

/// <summary>
/// Looks at every stored picture itself, one after another and after everything else, and keeps what it made of it beside what the tablet had made of it.
/// A tablet that says "passes" of a picture that does not is found out.
/// </summary>
public sealed class SecondGradings(SecondGradingStore store, EventStore events, RecipeBookCache books, ILogger<SecondGradings> log) : BackgroundService
{
    private const int AtOnce = 20;

    // The scale that a microscope gives differs from the cladding's own by no more than this (ours; the cladding is 125.0 ±0.7 µm).
    private const double ScaleSlack = 0.05;

    private static readonly TimeSpan Pause = TimeSpan.FromSeconds(5);

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        while (!stoppingToken.IsCancellationRequested)
        {
            var looked = 0;
            try
            {
                foreach (var look in await store.OpenAsync(AtOnce))
                {
                    stoppingToken.ThrowIfCancellationRequested();
                    var (verdict, sign) = await GradeAsync(look);
                    await store.SetAsync(look.Event, verdict, sign);
                    looked++;
                }
            }
            catch (Exception fault) when (fault is NpgsqlException or InvalidOperationException)
            {
                log.LogWarning("Stored pictures could not be looked at: {Reason}", fault.Message);
            }

            if (looked < AtOnce)
            {
                await Task.Delay(Pause, stoppingToken).ConfigureAwait(ConfigureAwaitOptions.SuppressThrowing);
            }
        }
    }

    /// <summary>The verdict's name as it stands in JSON, and the sign.</summary>
    internal static (string Verdict, string? Sign) Grade(GrayImage image, FaceLimits profile, FiberCore core, UngradedPicture look)
    {
        var own = FaceSeen.Of(look.Hash, profile, FaceGrader.Grade(image, profile, core));
        if (NameOf(own) != look.Verdict && look.Scale is { } scale && own.Grade.Place is { } place && Math.Abs((scale / place.Scale) - 1) < ScaleSlack)
        {
            own = FaceSeen.Of(look.Hash, profile, FaceGrader.Grade(image, profile, core, scale));
        }

        return (NameOf(own), own.Sign);
    }

    private static string NameOf(FaceSeen seen) =>
        System.Text.Json.JsonSerializer.SerializeToElement(seen, Core.CoreJson.Default.FaceSeen).GetProperty("grade").GetProperty("verdict").GetString()!;

    private async Task<(string? Verdict, string? Sign)> GradeAsync(UngradedPicture look)
    {
        var book = await books.BookAsync();
        var stream = (await events.TerminationsAsync([look.Termination], book))[look.Termination];
        return
            book.Profile(look.Profile, look.Version) is { } profile
            && stream.State.Plan?.Grade.Core() is { } core
            && await store.PictureAsync(look.Hash) is { } file
            && PictureReader.Read(file).Image is { } image
            ? await Task.Run(() => Grade(image, profile, core, look))
            : (null, null);
    }
}
