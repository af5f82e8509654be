namespace Rhabdon.Instruments.StandIns;

/// <summary>What is wrong with a stand-in, to see what becomes of the work.</summary>
public enum Malady
{
    None,
    Slow,
    Dead,
    Garbage,

    /// <summary>A meter shows dB where it should show dBm.</summary>
    Unit,

    /// <summary>A meter has more light than it can measure.</summary>
    Over,
}

/// <summary>
/// The made-up light between a stand-in source and a stand-in meter: a laser that warms up, what hands have put between the two, and a meter with noise and
/// a dark offset. Powers in dBm, losses in dB, wavelengths in nanometers.
/// </summary>
public sealed class BenchTop(TimeProvider time, int seed = 7)
{
    /// <summary>Less than this the meter cannot tell from the dark.</summary>
    public const double Floor = -60;

    /// <summary>More than this it cannot measure.</summary>
    public const double Ceiling = 5;

    private const double SourcePower = -7;
    private const double WarmUpDrift = 0.2;
    private const double SlowDrift = 0.004;
    private const double Noise = 0.003;
    private const double DarkOffset = 2e-7;
    private static readonly TimeSpan WarmUp = TimeSpan.FromMinutes(2);
    private static readonly TimeSpan InTheHand = TimeSpan.FromSeconds(0.3);
    private static readonly TimeSpan Rest = TimeSpan.FromSeconds(0.08);

    private readonly Lock _turn = new();
    private readonly Random _chance = new(seed);
    private readonly DateTimeOffset _on = time.GetUtcNow();
    private Dictionary<int, double> _path = [];
    private DateTimeOffset _plugged = time.GetUtcNow();
    private bool _isSeenDark = true;
    private double _offset = DarkOffset;

    /// <summary>That the source shines at.</summary>
    public int Source { get; set; } = 1310;

    /// <summary>That the meter is calibrated for.</summary>
    public int Meter { get; set; } = 1310;

    public bool IsWarm => time.GetUtcNow() - _on > WarmUp;

    /// <summary>Hands put other glass between the two.</summary>
    /// <param name="path">Loss by wavelength; empty for none.</param>
    public void Plug(Dictionary<int, double> path)
    {
        lock (_turn)
        {
            (_path, _plugged, _isSeenDark) = (path, time.GetUtcNow(), false);
        }
    }

    /// <summary>The meter takes its dark offset away.</summary>
    public void Zero()
    {
        lock (_turn)
        {
            _offset = 0;
        }
    }

    /// <summary>What the meter measures now; null in the dark.</summary>
    public double? Power()
    {
        lock (_turn)
        {
            var (now, sincePlugged) = (time.GetUtcNow(), time.GetUtcNow() - _plugged);
            // Whoever plugs looks at the meter: it has shown no light once, however seldom it is asked.
            var isIn = sincePlugged > InTheHand && _isSeenDark;
            _isSeenDark = true;
            var light = isIn && _path.TryGetValue(Source, out var loss) ? SourcePower + Drift(now) - loss + Shake(sincePlugged) : double.NegativeInfinity;
            var milliwatts = Math.Pow(10, light / 10) + _offset;
            var power = (10 * Math.Log10(milliwatts)) + (Noise * Gauss());
            return power < Floor ? null : power;
        }
    }

    // A laser that was just turned on gives less; later it wanders by a little.
    private double Drift(DateTimeOffset now)
    {
        var minutes = (now - _on).TotalMinutes;
        return (-WarmUpDrift * Math.Exp(-4 * minutes / WarmUp.TotalMinutes)) + (SlowDrift * Math.Sin(minutes / 3));
    }

    // A connector that was just pushed in comes to rest.
    private double Shake(TimeSpan since) => -Math.Abs(Gauss()) * Math.Exp(-(since - InTheHand) / Rest);

    private double Gauss() => Math.Sqrt(-2 * Math.Log(1 - _chance.NextDouble())) * Math.Cos(2 * Math.PI * _chance.NextDouble());
}
