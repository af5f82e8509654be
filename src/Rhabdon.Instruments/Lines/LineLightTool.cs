namespace Rhabdon.Instruments.Lines;

/// <summary>A light tool: <c>STATE?</c> answers <c>STATE ready</c>, <c>STATE green</c> or <c>STATE red</c>.</summary>
public sealed class LineLightTool(LinePort port) : LineInstrument(port), ILightTool
{
    public override InstrumentKind Kind => InstrumentKind.LightTool;

    public Task<InstrumentAnswer<LightReport>> SeenAsync(CancellationToken cancel) =>
        AskAsync(
            "STATE?",
            words =>
                words switch
                {
                    ["STATE", "ready"] => new LightReport(LightSignal.Ready),
                    ["STATE", "green"] => new LightReport(LightSignal.Green),
                    ["STATE", "red"] => new LightReport(LightSignal.Red),
                    _ => null,
                },
            cancel
        );
}
