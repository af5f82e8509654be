using System.Globalization;
using Rhabdon.Instruments.Settings;

namespace Rhabdon.Instruments.StandIns;

/// <summary>
/// The four stand-ins, each on a port of its own: light source, power meter, splicer and light tool. They know nothing of Rhabdon: hands tell them what is
/// plugged in (docs/instruments.md).
/// </summary>
public sealed class StandInBench : IDisposable
{
    private readonly BenchTop _top;
    private readonly Lock _turn = new();
    private (int Number, decimal Left, decimal Right, decimal Estimate) _splice;
    private string _lamp = "ready";
    private const int ArcsBefore = 1280;
    private const string Air = "21.5";

    public StandInBench(TimeProvider time)
    {
        _top = new BenchTop(time);
        Source = new LineDevice(OfSource);
        Meter = new LineDevice(OfMeter);
        Splicer = new LineDevice(OfSplicer);
        LightTool = new LineDevice(OfLightTool);
    }

    public LineDevice Source { get; }

    public LineDevice Meter { get; }

    public LineDevice Splicer { get; }

    public LineDevice LightTool { get; }

    /// <summary>Each takes a free port.</summary>
    public void Start()
    {
        foreach (var (_, device) in Devices)
        {
            device.Start();
        }
    }

    /// <summary>The settings file of a server that is to use them, once they have started.</summary>
    public string Settings() => InstrumentSettings.Write(Devices.Select(d => new InstrumentSetting(d.Kind, "line", $"127.0.0.1:{d.Device.Port}")));

    /// <summary>They answer until they are told to stop.</summary>
    public Task RunAsync(CancellationToken stop) => Task.WhenAll(Devices.Select(d => d.Device.RunAsync(stop)));

    public void Dispose()
    {
        foreach (var (_, device) in Devices)
        {
            device.Dispose();
        }
    }

    private IEnumerable<(InstrumentKind Kind, LineDevice Device)> Devices =>
        [(InstrumentKind.LightSource, Source), (InstrumentKind.PowerMeter, Meter), (InstrumentKind.Splicer, Splicer), (InstrumentKind.LightTool, LightTool)];

    private string? OfSource(string[] words, Malady malady)
    {
        switch (words)
        {
            case ["ID?"]:
                return "ID light-source Bench source STAND-IN";
            case ["WAVE", var at] when Wavelength(at) is { } set:
                _top.Source = set;
                return "OK";
            case ["STATE?"]:
                return $"STATE {_top.Source} {(_top.IsWarm ? "warm" : "warming")}";
            default:
                return null;
        }
    }

    private string? OfMeter(string[] words, Malady malady)
    {
        switch (words)
        {
            case ["ID?"]:
                return "ID power-meter Bench meter STAND-IN";
            case ["WAVE", var at] when Wavelength(at) is { } set:
                _top.Meter = set;
                return "OK";
            case ["ZERO"]:
                _top.Zero();
                return "OK";
            case ["POWER?"]:
                return PowerOf(malady);
            case ["HANDS", "PATH", .. var losses] when Path(losses) is { } path:
                _top.Plug(path);
                return "OK";
            default:
                return null;
        }
    }

    private string PowerOf(Malady malady) =>
        malady == Malady.Over ? $"POWER OVER {_top.Meter}"
        : _top.Power() is not { } power ? $"POWER UNDER {_top.Meter}"
        : string.Create(CultureInfo.InvariantCulture, $"POWER {power:0.000} {(malady == Malady.Unit ? "dB" : "dBm")} {_top.Meter}");

    private string? OfSplicer(string[] words, Malady malady)
    {
        lock (_turn)
        {
            switch (words)
            {
                case ["ID?"]:
                    return "ID splicer Bench splicer STAND-IN";
                case ["LAST?"]:
                    return string.Create(
                        CultureInfo.InvariantCulture,
                        $"SPLICE {_splice.Number} left {_splice.Left} right {_splice.Right} estimate {_splice.Estimate} arcs {ArcsBefore + _splice.Number} temperature {Air}"
                    );
                case ["HANDS", "SPLICE", var left, var right, var estimate] when (Figure(left), Figure(right), Figure(estimate)) is ({ } l, { } r, { } e):
                    _splice = (_splice.Number + 1, l, r, e);
                    return "OK";
                default:
                    return null;
            }
        }
    }

    private string? OfLightTool(string[] words, Malady malady)
    {
        switch (words)
        {
            case ["ID?"]:
                return "ID light-tool Bench light STAND-IN";
            case ["STATE?"]:
                return $"STATE {_lamp}";
            case ["HANDS", "GLOW", "ready" or "green" or "red"]:
                _lamp = words[2];
                return "OK";
            default:
                return null;
        }
    }

    private static Dictionary<int, double>? Path(string[] losses)
    {
        var path = new Dictionary<int, double>();
        foreach (var parts in losses.Select(l => l.Split('=')))
        {
            if (parts is not [var at, var lost] || Wavelength(at) is not { } wavelength || Figure(lost) is not { } loss)
            {
                return null;
            }

            path[wavelength] = (double)loss;
        }

        return path;
    }

    private static int? Wavelength(string word) =>
        int.TryParse(word, NumberStyles.None, CultureInfo.InvariantCulture, out var nanometers) && nanometers is >= 600 and <= 1700 ? nanometers : null;

    private static decimal? Figure(string word) => decimal.TryParse(word, NumberStyles.Float, CultureInfo.InvariantCulture, out var figure) ? figure : null;
}
