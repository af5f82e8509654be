using Microsoft.AspNetCore.Http.HttpResults;
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
        instruments.MapGet("/microscope", Look);
        instruments.MapGet("/microscope/frame", Frame).Produces(200, contentType: "image/png", additionalContentTypes: ["image/jpeg", "image/bmp"]);
        instruments.MapPost("/microscope/hands/{act}", UseHandsAsync);
    }

    private static async Task<MicroscopeView> Look(Microscope microscope, CancellationToken cancel)
    {
        var answer = await microscope.SaysAsync(cancel);
        return answer.Value is { } says
            ? new MicroscopeView(true, says.IsStandIn, says.Name)
            : new MicroscopeView(false, false, Problems.Say(Why(answer.Fault)));
    }

    private static async Task<Results<FileContentHttpResult, ProblemHttpResult>> Frame(Microscope microscope, HttpContext context, CancellationToken cancel)
    {
        var answer = await microscope.FrameAsync(cancel);
        context.Response.Headers.CacheControl = "no-store";
        return answer.Value is { } file ? TypedResults.Bytes(file, PictureReader.MediaOf(file)) : Problem(answer.Fault);
    }

    private static async Task<Results<NoContent, ProblemHttpResult>> UseHandsAsync(string act, Microscope microscope, CancellationToken cancel)
    {
        if (!Enum.TryParse<HandsAct>(act, ignoreCase: true, out var hands) || !Enum.IsDefined(hands))
        {
            return Problems.Field(400, "act", Phrase.Of(PhraseKeys.Instrument.Act, ("known", string.Join(", ", Enum.GetNames<HandsAct>()))));
        }

        return (await microscope.DoAsync(hands, cancel)).Fault is { } fault ? Problem(fault) : TypedResults.NoContent();
    }

    // 424: what was asked hangs on another device. An answer of 5xx would say that the server is at fault.
    private static ProblemHttpResult Problem(InstrumentFault? fault) => Problems.Field(StatusCodes.Status424FailedDependency, "microscope", Why(fault));

    private static Phrase Why(InstrumentFault? fault) =>
        Phrase.Of(
            fault switch
            {
                InstrumentFault.None => PhraseKeys.Instrument.None,
                InstrumentFault.Slow => PhraseKeys.Instrument.Slow,
                InstrumentFault.Garbage => PhraseKeys.Instrument.Garbage,
                _ => PhraseKeys.Instrument.Silent,
            }
        );
}
