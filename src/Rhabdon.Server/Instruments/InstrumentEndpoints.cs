using Rhabdon.Core.Phrases;
using Rhabdon.Core.Rights;
using Rhabdon.Imaging;
using Rhabdon.Instruments;
using Rhabdon.Server.Hosting;

namespace Rhabdon.Server.Instruments;

/// <param name="IsThere">True when it answered just now.</param>
/// <param name="Says">What it is, or why it cannot be used.</param>
public sealed record MicroscopeView(bool IsThere, bool IsStandIn, string Says);

/// <summary>Instruments on the bench. Whatever one of them does, the answer comes soon and says what would do.</summary>
public static class InstrumentEndpoints
{
    public static void MapInstruments(this WebApplication app)
    {
        var instruments = app.MapGroup("/api/v1/instruments").Needs(Permission.See);
        instruments.MapGet("/microscope", Look).Produces<MicroscopeView>();
        instruments
            .MapGet("/microscope/frame", Frame)
            .Produces(200, contentType: "image/png", additionalContentTypes: ["image/jpeg", "image/bmp"])
            .ProducesProblem(424);
        instruments.MapPost("/microscope/hands/{act}", UseHandsAsync).Produces(204).ProducesProblem(400).ProducesProblem(424);
    }

    private static async Task<IResult> Look(Microscope microscope, CancellationToken cancel)
    {
        var answer = await microscope.SaysAsync(cancel);
        return Results.Ok(
            answer.Value is { } says ? new MicroscopeView(true, says.IsStandIn, says.Name) : new MicroscopeView(false, false, Problems.Say(Why(answer.Fault)))
        );
    }

    private static async Task<IResult> Frame(Microscope microscope, HttpContext context, CancellationToken cancel)
    {
        var answer = await microscope.FrameAsync(cancel);
        context.Response.Headers.CacheControl = "no-store";
        return answer.Value is { } file ? Results.Bytes(file, PictureReader.MediaOf(file)) : Problem(answer.Fault);
    }

    private static async Task<IResult> UseHandsAsync(string act, Microscope microscope, CancellationToken cancel)
    {
        if (!Enum.TryParse<HandsAct>(act, ignoreCase: true, out var hands) || !Enum.IsDefined(hands))
        {
            return Problems.Field(400, "act", Phrase.Of("instrument.act", ("known", string.Join(", ", Enum.GetNames<HandsAct>()))));
        }

        return (await microscope.DoAsync(hands, cancel)).Fault is { } fault ? Problem(fault) : Results.NoContent();
    }

    // 424: what was asked hangs on another device. An answer of 5xx would say that the server is at fault.
    private static IResult Problem(InstrumentFault? fault) => Problems.Field(StatusCodes.Status424FailedDependency, "microscope", Why(fault));

    private static Phrase Why(InstrumentFault? fault) =>
        Phrase.Of(
            fault switch
            {
                InstrumentFault.None => "instrument.none",
                InstrumentFault.Slow => "instrument.slow",
                InstrumentFault.Garbage => "instrument.garbage",
                _ => "instrument.silent",
            }
        );
}
