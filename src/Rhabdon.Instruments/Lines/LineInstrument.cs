using System.Globalization;

namespace Rhabdon.Instruments.Lines;

/// <summary>An instrument that speaks the line protocol (docs/instruments.md).</summary>
public abstract class LineInstrument(LinePort port) : IInstrument
{
    public abstract InstrumentKind Kind { get; }

    private readonly LinePort _hands = port.Beside();

    public InstrumentSays? Known { get; private set; }

    public async Task<InstrumentAnswer<InstrumentSays>> SaysAsync(CancellationToken cancel)
    {
        var answer = await AskAsync(
            "ID?",
            words => words is ["ID", var kind, .. var name] && kind == KindWord ? new InstrumentSays(NameOf(name), name.Contains("STAND-IN")) : null,
            cancel
        );
        Known = answer.Value ?? Known;
        return answer;
    }

    public async Task<InstrumentAnswer<string>> LendAsync(string act, CancellationToken cancel)
    {
        var answer = await _hands.AskAsync($"HANDS {act}", cancel);
        return answer.Value is null or "OK" ? answer : new(null, InstrumentFault.Garbage);
    }

    private protected string KindWord => System.Text.Json.JsonSerializer.Serialize(Kind).Trim('"');

    private protected async Task<InstrumentAnswer<T>> AskAsync<T>(string words, Func<string[], T?> read, CancellationToken cancel)
        where T : class
    {
        var answer = await port.AskAsync(words, cancel);
        return answer.Value is not { } line ? new(null, answer.Fault)
            : read(line.Split(' ', StringSplitOptions.RemoveEmptyEntries)) is { } value ? new(value, null)
            : new(null, InstrumentFault.Garbage);
    }

    private protected static decimal? Figure(string word) =>
        decimal.TryParse(word, NumberStyles.AllowLeadingSign | NumberStyles.AllowDecimalPoint, CultureInfo.InvariantCulture, out var figure) ? figure : null;

    private protected static int? Whole(string word) => int.TryParse(word, NumberStyles.None, CultureInfo.InvariantCulture, out var whole) ? whole : null;

    private static string NameOf(string[] words) => string.Join(' ', words.Where(w => w != "STAND-IN"));
}
