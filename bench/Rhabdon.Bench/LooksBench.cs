using Rhabdon.Core.Catalog;
using Rhabdon.Core.EndFaces;
using Rhabdon.Imaging;
using Rhabdon.Vision;
using Rhabdon.Vision.Drawing;

namespace Rhabdon.Bench;

/// <summary>
/// Eight pictures sent to be graded at once, over and over, while a tablet opens a strand at the bench; and the largest picture that is taken.
/// </summary>
internal static class LooksBench
{
    private const int Uploads = 8;

    public static async Task RunAsync(Uri address)
    {
        var tablet = await BenchTablet.SignedInAsync(address);
        var (_, strands) = await tablet.AddCableAsync($"Looks {Guid.CreateVersion7()}", 12);
        Task Open() => tablet.Client.GetByteArrayAsync($"/api/v1/bench?strands={strands[0]}");
        var picture = PictureWriter.Png(FaceRenderer.Draw(Face(1152, 868, 0.3)));
        var alone = await Timed.OfAsync(200, Open);
        using var enough = new CancellationTokenSource();
        var graded = 0;
        var uploads = Enumerable
            .Range(0, Uploads)
            .Select(async _ =>
            {
                using var client = new HttpClient { BaseAddress = address };
                while (!enough.IsCancellationRequested)
                {
                    using var form = new MultipartFormDataContent
                    {
                        { new StringContent("sm-upc"), "profile" },
                        { new ByteArrayContent(picture), "picture", "face.png" },
                    };
                    (await client.PostAsync("/api/v1/calc/end-face", form)).EnsureSuccessStatusCode();
                    Interlocked.Increment(ref graded);
                }
            })
            .ToList();
        await Task.Delay(TimeSpan.FromSeconds(2));
        var beside = await Timed.OfAsync(400, Open);
        await enough.CancelAsync();
        await Task.WhenAll(uploads);
        Timed.Say(
            $"looks: a strand opened at the bench p95 {Timed.Number(beside.P95)} ms beside {Uploads} uploads at once ({graded} graded), {Timed.Number(alone.P95)} ms alone; ratio {Timed.Number(beside.P95 / alone.P95)} (aim p95 < 100 ms)"
        );
        Largest();
    }

    private static void Largest()
    {
        var (small, large) = (FaceRenderer.Draw(Face(1152, 868, 0.3)), FaceRenderer.Draw(Face(4000, 3000, 0.15)));
        var profile = ShippedFaceLimits.Find("sm-upc")!;
        var (one, twelve) = Timed.InTurnsAsync(10, () => Grade(small, profile), () => Grade(large, profile)).GetAwaiter().GetResult();
        var before = GC.GetAllocatedBytesForCurrentThread();
        FaceGrader.Grade(large, profile, FiberCore.SingleMode);
        Timed.Say(
            $"looks: 12 megapixels graded in {Timed.Number(twelve.Median)} ms, 1 in {Timed.Number(one.Median)} ms; ratio {Timed.Number(twelve.Median / one.Median)}; {(GC.GetAllocatedBytesForCurrentThread() - before) / 1e6:0} MB allocated for 12 MB of pixels"
        );
    }

    private static Task Grade(GrayImage image, FaceLimits profile)
    {
        FaceGrader.Grade(image, profile, FiberCore.SingleMode);
        return Task.CompletedTask;
    }

    private static MadeFace Face(int width, int height, double scale) =>
        MadeFaces.Make(FaceStyle.All[0], ShippedFaceLimits.Find("sm-upc")!, FaceCondition.Mixed, 1) with
        {
            Width = width,
            Height = height,
            CenterX = (width / 2) - 6,
            CenterY = (height / 2) - 4,
            MicrometersPerPixel = scale,
        };
}
