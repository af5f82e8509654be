using System.Diagnostics;
using System.Net;
using System.Net.Sockets;
using Microsoft.AspNetCore.Builder;
using Microsoft.AspNetCore.Http;
using Microsoft.Extensions.Logging;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.EndFaces;
using Rhabdon.Imaging;
using Rhabdon.Instruments;
using Rhabdon.Vision;
using Rhabdon.Vision.Drawing;

namespace Rhabdon.Server.Tests;

/// <summary>A microscope and its stand-in: whatever it does, an answer comes soon and says what was wrong.</summary>
public sealed class MicroscopeTests
{
    // What each act does to a face: common practice. Scratches too deep for the last film need the film before it.
    [Fact]
    public void A_face_in_hand_goes_from_bead_through_scratches_to_a_pass()
    {
        var face = FaceInHand.First.After(HandsAct.Clean);
        Assert.Equal(FaceSymptom.AdhesiveLeft, SignOf(face));
        face = face.After(HandsAct.Polish).After(HandsAct.Clean);
        Assert.Equal(FaceSymptom.AdhesiveLeft, SignOf(face));
        face = face.After(HandsAct.Polish).After(HandsAct.Clean);
        Assert.Equal(FaceSymptom.HeavyScratches, SignOf(face));
        face = face.After(HandsAct.LastFilm).After(HandsAct.Clean);
        Assert.Equal(FaceSymptom.HeavyScratches, SignOf(face));
        face = face.After(HandsAct.Polish).After(HandsAct.LastFilm);
        Assert.Equal(FaceSymptom.Dirt, SignOf(face));
        face = face.After(HandsAct.Clean);
        Assert.Null(SignOf(face));
        Assert.Equal(FaceSymptom.AdhesiveLeft, SignOf(face.After(HandsAct.NewConnector)));
    }

    [Fact]
    public async Task The_stand_in_says_that_it_is_one_and_its_face_changes_under_the_hands_lent_to_it()
    {
        await using var standIn = MicroscopeStandIn.At("http://127.0.0.1:0");
        await standIn.StartAsync();
        var microscope = At(standIn.Urls.First());
        Assert.True((await microscope.SaysAsync(default)).Value?.IsStandIn);
        var (first, second) = (await FrameAsync(microscope), await FrameAsync(microscope));
        Assert.False(first.Pixels.SequenceEqual(second.Pixels), "Two frames have the same noise.");
        Assert.Null((await microscope.DoAsync(HandsAct.Polish, default)).Fault);
        Assert.Equal((1024, 768), ((await FrameAsync(microscope)).Width, first.Height));
    }

    [Theory]
    [InlineData("text", InstrumentFault.Garbage)]
    [InlineData("nothing", InstrumentFault.Garbage)]
    [InlineData("endless", InstrumentFault.Garbage)]
    [InlineData("error", InstrumentFault.Silent)]
    [InlineData("slow", InstrumentFault.Slow)]
    [InlineData("stalling", InstrumentFault.Slow)]
    public async Task A_sick_microscope_never_keeps_anyone_waiting(string how, InstrumentFault fault)
    {
        await using var sick = Sick();
        await sick.StartAsync();
        var clock = Stopwatch.StartNew();
        var answer = await At(sick.Urls.First() + $"/{how}/").FrameAsync(default);
        Assert.Equal(fault, answer.Fault);
        Assert.InRange(clock.Elapsed, TimeSpan.Zero, Microscope.Patience + TimeSpan.FromSeconds(5));
    }

    [Fact]
    public async Task A_dead_microscope_is_silent_and_none_at_all_is_none()
    {
        using var listener = new TcpListener(IPAddress.Loopback, 0);
        listener.Start();
        var port = ((IPEndPoint)listener.LocalEndpoint).Port;
        listener.Stop();
        Assert.Equal(InstrumentFault.Silent, (await At($"http://127.0.0.1:{port}").FrameAsync(default)).Fault);
        Assert.Equal(InstrumentFault.None, (await new Microscope(new HttpClient()).FrameAsync(default)).Fault);
    }

    private static string? SignOf(FaceInHand face)
    {
        var profile = ShippedFaceLimits.Find("sm-upc")!;
        return FaceSeen.Of(string.Empty, profile, FaceGrader.Grade(FaceRenderer.Draw(face.Face(1)), profile, FiberCore.SingleMode)).Sign;
    }

    private static Microscope At(string address) => new(new HttpClient { BaseAddress = new Uri(address) });

    private static async Task<GrayImage> FrameAsync(Microscope microscope) => PictureReader.Read((await microscope.FrameAsync(default)).Value).Image!;

    private static WebApplication Sick()
    {
        var builder = WebApplication.CreateSlimBuilder();
        builder.Logging.ClearProviders();
        var app = builder.Build();
        app.Urls.Add("http://127.0.0.1:0");
        app.MapGet("/text/frame", () => "this is text");
        app.MapGet("/nothing/frame", () => Results.Bytes([], "image/png"));
        app.MapGet("/error/frame", () => Results.StatusCode(500));
        app.MapGet("/slow/frame", async (CancellationToken gone) => await Task.Delay(TimeSpan.FromMinutes(1), gone));
        app.MapGet("/stalling/frame", async (HttpContext context) =>
        {
            await context.Response.Body.WriteAsync((byte[])[0x89, (byte)'P', (byte)'N', (byte)'G']);
            await context.Response.Body.FlushAsync();
            await Task.Delay(TimeSpan.FromMinutes(1), context.RequestAborted);
        });
        app.MapGet("/endless/frame", async (HttpContext context) =>
        {
            var block = new byte[1024 * 1024];
            ((byte[])[0x89, (byte)'P', (byte)'N', (byte)'G']).CopyTo(block, 0);
            while (!context.RequestAborted.IsCancellationRequested)
            {
                await context.Response.Body.WriteAsync(block, context.RequestAborted);
            }
        });
        return app;
    }
}
