using System.Globalization;
using Microsoft.AspNetCore.Http.HttpResults;
using Rhabdon.Core;
using Rhabdon.Core.Links;
using Rhabdon.Core.Meters;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Rights;
using Rhabdon.Instruments;
using Rhabdon.Instruments.Settings;
using Rhabdon.Instruments.StandIns;
using Rhabdon.Server.Hosting;
using Rhabdon.Server.Links;
using Rhabdon.Server.People;

namespace Rhabdon.Server.Instruments;

/// <param name="IsThere">It answered just now.</param>
/// <param name="Name">Its own; null while it is silent.</param>
/// <param name="IsWarm">False of a light source that still drifts; null of all else.</param>
public sealed record InstrumentView(InstrumentKind Kind, bool IsThere, bool IsStandIn, string? Name, bool? IsWarm = null);

/// <summary>What hands put between the stand-in source and the stand-in meter.</summary>
/// <param name="Cable">That is being tested.</param>
/// <param name="Strand">Null for the test cords alone, as for a reference.</param>
/// <param name="Method">Of the reference, where a strand is plugged in: which end pairs lie in the path.</param>
/// <param name="Faces">What was done to the faces first.</param>
public sealed record PluggedIn(Guid Cable, int? Strand = null, ReferenceMethod Method = ReferenceMethod.OneCord, FacesPlugged Faces = FacesPlugged.AsTheyAre);

/// <summary>Sources, meters, splicers and light tools that are set up. The bench never waits for one: an answer comes soon, and a fault is an answer.</summary>
public static class MeterEndpoints
{
    // What a meter needs to settle twice over.
    private static readonly TimeSpan LongestSettling = TimeSpan.FromSeconds(8);
    private const int Shortest = 600;
    private const int Longest = 1700;
    private static readonly TimeSpan LongestDark = TimeSpan.FromSeconds(1);
    private static readonly TimeSpan BetweenSamples = TimeSpan.FromMilliseconds(150);

    public static void MapMeters(this WebApplication app)
    {
        var instruments = app.MapGroup("/api/v1/instruments").Needs(Permission.See);
        app.MapGet("/api/v1/instruments", Show).Needs(Permission.See);
        instruments.MapGet("/meter/{wavelength:int}", Read);
        instruments.MapPost("/meter/{wavelength:int}/settled", Settle);
        instruments.MapGet("/splicer", LastSplice);
        instruments.MapGet("/light-tool", Seen);
        instruments.MapPost("/hands/plug", Plug).Needs(Permission.Work);
        instruments.MapPost("/hands/use/{kind}", Use).Needs(Permission.Work);
        instruments.MapPost("/hands/{kind}/{malady}", MakeSick).Needs(Permission.Work);
    }

    private static async Task<IReadOnlyList<InstrumentView>> Show(InstrumentRack rack, CancellationToken cancel) =>
        await Task.WhenAll(rack.All.Select(i => ViewAsync(i, cancel)));

    private static async Task<InstrumentView> ViewAsync(IInstrument instrument, CancellationToken cancel) =>
        (await instrument.SaysAsync(cancel)).Value is not { } says
            ? new InstrumentView(instrument.Kind, false, instrument.Known?.IsStandIn ?? false, instrument.Known?.Name)
            : new InstrumentView(
                instrument.Kind,
                true,
                says.IsStandIn,
                says.Name,
                instrument is ILightSource source ? (await source.StateAsync(cancel)).Value?.IsWarm : null
            );

    private static async Task<Results<Ok<MeterSample>, ProblemHttpResult>> Read(int wavelength, InstrumentRack rack, CancellationToken cancel) =>
        await MeterAsync(wavelength, rack, cancel) switch
        {
            (_, { } fault) => fault,
            var (meter, _) => TypedResults.Ok(await meter!.ReadAsync(wavelength, cancel)),
        };

    // The source is turned to the same wavelength, where the bench reaches it.
    private static async Task<(IPowerMeter? Meter, ProblemHttpResult? Fault)> MeterAsync(int wavelength, InstrumentRack rack, CancellationToken cancel)
    {
        if (wavelength is < Shortest or > Longest)
        {
            return (null, Problems.Field(400, "wavelength", Phrase.Of(PhraseKeys.Optics.Between, ("least", $"{Shortest} nm"), ("most", $"{Longest} nm"))));
        }

        if (rack.First<IPowerMeter>() is not { } meter)
        {
            return (null, None(InstrumentKind.PowerMeter));
        }

        if (rack.First<ILightSource>() is { } source)
        {
            await source.LightAsync(wavelength, cancel);
        }

        return (meter, null);
    }

    private static async Task<Results<Ok<MeterSays>, ProblemHttpResult>> Settle(
        int wavelength,
        InstrumentRack rack,
        TimeProvider time,
        CancellationToken cancel
    )
    {
        var (meter, fault) = await MeterAsync(wavelength, rack, cancel);
        if (meter is null)
        {
            return fault!;
        }

        var (samples, began) = (new List<MeterSample>(), time.GetUtcNow());
        while (true)
        {
            samples.Add(await meter.ReadAsync(wavelength, cancel));
            var says = MeterWatch.Of(new MeterQuestion(wavelength, samples[^1].IsPower, samples), Phrasebook.English);
            var waited = time.GetUtcNow() - began;
            if (says.Settled is not null)
            {
                return TypedResults.Ok(says);
            }

            if (samples[^1].State != MeterState.Reading && waited > LongestDark)
            {
                return Problems.Told(424, "meter", says.Says);
            }

            if (waited > LongestSettling)
            {
                return Problems.Field(424, "meter", Phrase.Of(PhraseKeys.Meter.Unsettled, ("wavelength", $"{wavelength}")));
            }

            await Task.Delay(BetweenSamples, cancel);
        }
    }

