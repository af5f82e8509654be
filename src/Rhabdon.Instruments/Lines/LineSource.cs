namespace Rhabdon.Instruments.Lines;

/// <summary>A light source: <c>WAVE 1310</c> turns it on there, <c>STATE?</c> answers <c>STATE 1310 warm</c> or <c>STATE 1310 warming</c>.</summary>
public sealed class LineSource(LinePort port) : LineInstrument(port), ILightSource
{
    public override InstrumentKind Kind => InstrumentKind.LightSource;

    public Task<InstrumentAnswer<SourceReport>> StateAsync(CancellationToken cancel) =>
        AskAsync(
            "STATE?",
            words => words is ["STATE", var at, "warm" or "warming"] && Whole(at) is { } set ? new SourceReport(set, words[2] == "warm") : null,
            cancel
        );

    public async Task<InstrumentAnswer<SourceReport>> LightAsync(int wavelength, CancellationToken cancel)
    {
        var set = await AskAsync($"WAVE {wavelength}", words => words is ["OK"] ? "OK" : null, cancel);
        return set.Fault is { } fault ? new(null, fault) : await StateAsync(cancel);
    }
}
