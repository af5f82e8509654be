using Rhabdon.Core.Meters;
using Rhabdon.Core.Units;

namespace Rhabdon.Instruments.Lines;

/// <summary>
/// A power meter: <c>WAVE 1310</c>, then <c>POWER?</c>, which answers <c>POWER -20.42 dBm 1310</c>, <c>POWER UNDER 1310</c> or <c>POWER OVER 1310</c>.
/// </summary>
public sealed class LineMeter(LinePort port, TimeProvider time) : LineInstrument(port), IPowerMeter
{
    private int _set;

    public override InstrumentKind Kind => InstrumentKind.PowerMeter;

    public async Task<MeterSample> ReadAsync(int wavelength, CancellationToken cancel)
    {
        if (_set != wavelength)
        {
            var set = await AskAsync($"WAVE {wavelength}", words => words is ["OK"] ? "OK" : null, cancel);
            if (set.Fault is { } fault)
            {
                return Faulty(fault);
            }

            _set = wavelength;
        }

        var answer = await AskAsync("POWER?", SampleOf, cancel);
        return answer.Value ?? Faulty(answer.Fault!.Value);
    }

    private MeterSample? SampleOf(string[] words) =>
        words switch
        {
            ["POWER", "UNDER", var at] when Whole(at) is { } set => new MeterSample(time.GetUtcNow(), MeterState.Dark, set),
            ["POWER", "OVER", var at] when Whole(at) is { } set => new MeterSample(time.GetUtcNow(), MeterState.Over, set),
            ["POWER", var amount, var unit and (DecibelMilliwattUnit or DecibelUnit), var at] when Figure(amount) is { } shown && Whole(at) is { } set =>
                new MeterSample(time.GetUtcNow(), MeterState.Reading, set, shown, unit == DecibelMilliwattUnit),
            _ => null,
        };

    // A pattern takes constants alone.
    private const string DecibelMilliwattUnit = "dBm";
    private const string DecibelUnit = "dB";

    // What it was set to is not known any more.
    private MeterSample Faulty(InstrumentFault fault)
    {
        _set = 0;
        return new MeterSample(
            time.GetUtcNow(),
            fault switch
            {
                InstrumentFault.Slow => MeterState.Slow,
                InstrumentFault.Garbage => MeterState.Garbage,
                _ => MeterState.Silent,
            }
        );
    }
}
