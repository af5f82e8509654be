using Microsoft.AspNetCore.Builder;
using Microsoft.AspNetCore.Http;
using Microsoft.Extensions.Logging;
using Rhabdon.Imaging;
using Rhabdon.Vision.Drawing;

namespace Rhabdon.Instruments;

/// <summary>A small HTTP still-frame device in place of a microscope. It knows nothing of Rhabdon: it shows a face, and hands may be lent to it.</summary>
public static class MicroscopeStandIn
{
    /// <param name="address">Loopback, <c>http://127.0.0.1:5211</c>; port 0 for any free one.</param>
    public static WebApplication At(string address)
    {
        var builder = WebApplication.CreateSlimBuilder();
        builder.Logging.ClearProviders();
        var app = builder.Build();
        app.Urls.Add(address);
        var (turn, face, frames) = (new Lock(), FaceInHand.First, 0);
        app.MapGet("/", () => Results.Json(new InstrumentSays("Stand-in microscope", IsStandIn: true)));
        app.MapGet("/frame", () =>
        {
            FaceInHand now;
            int frame;
            lock (turn)
            {
                (now, frame) = (face, frames++);
            }

            return Results.Bytes(Drawn(now, frame), "image/png");
        });
        app.MapPost("/hands/{act}", (string act) =>
        {
            if (!Enum.TryParse<HandsAct>(act, ignoreCase: true, out var done))
            {
                return Results.NotFound();
            }

            lock (turn)
            {
                face = face.After(done);
            }

            return Results.NoContent();
        });
        // As a microscope warms its lamp: the first frame takes far longer to draw than those after it.
        app.Lifetime.ApplicationStarted.Register(() => Task.Run(() => Drawn(FaceInHand.First, 0)));
        return app;
    }

    private static byte[] Drawn(FaceInHand face, int frame) => PictureWriter.Png(FaceRenderer.Draw(face.Face(frame)));
}