    private static async Task<Results<Ok<SpliceReport>, ProblemHttpResult>> LastSplice(InstrumentRack rack, CancellationToken cancel) =>
        rack.First<ISplicer>() is not { } splicer ? None(InstrumentKind.Splicer) : Told(await splicer.LastSpliceAsync(cancel), InstrumentKind.Splicer);

    private static async Task<Results<Ok<LightReport>, ProblemHttpResult>> Seen(InstrumentRack rack, CancellationToken cancel) =>
        rack.First<ILightTool>() is not { } tool ? None(InstrumentKind.LightTool) : Told(await tool.SeenAsync(cancel), InstrumentKind.LightTool);

    private static async Task<Results<NoContent, ProblemHttpResult>> Plug(
        PluggedIn plugged,
        InstrumentRack rack,
        CableRuns runs,
        HttpContext context,
        CancellationToken cancel
    )
    {
        if (await runs.OpenAsync(context.AccessOf(), plugged.Cable) is not { } opened)
        {
            return Problems.Missing();
        }

        var wavelengths = opened.Run.Plan.At(opened.Run.Grade);
        if (plugged.Strand is not { } strand)
        {
            return await LendAsync(rack, InstrumentKind.PowerMeter, Words(MadeLink.Cords(wavelengths)), cancel);
        }

        if (!opened.Run.Strands.Any(s => s.Strand == strand))
        {
            return Problems.Missing();
        }

        var ends = (await runs.EndsAsync(opened, strand)).Select(e => e.State).ToList();
        var basis = opened.Run.BasisOf(strand, plugged.Method, hasReferenceCords: false);
        return await LendAsync(rack, InstrumentKind.PowerMeter, Words(MadeLink.Path(basis, wavelengths, ends, plugged.Faces)), cancel);
    }

    // A stand-in splicer makes a splice, a stand-in light tool takes a connector: mostly good ones.
    private static async Task<Results<NoContent, ProblemHttpResult>> Use(string kind, InstrumentRack rack, CancellationToken cancel) =>
        kind switch
        {
            "splicer" => await LendAsync(rack, InstrumentKind.Splicer, MadeJoint.Splice(Random.Shared), cancel),
            "light-tool" => await LendAsync(rack, InstrumentKind.LightTool, MadeJoint.Glow(Random.Shared), cancel),
            _ => Problems.Field(400, "kind", Phrase.Of(PhraseKeys.Meter.Act, ("known", "splicer, light-tool"))),
        };

    private static async Task<Results<NoContent, ProblemHttpResult>> MakeSick(string kind, string malady, InstrumentRack rack, CancellationToken cancel) =>
        Enum.TryParse<Malady>(malady, ignoreCase: true, out var sick)
        && rack.All.FirstOrDefault(i => i.Kind.ToString().Equals(kind, StringComparison.OrdinalIgnoreCase)) is { } one
            ? await LendAsync(rack, one.Kind, $"FAULT {sick}", cancel)
            : Problems.Field(400, "malady", Phrase.Of(PhraseKeys.Meter.Act, ("known", string.Join(", ", Enum.GetNames<Malady>()))));

    private static string Words(IReadOnlyDictionary<int, double> path) =>
        $"PATH {string.Join(' ', path.Select(p => string.Create(CultureInfo.InvariantCulture, $"{p.Key}={p.Value:0.000}")))}";

    private static async Task<Results<NoContent, ProblemHttpResult>> LendAsync(InstrumentRack rack, InstrumentKind kind, string act, CancellationToken cancel)
    {
        if (rack.All.FirstOrDefault(i => i.Kind == kind) is not { } instrument)
        {
            return None(kind);
        }

        // A real instrument does not know the word; a silent one says nothing.
        return (await instrument.LendAsync(act, cancel)).Fault switch
        {
            null => TypedResults.NoContent(),
            InstrumentFault.Garbage => Problems.Field(
                424,
                "instrument",
                Phrase.Of(PhraseKeys.Meter.NotStandIn, ("what", Phrasebook.English.Say(Phrase.Of($"meter.is-{JsonNames.Of(kind)}"))))
            ),
            _ => Problems.Field(
                424,
                "instrument",
                Phrase.Of(PhraseKeys.Meter.Mute, ("what", Phrasebook.English.Say(Phrase.Of($"meter.is-{JsonNames.Of(kind)}"))))
            ),
        };
    }

    private static Results<Ok<T>, ProblemHttpResult> Told<T>(InstrumentAnswer<T> answer, InstrumentKind kind)
        where T : class =>
        answer.Value is { } value
            ? TypedResults.Ok(value)
            : Problems.Field(
                424,
                "instrument",
                Phrase.Of(PhraseKeys.Meter.Mute, ("what", Phrasebook.English.Say(Phrase.Of($"meter.is-{JsonNames.Of(kind)}"))))
            );

    // 424: what was asked hangs on another device.
    private static ProblemHttpResult None(InstrumentKind kind) =>
        Problems.Field(424, "instrument", Phrase.Of(PhraseKeys.Meter.None, ("what", Phrasebook.English.Say(Phrase.Of($"meter.is-{JsonNames.Of(kind)}")))));
}
