using System.Text.Json;
using Rhabdon.Instruments.Lines;

namespace Rhabdon.Instruments.Settings;

/// <summary>One line of the settings file.</summary>
/// <param name="Adapter">What it speaks: a name in <see cref="InstrumentSettings.Adapters"/>.</param>
/// <param name="Address"><c>host:port</c>.</param>
public sealed record InstrumentSetting(InstrumentKind Kind, string Adapter, string Address);

/// <summary>
/// Which instruments there are: a JSON file with a list of them. Another instrument is a class, a line among the adapters and a line in that file.
/// </summary>
public static class InstrumentSettings
{
    private static readonly JsonSerializerOptions Json = new(JsonSerializerDefaults.Web)
    {
        RespectRequiredConstructorParameters = true,
        AllowTrailingCommas = true,
    };

    /// <summary>How each kind is spoken to, by the adapter's name.</summary>
    public static IReadOnlyDictionary<(string Adapter, InstrumentKind Kind), Func<LinePort, TimeProvider, IInstrument>> Adapters { get; } =
        new Dictionary<(string, InstrumentKind), Func<LinePort, TimeProvider, IInstrument>>
        {
            [("line", InstrumentKind.LightSource)] = (port, _) => new LineSource(port),
            [("line", InstrumentKind.PowerMeter)] = (port, time) => new LineMeter(port, time),
            [("line", InstrumentKind.Splicer)] = (port, _) => new LineSplicer(port),
            [("line", InstrumentKind.LightTool)] = (port, _) => new LineLightTool(port),
        };

    /// <param name="file">Null for no instruments.</param>
    /// <exception cref="InvalidDataException">The file cannot be read; says which instrument and what would do.</exception>
    public static InstrumentRack Read(string? file, TimeProvider time) =>
        file is null ? new InstrumentRack([]) : new InstrumentRack([.. Lines(file).Select((setting, place) => Made(setting, place + 1, time))]);

    /// <summary>As <see cref="Read"/> takes it.</summary>
    public static string Write(IEnumerable<InstrumentSetting> settings) => JsonSerializer.Serialize(settings, Json);

    private static List<InstrumentSetting> Lines(string file)
    {
        try
        {
            return JsonSerializer.Deserialize<List<InstrumentSetting>>(File.ReadAllText(file), Json) ?? throw new JsonException("a list is wanted");
        }
        catch (Exception fault) when (fault is JsonException or IOException)
        {
            throw new InvalidDataException($"The instruments' settings {file} cannot be read: {fault.Message}", fault);
        }
    }

    private static IInstrument Made(InstrumentSetting setting, int place, TimeProvider time)
    {
        if (!Adapters.TryGetValue((setting.Adapter, setting.Kind), out var make))
        {
            throw new InvalidDataException(
                $"Instrument {place} has no adapter '{setting.Adapter}' for it; there is {string.Join(", ", Adapters.Keys.Select(k => k.Adapter).Distinct())}."
            );
        }

        return setting.Address.Split(':') is [{ Length: > 0 } host, var port] && int.TryParse(port, out var at) && at is > 0 and < 65536
            ? make(new LinePort(host, at), time)
            : throw new InvalidDataException($"Instrument {place} needs an address host:port, not '{setting.Address}'.");
    }
}

/// <summary>The instruments that are set up.</summary>
public sealed class InstrumentRack(IReadOnlyList<IInstrument> all)
{
    public IReadOnlyList<IInstrument> All { get; } = all;

    /// <summary>Null where none of that kind is set up.</summary>
    public T? First<T>()
        where T : class, IInstrument => All.OfType<T>().FirstOrDefault();
}
